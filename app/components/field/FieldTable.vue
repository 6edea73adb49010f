<script setup lang="ts" generic="Row">
/**
 * A table whose cells are slots by the column's id. On a small screen each row is a card, with the headings beside what
 * they head.
 */
const {
  label,
  columns,
  rows,
  idOf,
  classOf = () => '',
} = defineProps<{
  label: string
  columns: readonly { readonly id: string, readonly label: string }[]
  rows: readonly Row[]
  idOf: (row: Row) => string
  classOf?: (row: Row) => string
}>()
defineSlots<Record<string, (props: { row: Row }) => unknown>>()
const small = useSmallScreen()
const asColumns = computed(() => columns.map(c => ({ id: c.id, header: c.label })))
const asRows = computed(() => rows.map(row => ({ row })))
/** Slots of the table underneath are called by the column and what of it they fill. */
const cellOf = (column: string) => `${column}-cell` as const
</script>

<template>
  <ul v-if="small" class="cards" :aria-label="label">
    <li v-for="row in rows" :key="idOf(row)" :class="classOf(row)">
      <dl>
        <div v-for="c in columns" :key="c.id" :class="{ headed: c.label !== '' }">
          <dt v-if="c.label">{{ c.label }}</dt>
          <dd><slot :name="c.id" :row="row" /></dd>
        </div>
      </dl>
    </li>
  </ul>
  <UTable
    v-else
    :caption="label"
    :data="asRows"
    :columns="asColumns"
    :get-row-id="({ row }) => idOf(row)"
    :meta="{ class: { tr: r => classOf(r.original.row) } }"
  >
    <template v-for="c in columns" :key="c.id" #[cellOf(c.id)]="{ row }">
      <slot :name="c.id" :row="row.original.row" />
    </template>
  </UTable>
</template>

<style scoped>
.cards > li {
  border-bottom: 1px solid var(--rule);
  padding: 8px 0;
}
.cards dl > div {
  padding: 2px 0;
}
.cards .headed {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  gap: 10px;
}
.cards dt {
  color: var(--soft);
  font-size: 13px;
  padding-top: 2px;
}
</style>
