import { describe, expect, it } from 'vitest';
import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { arrivalOf } from '$core/material/arrival';
import { composition, plus, totalMass, type Composition } from '$core/material/composition';
import {
  BURNT_SD_SHARE,
  BURNT_UNJUDGED_SD_SHARE,
  LEAST_MOISTURE_SD,
  POURED_WATER_SD_SHARE,
  STATED,
  STEAM_LASTING_SD_SHARE,
  STEAM_SD_SHARE,
  UNLOGGED_LOSS_SD_SHARE,
  UNMEASURED,
  BOUGHT_UNSEEN_SD
} from '$core/reference/accuracy';
import { TARGETS } from '$core/reference/targets';
import {
  BURNING,
  LEAST_SIZE,
  STEAM,
  bodiesOf,
  drafted,
  ensure,
  firstBelief,
  placeOf,
  type Draft,
  type HeapNature
} from './state/belief';
import { HEAP, PART_COUNT, fromVector, toVector, type BodyKey } from './state/bodies';
import { sizeOf } from './state/covariance';
import { advance, applyMove } from './estimate';
import type { Ingredient } from './state/ingredient';
import { weighingSd } from './state/kind';
import { KINDS, type Event, type EventKind } from './kinds';
import { after, moved, type Move } from './state/moves';

/**
 * Every effect against a Monte Carlo run of itself: bodies and errors are drawn, the plain mean of the effect is worked
 * out for each draw, and the spread of what comes out is held against the covariance that the estimate carries.
 */

/** Mulberry32 and Box–Muller: the same draws every time. */
function draws(seed: number) {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
  return () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
}

const RUNS = 40_000;
const nature: HeapNature = {
  system: 'water',
  binder: 'sodium-bentonite',
  targets: TARGETS['sodium-bentonite'],
  container: { cover: 'sealed', exposed_area_m2: 0.1 }
};
const AT = '2026-03-01T09:00:00.000Z';
const sand = composition({
  grain: 30,
  active_clay: 2.6,
  dead_clay: 0.5,
  combustibles: 0.4,
  oil: 0.3,
  water: 1.3,
  fines: 0.8
});
const HEAP_SD = [0.2, 0.12, 0.05, 0.03, 0.02, 0.08, 0.06];
const MOLD_SD = [0.08, 0.03, 0.02, 0.01, 0.008, 0.03, 0.02];

/** A heap with a mold out and burnt sand beside it, each unsure and tied to the others. */
function unsure(): Draft {
  const draft = drafted({ ...firstBelief(nature), at: AT });
  const bodies: [BodyKey, Composition, number[]][] = [
    [HEAP, sand, HEAP_SD],
    [
      'mold:',
      composition({ grain: 9, active_clay: 0.8, dead_clay: 0.15, water: 0.4, fines: 0.2, oil: 0.05 }),
      MOLD_SD
    ],
    ['burnt', composition({ grain: 0.5, dead_clay: 0.05, fines: 0.01 }), [0.03, 0, 0.004, 0, 0, 0, 0.001]]
  ];
  for (const [key, body, sds] of bodies) {
    const at = key === HEAP ? 0 : ensure(draft, key, PART_COUNT);
    draft.mean.set(toVector(body), at);
    const size = sizeOf(draft.covariance);
    sds.forEach((sd, i) => (draft.covariance[(at + i) * size + at + i] = sd * sd));
  }
  // Ties: wetter where there is more clay, in the heap and in the mold that was drawn of it.
  const size = sizeOf(draft.covariance);
  const tie = (a: number, b: number, r: number) => {
    const [va, vb] = [draft.covariance[a * size + a]!, draft.covariance[b * size + b]!];
    draft.covariance[a * size + b] = draft.covariance[b * size + a] = r * Math.sqrt(va * vb);
  };
  const mold = placeOf(draft.layout, 'mold:')!;
  tie(1, 5, 0.5);
  tie(1, mold + 1, 0.6);
  tie(0, 1, -0.4);
  return draft;
}

/** Draws of the whole state of a draft. */
function drawn(draft: Draft, normal: () => number): () => Float64Array {
  const size = sizeOf(draft.covariance);
  const { eigenvectorMatrix, realEigenvalues } = new EigenvalueDecomposition(
    Matrix.from1DArray(size, size, Array.from(draft.covariance)),
    { assumeSymmetric: true }
  );
  const rows = eigenvectorMatrix
    .to2DArray()
    .map((row) => row.map((each, k) => each * Math.sqrt(Math.max(0, realEigenvalues[k]!))));
  return () => {
    const z = realEigenvalues.map(() => normal());
    return draft.mean.map((value, i) => rows[i]!.reduce((sum, each, k) => sum + each * z[k]!, value));
  };
}

/** Mean and covariance of outcomes, by plain loops: forty thousand of them are asked of every pair. */
function momentsOf(outcomes: readonly number[][]): { middle: Float64Array; covariance: Float64Array } {
  const size = outcomes[0]!.length;
  const [middle, covariance] = [new Float64Array(size), new Float64Array(size * size)];
  for (const each of outcomes) for (let i = 0; i < size; i++) middle[i]! += each[i]! / outcomes.length;
  for (const each of outcomes)
    for (let i = 0; i < size; i++) {
      const off = (each[i]! - middle[i]!) / outcomes.length;
      for (let j = 0; j <= i; j++) covariance[i * size + j]! += off * (each[j]! - middle[j]!);
    }
  return { middle, covariance };
}

/**
 * Holds the covariance that the estimate carries against what `truth` makes of each draw.
 *
 * @param truth the state after, in the layout of `carried`
 */
function agrees(
  before: Draft,
  carried: Draft,
  truth: (state: Float64Array, normal: () => number) => number[]
): void {
  const normal = draws(20260301);
  const draw = drawn(before, normal);
  const outcomes = Array.from({ length: RUNS }, () => truth(draw(), normal));
  const size = sizeOf(carried.covariance);
  const { middle, covariance } = momentsOf(outcomes);
  const sd = (i: number) => Math.sqrt(Math.max(0, carried.covariance[i * size + i]!));
  for (let i = 0; i < size; i++) {
    expect(Math.abs(middle[i]! - carried.mean[i]!)).toBeLessThan(0.04 * sd(i) + 2e-3);
    for (let j = 0; j <= i; j++) {
      const measured = covariance[i * size + j]!;
      const scale = Math.max(sd(i) * sd(j), 1e-7);
      expect([i, j, (measured - carried.covariance[i * size + j]!) / scale]).toEqual([
        i,
        j,
        expect.closeTo(0, 1)
      ]);
      if (i === j && scale > 1e-6)
        expect([i, measured / carried.covariance[i * size + i]!]).toEqual([i, expect.closeTo(1, 1)]);
    }
  }
}

/** A drawn state as bodies. */
function bodiesIn(draft: Draft, state: Float64Array) {
  const bodies = new Map<BodyKey, Composition>([[HEAP, fromVector(state)]]);
  for (const { key, at, size } of draft.layout)
    if (size === PART_COUNT) bodies.set(key as BodyKey, fromVector(state, at));
  return bodies;
}

/** The state that bodies make, in the layout of a draft; all else as it was drawn. */
function stateOf(draft: Draft, state: Float64Array, bodies: ReturnType<typeof bodiesIn>): number[] {
  const next = Array.from({ length: draft.mean.length }, (_, i) => state[i] ?? 0);
  const put = (key: BodyKey, at: number) =>
    toVector(bodies.get(key) ?? composition()).forEach((value, i) => (next[at + i] = value));
  put(HEAP, 0);
  for (const { key, at, size } of draft.layout) if (size === PART_COUNT) put(key as BodyKey, at);
  return next;
}

describe('each move carries the doubt as a Monte Carlo run of itself spreads', () => {
  const perKg = toVector(composition({ grain: 0.9, water: 0.1 }));
  const cases: [string, Move, (normal: () => number, burning: number) => Move][] = [
    [
      'arrive',
      { do: 'arrive', to: HEAP, parts: composition({ grain: 3, water: 0.2 }), noise: [[perKg, 0.15]] },
      (normal) => {
        const off = 0.15 * normal();
        return {
          do: 'arrive',
          to: HEAP,
          parts: fromVector(
            toVector(composition({ grain: 3, water: 0.2 })).map((v, i) => v + off * perKg[i]!)
          ),
          noise: []
        };
      }
    ],
    [
      'carry away',
      { do: 'carry', from: HEAP, to: null, kg: 11, sd: 0.4 },
      (normal) => ({ do: 'carry', from: HEAP, to: null, kg: 11 + 0.4 * normal(), sd: 0 })
    ],
    [
      'carry into a mold',
      { do: 'carry', from: HEAP, to: 'mold:', kg: 9, sd: 0.3 },
      (normal) => ({ do: 'carry', from: HEAP, to: 'mold:', kg: 9 + 0.3 * normal(), sd: 0 })
    ],
    [
      'carry back out of one',
      { do: 'carry', from: 'mold:', to: HEAP, kg: 6, sd: 0.2 },
      (normal) => ({ do: 'carry', from: 'mold:', to: HEAP, kg: 6 + 0.2 * normal(), sd: 0 })
    ],
    [
      'carry back with what burnt in it, on one weighing',
      { do: 'carry', from: 'mold:', to: HEAP, kg: 6, sd: 0.2, along: { from: 'burnt', to: 'burnt:sorted' } },
      (normal) => ({
        do: 'carry',
        from: 'mold:',
        to: HEAP,
        kg: 6 + 0.2 * normal(),
        sd: 0,
        along: { from: 'burnt', to: 'burnt:sorted' }
      })
    ],
    [
      'burn',
      { do: 'burn', from: 'mold:', to: 'burnt', kg: 1.5, sd: 0.3 },
      (normal, burning) => ({
        do: 'burn',
        from: 'mold:',
        to: 'burnt',
        kg: 1.5 * (1 + burning) + 0.3 * normal(),
        sd: 0
      })
    ],
    [
      'dry',
      { do: 'dry', from: HEAP, kg: 0.4, sd: 0.05 },
      (normal) => ({ do: 'dry', from: HEAP, kg: 0.4 + 0.05 * normal(), sd: 0 })
    ]
  ];
  it.each(cases)('%s', (_, move, perturbed) => {
    const before = unsure();
    const carried = drafted(before);
    applyMove(carried, move);
    agrees(before, carried, (state, normal) => {
      const bodies = bodiesIn(before, state);
      const next = after(bodies, moved(bodies, perturbed(normal, state[BURNING]!)));
      return stateOf(carried, state, next as never);
    });
  });
  it('merge, and the body is gone from the state', () => {
    const before = unsure();
    const carried = drafted(before);
    applyMove(carried, { do: 'merge', from: 'burnt', to: HEAP });
    expect(placeOf(carried.layout, 'burnt')).toBeNull();
    agrees(before, carried, (state) => {
      const bodies = bodiesIn(before, state);
      bodies.set(HEAP, plus(bodies.get(HEAP)!, bodies.get('burnt')!));
      const kept = drafted(carried);
      const whole = stateOf(kept, new Float64Array(kept.mean.length), bodies);
      // The figures that last stand between the heap and what came up later.
      for (let i = PART_COUNT; i < LEAST_SIZE; i++) whole[i] = state[i]!;
      return whole;
    });
  });
  it('of a body emptied by weight, what nobody is sure of stays behind', () => {
    const draft = unsure();
    const kg = totalMass(bodiesOf(draft).get('burnt')!);
    applyMove(draft, { do: 'carry', from: 'burnt', to: null, kg, sd: 0 });
    const at = placeOf(draft.layout, 'burnt')!;
    const size = sizeOf(draft.covariance);
    let left = 0;
    for (let i = 0; i < PART_COUNT; i++)
      for (let j = 0; j < PART_COUNT; j++) left += draft.covariance[(at + i) * size + at + j]!;
    expect(Math.sqrt(left)).toBeCloseTo(Math.hypot(0.03, 0.004, 0.001), 3);
  });
});

const ingredient = (role: Ingredient['role'], kg: number, more: Partial<Ingredient> = {}): Ingredient => ({
  ingredient: role,
  role,
  kg,
  moisture_fraction: role === 'water' ? 1 : 0.04,
  active_fraction: role === 'binder' ? 0.85 : role === 'sand' ? 0 : 1,
  moisture_stated: false,
  active_stated: false,
  ...more
});

/** An ingredient as it may really be, and its mass. */
function reallyArrives(each: Ingredient, normal: () => number): Composition {
  const { role, kg, moisture_fraction, active_fraction } = each;
  const mass = kg + weighingSd(kg) * normal();
  const share = (each.moisture_stated ? STATED : UNMEASURED).moisture_share;
  const moisture =
    role === 'water'
      ? 1
      : moisture_fraction + Math.max(LEAST_MOISTURE_SD, share * moisture_fraction) * normal();
  const active =
    role === 'binder'
      ? active_fraction + (each.active_stated ? STATED : UNMEASURED).binder_active * normal()
      : active_fraction;
  const fines =
    role === 'sand'
      ? (each.fines_fraction ?? 0) +
        (each.fines_fraction === undefined ? UNMEASURED : STATED).sand_fines * normal()
      : 0;
  return arrivalOf({
    ...each,
    kg: mass,
    moisture_fraction: moisture,
    active_fraction: active,
    fines_fraction: fines
  });
}

/** What each kind may really do to bodies, with errors drawn anew; kinds that move no sand are left out. */
const REALLY: Partial<
  Record<
    EventKind,
    [
      Event,
      (
        bodies: ReturnType<typeof bodiesIn>,
        normal: () => number,
        burning: number,
        steaming: number
      ) => Map<BodyKey, Composition>
    ][]
  >
> = {
  mixed: [
    [
      {
        kind: 'mixed',
        additions: [
          ingredient('sand', 12),
          ingredient('binder', 1.2),
          ingredient('water', 0.4),
          ingredient('activator', 0.5),
          ingredient('carbon', 0.3, { active_fraction: 0.9 })
        ]
      },
      (bodies, normal) =>
        bringing(
          workedOver(bodies),
          [
            ingredient('sand', 12),
            ingredient('binder', 1.2),
            ingredient('water', 0.4),
            ingredient('activator', 0.5),
            ingredient('carbon', 0.3, { active_fraction: 0.9 })
          ]
            .map((each) => reallyArrives(each, normal))
            .reduce(plus)
        )
    ]
  ],
  added: [
    [
      { kind: 'added', additions: [ingredient('binder', 2, { active_stated: true, moisture_stated: true })] },
      (bodies, normal) =>
        bringing(
          workedOver(bodies),
          reallyArrives(ingredient('binder', 2, { active_stated: true, moisture_stated: true }), normal)
        )
    ]
  ],
  water: [
    [
      { kind: 'water', kg: 1 },
      (bodies, normal) =>
        bringing(workedOver(bodies), composition({ water: 1 + POURED_WATER_SD_SHARE * normal() }))
    ]
  ],
  dried: [
    [
      { kind: 'dried', kg: 0.5 },
      (bodies, normal) =>
        bringing(bodies, composition({ water: -(0.5 + Math.hypot(weighingSd(0.5), 0.05) * normal()) }))
    ]
  ],
  discarded: [
    [
      { kind: 'discarded', kg: 5, burnt: false },
      (bodies, normal) => taking(bodies, HEAP, null, 5 + weighingSd(5) * normal())
    ],
    [
      { kind: 'discarded', kg: 0.3, burnt: true },
      (bodies, normal) => taking(bodies, 'burnt', null, 0.3 + weighingSd(0.3) * normal())
    ]
  ],
  spilled: [
    [{ kind: 'spilled', kg: 4 }, (bodies, normal) => taking(bodies, HEAP, null, 4 + weighingSd(4) * normal())]
  ],
  weighed: [30, 38].map((kg) => [
    { kind: 'weighed', kg },
    (bodies, normal) =>
      taking(bodies, HEAP, null, totalMass(bodies.get(HEAP)!) - (kg + weighingSd(kg) * normal()))
  ]),
  drawn: [
    [
      { kind: 'drawn', kg: 10 },
      (bodies, normal) => {
        const out = taking(workedOver(bodies), HEAP, 'mold:', 10 + weighingSd(10) * normal());
        // Riddled away and never logged.
        return taking(out, HEAP, null, UNLOGGED_LOSS_SD_SHARE * 10 * normal());
      }
    ]
  ],
  returned: [
    [
      { kind: 'returned', kg: 6 },
      (bodies, normal) => taking(bodies, 'mold:', HEAP, 6 + weighingSd(6) * normal())
    ]
  ],
  poured: [
    [
      { kind: 'poured', burnt_kg: 0.8, water_driven_off_kg: null, metal_kg: 1.5 },
      (bodies, normal, burning, steaming) =>
        pouring(bodies, 0.8 * (1 + burning) + BURNT_SD_SHARE * 0.8 * normal(), normal, steaming)
    ],
    [
      { kind: 'poured', burnt_kg: 0.4, water_driven_off_kg: null, metal_kg: 1.5, burnt_stated: false },
      (bodies, normal, burning, steaming) =>
        pouring(bodies, 0.4 * (1 + burning) + BURNT_UNJUDGED_SD_SHARE * 0.4 * normal(), normal, steaming, 0.4)
    ]
  ]
};

// Of 1.5 kg of aluminium, by three tenths of its heat.
const STEAM_KG = 0.1724;
/** What of its doubt differs from pour to pour. */
const STEAM_OWN_SD_SHARE = Math.sqrt(STEAM_SD_SHARE ** 2 - STEAM_LASTING_SD_SHARE ** 2);
function workedOver(bodies: ReturnType<typeof bodiesIn>) {
  const next = new Map(bodies);
  next.set(HEAP, plus(bodies.get(HEAP)!, bodies.get('burnt')!));
  next.delete('burnt');
  return next;
}
function bringing(bodies: ReturnType<typeof bodiesIn>, parts: Composition) {
  return new Map(bodies).set(HEAP, plus(bodies.get(HEAP)!, parts));
}
/** Well-mixed sand from one body to another, written out on its own; a negative mass comes back. */
function taking(bodies: ReturnType<typeof bodiesIn>, from: BodyKey, to: BodyKey | null, kg: number) {
  const [x, total] = [toVector(bodies.get(from)!), totalMass(bodies.get(from)!)];
  const next = new Map(bodies).set(from, fromVector(x.map((value) => value - (value * kg) / total)));
  if (to) {
    const y = toVector(bodies.get(to) ?? composition());
    next.set(to, fromVector(y.map((value, i) => value + (x[i]! * kg) / total)));
  }
  return next;
}
function pouring(
  bodies: ReturnType<typeof bodiesIn>,
  burnt_kg: number,
  normal: () => number,
  steaming: number,
  named = 0.8
) {
  const mold = bodies.get('mold:')!;
  const share = burnt_kg / totalMass(mold);
  const planned = named / 10.6;
  // The steam that the metal drives off, less the water of what burnt; its error is of that.
  const steam = STEAM_KG - 0.4 * planned;
  const left = fromVector(toVector(mold).map((value) => value * (1 - share)));
  const next = new Map(bodies).set('mold:', {
    ...left,
    water: left.water - steam * (1 + steaming + STEAM_OWN_SD_SHARE * normal())
  });
  return next.set(
    'burnt:',
    composition({
      grain: mold.grain * share,
      fines: mold.fines * share,
      dead_clay: (mold.active_clay + mold.dead_clay) * share
    })
  );
}

describe('each kind of entry carries the doubt as a Monte Carlo run of what it stands for spreads', () => {
  for (const [kind, cases] of Object.entries(REALLY))
    it.each(cases!.map(([event, really]) => [JSON.stringify(event).slice(0, 60), event, really] as const))(
      `${kind} %s`,
      (_, event, really) => {
        const before = unsure();
        const carried = drafted(advance(nature, before, { id: 1, at: AT, event }));
        agrees(before, carried, (state, normal) => {
          const bodies = really(bodiesIn(before, state), normal, state[BURNING]!, state[STEAM]!);
          const shifted = Float64Array.from({ length: carried.mean.length }, (_, i) =>
            i < LEAST_SIZE ? state[i]! : 0
          );
          return stateOf(carried, shifted, bodies as never);
        });
      }
    );
  it('bought sand brings the doubt of an unknown make, or of a stated figure', () => {
    const bought = (stated: boolean): Event => ({
      kind: 'bought',
      kg: 20,
      moisture_fraction: 0.03,
      active_clay_fraction: 0.08,
      oil_fraction: 0,
      moisture_stated: stated,
      active_stated: stated
    });
    for (const stated of [true, false]) {
      const before = drafted({ ...firstBelief(nature), at: AT });
      const carried = drafted(advance(nature, before, { id: 1, at: AT, event: bought(stated) }));
      const doubt = stated ? STATED : UNMEASURED;
      const { min, max } = nature.targets.active_clay;
      const active_sd = Math.hypot(doubt.bought_active, doubt.bought_active_of_window * (max - min));
      agrees(before, carried, (state, normal) => {
        const kg = 20 + weighingSd(20) * normal();
        const water = 0.03 + doubt.bought_moisture * normal();
        const dry = kg * (1 - water);
        const active = 0.08 + active_sd * normal();
        const dead = BOUGHT_UNSEEN_SD.dead_clay * normal();
        const fines = BOUGHT_UNSEEN_SD.fines * normal();
        const burns = BOUGHT_UNSEEN_SD.combustibles * normal();
        const parts = composition({
          grain: dry * (1 - active - dead - fines - burns),
          active_clay: dry * active,
          dead_clay: dry * dead,
          fines: dry * fines,
          combustibles: dry * burns,
          water: kg * water
        });
        return [...toVector(parts), ...Array.from(state.slice(PART_COUNT))];
      });
    }
  });
  it('every kind is held so, or moves no sand', () => {
    const still: EventKind[] = ['moved', 'learning', 'tested', 'noted', 'bought'];
    expect([...Object.keys(REALLY), ...still].sort()).toEqual(Object.keys(KINDS).sort());
  });
});
