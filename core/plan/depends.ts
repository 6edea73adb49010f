import type { Piece } from '../piece/schema'
import type { Shop } from '../reference/shop-settings'

/**
 * What a plan is made from: of the piece and of the shop. Two that agree in this have the same plan, whatever they are
 * called, whoever owns them and whatever pictures and notes there are.
 */
export function planFacts(piece: Piece, shop: Shop): object {
  const {
    id,
    shape,
    parts,
    joints,
    findings,
    holds,
    faults,
    bracing,
    dryFit,
    dryClose,
    trueReadings,
    choices,
    after,
    outcome,
    events,
    intake,
  } = piece
  const { age, worth, finish, upholstery, service, school, place } = intake
  const asked = { age, worth, finish, upholstery, service, school, place }
  return {
    piece: {
      id,
      family: shape.family,
      parts,
      joints,
      findings,
      holds,
      faults,
      bracing,
      dryFit,
      dryClose,
      trueReadings,
      choices,
      after,
      outcome,
      events,
      intake: asked,
    },
    shop: shopFacts(shop),
  }
}

/** What every plan is made from of the shop. */
export function shopFacts(shop: Shop): object {
  const {
    school,
    hands,
    opensMin,
    closesMin,
    daysOff,
    roundsLeftOut,
    climate,
    rooms,
    rack,
    shelf,
    bitsMm,
    prices,
    store,
  } = shop
  return {
    school,
    hands,
    opensMin,
    closesMin,
    daysOff,
    roundsLeftOut,
    climate,
    rooms,
    rack,
    shelf,
    bitsMm,
    prices,
    store,
  }
}
