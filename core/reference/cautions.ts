/** Short cautions, shown where the operation is. Local rules and licensed practice come first. */
export const CAUTIONS = {
  'return':
    'Someone’s back depends on it: if in doubt, do not return it for use. High chairs, children’s and care furniture follow the rules of their place.',
  'heat': 'Burns: steam escapes from the far end of a joint. Gloves; keep solvent rags away.',
  'solvent':
    'No flame, iron or heat gun while it is wet. Air and gloves; rags laid out flat, oily ones can catch fire by themselves.',
  'paint': 'Old paint may hold lead: no dry sanding, no heat gun; test first and follow local rules.',
  'sensitiser': 'Sensitises skin and lungs: gloves and air, a mask when sanding.',
  'polyurethane-heat': 'Heating polyurethane gives off harmful vapours: cut or saw it instead.',
  'spreader': 'Wood under spring lets go suddenly: face out of line, add force slowly.',
  'drill': 'Clamp the work, set a depth stop, look where the bit comes out.',
  'blade': 'Both hands behind the edge; work clamped, not held.',
  'worm':
    'Live worm: treat or isolate the piece before anything else, as the label says, away from children and animals.',
} as const
export type CautionId = keyof typeof CAUTIONS
