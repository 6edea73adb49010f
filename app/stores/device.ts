import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import type { UnitSystem } from '#core/measure/length'
import { keepOnDevice, readKept } from '~/composables/useDevice'

const KEYS = { units: 'arreglo-units', keysOn: 'arreglo-keys' } as const

/** What is this device's own matter: the units it shows, and whether single letters act. The lamp keeps itself. */
export const useDevice = defineStore('device', () => {
  const units = ref<UnitSystem>(readKept(KEYS.units) === 'in' ? 'in' : 'mm')
  const keysOn = ref(readKept(KEYS.keysOn) !== 'off')
  watch(units, now => keepOnDevice(KEYS.units, now))
  watch(keysOn, now => keepOnDevice(KEYS.keysOn, now ? 'on' : 'off'))
  return { units, keysOn }
})
