import { input, type Figure } from '../measure/figure'
import { MIN_PER_DAY, minuteOfDay } from '../measure/wall-time'
import type { Glue } from '../reference/glues'
import { middleOf } from '../reference/row'
import type { Climate, Shop } from '../reference/shop-settings'

type Hours = Pick<Shop, 'opensMin' | 'closesMin'>

/**
 * After closing the shop cools for this long, stays at its lowest until it opens, and warms up in the hour before
 * (docs/limits.md#night).
 */
const COOLING_MIN = 240
const WARMING_MIN = 60

/** Temperature of the wood at a wall-clock time, C: today's from opening to closing, tonight's lowest in between. */
export function temperatureAtC(climate: Climate, hours: Hours, wallMin: number): number {
  const t = minuteOfDay(wallMin)
  const { nowC, tonightC } = climate
  if (t >= hours.opensMin && t <= hours.closesMin) return nowC
  const sinceClosing = (t - hours.closesMin + MIN_PER_DAY) % MIN_PER_DAY
  const tillOpening = (hours.opensMin - t + MIN_PER_DAY) % MIN_PER_DAY
  if (tillOpening < WARMING_MIN) return tonightC + (nowC - tonightC) * (1 - tillOpening / WARMING_MIN)
  return nowC + (tonightC - nowC) * Math.min(1, sinceClosing / COOLING_MIN)
}

const STEP_MIN = 10

/** The lowest temperature between two times, C, looked at every ten minutes. */
export function coldestBetweenC(climate: Climate, hours: Hours, fromMin: number, toMin: number): number {
  let coldest = temperatureAtC(climate, hours, toMin)
  for (let t = fromMin; t < toMin; t += STEP_MIN) coldest = Math.min(coldest, temperatureAtC(climate, hours, t))
  return coldest
}

/**
 * Rates double for each 10 C (docs/sources.md#glue-climate). Gelling glues follow a gentler slope for their open
 * time.
 */
const rateAt = (temperatureC: number): number => 2 ** ((temperatureC - 20) / 10)

/** How long the joint may stay open after the first spread, minutes, at the shop's climate now. */
export function openTime(glue: Glue, climate: Climate): Figure {
  const [low, high] = glue.openMin
  const factor = openFactor(glue, climate)
  return {
    value: middleOf(glue.openMin) * factor,
    low: low * factor,
    high: high * factor,
    unit: 'min',
    derivation: {
      rule: RULES[glue.setsBy],
      source: 'glue-climate',
      confidence: 'medium',
      inputs: [
        input('open time at 20 °C and 50 %', middleOf(glue.openMin), 'min', 'table'),
        input('wood temperature', climate.nowC, 'C', 'measured'),
        input('humidity', climate.nowRhPct, '%', 'measured'),
      ],
    },
  }
}

const RULES: Readonly<Record<Glue['setsBy'], string>> = {
  'losing-water':
    'Open time at 20 °C × 2^((20 − T)/10), 1 % less for each % of humidity under 50, 1 % more for each above.',
  'reaction': 'Pot life at 20 °C × 2^((20 − T)/10): it halves for each 10 °C up.',
  'gelling': 'Open time at 20 °C × 2^((T − 20)/12): the glue gels as it cools, so warmth lengthens it.',
}

function openFactor(glue: Glue, climate: Climate): number {
  if (glue.setsBy === 'gelling') return Math.min(3, Math.max(0.33, 2 ** ((climate.nowC - 20) / 12)))
  const cold = 1 / rateAt(climate.nowC)
  if (glue.setsBy === 'reaction') return cold
  return cold * Math.max(0.3, 1 + (climate.nowRhPct - 50) / 100)
}

/** Longest a cure is followed: beyond two weeks the glue does not set in this cold. */
const LONGEST_MIN = 14 * MIN_PER_DAY

/**
 * Minutes from `startMin` until a time at 20 C has been made up, adding up the rate over the shop's day and night.
 * Below the glue's coldest nothing is added. Infinity if it is not made up within two weeks.
 */
export function minutesToCure(
  glue: Glue,
  minutesAt20C: number,
  climate: Climate,
  hours: Hours,
  startMin: number,
): number {
  let done = 0
  for (let t = 0; t < LONGEST_MIN; t += STEP_MIN) {
    const temperature = temperatureAtC(climate, hours, startMin + t + STEP_MIN / 2)
    const gain = temperature < glue.coldestC ? 0 : rateAt(temperature) * STEP_MIN
    if (done + gain >= minutesAt20C) return t + (STEP_MIN * (minutesAt20C - done)) / gain
    done += gain
  }
  return Infinity
}

/** Clamp time as a figure: the longer end of the glue's range, made up at the temperatures to come. */
export function clampTime(glue: Glue, climate: Climate, hours: Hours, startMin: number): Figure {
  const at20 = glue.clampH[1] * 60
  return {
    value: minutesToCure(glue, at20, climate, hours, startMin),
    unit: 'min',
    derivation: {
      rule: 'Clamp time at 20 °C, added up at the rate of the temperature to come, which doubles for each 10 °C; below the glue’s coldest nothing counts.',
      inputs: [
        input('clamp time at 20 °C', at20, 'min', 'table'),
        input('by day', climate.nowC, 'C', 'measured'),
        input('lowest tonight', climate.tonightC, 'C', 'measured'),
        input('glue’s coldest', glue.coldestC, 'C', 'table'),
      ],
      source: 'glue-climate',
      confidence: 'medium',
      limit: 'night',
    },
  }
}
