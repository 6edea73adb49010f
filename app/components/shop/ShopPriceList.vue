<script setup lang="ts">
import type { Prices } from '#core/reference/shop-settings'

/** What the shop takes: with an hour’s price the plan says what a job comes to, without it only how long. */
const { settings, errors, keep, number } = useShopForm()

type PriceKey = Exclude<keyof Prices, 'money'>
const ROWS: readonly { readonly key: PriceKey, readonly label: string }[] = [
  { key: 'hour', label: 'An hour of hands' },
  { key: 'woodLitre', label: 'Wood, a litre of rough sizes' },
  { key: 'glue100g', label: 'Glue, 100 g' },
  { key: 'hardwareEach', label: 'A screw, bolt or the like' },
]
const shown = (key: PriceKey) => settings.value.prices[key]?.toString() ?? ''

function set(key: PriceKey, text: string): void {
  if (text.trim() === '') void keep(key, { do: 'set-prices', prices: { [key]: null } })
  else number(key, text, value => ({ do: 'set-prices', prices: { [key]: value } }))
}
</script>

<template>
  <ShopSection id="prices" heading="Prices">
    <p class="small soft">Left empty, a plan tells hours only. What is in the store is not counted as bought.</p>
    <div class="row">
      <UFormField label="Money" :error="errors.money || false">
        <UInput
          :model-value="settings.prices.money"
          class="w-24"
          placeholder="EUR"
          @change="(e: Event) => keep('money', { do: 'set-prices', prices: { money: typedIn(e).trim() } })"
        />
      </UFormField>
      <UFormField v-for="row in ROWS" :key="row.key" :label="row.label" :error="errors[row.key] || false">
        <UInput
          :model-value="shown(row.key)"
          class="w-28"
          inputmode="decimal"
          @change="(e: Event) => set(row.key, typedIn(e))"
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
