import { Worker } from 'node:worker_threads';
import { Bench } from 'tinybench';
import { grading } from '../src/core/bench/formula/grading';
import { conditionAt } from '../src/core/heap/condition';
import { inOrder, type LedgerEntry } from '../src/core/heap/entry';
import type { Event } from '../src/core/heap/kinds';
import { forecastDrying } from '../src/core/forecast/forecast';
import type { HeapNature } from '../src/core/heap/state/belief';
import { believe } from '../src/core/heap/estimate';
import { replay } from '../src/core/heap/ledger';
import { composition } from '../src/core/material/composition';
import { batch } from '../src/core/mix/batch';
import { blend, type BlendProblem } from '../src/core/mix/blend';
import { clayAndWater } from '../src/core/mix/correction';
import { knownExactly, prescribe } from '../src/core/mix/prescription';
import { parseQuantity } from '../src/core/quantity/parse';
import { TARGETS } from '../src/core/reference/targets';
import { answerTo, picksFor } from '../src/lib/ui/mix/batch-draft';
import { linearSolver } from '../src/lib/server/solver/linear-solver';
import { bundledThread } from '../src/lib/server/worker/bundled-thread';
import { freezeMold } from '../src/core/freeze/mold-freezing';
import { moldAfterPour } from '../src/core/heat/mold-after-pour';
import { gatingFor, moldToGate } from '../src/core/mold/mold-gating';
import { layOut } from '../src/core/mold/placement';
import { solidsSurface } from '../src/core/pattern/surface';
import { ALLOYS } from '../src/core/reference/alloys';
import type { Measured } from './table';

const HOUR_MS = 3_600_000;

/** A ledger of `count` entries as a busy heap would have it: a batch, then water, tests, molds and losses. */
export function busyLedger(count: number): LedgerEntry[] {
  const events: Event[] = [
    { kind: 'water', kg: 0.2 },
    {
      kind: 'tested',
      test: { kind: 'squeeze', holds: true, shrinks: true, breaks: 'crisp', palm: 'clean', prints: 'sharp' }
    },
    { kind: 'drawn', kg: 18 },
    { kind: 'poured', burnt_kg: 0.4, water_driven_off_kg: null },
    { kind: 'returned', kg: 17.6 },
    { kind: 'discarded', kg: 0.3, burnt: true },
    { kind: 'tested', test: { kind: 'moisture', method: 'oven', pan_g: 100, wet_g: 180, dry_g: 177.3 } },
    mixed(0.6)
  ];
  const entries: LedgerEntry[] = [{ id: 0, at: at(0), event: mixed(40) }];
  for (let id = 1; id < count; id++) entries.push({ id, at: at(id * 6), event: events[id % events.length]! });
  return entries;
}

const at = (hours: number) => new Date(Date.UTC(2020, 0, 1) + hours * HOUR_MS).toISOString();

function mixed(kg: number): Event {
  const stated = { moisture_stated: true, active_stated: true };
  return {
    kind: 'mixed',
    additions: [
      { ingredient: 'sand', role: 'sand', kg, moisture_fraction: 0.01, active_fraction: 0, ...stated },
      {
        ingredient: 'binder',
        role: 'binder',
        kg: kg / 10,
        moisture_fraction: 0.09,
        active_fraction: 0.9,
        ...stated
      },
      { ingredient: 'water', role: 'water', kg: kg / 40, moisture_fraction: 1, active_fraction: 0, ...stated }
    ]
  };
}

const GRADED = [
  { sieve: '50', grams: 18 },
  { sieve: '70', grams: 30 },
  { sieve: '100', grams: 28 },
  { sieve: '140', grams: 13 },
  { sieve: '200', grams: 6 },
  { sieve: 'pan', grams: 3 }
] as const;

const BLENDING: BlendProblem = {
  stock: Array.from({ length: 12 }, (_, i) => ({
    name: `sand ${i}`,
    available_kg: 20,
    fineness_number: 40 + 12 * i,
    fines: 0.004 * i,
    cost_per_kg: 0.2 + 0.05 * ((i * 7) % 5)
  })),
  total_kg: 60,
  fineness_number: { min: 85, max: 100 },
  fines: { min: 0.01, max: 0.03 }
};

export async function computing(): Promise<Measured[]> {
  const nature: HeapNature = {
    system: 'water',
    binder: 'sodium-bentonite',
    targets: TARGETS['sodium-bentonite'],
    container: { cover: 'lid', exposed_area_m2: 0.1 }
  };
  const ledger = busyLedger(5000);
  const belief = believe(nature, inOrder(ledger));
  const stock = {
    binder: { moisture_fraction: 0.09, active_fraction: 0.9, available_kg: 5 },
    sand: { moisture_fraction: 0.002, active_fraction: 0, available_kg: 25 },
    oil: { moisture_fraction: 0, active_fraction: 1, available_kg: 0 }
  };
  const dry = composition({ grain: 34, active_clay: 2.1, water: 0.9 });
  const sands = picksFor([], ['sand'], 'water');
  const clays = picksFor([], ['binder'], 'water');

  const solve = linearSolver;
  const bench = new Bench({ time: 600, warmupTime: 200 });
  bench
    .add('batch, damp stock', () => {
      batch({
        system: 'water',
        wanted: { total_kg: 30 },
        sands: [{ share: 1, moisture_fraction: 0.012 }],
        additions: [
          { role: 'binder', phs: 10, counted_as: 'active', moisture_fraction: 0.09, active_fraction: 0.9 }
        ],
        moisture_fraction: 0.038
      });
    })
    .add('correction, clay and water', () => {
      clayAndWater({
        total_kg: 60,
        moisture: 0.022,
        active_clay: 0.061,
        target_moisture: 0.036,
        target_active_clay: 0.08,
        product_active: 0.85,
        product_moisture: 0.09
      });
    })
    .add('whole prescription', () => {
      prescribe(knownExactly('water', nature.targets, dry), stock);
    })
    .add('replay, 5,000 entries', () => {
      replay(ledger);
    })
    .add('estimate, 5,000 entries', () => {
      believe(nature, ledger);
    })
    .add('condition at a time', () => {
      conditionAt(nature, belief, at(5000 * 6 + 200));
    })
    .add('fineness', () => {
      grading([...GRADED], 100);
    })
    .add('blend, two windows', async () => {
      await blend(BLENDING, solve);
    })
    .add('drying forecast, 14 days', () => {
      forecastDrying(nature, belief, at(5000 * 6), 14 * 24);
    })
    .add('keystroke on the mix page', () => {
      const reading = parseQuantity('31 lb 6 oz', 'mass', 'kg');
      answerTo({
        system: 'water',
        wanted_as: 'total',
        wanted_kg: reading.ok ? reading.si : undefined,
        sand: sands[0],
        second_sand: sands[1],
        second_share: 0.3,
        additions: [{ pick: clays[0], phs: 9, counted_as: 'active' }],
        moisture_fraction: 0.036
      });
    });
  await bench.run();
  const median = (name: string) => {
    const result = bench.getTask(name)?.result;
    if (!result || !('latency' in result)) throw new Error(`${name} was not measured`);
    return result.latency.p50;
  };
  return [
    { what: 'batch, damp stock', value: median('batch, damp stock') * 1000, target: 50, unit: 'µs' },
    {
      what: 'correction, clay and water',
      value: median('correction, clay and water') * 1000,
      target: 50,
      unit: 'µs'
    },
    { what: 'whole prescription', value: median('whole prescription') * 1000, target: 50, unit: 'µs' },
    { what: 'replay, 5,000 entries', value: median('replay, 5,000 entries'), target: 50, unit: 'ms' },
    { what: 'estimate, 5,000 entries', value: median('estimate, 5,000 entries'), target: 150, unit: 'ms' },
    { what: 'condition at a time', value: median('condition at a time'), target: 5, unit: 'ms' },
    { what: 'fineness number', value: median('fineness'), target: 1, unit: 'ms' },
    { what: 'heat of a mold, two kinds of casting', value: await heatOfMold(), target: 300, unit: 'ms' },
    ...(await frozenMolds()),
    { what: 'blend as a linear programme', value: median('blend, two windows'), target: 30, unit: 'ms' },
    { what: 'drying forecast, 14 days', value: median('drying forecast, 14 days'), target: 5, unit: 'ms' },
    {
      what: 'keystroke on the mix page',
      value: median('keystroke on the mix page'),
      target: 16.7,
      unit: 'ms'
    }
  ];
}

/** A block of aluminium with its way in, frozen in so many cells, ms; and how much of its heat the sums lost, percent. */
async function frozenMolds(): Promise<Measured[]> {
  // A partner runs what the server's threads run.
  const partner = await bundledThread(process.cwd());
  const alloy = ALLOYS.aluminium;
  const [length_m, width_m, height_m] = [0.08, 0.06, 0.04];
  const volume_m3 = length_m * width_m * height_m;
  const solid = { shape: 'box', length_m, width_m, height_m } as const;
  const area_m2 = solidsSurface([solid]);
  const box = {
    length_m,
    width_m,
    above_m: 0,
    below_m: height_m,
    kg: volume_m3 * alloy.solid_kg_m3,
    surface: { m2: area_m2, known: true },
    wall_m: height_m
  };
  const flask = { shape: 'rectangular', length_m: 0.3, width_m: 0.22, cope_m: 0.09, drag_m: 0.08 } as const;
  const gate = moldToGate([box], alloy, flask);
  const mold = {
    flask,
    castings: [{ box, volume_m3, modulus_m: volume_m3 / area_m2, solid }],
    layout: layOut([box], 'aluminium', flask).layout,
    way: gatingFor(gate)!,
    alloy,
    pour_c: gate.pour_c,
    moisture: 0.035,
    binder: 'sodium-bentonite'
  } as const;
  const frozen = (cells: number) => {
    const began = performance.now();
    const { energy_error } = freezeMold(
      { ...mold, cells: { usual: cells, most: cells } },
      undefined,
      (shared) => {
        const worker = new Worker(partner, { eval: true, workerData: { code: partner, follows: shared } });
        return () => void worker.terminate();
      }
    );
    return { ms: performance.now() - began, energy_error };
  };
  // The first run warms up.
  frozen(5000);
  const [usual, large] = [frozen(150_000), frozen(1_000_000)];
  return [
    { what: 'mold frozen in 150,000 cells', value: usual.ms, target: 2000, unit: 'ms' },
    { what: 'mold frozen in 1,000,000 cells', value: large.ms, target: 15_000, unit: 'ms' },
    { what: 'heat lost or made in it', value: 100 * large.energy_error, target: 0.5, unit: '%' }
  ];
}

/** A whole run of a usual mold, as the worker makes it: two kinds of casting and their gating; the median of five, ms. */
async function heatOfMold(): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < 6; i++) {
    const began = performance.now();
    moldAfterPour({
      alloy: ALLOYS.aluminium,
      castings: [
        { volume_m3: 60e-6, area_m2: 0.014, count: 2 },
        { volume_m3: 110e-6, area_m2: 0.022, count: 1 }
      ],
      gating: [
        { part: 'sprue', volume_m3: 8e-6, area_m2: 0.0031, count: 1 },
        { part: 'basin', volume_m3: 108e-6, area_m2: 0.0144, count: 0.3 },
        { part: 'runner', volume_m3: 30e-6, area_m2: 0.0062, count: 1 }
      ],
      pour_c: 735,
      moisture: 0.034,
      binder: 'sodium-bentonite',
      thick_m: 0.04
    });
    times.push(performance.now() - began);
  }
  // The first run warms up.
  return times.slice(1).sort((a, b) => a - b)[2]!;
}
