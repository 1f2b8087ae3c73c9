import type { HeapTestKind } from './bench-tests';

/** What somebody may own to test sand with, in the order in which it is usually bought. */
export const GEAR = {
  'kitchen-scale': 'Kitchen scale, to a gram',
  heat: 'Oven, lamp or pan to dry in',
  tube: 'Tube 50 mm wide, with something to ram',
  'bathroom-scale': 'Bathroom scale, or a bucket on a board',
  sieves: 'Kitchen sieves, meshes or a set of sieves',
  'pocket-scale': 'Pocket scale, to a tenth of a gram',
  jar: 'Tall jar and washing soda',
  torch: 'Torch or kiln, outdoors',
  dye: 'Methylene blue, a syringe and filter paper',
  'air-bell': 'Bottle in a bucket, or an air bell',
  gauge: 'Hardness gauge, or a round-ended rod',
  probe: 'Moisture probe'
} as const;

export type Gear = keyof typeof GEAR;

export const GEAR_NAMES = Object.keys(GEAR) as Gear[];

export interface Rig {
  /** What it needs; of each group any one will do. */
  needs: readonly (readonly Gear[])[];
  /** How it is made from what there is in the house, sizes included. */
  household: string;
}

const SCALE = ['kitchen-scale', 'pocket-scale'] as const;

/**
 * What each test needs, and the rig that a household has for it.
 *
 * A blow of the standard rammer is its fall: 6.35 kg from 51 mm is as much as 1 kg from 32 cm. An air bell 100 mm across
 * presses with its weight on 78.5 cm²: 785 g is 10 g/cm².
 */
export const RIGS: Record<HeapTestKind, Rig> = {
  squeeze: { needs: [], household: 'Your bare hand, clean and dry; a fist full of riddled sand.' },
  moisture: {
    needs: [SCALE, ['heat']],
    household: 'A kitchen scale and a pan, an oven or a lamp; the coarser the scale, the more sand.'
  },
  probe: {
    needs: [['probe']],
    household: 'Nothing in the house stands in for a probe: dry and weigh a scoop instead.'
  },
  compactability: {
    needs: [['tube']],
    household:
      'A pipe offcut 50 mm wide, marked at 100 mm, on a flat stone; a dowel that fits it; 1 kg let fall 32 cm on the dowel, three times: that is the standard blow.'
  },
  'green-compression': {
    needs: [['tube'], ['bathroom-scale']],
    household:
      'The cylinder stands on a bathroom scale under a flat board; or a bucket on the board is filled slowly: its litres are kilograms, with bucket and board.'
  },
  permeability: {
    needs: [['tube'], ['air-bell']],
    household:
      'A 2 L bottle 100 mm wide without its bottom, upside down in a bucket of water, a hose from its neck to the tube: weighed to 785 g it presses with 10 g/cm² as it sinks. Time 2 L.'
  },
  shatter: {
    needs: [['tube'], ['sieves'], SCALE],
    household: 'From a mark 1.83 m up the wall on to a baking tray, beside a rack or mesh of 12.5 mm.'
  },
  hardness: {
    needs: [['gauge']],
    household:
      'A dowel with a 12 mm round end and 1 kg on it: 100 less 4 for each tenth of a millimetre that it sinks. Rough: compare it with itself.'
  },
  'clay-wash': {
    needs: [SCALE, ['heat'], ['jar']],
    household: 'A tall jar, warm water and a pinch of washing soda; a hose draws the cloudy water off.'
  },
  'methylene-blue': {
    needs: [['pocket-scale'], ['dye']],
    household:
      'Aquarium methylene blue of known strength, a 5 ml syringe, a coffee filter; standards made up from your own clay.'
  },
  ignition: {
    needs: [['pocket-scale'], ['torch']],
    household: 'A steel spoon or tin lid over a camping burner, outdoors, until it stops changing colour.'
  },
  grinding: {
    needs: [SCALE, ['sieves'], ['heat']],
    household: 'A cloth bag and a mallet, then a tea strainer: what stays in it is hammered once more.'
  },
  'settling-jar': {
    needs: [['jar']],
    household:
      'A straight jar of 250 mm or more, a pinch of washing soda, a strip of tape to mark the layers on.'
  },
  'trial-cylinders': {
    needs: [['tube'], ['bathroom-scale'], SCALE],
    household:
      'A cut-off pipe to ram them in, a bathroom scale and a board to break them on; three of each clay.'
  },
  sieve: {
    needs: [SCALE, ['sieves'], ['heat']],
    household:
      'A tea strainer and kitchen sieves, told by their wires per 10 mm; tights for the finest. The answer says how rough that is.'
  }
};

/** What of a test's needs is not among what somebody owns: of each group that lacks, what is usually bought first. */
export const lacking = (kind: HeapTestKind, owned: readonly Gear[]): Gear[] =>
  RIGS[kind].needs.filter((group) => !group.some((gear) => owned.includes(gear))).map(([first]) => first!);
