import { formatLength } from '#core/measure/length'
import { DEGREES, shownDegrees } from '#core/measure/temperature'
import { formatQuantity, phraseText, type Phrase, type Quantity } from '#core/measure/phrase'

/** Says lengths and phrases in this device's units; follows the switch. */
export function useUnits() {
  const { units } = storeToRefs(useDevice())
  return {
    units,
    /** What temperatures are told in, and one of them. */
    degrees: computed(() => DEGREES[units.value]),
    warmth: (celsius: number) => shownDegrees(celsius, units.value),
    len: (mm: number) => formatLength(mm, units.value),
    text: (phrase: Phrase) => phraseText(phrase, units.value),
    quantity: (quantity: Quantity) => formatQuantity(quantity, units.value),
    /** As it was worked out: newtons, and areas in what they were reckoned in. */
    exact: (quantity: Quantity) => formatQuantity(quantity, units.value, true),
  }
}
