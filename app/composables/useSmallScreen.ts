import { useMediaQuery } from '@vueuse/core'

/** Too small for drawing and worksheet side by side: a phone, or a screen brought to twice its size. */
const SMALL = '(max-width: 700px), (max-height: 480px) and (max-width: 1000px)'
/** Too narrow for everything in the top bar. */
const NARROW = '(max-width: 900px)'

export const useSmallScreen = () => useMediaQuery(SMALL)
export const useNarrowScreen = () => useMediaQuery(NARROW)
