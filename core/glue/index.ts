export { chooseGlue, spareTime, verdictOf, verdictText, type GlueChoice, type GlueNeeds, type GlueVerdict } from './choose'
export { glueAmounts, type GlueAmount } from './quantities'
export { clampTime, coldestBetweenC, minutesToCure, openTime, temperatureAtC } from './climate'
