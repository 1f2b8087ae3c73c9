import {
  composition,
  minus,
  plus,
  scaled,
  totalMass,
  type Composition
} from '$core/material/composition';
import {
  HEAP,
  PART_COUNT,
  WATER,
  bodyOf,
  indexOfPart,
  toVector,
  type Bodies,
  type BodyKey
} from './bodies';

/**
 * What an entry does, said once for the books and the estimate: a few moves of sand between bodies. Each move has its
 * mean, its Jacobian and its noise here and nowhere else; an entry's kind only names them.
 */
export type Move =
  /** Sand, clay, water… comes from outside: masses `parts`, each error a direction over the parts and its size. */
  | { do: 'arrive'; to: BodyKey; parts: Composition; noise: readonly PartNoise[] }
  /** `kg` of the well-mixed body goes to another one, or away for good (null); `sd` of the weighing, kg. */
  | { do: 'carry'; from: BodyKey; to: BodyKey | null; kg: number; sd: number }
  /** All of a body goes to another one, or away for good. */
  | { do: 'merge'; from: BodyKey; to: BodyKey | null }
  /** `kg` of a body burns: its clay dies, what burns and its water go, the rest stays as burnt sand. */
  | { do: 'burn'; from: BodyKey; to: BodyKey; kg: number; sd: number }
  /** Water alone leaves a body; never more than it holds. */
  | { do: 'dry'; from: BodyKey; kg: number; sd: number }
  /** The mass of a body grows less sure by `sd` kg, its composition not. */
  | { do: 'blur'; of: BodyKey; sd: number };

/** One source of error: the direction in which it moves the seven masses, and its size. */
export type PartNoise = readonly [direction: readonly number[], sd: number];

/** What a move leaves behind: the bodies it changed, what came in and what went for good. */
export interface Moved {
  changed: ReadonlyMap<BodyKey, Composition>;
  brought: Composition;
  gone: Composition;
}

/** Smaller than this, kg, a body is nothing: what rounding leaves. */
const NOTHING_KG = 1e-9;

/** The mean of a move. */
export function moved(bodies: Bodies, move: Move): Moved {
  switch (move.do) {
    case 'arrive': {
      const after = plus(bodyOf(bodies, move.to), move.parts);
      return { changed: new Map([[move.to, after]]), brought: move.parts, gone: composition() };
    }
    case 'carry': {
      const from = bodyOf(bodies, move.from);
      const share = shareOf(from, move.kg);
      return passedOn(bodies, move.from, move.to, scaled(from, share));
    }
    case 'merge':
      return passedOn(bodies, move.from, move.to, bodyOf(bodies, move.from));
    case 'burn': {
      const from = bodyOf(bodies, move.from);
      const taken = scaled(from, shareOf(from, move.kg));
      const left = burntRest(taken);
      const changed = new Map<BodyKey, Composition>([
        [move.from, cleared(minus(from, taken))],
        [move.to, plus(bodyOf(bodies, move.to), left)]
      ]);
      const lost = minus(taken, left);
      // Clay that died is still there: it is no loss, only another part.
      const gone = { ...lost, active_clay: 0, dead_clay: 0 };
      return { changed, brought: composition(), gone };
    }
    case 'dry': {
      const from = bodyOf(bodies, move.from);
      const water = Math.min(from.water, move.kg);
      return {
        changed: new Map([[move.from, { ...from, water: from.water - water }]]),
        brought: composition(),
        gone: composition({ water })
      };
    }
    case 'blur':
      return { changed: new Map(), brought: composition(), gone: composition() };
  }
}

/** The bodies after a move; a body that holds nothing any more is dropped, the heap kept. */
export function after(bodies: Bodies, { changed }: Moved): Bodies {
  const next = new Map(bodies);
  for (const [key, body] of changed) {
    if (key !== HEAP && totalMass(body) < NOTHING_KG) next.delete(key);
    else next.set(key, body);
  }
  return next;
}

function passedOn(bodies: Bodies, from: BodyKey, to: BodyKey | null, taken: Composition): Moved {
  const changed = new Map<BodyKey, Composition>([[from, cleared(minus(bodyOf(bodies, from), taken))]]);
  if (to !== null) changed.set(to, plus(bodyOf(bodies, to), taken));
  return { changed, brought: composition(), gone: to === null ? taken : composition() };
}

/** Rounding of a body that was emptied may leave a trace below nothing. */
const cleared = (body: Composition): Composition =>
  Math.abs(totalMass(body)) < NOTHING_KG ? composition() : body;

/** The share that `kg` is of a body, all of it at most. */
function shareOf(body: Composition, kg: number): number {
  const total = totalMass(body);
  return total > 0 ? Math.min(1, kg / total) : 0;
}

/** What is left of sand that burnt: grain, fines, and all its clay dead. */
export function burntRest({ grain, fines, active_clay, dead_clay }: Composition): Composition {
  return composition({ grain, fines, dead_clay: active_clay + dead_clay });
}

/** A row of a Jacobian over bodies: the part of a body that changes, and how with each part of each body. */
export interface Slope {
  of: BodyKey;
  part: number;
  /** [body, part, weight]; the row's own identity entry included where it holds. */
  by: (readonly [BodyKey, number, number])[];
}

/** How a move's outcome changes with what the bodies held before: rows that differ from the identity. */
export function slopes(bodies: Bodies, move: Move): Slope[] {
  switch (move.do) {
    case 'arrive':
    case 'blur':
      return [];
    case 'merge':
      return mergeSlopes(move.from, move.to);
    case 'dry': {
      const from = bodyOf(bodies, move.from);
      // Dried out altogether, what water there was before does not matter any more.
      return move.kg < from.water ? [] : [{ of: move.from, part: WATER, by: [] }];
    }
    case 'carry': {
      // Of a body that is emptied by weight, what nobody is sure of stays behind.
      const from = bodyOf(bodies, move.from);
      return carrySlopes(from, Math.min(move.kg, totalMass(from)), move.from, move.to, same);
    }
    case 'burn': {
      const from = bodyOf(bodies, move.from);
      return carrySlopes(from, Math.min(move.kg, totalMass(from)), move.from, move.to, inBurnt);
    }
  }
}

/** Into which part of the body it goes to a part passes; null where it is lost. */
type Passing = (part: number) => number | null;
const same: Passing = (part) => part;
const [ACTIVE, DEAD, COMBUSTIBLES, OIL] = [
  indexOfPart('active_clay'),
  indexOfPart('dead_clay'),
  indexOfPart('combustibles'),
  indexOfPart('oil')
];
const inBurnt: Passing = (part) =>
  part === ACTIVE ? DEAD : part === WATER || part === COMBUSTIBLES || part === OIL ? null : part;

/**
 * x' = x(1 − kg/Σx) and y' = y + T·x·kg/Σx, with T the passing of parts: for s = kg/Σx,
 * ∂x'ᵢ/∂xⱼ = (1 − s)δᵢⱼ + xᵢ·s/Σx, and what leaves one row arrives in the other.
 */
function carrySlopes(
  from: Composition,
  kg: number,
  key: BodyKey,
  to: BodyKey | null,
  passing: Passing
): Slope[] {
  const total = totalMass(from);
  if (!(total > 0)) return [];
  const masses = toVector(from);
  const share = kg / total;
  const rows: Slope[] = [];
  const arriving = new Map<number, (readonly [BodyKey, number, number])[]>();
  for (let i = 0; i < PART_COUNT; i++) {
    const along = (masses[i]! * share) / total;
    const left: (readonly [BodyKey, number, number])[] = [];
    const target = to === null ? null : passing(i);
    for (let j = 0; j < PART_COUNT; j++) {
      const taken = (i === j ? share : 0) - along;
      left.push([key, j, (i === j ? 1 : 0) - taken]);
      if (target !== null && taken !== 0) {
        const row = arriving.get(target) ?? [[to!, target, 1]];
        row.push([key, j, taken]);
        arriving.set(target, row);
      }
    }
    rows.push({ of: key, part: i, by: left });
  }
  for (const [part, by] of arriving) rows.push({ of: to!, part, by });
  return rows;
}

function mergeSlopes(from: BodyKey, to: BodyKey | null): Slope[] {
  const rows: Slope[] = [];
  for (let i = 0; i < PART_COUNT; i++) {
    rows.push({ of: from, part: i, by: [] });
    if (to !== null)
      rows.push({
        of: to,
        part: i,
        by: [
          [to, i, 1],
          [from, i, 1]
        ]
      });
  }
  return rows;
}

/** One source of error of a move, over the bodies it touches. */
export interface MoveNoise {
  along: readonly (readonly [BodyKey, readonly number[]])[];
  sd: number;
}

/** What a move adds to the doubt. */
export function noises(bodies: Bodies, move: Move): MoveNoise[] {
  switch (move.do) {
    case 'arrive':
      return move.noise.map(([direction, sd]) => ({ along: [[move.to, direction]], sd }));
    case 'merge':
      return [];
    case 'dry': {
      const { water } = bodyOf(bodies, move.from);
      return move.kg < water ? [{ along: [[move.from, unit(WATER)]], sd: move.sd }] : [];
    }
    case 'blur': {
      const body = bodyOf(bodies, move.of);
      return totalMass(body) > 0 ? [{ along: [[move.of, shares(body)]], sd: move.sd }] : [];
    }
    case 'carry':
    case 'burn': {
      const from = bodyOf(bodies, move.from);
      const total = totalMass(from);
      if (!(total > 0)) return [];
      const per_kg = scaled(from, 1 / total);
      const away = toVector(per_kg).map((value) => -value);
      if (move.to === null) return [{ along: [[move.from, away]], sd: move.sd }];
      const arriving = move.do === 'burn' ? burntRest(per_kg) : per_kg;
      return [
        {
          along: [
            [move.from, away],
            [move.to, toVector(arriving)]
          ],
          sd: move.sd
        }
      ];
    }
  }
}

const shares = (body: Composition): number[] => toVector(scaled(body, 1 / totalMass(body)));

const UNITS = Array.from({ length: PART_COUNT }, (_, index) =>
  Array.from({ length: PART_COUNT }, (__, i) => (i === index ? 1 : 0))
);

/** The direction of one part alone. */
export const unit = (index: number): readonly number[] => UNITS[index]!;
