/**
 * What goes wrong with castings: how it looks, and what is suspected first.
 *
 * Source: usual foundry-textbook causes of defects in green sand, in the order in which they are looked at (handbook
 * default).
 */
export const CAUSES = {
  wet: 'the sand was too wet',
  dry: 'the sand was too dry',
  'too-fine': 'the sand was too fine, it let no gas through',
  'too-coarse': 'the sand was too coarse',
  'rammed-hard': 'it was rammed too hard',
  'rammed-soft': 'it was rammed too soft',
  'no-vents': 'gas had no way out: too few vents',
  smoky: 'too much that burns in the sand: oil or carbon',
  'little-clay': 'the sand was weak: too little live clay',
  'dried-edges': 'the mold stood too long and its edges dried',
  'loose-grains': 'loose grains were not blown out',
  'fast-gate': 'the metal came in too fast',
  'cold-metal': 'the metal was too cold',
  'hot-metal': 'the metal was too hot',
  'slow-fill': 'it filled too slowly',
  interrupted: 'the stream broke while it was poured',
  'small-sprue': 'the sprue was too small or not kept full',
  'thin-wall': 'the wall is thinner than the metal runs',
  'no-riser': 'nothing fed the thick part: riser missing or too small',
  'thin-gate': 'the gate stands at the thin side',
  'little-sand': 'too little sand stood around it',
  'hot-sand': 'the sand was still hot',
  'not-held': 'the cope was not held down enough',
  'loose-pins': 'the pins have play',
  'damp-tools': 'tools or crucible were damp',
  'gas-in-melt': 'the melt took up gas',
  skimming: 'dross went in with the stream',
  'no-bars': 'the cope’s sand had nothing to hang on',
  'much-parting': 'too much parting dust',
  'rough-closing': 'it was closed with a knock',
  'high-head': 'the metal stood very high over it',
  'no-draft': 'the pattern has no draft there',
  'rough-pattern': 'the pattern is rough or its coat soft',
  'sharp-corner': 'a sharp inner corner',
  ridge: 'a ridge of sand was left at the parting',
  warped: 'the flask is warped',
  'sharp-edges': 'sharp edges of sand stood where the metal ran',
  'little-parting': 'too little parting dust',
  'no-rapping': 'the pattern was drawn without rapping',
  'little-carbon': 'nothing in the sand keeps the metal off it: no carbon and no wash',
  'soft-grains': 'the sand holds grains that melt early: feldspar, shell or salt',
  'heavy-section': 'the metal is thick there and heats the sand for long',
  'rapped-closed': 'it was rapped or knocked after it was closed',
  'little-metal': 'there was too little metal',
  'stopped-early': 'the pour stopped before metal showed in riser or vents',
  'ran-out': 'metal ran out at the joint',
  'deep-vents': 'the vent wire went through to the pattern'
} as const;
export type Cause = keyof typeof CAUSES;
export const CAUSE_NAMES = Object.keys(CAUSES) as Cause[];

export interface Defect {
  name: string;
  look: string;
  /** Suspected in the sand and elsewhere, each first to last. */
  sand: readonly Cause[];
  elsewhere: readonly Cause[];
}

export const DEFECTS = {
  blow: {
    name: 'blow, gas hole',
    look: 'smooth round hollows, often under the skin that lay in the cope',
    sand: ['wet', 'rammed-hard', 'no-vents', 'too-fine', 'hot-sand', 'smoky'],
    elsewhere: ['damp-tools', 'fast-gate', 'gas-in-melt', 'interrupted']
  },
  pinholes: {
    name: 'pinholes',
    look: 'many tiny holes, seen once it is filed or turned',
    sand: ['wet', 'smoky'],
    elsewhere: ['gas-in-melt', 'hot-metal']
  },
  dirt: {
    name: 'sand in the skin',
    look: 'grains and crumbs sit in the skin',
    sand: ['dry', 'little-clay', 'loose-grains', 'dried-edges', 'sharp-edges'],
    elsewhere: ['fast-gate']
  },
  drop: {
    name: 'drop, crush',
    look: 'a lump of the cope is missing, with metal in its place and sand elsewhere',
    sand: ['dry', 'little-clay', 'no-bars', 'dried-edges', 'much-parting', 'rough-closing'],
    elsewhere: ['loose-pins']
  },
  scab: {
    name: 'scab, buckle, rat-tail',
    look: 'a rough raised patch, or a wavy line across a flat face',
    sand: ['too-fine', 'little-clay', 'rammed-hard', 'wet'],
    elsewhere: ['slow-fill', 'hot-metal']
  },
  rough: {
    name: 'penetration, rough skin',
    look: 'metal ran in between the grains: rough as sandpaper all through',
    sand: ['too-coarse', 'rammed-soft'],
    elsewhere: ['hot-metal', 'high-head']
  },
  'burn-on': {
    name: 'burn-on, glassy crust',
    look: 'a glassy crust of sand; the skin under it is smooth',
    sand: ['little-carbon', 'soft-grains'],
    elsewhere: ['hot-metal', 'heavy-section']
  },
  swell: {
    name: 'swell',
    look: 'the casting is fatter than its pattern',
    sand: ['rammed-soft', 'wet'],
    elsewhere: ['not-held']
  },
  sticker: {
    name: 'broken edge, sticker',
    look: 'a lump of metal where sand stuck to the pattern',
    sand: ['wet', 'dry', 'little-clay', 'hot-sand'],
    elsewhere: ['no-draft', 'rough-pattern', 'little-parting', 'no-rapping']
  },
  flash: {
    name: 'flash, fin',
    look: 'a thin sheet of metal all along the parting',
    sand: ['ridge'],
    elsewhere: ['not-held', 'warped', 'rapped-closed']
  },
  shift: {
    name: 'shift',
    look: 'the upper half stands beside the lower',
    sand: [],
    elsewhere: ['loose-pins']
  },
  misrun: {
    name: 'misrun',
    look: 'a part is missing; where the metal stopped its edges are round',
    sand: ['wet', 'too-fine', 'no-vents'],
    elsewhere: ['cold-metal', 'thin-wall', 'small-sprue', 'slow-fill', 'interrupted']
  },
  'short-pour': {
    name: 'short pour',
    look: 'the top is missing and the riser stands empty',
    sand: [],
    elsewhere: ['little-metal', 'stopped-early', 'ran-out']
  },
  'cold-shut': {
    name: 'cold shut',
    look: 'a seam with round lips where two fronts met',
    sand: ['wet'],
    elsewhere: ['cold-metal', 'slow-fill', 'interrupted']
  },
  shrinkage: {
    name: 'shrinkage',
    look: 'a sunk face, or a rough hollow in the thick part',
    sand: ['little-sand', 'hot-sand'],
    elsewhere: ['no-riser', 'thin-gate', 'hot-metal']
  },
  'hot-tear': {
    name: 'hot tear',
    look: 'a ragged crack, dark inside',
    sand: ['rammed-hard'],
    elsewhere: ['hot-metal', 'sharp-corner']
  },
  dross: {
    name: 'dross, oxide',
    look: 'a grey wrinkled skin, or rings in it',
    sand: [],
    elsewhere: ['skimming', 'fast-gate', 'small-sprue']
  },
  'run-out': {
    name: 'run-out',
    look: 'the metal ran out at the parting and the casting is not full',
    sand: [],
    elsewhere: ['not-held', 'warped']
  },
  'vent-marks': {
    name: 'vent marks',
    look: 'pips or dots where the vent wire came through',
    sand: ['deep-vents'],
    elsewhere: []
  }
} as const satisfies Record<string, Defect>;
export type DefectName = keyof typeof DEFECTS;
export const DEFECT_NAMES = Object.keys(DEFECTS) as DefectName[];

/** Of what is first suspected one is likelier than the next by this much. */
const EACH_LATER = 0.75;
/** Share of defects that none of the usual causes explains. */
export const UNEXPLAINED = 0.12;

/** How likely each cause of a defect is before anybody has looked at the day's record. */
export function priorCauses(defect: DefectName): { cause: Cause; chance: number }[] {
  const { sand, elsewhere }: Defect = DEFECTS[defect];
  const weighed = [...sand, ...elsewhere].map((cause) => {
    const among = sand.includes(cause) ? sand : elsewhere;
    return { cause, weight: EACH_LATER ** among.indexOf(cause) };
  });
  const whole = weighed.reduce((sum, { weight }) => sum + weight, 0);
  return weighed.map(({ cause, weight }) => ({ cause, chance: ((1 - UNEXPLAINED) * weight) / whole }));
}
