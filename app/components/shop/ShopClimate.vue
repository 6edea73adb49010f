<script setup lang="ts">
/** The air the wood stands in now, and the night to come. */
const { settings, errors, number, temperature } = useShopForm()
const { degrees, warmth } = useUnits()
</script>

<template>
  <ShopSection id="climate" heading="Climate">
    <FieldLine :label="`Wood and air now, ${degrees}`" :error="errors.nowC">
      <FieldEntry
        :value="warmth(settings.climate.nowC)"
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
    <FieldLine :label="`Lowest tonight, ${degrees}`" :error="errors.tonightC">
      <FieldEntry
        :value="warmth(settings.climate.tonightC)"
        class="w-32"
        :take="text => temperature('tonightC', text, c => ({ do: 'set-climate', climate: { tonightC: c } }))"
      />
    </FieldLine>
  </ShopSection>
</template>
