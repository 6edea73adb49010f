<script setup lang="ts">
import { CLAMPS, type ClampTypeId } from '#core/reference/clamps'
import type { ShopChange } from '#core/reference/shop-change'
import type { RackRow } from '#core/reference/shop-settings'
import { newId } from '~/composables/useDevice'

/** The clamps there are: how many of a kind, how far they open. */
const { settings, errors, keep, length } = useShopForm()
const { len, quantity } = useUnits()
const onRack = (id: string, change: Partial<Omit<RackRow, 'id'>>): ShopChange => ({ do: 'change-clamps', id, change })
const RACK = [
  { id: 'kind', label: 'Kind' },
  { id: 'count', label: 'How many' },
  { id: 'opening', label: 'Opens to' },
  { id: 'force', label: 'Pulls' },
  { id: 'off', label: '' },
]
/** A row of the rack as it is told from the others. */
const spoken = (row: RackRow) => `${labelOf(row.type)} ${settings.value.rack.indexOf(row) + 1}`
const labelOf = (type: ClampTypeId) => CLAMPS.find(c => c.id === type)!.label
function pullOf({ type }: RackRow): string {
  const [value, high] = CLAMPS.find(c => c.id === type)!.forceKn
  return quantity({ value, high, unit: 'kN' })
}
const CLAMP_ITEMS = CLAMPS.map(c => ({ label: c.label, value: c.id }))
</script>

<template>
  <ShopSection id="rack" heading="Clamps on the rack">
    <FieldTable label="Clamps on the rack" class="rack" :columns="RACK" :rows="settings.rack" :id-of="r => r.id">
      <template #kind="{ row }">
        <PickOne
          :model-value="row.type"
          :items="CLAMP_ITEMS"
          :aria-label="`Kind of clamp, ${spoken(row)}`"
          @update:model-value="keep(`type-${row.id}`, onRack(row.id, { type: $event as ClampTypeId }))"
        /><FieldRefusal :text="errors[`type-${row.id}`]" />
      </template>
      <template #count="{ row }">
        <FieldCount
          :name="`How many, ${spoken(row)}`"
          :value="row.count"
          @take="count => keep(`count-${row.id}`, onRack(row.id, { count }))"
        /><FieldRefusal :text="errors[`count-${row.id}`]" />
      </template>
      <template #opening="{ row }">
        <FieldEntry
          :value="len(row.openingMm)"
          class="w-32"
          :aria-label="`Opens to, ${spoken(row)}`"
          :take="text => length(`opening-${row.id}`, text, mm => onRack(row.id, { openingMm: mm }))"
        /><FieldRefusal :text="errors[`opening-${row.id}`]" />
      </template>
      <template #force="{ row }">
        <span class="measure">{{ pullOf(row) }}</span>
      </template>
      <template #off="{ row }">
        <FieldChipButton
          label="take off"
          :aria-label="`Take off ${spoken(row)}`"
          @click="keep('rack', { do: 'remove-clamps', id: row.id })"
        />
      </template>
    </FieldTable>
    <FieldKeyButton
      slim
      label="Add clamps"
      @click="keep('rack', { do: 'add-clamps', row: { id: newId().slice(0, 8), type: 'screw-bar-light', count: 2, openingMm: 600 } })"
    />
    <FieldRefusal :text="errors.rack" />
  </ShopSection>
</template>

<style scoped>
.rack {
  justify-self: stretch;
}
</style>
