import { METRIC_BITS_MM } from './bits'
import type { Shop } from './shop-settings'

/** A small shop with an ordinary rack, for a first start and for tests. */
export const USUAL_SHOP: Shop = {
  name: 'Workshop',
  school: 'everyday',
  hands: 1,
  opensMin: 8 * 60,
  closesMin: 18 * 60,
  climate: { nowC: 19, nowRhPct: 52, tonightC: 12 },
  rooms: [],
  rack: [
    { id: 'bar-600', type: 'screw-bar-light', count: 6, openingMm: 600 },
    { id: 'bar-1000', type: 'screw-bar-heavy', count: 2, openingMm: 1000 },
    { id: 'one-handed', type: 'one-handed-heavy', count: 4, openingMm: 450 },
    { id: 'c-100', type: 'c-clamp', count: 4, openingMm: 100 },
    { id: 'strap', type: 'strap', count: 2, openingMm: 4000 },
  ],
  shelf: ['liquid-hide', 'fish', 'pva-white', 'pva-slow', 'epoxy-slow'],
  bitsMm: [...METRIC_BITS_MM],
  prices: { money: '', hour: null, woodLitre: null, glue100g: null, hardwareEach: null },
  store: [],
}
