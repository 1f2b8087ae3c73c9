import { conditionAt } from '../src/core/heap/condition';
import { SHED, holdingOf, waterAfterStanding, type Cover } from '../src/core/heap/state/drying';
import type { LedgerEntry } from '../src/core/heap/entry';
import { HEAP } from '../src/core/heap/state/bodies';
import type { Ingredient } from '../src/core/heap/state/ingredient';
import type { Event } from '../src/core/heap/kinds';
import { firstBelief, type Belief, type HeapNature } from '../src/core/heap/state/belief';
import { advance } from '../src/core/heap/estimate';
import { apply, emptyBooks, sandIn, sandOut, type Books } from '../src/core/heap/ledger';
import { aimMoisture } from '../src/core/judge/temper-window';
import { heldWater, moistureFraction, totalMass } from '../src/core/material/composition';
import { waterToAdd } from '../src/core/mix/correction';
import { MOISTURE_SD } from '../src/core/reference/accuracy';
import { TARGETS, middle } from '../src/core/reference/targets';
import { squeezed } from '../src/lib/server/demo/true-sand';
import { chance, type Chance } from '../src/lib/server/demo/chance';

/**
 * The estimator against a simulated truth: heaps whose stock, drying and burning differ from what is assumed,
 * weighed and tested with the usual errors, each session tempered by what the estimator prescribes. Two other
 * ways of tempering are run on the same truth beside it.
 */
export interface Trial {
  /** Share of sessions in which the nine-in-ten interval of moisture held the truth. */
  coverage: number;
  /** Root mean square of (true moisture after tempering − aim), fractions, from the sixth session on. */
  landing_rms: number;
  recipe_rms: number;
  last_measurement_rms: number;
}

const HOUR_MS = 3_600_000;
/** What a hand strays by, as moisture. */
const SQUEEZE_MOISTURE_SD = 0.005;
/** Sessions that count as learning. */
const LEARNING = 5;

export function estimatorTrial(heaps: number, sessions: number, seed: number): Trial {
  const by = chance(seed);
  const errors = { landing: [] as number[], recipe: [] as number[], last: [] as number[] };
  let held = 0;
  let asked = 0;
  for (let heap = 0; heap < heaps; heap++) {
    const run = oneHeap(by, sessions);
    held += run.held;
    asked += run.asked;
    errors.landing.push(...run.landing);
    errors.recipe.push(...run.recipe);
    errors.last.push(...run.last);
  }
  return {
    coverage: held / asked,
    landing_rms: rms(errors.landing),
    recipe_rms: rms(errors.recipe),
    last_measurement_rms: rms(errors.last)
  };
}

function oneHeap(by: Chance, sessions: number) {
  const cover = by.pick<Cover>(['lid', 'lid', 'cloth']);
  const binder = by.pick(['sodium-bentonite', 'calcium-bentonite'] as const);
  const nature: HeapNature = {
    system: 'water',
    binder,
    targets: TARGETS[binder],
    container: { cover, exposed_area_m2: cover === 'lid' ? by.between(0.08, 0.3) : by.between(0.05, 0.12) }
  };
  const drying = Math.exp(by.noise(0.4));
  const sand_kg = by.between(20, 60);
  const stated = (role: Ingredient['role'], kg: number, moisture: number, active: number): Ingredient => ({
    ingredient: role,
    role,
    kg,
    moisture_fraction: moisture,
    active_fraction: active,
    moisture_stated: false,
    active_stated: false
  });
  const clay_kg = sand_kg * by.between(0.085, 0.11);
  const water_kg = sand_kg * by.between(0.022, 0.03);
  const believed: Event = {
    kind: 'mixed',
    additions: [
      stated('sand', sand_kg, 0.01, 0),
      stated('binder', clay_kg, 0.09, 0.9),
      stated('water', water_kg, 1, 0)
    ]
  };
  const really: Event = {
    kind: 'mixed',
    additions: [
      stated('sand', weighed(by, sand_kg), Math.max(0.001, 0.01 + by.noise(0.004)), 0),
      stated('binder', weighed(by, clay_kg), 0.09 + by.noise(0.01), Math.min(1, 0.9 + by.noise(0.05))),
      stated('water', weighed(by, water_kg), 1, 0)
    ]
  };
  let now = Date.UTC(2026, 0, 1);
  let id = 0;
  const at = () => new Date(now).toISOString();
  const entry = (event: Event): LedgerEntry => ({ id: id++, at: at(), event });
  let truth: Books = apply(emptyBooks(), entry(really));
  let belief: Belief = advance(nature, firstBelief(nature), entry(believed));
  const out = { held: 0, asked: 0, landing: [] as number[], recipe: [] as number[], last: [] as number[] };
  let recipe_share: number | null = null;

  for (let session = 0; session < sessions; session++) {
    const hours = by.between(5, 24) * 24;
    now += hours * HOUR_MS;
    truth = stand(nature, truth, hours * drying * Math.exp(by.noise(0.2)));
    const sand = sandIn(truth);
    const trueMoisture = moistureFraction(sand);
    const { targets } = nature;
    // The hand judges by how the sand behaves, that is, against the clay that is really there.
    const trueFactor = (sand.water - heldWater(sand)) / sand.active_clay / middle(targets.temper_ratio!);
    const squeeze_sd =
      (SQUEEZE_MOISTURE_SD * totalMass(sand)) / sand.active_clay / middle(targets.temper_ratio!);
    const felt = Math.max(0.05, trueFactor + by.noise(squeeze_sd));
    belief = advance(nature, belief, entry({ kind: 'tested', test: { kind: 'squeeze', ...squeezed(felt) } }));
    let measured = (felt * trueMoisture) / Math.max(trueFactor, 0.05);
    if (session % 3 === 2) {
      const read = Math.max(0.0005, trueMoisture + by.noise(MOISTURE_SD.oven));
      belief = advance(
        nature,
        belief,
        entry({
          kind: 'tested',
          test: { kind: 'moisture', method: 'oven', pan_g: 100, wet_g: 200, dry_g: 200 - 100 * read }
        })
      );
      measured = read;
    }

    const condition = conditionAt(nature, belief, at());
    out.asked += 1;
    if (Math.abs(condition.moisture.value - trueMoisture) <= 1.645 * condition.moisture.sd) out.held += 1;

    const aim = aimMoisture(targets, condition.sand);
    const trueAim = aimMoisture(targets, sand);
    const total = totalMass(sand);
    const landed = (water: number) => (sand.water + water) / (total + water);
    const dose = Math.max(-sand.water, waterToAdd(condition.total_kg, condition.moisture.value, aim));
    recipe_share ??= Math.max(0, waterToAdd(total, trueMoisture, trueAim)) / total;
    if (session >= LEARNING) {
      out.landing.push(landed(dose) - aim);
      out.recipe.push(landed(recipe_share * total) - trueAim);
      out.last.push(landed(waterToAdd(condition.total_kg, measured, aim)) - aim);
    }
    // Sand that is too wet is dried off by as much.
    const event: Event = dose >= 0 ? { kind: 'water', kg: dose } : { kind: 'dried', kg: -dose };
    if (Math.abs(dose) > 0.005) {
      belief = advance(nature, belief, entry(event));
      truth = apply(
        truth,
        entry({
          ...event,
          kg: Math.min(weighed(by, Math.abs(dose)), event.kind === 'dried' ? sand.water : Infinity)
        } as Event)
      );
    }
    ({ truth, belief } = cast(by, nature, truth, belief, entry));
  }
  return out;
}

/** A mold drawn, poured and returned; how much burnt is only judged by eye. */
function cast(
  by: Chance,
  nature: HeapNature,
  truth: Books,
  belief: Belief,
  entry: (event: Event) => LedgerEntry
) {
  const kg = totalMass(sandIn(truth)) * by.between(0.3, 0.6);
  const burnt = by.between(0.3, 1.2);
  const steps: [Event, Event][] = [
    [
      { kind: 'drawn', kg },
      { kind: 'drawn', kg }
    ],
    [
      { kind: 'poured', burnt_kg: burnt, water_driven_off_kg: null },
      { kind: 'poured', burnt_kg: burnt * Math.exp(by.noise(0.35)), water_driven_off_kg: null }
    ]
  ];
  for (const [told, real] of steps) {
    belief = advance(nature, belief, entry(told));
    truth = apply(truth, entry(real));
  }
  const back = totalMass(sandOut(truth));
  belief = advance(nature, belief, entry({ kind: 'returned', kg: weighed(by, back) }));
  truth = apply(truth, entry({ kind: 'returned', kg: back }));
  return { truth, belief };
}

function stand(nature: HeapNature, books: Books, hours: number): Books {
  const sand = sandIn(books);
  const water = waterAfterStanding(
    {
      water_kg: sand.water,
      ...holdingOf(sand, middle(nature.targets.temper_ratio!)),
      exposed_area_m2: nature.container.exposed_area_m2,
      cover: nature.container.cover,
      climate: SHED
    },
    hours
  );
  return { ...books, bodies: new Map(books.bodies).set(HEAP, { ...sand, water }) };
}

const weighed = (by: Chance, kg: number) => Math.max(0, kg + by.noise(Math.hypot(0.003, 0.004 * kg)));
const rms = (errors: readonly number[]) =>
  Math.sqrt(errors.reduce((sum, error) => sum + error * error, 0) / errors.length);
