<script setup lang="ts">
/** The air the wood stands in now, and the night to come. */
const { settings, errors, number, temperature } = useShopForm()
const value = typedIn
</script>

<template>
  <ShopSection id="climate" heading="Climate">
    <FieldLine label="Wood and air now, °C" :error="errors.nowC">
      <UInput
        :model-value="settings.climate.nowC.toFixed(1)"
        class="w-32"
        @change="(e: Event) => temperature('nowC', value(e), c => ({ do: 'set-climate', climate: { nowC: c } }))"
      />
    </FieldLine>
    <FieldLine label="Humidity, %" :error="errors.rh">
      <UInput
        :model-value="settings.climate.nowRhPct.toFixed(0)"
        class="w-32"
        @change="(e: Event) => number('rh', value(e), n => ({ do: 'set-climate', climate: { nowRhPct: n } }))"
      />
    </FieldLine>
    <FieldLine label="Lowest tonight, °C" :error="errors.tonightC">
      <UInput
        :model-value="settings.climate.tonightC.toFixed(1)"
        class="w-32"
        @change="(e: Event) => temperature('tonightC', value(e), c => ({ do: 'set-climate', climate: { tonightC: c } }))"
      />
    </FieldLine>
  </ShopSection>
</template>
