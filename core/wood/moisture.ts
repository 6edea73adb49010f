/** Above this the cell walls are full and the wood no longer swells, % moisture. */
export const FIBRE_SATURATION_PCT = 30

/**
 * Moisture wood comes to rest at, in % of its dry mass (docs/sources.md#moisture, high).
 * @param temperatureC -10 to 70 C   @param humidityPct 0 to 99 %   @throws RangeError outside these
 */
export function restingMoisturePct(temperatureC: number, humidityPct: number): number {
  if (!(temperatureC >= -10 && temperatureC <= 70)) throw new RangeError(`${temperatureC} C is outside -10 to 70 C.`)
  if (!(humidityPct >= 0 && humidityPct <= 99)) throw new RangeError(`${humidityPct} % is outside 0 to 99 % humidity.`)
  const t = temperatureC
  const h = humidityPct / 100
  const w = 349 + 1.29 * t + 0.0135 * t * t
  const k = 0.805 + 0.000736 * t - 0.00000273 * t * t
  const k1 = 6.27 - 0.00938 * t - 0.000303 * t * t
  const k2 = 1.91 + 0.0407 * t - 0.000293 * t * t
  const kh = k * h
  return (1800 / w) * (kh / (1 - kh) + (k1 * kh + 2 * k1 * k2 * kh * kh) / (1 + k1 * kh + k1 * k2 * kh * kh))
}

/**
 * Change of a dimension across the grain, millimetres, between two moistures (docs/sources.md#movement, high).
 * @param shrinkagePct green to oven-dry, radial or tangential, 1 to 20 %
 */
export function dimensionChangeMm(sizeMm: number, shrinkagePct: number, fromPct: number, toPct: number): number {
  const [m1, m2] = [Math.min(fromPct, FIBRE_SATURATION_PCT), Math.min(toPct, FIBRE_SATURATION_PCT)]
  return (sizeMm * (m2 - m1)) / (3000 / shrinkagePct - FIBRE_SATURATION_PCT + m1)
}
