import { composition, minus, plus, scaled, totalMass, type Composition } from '$core/material/composition';
import { carry, passOn, type Covariance } from './covariance';
import { HEAP, PART_COUNT, WATER, bodyOf, indexOfPart, toVector, type Bodies, type BodyKey } from './bodies';

/**
 * What an entry does, said once for the books and the estimate: a few moves of sand between bodies. Each move has its
 * mean, its Jacobian and its noise here and nowhere else; an entry's kind only names them.
 */
export type Move =
  /** Sand, clay, water… comes from outside: masses `parts`, each error a direction over the parts and its size. */
  | { do: 'arrive'; to: BodyKey; parts: Composition; noise: readonly PartNoise[] }
  /**
   * `kg` of the well-mixed body goes to another one, or away for good (null); `sd` of the weighing, kg. What is weighed
   * along with it goes in proportion, to its own place.
   */
  | { do: 'carry'; from: BodyKey; to: BodyKey | null; kg: number; sd: number; along?: Passage | undefined }
  /** All of a body goes to another one, or away for good. */
  | { do: 'merge'; from: BodyKey; to: BodyKey | null }
  /** `kg` of a body burns: its clay dies, what burns and its water go, the rest stays as burnt sand. */
  | { do: 'burn'; from: BodyKey; to: BodyKey; kg: number; sd: number }
  /**
   * Water alone leaves a body; never more than it holds. Of steam, `steam_kg` is what goes along with the share that this
   * heap's molds give more than the metal's heat says, which is a figure of the state.
   */
  | { do: 'dry'; from: BodyKey; kg: number; sd: number; steam_kg?: number | undefined }
  /** The mass of a body grows less sure by `sd` kg, its composition not. */
  | { do: 'blur'; of: BodyKey; sd: number };

/** From one body to another. */
export interface Passage {
  from: BodyKey;
  to: BodyKey | null;
}

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
      const share = shareOf(massThere(bodies, move), move.kg);
      const passed = passedOn(bodies, move.from, move.to, scaled(bodyOf(bodies, move.from), share));
      if (!move.along) return passed;
      const { from, to } = move.along;
      const second = passedOn(bodies, from, to, scaled(bodyOf(bodies, from), share));
      return {
        changed: new Map([...passed.changed, ...second.changed]),
        brought: composition(),
        gone: plus(passed.gone, second.gone)
      };
    }
    case 'merge':
      return passedOn(bodies, move.from, move.to, bodyOf(bodies, move.from));
    case 'burn': {
      const from = bodyOf(bodies, move.from);
      const taken = scaled(from, shareOf(totalMass(from), move.kg));
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

/** The share that `kg` is of a mass, all of it at most. */
const shareOf = (total: number, kg: number): number => (total > 0 ? Math.min(1, kg / total) : 0);

/** What there is to be carried, kg: of the body, and of what is weighed along with it. */
export function massThere(
  bodies: Bodies,
  { from, along }: { from: BodyKey; along?: Passage | undefined }
): number {
  return totalMass(bodyOf(bodies, from)) + (along ? totalMass(bodyOf(bodies, along.from)) : 0);
}

/** What is left of sand that burnt: grain, fines, and all its clay dead. */
function burntRest({ grain, fines, active_clay, dead_clay }: Composition): Composition {
  return composition({ grain, fines, dead_clay: active_clay + dead_clay });
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
 * J·P·Jᵀ of a move, in place.
 *
 * For s = kg/Σx of a body x that leaves, ∂x'ᵢ/∂xⱼ = (1 − s)δᵢⱼ + xᵢ·s/Σx, and what leaves one row arrives in the other.
 *
 * @param p covariance of a state in which the bodies' seven masses begin at `place`
 */
export function carryDoubt(p: Covariance, place: (key: BodyKey) => number, bodies: Bodies, move: Move): void {
  switch (move.do) {
    case 'arrive':
    case 'blur':
      return;
    case 'merge':
      // All of it leaves, whatever it was.
      return passOn(p, placesOf(move.from, place), 1, NO_DIRECTION, passingTo(move.to, place, same));
    case 'dry': {
      // Dried out altogether, what water there was before does not matter any more.
      if (move.kg >= bodyOf(bodies, move.from).water) carry(p, [[place(move.from) + WATER, []]]);
      return;
    }
    case 'carry': {
      const total = massThere(bodies, move);
      if (!(total > 0)) return;
      // Of a body that is emptied by weight, what nobody is sure of stays behind.
      const share = Math.min(1, move.kg / total);
      const one = wayOf(bodies, move.from, move.to, share / total, place);
      if (!move.along) return passOn(p, one.x, share, one.along, one.passing);
      const two = wayOf(bodies, move.along.from, move.along.to, share / total, place);
      return passOn(
        p,
        [...one.x, ...two.x],
        share,
        [...one.along, ...two.along],
        [...(one.passing ?? LOST), ...(two.passing ?? LOST)]
      );
    }
    case 'burn': {
      const from = bodyOf(bodies, move.from);
      const total = totalMass(from);
      if (!(total > 0)) return;
      const share = Math.min(1, move.kg / total);
      const direction = toVector(from).map((value) => (value * share) / total);
      return passOn(p, placesOf(move.from, place), share, direction, passingTo(move.to, place, inBurnt));
    }
  }
}

const NO_DIRECTION: readonly number[] = Array<number>(PART_COUNT).fill(0);
const LOST: readonly number[] = Array<number>(PART_COUNT).fill(-1);

/** One way of a `carry`, for `passOn`: where it leaves, along what the share itself moves, and where it arrives. */
function wayOf(
  bodies: Bodies,
  from: BodyKey,
  to: BodyKey | null,
  factor: number,
  place: (key: BodyKey) => number
) {
  return {
    x: placesOf(from, place),
    along: toVector(scaled(bodyOf(bodies, from), factor)),
    passing: passingTo(to, place, same)
  };
}

function placesOf(key: BodyKey, place: (key: BodyKey) => number): number[] {
  const at = place(key);
  const places: number[] = [];
  for (let part = 0; part < PART_COUNT; part++) places.push(at + part);
  return places;
}

function passingTo(to: BodyKey | null, place: (key: BodyKey) => number, by: Passing): number[] | null {
  if (to === null) return null;
  const at = place(to);
  const places: number[] = [];
  for (let part = 0; part < PART_COUNT; part++) {
    const target = by(part);
    places.push(target === null ? -1 : at + target);
  }
  return places;
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
      const ways: Passage[] = move.do === 'carry' && move.along ? [move, move.along] : [move];
      const total = massThere(bodies, move.do === 'carry' ? move : { from: move.from });
      if (!(total > 0)) return [];
      const along = ways.flatMap(({ from, to }): [BodyKey, readonly number[]][] => {
        const per_kg = scaled(bodyOf(bodies, from), 1 / total);
        const away = toVector(per_kg).map((value) => -value);
        if (to === null) return [[from, away]];
        return [
          [from, away],
          [to, toVector(move.do === 'burn' ? burntRest(per_kg) : per_kg)]
        ];
      });
      return [{ along, sd: move.sd }];
    }
  }
}

const shares = (body: Composition): number[] => toVector(scaled(body, 1 / totalMass(body)));

const UNITS = Array.from({ length: PART_COUNT }, (_, index) =>
  Array.from({ length: PART_COUNT }, (__, i) => (i === index ? 1 : 0))
);

/** The direction of one part alone. */
export const unit = (index: number): readonly number[] => UNITS[index]!;
