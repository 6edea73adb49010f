<script setup lang="ts">
import { MM_PER_INCH } from '#core/measure/length'
import type { Prices } from '#core/reference/shop-settings'

/** What the shop takes: with an hour’s price the plan says what a job comes to, without it only how long. */
const { settings, errors, keep, number } = useShopForm()

type PriceKey = Exclude<keyof Prices, 'money'>
interface PriceRow {
  readonly key: PriceKey
  readonly label: string
  /** By what it is bought where sizes are in inches, and how much of ours that is. */
  readonly inch?: { readonly label: string, readonly holds: number }
}
const BOARD_FOOT_LITRES = (144 * MM_PER_INCH ** 3) / 1e6
const OUNCE_100G = 0.283495
const ROWS: readonly PriceRow[] = [
  { key: 'hour', label: 'An hour of hands' },
  {
    key: 'woodLitre',
    label: 'Wood, a litre of rough sizes',
    inch: { label: 'Wood, a board foot of rough sizes', holds: BOARD_FOOT_LITRES },
  },
  { key: 'glue100g', label: 'Glue, 100 g', inch: { label: 'Glue, an ounce', holds: OUNCE_100G } },
  { key: 'hardwareEach', label: 'A screw, bolt or the like' },
]
const { units } = useUnits()
const inch = (row: PriceRow) => (units.value === 'in' ? row.inch : undefined)
function shown(row: PriceRow): string {
  const price = settings.value.prices[row.key]
  if (price === undefined || price === null) return ''
  const by = inch(row)
  return by ? (price * by.holds).toFixed(2) : String(price)
}

function set(row: PriceRow, text: string): Promise<boolean> {
  const { key } = row
  return text.trim() === ''
    ? keep(key, { do: 'set-prices', prices: { [key]: null } })
    : number(key, text, value => ({ do: 'set-prices', prices: { [key]: value / (inch(row)?.holds ?? 1) } }))
}
</script>

<template>
  <ShopSection id="prices" heading="Prices">
    <p class="small soft">Left empty, a plan tells hours only. What is in the store is not counted as bought.</p>
    <div class="row">
      <UFormField label="Money" :error="errors.money || false">
        <FieldEntry
          :value="settings.prices.money"
          class="w-24"
          placeholder="EUR"
          :take="text => keep('money', { do: 'set-prices', prices: { money: text.trim() } })"
        />
      </UFormField>
      <UFormField
        v-for="row in ROWS"
        :key="row.key"
        :label="inch(row)?.label ?? row.label"
        :error="errors[row.key] || false"
      >
        <FieldEntry
          :value="shown(row)"
          class="w-28"
          inputmode="decimal"
          :take="text => set(row, text)"
        />
      </UFormField>
    </div>
  </ShopSection>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  align-items: end;
}
</style>
