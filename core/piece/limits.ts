/** How many of each a piece keeps at most: far more than any piece has, and an end to what an enemy can send. */
export const LIMITS = {
  parts: 400,
  joints: 800,
  holds: 400,
  faults: 400,
  photos: 400,
  edits: 1000,
  events: 2000,
  facts: 4000,
  notes: 500,
  readings: 300,
} as const
