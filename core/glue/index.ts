export { chooseGlue, glueGrams, spareTime, verdictOf, verdictText, type GlueChoice, type GlueNeeds, type GlueVerdict } from './choose'
export { clampTime, coldestBetweenC, minutesToCure, openTime, temperatureAtC } from './climate'
