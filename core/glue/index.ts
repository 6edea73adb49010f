export {
  chooseGlue,
  spareTime,
  verdictOf,
  verdictText,
  type GlueChoice,
  type GlueNeeds,
  type GlueVerdict,
} from './choose'
export { glueAmounts, type GlueAmount } from './quantities'
export { clampTime, coldestBetweenC, minutesToCure, openTime, temperatureAtC } from './climate'
export { cleaningWords } from './cleaning'
export { minutesOfRecipe, recipeFor, sawingRecipe, type Recipe, type Round } from './release'
export { ROUND_IDS, ROUNDS, type RoundId } from '../reference/rounds'
