import type { HeapTestKind } from '$core/bench/heap-test';
import type { Targets, Window } from '$core/reference/targets';
import type { Dimension } from '$core/quantity/unit';
import type { CautionName } from '../caution/cautions';

/** One thing to measure, and how it goes into the record: the SI value times `factor`. */
export interface GuideField {
  name: string;
  label: string;
  dimension: Dimension;
  size?: 'small' | 'large';
  factor: number;
  /** What is measured with a standard rig; offered, and changed for one's own, which is offered the next time. */
  usual?: string;
  /** The unit of the record, for one's own rig; none for a plain number. */
  unit?: string;
  hint?: string;
}

export interface GuideStep {
  text: string;
  /** Where one waits: a timer of this many seconds is offered. */
  wait_s?: number;
}

export interface Guide {
  kind: HeapTestKind;
  name: string;
  /** What it tells, in a line. */
  tells: string;
  minutes: number;
  steps: GuideStep[];
  fields: GuideField[];
  caution?: CautionName;
  /** How its figure is shown: multiplied, with decimals and a unit. */
  figure: { name: string; scale: number; decimals: number; unit: string };
  /** The heap's window for the figure, in the figure's own SI, where there is one. */
  window?: (targets: Targets) => Window | null;
}

const GRAMS = { dimension: 'mass', size: 'small', factor: 1000, unit: 'g' } as const;
const MILLIMETRES = { dimension: 'length', factor: 1000, unit: 'mm' } as const;
const CENTIMETRES = { dimension: 'length', factor: 100, unit: 'cm' } as const;
const NUMBER = { dimension: 'count', factor: 1 } as const;

const PERCENT = { scale: 100, decimals: 1, unit: '%' } as const;

/** The tests that are a few figures taken in order; squeeze and drying are asked in a way of their own. */
export type GuidedKind = Exclude<HeapTestKind, 'squeeze' | 'moisture'>;

export const GUIDES: Record<GuidedKind, Guide> = {
  probe: {
    kind: 'probe',
    name: 'Moisture probe',
    tells: 'Moisture at once, roughly.',
    minutes: 2,
    steps: [
      { text: 'Tread the sand down evenly: a probe reads loose sand too dry.' },
      { text: 'Push the probe in to its collar, away from the wall.' },
      { text: 'Wait until the reading is steady. Three places, each noted.' }
    ],
    fields: [
      { name: 'moisture_percent', label: 'What it shows', dimension: 'fraction', factor: 100, unit: '%' }
    ],
    figure: { name: 'moisture', ...PERCENT },
    window: (targets) => targets.moisture
  },
  compactability: {
    kind: 'compactability',
    name: 'Compactability',
    tells: 'How ready it is to ram: the surest hand test of temper.',
    minutes: 5,
    steps: [
      { text: 'Riddle sand through 6 mm into the tube, loosely, heaped over.' },
      { text: 'Strike it off level. Do not shake or press.' },
      {
        text: 'Ram it: three blows of the standard weight, or your own weight dropped the same way each time.'
      },
      { text: 'Measure the loose height and the rammed height.' }
    ],
    fields: [
      { name: 'start_mm', label: 'Loose height', ...MILLIMETRES, usual: '100 mm' },
      { name: 'end_mm', label: 'Rammed height', ...MILLIMETRES }
    ],
    figure: { name: 'compactability', ...PERCENT },
    window: (targets) => targets.compactability
  },
  'green-compression': {
    kind: 'green-compression',
    name: 'Green compression',
    tells: 'How strong the damp sand is.',
    minutes: 8,
    steps: [
      { text: 'Ram a cylinder 50.8 mm across and as high; push it out of its tube.' },
      { text: 'Stand it on a bathroom scale, a flat plate on top.' },
      { text: 'Press slowly and evenly, or pour water into a bucket on the plate, until it breaks.' },
      { text: 'Note the heaviest the scale showed.' }
    ],
    fields: [
      { name: 'load_kg', label: 'Load when it broke', dimension: 'mass', factor: 1 },
      { name: 'diameter_mm', label: 'Diameter', ...MILLIMETRES, usual: '50.8 mm' }
    ],
    figure: { name: 'green compression', scale: 1e-3, decimals: 0, unit: 'kPa' },
    window: (targets) => targets.green_compression_pa
  },
  permeability: {
    kind: 'permeability',
    name: 'Permeability',
    tells: 'How easily gas gets out.',
    minutes: 10,
    steps: [
      { text: 'Ram a specimen in its tube and leave it there; seal the tube to the rig.' },
      { text: 'Let a known volume of air through it under a steady pressure.' },
      { text: 'Time it.' }
    ],
    fields: [
      {
        name: 'air_cm3',
        label: 'Air passed',
        dimension: 'volume',
        factor: 1e6,
        usual: '2000 ml',
        unit: 'ml'
      },
      {
        name: 'time_s',
        label: 'Time it took',
        dimension: 'time',
        factor: 1,
        hint: 'for example 30 s or 1.5 min'
      },
      { name: 'height_cm', label: 'Height of the specimen', ...CENTIMETRES, usual: '50.8 mm' },
      {
        name: 'area_cm2',
        label: 'Cross-section',
        dimension: 'area',
        factor: 1e4,
        usual: '20.268 cm2',
        unit: 'cm2'
      },
      {
        name: 'pressure_g_cm2',
        label: 'Pressure, cm of water',
        ...NUMBER,
        usual: '10',
        hint: '1 cm of water is 1 g/cm²'
      }
    ],
    figure: { name: 'permeability number', scale: 1, decimals: 0, unit: '' },
    window: (targets) => targets.permeability
  },
  shatter: {
    kind: 'shatter',
    name: 'Shatter',
    tells: 'Whether it is tough or brittle.',
    minutes: 5,
    steps: [
      { text: 'Ram a standard specimen.' },
      { text: 'Drop it 1.83 m on an iron plate over a 12.5 mm mesh.' },
      { text: 'Weigh what stays on the mesh and what fell through.' }
    ],
    fields: [
      { name: 'kept_g', label: 'Stayed on the mesh', ...GRAMS },
      { name: 'through_g', label: 'Fell through', ...GRAMS }
    ],
    figure: { name: 'shatter index', ...PERCENT }
  },
  'clay-wash': {
    kind: 'clay-wash',
    name: 'Clay wash',
    tells: 'All clay-size matter, alive and dead.',
    minutes: 30,
    steps: [
      { text: 'Dry the sand; weigh out 50 g.' },
      { text: 'Stir it up in half a litre of warm water with a pinch of washing soda.', wait_s: 300 },
      { text: 'Let it settle, then pour off the cloudy water.', wait_s: 600 },
      { text: 'Again and again until the water stays clear.' },
      { text: 'Dry what is left to constant weight and weigh it.' }
    ],
    fields: [
      { name: 'before_g', label: 'Dry, before', ...GRAMS, usual: '50 g' },
      { name: 'after_g', label: 'Dry, washed', ...GRAMS }
    ],
    caution: 'dust',
    figure: { name: 'washed off', ...PERCENT }
  },
  ignition: {
    kind: 'ignition',
    name: 'Loss on ignition',
    tells: 'What burns: oil, carbon, wood flour.',
    minutes: 20,
    steps: [
      { text: 'Dry the sand; weigh out 10 g in a metal dish.' },
      {
        text: 'Heat it to red heat outdoors, stirring with a wire, until it stops changing colour.',
        wait_s: 900
      },
      { text: 'Let it cool where nobody touches it; weigh it.', wait_s: 1200 }
    ],
    fields: [
      { name: 'before_g', label: 'Dry, before', ...GRAMS, usual: '10 g' },
      { name: 'after_g', label: 'Burnt, cooled', ...GRAMS }
    ],
    caution: 'burning',
    figure: { name: 'loss on ignition', ...PERCENT }
  },
  'methylene-blue': {
    kind: 'methylene-blue',
    name: 'Methylene blue',
    tells: 'Clay that still binds, and only that.',
    minutes: 25,
    steps: [
      { text: 'Boil 5 g of dried sand in water with a pinch of dispersant; let it cool.', wait_s: 300 },
      { text: 'Add dye half a millilitre at a time, stirring a minute each.' },
      {
        text: 'Put a drop on filter paper: you are there when a pale blue halo shows and stays two minutes.',
        wait_s: 120
      },
      {
        text: 'Do the same once with sand that you made up with a known share of clay: those are your standards.'
      }
    ],
    fields: [],
    caution: 'dye',
    figure: { name: 'active clay', ...PERCENT },
    window: (targets) => targets.active_clay
  },
  sieve: {
    kind: 'sieve',
    name: 'Sieve',
    tells: 'Grain size, fines, and how well it packs.',
    minutes: 40,
    steps: [
      { text: 'Wash the clay off 50 to 100 g and dry it; note what it weighed dry before washing.' },
      { text: 'Shake it through the stack for a quarter of an hour.', wait_s: 900 },
      { text: 'Weigh what each sieve holds, and the pan.' }
    ],
    fields: [],
    caution: 'dust',
    figure: { name: 'fineness number', scale: 1, decimals: 0, unit: '' }
  },
  hardness: {
    kind: 'hardness',
    name: 'Surface hardness',
    tells: 'How hard the face was rammed.',
    minutes: 2,
    steps: [
      { text: 'Press the gauge square on the rammed face, away from edges and the pattern.' },
      { text: 'Three places, each noted.' }
    ],
    fields: [{ name: 'reading', label: 'Gauge reading, 0 to 100', ...NUMBER }],
    figure: { name: 'hardness', scale: 1, decimals: 0, unit: '' },
    window: () => ({ min: 75, max: 85 })
  }
};

/** Whether a name in an address is that of a test with a guide. */
export function guided(kind: string): kind is GuidedKind {
  return Object.hasOwn(GUIDES, kind);
}

/** Every test: what it is called, what it tells, and how long a hand is busy with it. */
export const TESTS: Record<HeapTestKind, Pick<Guide, 'name' | 'tells' | 'minutes'>> = {
  squeeze: {
    name: 'Squeeze',
    tells: 'Temper, by hand; and whether water is what it lacks.',
    minutes: 1
  },
  moisture: {
    name: 'Dry and weigh',
    tells: 'Moisture, by oven, lamp, pan or microwave.',
    minutes: 12
  },
  ...GUIDES
};

/** Mean and standard deviation of repeats; the deviation is null from one alone. */
export function meanAndSpread(values: readonly number[]): { mean: number; spread: number | null } {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  if (values.length < 2) return { mean, spread: null };
  return {
    mean,
    spread: Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (values.length - 1))
  };
}

/**
 * The repeat that stands apart: farther from the median than three times the others' median distance and a
 * tenth of the median; pointed out, never dropped. Null with fewer than three repeats.
 */
export function oddOneOut(values: readonly number[]): number | null {
  if (values.length < 3) return null;
  const median = (of: readonly number[]) => [...of].sort((a, b) => a - b)[Math.floor(of.length / 2)]!;
  const centre = median(values);
  const distances = values.map((value) => Math.abs(value - centre));
  const farthest = distances.indexOf(Math.max(...distances));
  const others = median(distances.filter((_, i) => i !== farthest));
  return distances[farthest]! > Math.max(3 * others, 0.1 * Math.abs(centre)) ? farthest : null;
}
