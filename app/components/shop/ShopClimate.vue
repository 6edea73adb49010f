<script setup lang="ts">
import { parseTemperatureC } from '#core/measure/temperature'

/** The air the wood stands in now, and the night to come. */
const { settings, errors, keep, refuse, number } = useShopForm()
const value = typedIn
function temperature(key: 'nowC' | 'tonightC', text: string): void {
  const read = parseTemperatureC(text)
  if (!read.ok) refuse(key, read.issues[0]!.message)
  else void keep(key, { do: 'set-climate', climate: { [key]: read.value } })
}
</script>

<template>
  <ShopSection id="climate" heading="Climate">
    <FieldLine label="Wood and air now, °C" :error="errors.nowC">
      <UInput
        :model-value="settings.climate.nowC.toFixed(1)"
        class="w-32"
        @change="(e: Event) => temperature('nowC', value(e))"
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
        @change="(e: Event) => temperature('tonightC', value(e))"
      />
    </FieldLine>
  </ShopSection>
</template>
