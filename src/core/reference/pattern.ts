/**
 * What is done about a pattern that does not draw, and what it costs, in the words of the bench.
 *
 * Source: usual pattern-making practice (handbook default).
 */
export const REMEDIES = {
  turn: { name: 'Turn it', costs: 'nothing: lay it the other way before you ram' },
  split: { name: 'Split it', costs: 'an evening: saw it at the widest line, two pins to find each other' },
  'cope-down': {
    name: 'Cope down to the widest line',
    costs: 'ten minutes a mold: cut the sand away by hand and slick the slope'
  },
  'back-fill': {
    name: 'Back-fill it with clay or wax and carve the casting',
    costs: 'a few minutes a mold, and an hour of filing on each casting'
  },
  'loose-piece': {
    name: 'Make a loose piece',
    costs: 'a careful evening: it stays in the sand and is drawn sideways after the pattern'
  },
  core: { name: 'Core it', costs: 'a core box and a baked core for every casting' },
  insert: {
    name: 'Set an investment insert',
    costs: 'a lost pattern of that part and a burn-out for every casting'
  },
  bevel: {
    name: 'Carve a bevel in the sand round its edge',
    costs: 'two minutes a mold; for thin discs and bars it does instead of draft'
  },
  draft: {
    name: 'Sand draft into it',
    costs: 'half an hour: 1 to 2° on short smooth walls, 3 to 5° on hand-made or deep ones'
  },
  wax: {
    name: 'Wax and polish it, rap it well',
    costs: 'nothing but patience; the mold’s edges are dressed more often'
  },
  thicken: { name: 'Thicken it there', costs: 'filler and sandpaper, and a heavier casting' },
  hot: { name: 'Pour at the hot end, a gate near it', costs: 'more gas and shrinkage in the thick parts' },
  unite: {
    name: 'Unite its bodies where it was drawn',
    costs: 'a minute at the drawing: add them into one, and export again'
  },
  mend: {
    name: 'Mend the mesh where it was drawn',
    costs: 'a while at the drawing; the figures here are guesses until then'
  }
} as const;

export type Remedy = keyof typeof REMEDIES;

/** The thinnest wall that a metal of a family fills in a hand-rammed mold, m (handbook default). */
export const THINNEST_WALL_M = { light: 0.0035, copper: 0.004, iron: 0.0045 } as const;

/** Fillet inside corners: share of the wall, and never less, m (handbook default). */
export const FILLET = { share: [1 / 4, 1 / 3], least_m: 0.002 } as const;

/** A disc or bar no higher than this draws with a bevel carved round it, m. */
export const BEVEL_HEIGHT_M = 0.012;

/** A hollow deeper than its width by this asks for the drafts of a deep pocket. */
export const DEEP_WALL_M = 0.04;

/** What a pattern is made of, kg/m³ (usual figures, handbook default); a print is mostly air inside. */
export const PATTERN_MATERIALS = {
  pine: { name: 'pine or lime wood', kg_m3: 500 },
  hardwood: { name: 'hardwood', kg_m3: 700 },
  mdf: { name: 'fibreboard', kg_m3: 750 },
  pla: { name: 'printed plastic, solid', kg_m3: 1240 },
  resin: { name: 'printed or cast resin', kg_m3: 1150 },
  plaster: { name: 'plaster', kg_m3: 1100 },
  wax: { name: 'wax', kg_m3: 930 },
  foam: { name: 'foam', kg_m3: 25 },
  aluminium: { name: 'aluminium', kg_m3: 2700 },
  brass: { name: 'brass', kg_m3: 8400 },
  iron: { name: 'iron or steel', kg_m3: 7200 }
} as const;
export type PatternMaterial = keyof typeof PATTERN_MATERIALS;
export const PATTERN_MATERIAL_NAMES = Object.keys(PATTERN_MATERIALS) as PatternMaterial[];

/** Coats of a pattern: hours until they may be sanded or coated again, in a warm room (handbook default). */
export const COATS = {
  filler: { name: 'filler', dry_h: 3 },
  primer: { name: 'primer', dry_h: 2 },
  paint: { name: 'paint', dry_h: 8 },
  shellac: { name: 'shellac', dry_h: 1 },
  varnish: { name: 'varnish', dry_h: 12 },
  wax: { name: 'wax', dry_h: 0.5 }
} as const;
export type CoatKind = keyof typeof COATS;
export const COAT_KINDS = Object.keys(COATS) as CoatKind[];

/** Grits that layer lines are sanded with, one after the other (handbook default). */
export const SANDING_GRITS = [220, 400, 600] as const;
