<script setup lang="ts">
/** The air the wood stands in now, and the night to come. */
const { settings, errors, number, temperature } = useShopForm()
</script>

<template>
  <ShopSection id="climate" heading="Climate">
    <FieldLine label="Wood and air now, °C" :error="errors.nowC">
      <FieldEntry
        :value="settings.climate.nowC.toFixed(1)"
        class="w-32"
        :take="text => temperature('nowC', text, c => ({ do: 'set-climate', climate: { nowC: c } }))"
      />
    </FieldLine>
    <FieldLine label="Humidity, %" :error="errors.rh">
      <FieldEntry
        :value="settings.climate.nowRhPct.toFixed(0)"
        class="w-32"
        :take="text => number('rh', text, n => ({ do: 'set-climate', climate: { nowRhPct: n } }))"
      />
    </FieldLine>
    <FieldLine label="Lowest tonight, °C" :error="errors.tonightC">
      <FieldEntry
        :value="settings.climate.tonightC.toFixed(1)"
        class="w-32"
        :take="text => temperature('tonightC', text, c => ({ do: 'set-climate', climate: { tonightC: c } }))"
      />
    </FieldLine>
  </ShopSection>
</template>
