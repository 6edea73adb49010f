<script setup lang="ts">
import { ROUND_IDS, ROUNDS, type RoundId } from '#core/glue'

/** How this shop undoes old glue: what is not ticked is never told in a recipe. */
const { settings, errors, keep } = useShopForm()
/** Finding out which glue it is is no way of undoing it. */
const WAYS: readonly RoundId[] = ROUND_IDS.filter(id => id !== 'swab')
const items = WAYS.map(id => ({ label: ROUNDS[id].label, value: id }))
const used = computed<RoundId[]>({
  get: () => WAYS.filter(id => !settings.value.roundsLeftOut?.includes(id)),
  set: ids => void keep('rounds', { do: 'set', field: 'roundsLeftOut', value: WAYS.filter(id => !ids.includes(id)) }),
})
</script>

<template>
  <ShopSection id="release" heading="Undoing old glue">
    <p class="small soft">What you do not use is left out of every recipe.</p>
    <UCheckboxGroup
      v-model="used"
      :items="items"
      orientation="horizontal"
      color="neutral"
      aria-labelledby="release"
      :ui="{ fieldset: 'flex-wrap' }"
    />
    <FieldRefusal :text="errors.rounds" />
  </ShopSection>
</template>
