<script setup lang="ts">
import type { StoreRow } from '#core/reference/shop-settings'
import type { ShopChange } from '#core/reference/shop-change'
import { SPECIES } from '#core/reference/species'
import { newId } from '~/composables/useDevice'

/** Wood that lies in the shop: the list of what to buy looks here first. */
const { settings, errors, keep, number, length } = useShopForm()
const { len } = useUnits()

const KINDS = [
  { label: 'rod', value: 'rod' },
  { label: 'board', value: 'board' },
]
const WOODS = SPECIES.map(s => s.name).sort((a, b) => a.localeCompare(b))
const change = (id: string, part: Partial<Omit<StoreRow, 'id'>>): ShopChange => ({
  do: 'change-store',
  id,
  change: part,
})
const add = () =>
  keep('store', {
    do: 'add-store',
    row: {
      id: `wood-${newId().slice(0, 8)}`,
      kind: 'rod',
      wood: 'Beech, European',
      thicknessMm: 10,
      widthMm: 10,
      lengthMm: 1000,
      count: 1,
    },
  })
/** Left empty nobody has read it. */
function moisture(id: string, typed: string): Promise<boolean> {
  return typed.trim() === ''
    ? keep(`moist-${id}`, change(id, { moisturePct: null }))
    : number(`moist-${id}`, typed, pct => change(id, { moisturePct: pct }))
}
/** Of a rod the thickness is its diameter, and so is its width. */
const across = (row: StoreRow, mm: number) =>
  change(row.id, row.kind === 'rod' ? { thicknessMm: mm, widthMm: mm } : { thicknessMm: mm })
</script>

<template>
  <ShopSection id="store" heading="Wood in the store">
    <p class="small soft">What is to be cut is looked for here first; the rest is to be bought.</p>
    <ul v-if="settings.store.length > 0" class="list">
      <li v-for="(row, i) in settings.store" :key="row.id">
        <div class="row" role="group" :aria-label="`${i + 1}, ${row.wood}`">
          <UFormField label="What" :error="errors[`kind-${row.id}`] || false">
            <USelect
              :model-value="row.kind"
              :items="KINDS"
              class="w-24"
              @update:model-value="v => keep(`kind-${row.id}`, change(row.id, { kind: v as StoreRow['kind'] }))"
            />
          </UFormField>
          <UFormField label="Wood" :error="errors[`wood-${row.id}`] || false">
            <USelectMenu
              :model-value="row.wood"
              :items="WOODS"
              class="w-56"
              @update:model-value="(v: string) => keep(`wood-${row.id}`, change(row.id, { wood: v }))"
            />
          </UFormField>
          <UFormField :label="row.kind === 'rod' ? 'Diameter' : 'Thickness'" :error="errors[`thick-${row.id}`] || false">
            <FieldEntry
              :value="len(row.thicknessMm)"
              class="w-24"
              :take="text => length(`thick-${row.id}`, text, mm => across(row, mm))"
            />
          </UFormField>
          <UFormField v-if="row.kind === 'board'" label="Width" :error="errors[`wide-${row.id}`] || false">
            <FieldEntry
              :value="len(row.widthMm)"
              class="w-24"
              :take="text => length(`wide-${row.id}`, text, mm => change(row.id, { widthMm: mm }))"
            />
          </UFormField>
          <UFormField label="Length" :error="errors[`long-${row.id}`] || false">
            <FieldEntry
              :value="len(row.lengthMm)"
              class="w-24"
              :take="text => length(`long-${row.id}`, text, mm => change(row.id, { lengthMm: mm }))"
            />
          </UFormField>
          <UFormField label="How many" :error="errors[`count-${row.id}`] || false">
            <FieldCount
              name="How many"
              :value="row.count"
              @take="count => keep(`count-${row.id}`, change(row.id, { count }))"
            />
          </UFormField>
          <UFormField label="Moisture, %" :error="errors[`moist-${row.id}`] || false">
            <FieldEntry
              :value="typeof row.moisturePct !== 'number' ? '' : String(row.moisturePct)"
              placeholder="not read"
              class="w-24"
              :take="text => moisture(row.id, text)"
            />
          </UFormField>
          <FieldChipButton
            label="take off"
            :aria-label="`Take off ${row.wood}`"
            @click="keep('store', { do: 'remove-store', id: row.id })"
          />
        </div>
      </li>
    </ul>
    <FieldKeyButton slim label="Add wood" @click="add" />
    <FieldRefusal :text="errors.store" />
  </ShopSection>
</template>

<style scoped>
.list {
  display: grid;
  gap: 8px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: end;
}
</style>
