import { totalMass } from '$core/material/composition';
import { moistureOf } from '$core/bench/tests/looking';
import {
  BURNING,
  STEAM,
  bodiesOf,
  drafted,
  drop,
  ensure,
  firstBelief,
  placeOf,
  moistureVariance,
  discountRests,
  discounted,
  sandOf,
  type Belief,
  type Draft,
  type HeapNature
} from './state/belief';
import {
  HEAP,
  PART_COUNT,
  WATER,
  bodyOf,
  moldKey,
  outOf,
  toVector,
  type Bodies,
  type BodyKey
} from './state/bodies';
import { addOuter, follow, quadratic, sizeOf } from './state/covariance';
import type { BatchTest, LedgerEntry } from './entry';
import { accustomed } from './state/habits';
import { freshHands } from './state/hand';
import type { Effect } from './state/kind';
import { kindOf } from './kinds';
import { sceneOf } from './ledger';
import { holding, learned, taught } from './state/lessons';
import { carryDoubt, moved, noises, type Move } from './state/moves';
import type { Question } from './state/question';
import { read, readInto, readMass } from './reading';
import { moveTo, stand, standUntil, teachDrying } from './standing';

/**
 * The belief after a whole ledger, which must be in order (see `inOrder`).
 *
 * @source the standard extended Kalman filter: entries move the mean as the books do and widen or carry the
 *   covariance; time dries it; tests draw it to what they read
 */
export function believe(nature: HeapNature, ordered: readonly LedgerEntry[]): Belief {
  const draft = firstBelief(nature);
  for (const entry of ordered) advanceInto(nature, draft, entry);
  return draft;
}

/** The belief after one more entry, which must not be earlier than the last. */
export function advance(nature: HeapNature, belief: Belief, entry: LedgerEntry): Belief {
  const draft = drafted(belief);
  advanceInto(nature, draft, entry);
  return draft;
}

/** The same in place, for whoever goes through a long ledger. */
export function advanceInto(nature: HeapNature, draft: Draft, entry: LedgerEntry): void {
  stand(nature, draft, entry.at);
  happen(nature, draft, entry);
}

/** What an entry does to a belief that has been carried to its time. */
function happen(nature: HeapNature, draft: Draft, entry: LedgerEntry): void {
  const burn = () => learned(draft.lessons, nature).burn.value;
  const scene = sceneOf(bodiesOf(draft), entry, nature, burn);
  const kind = kindOf(entry.event.kind);
  const effect = kind.effect(entry.event, scene);
  const { moves, container, holds, reading, weighed, teaches } = effect;
  if (reading) {
    const { member, id } = entry;
    readInto(nature, draft, reading.test, { entry_id: id, member, confirmed: reading.confirmed });
    return;
  }
  const was = moistureVariance(draft);
  const had_kg = totalMass(scene.bodies.get(HEAP)!);
  if (weighed && !weighed.after) weigh(draft, weighed);
  const resting = draft.rests_on;
  if (entry.batch_tests) bringTested(nature, draft, moves, entry.batch_tests);
  else for (const move of moves) applyMove(draft, move);
  if (weighed?.after) weigh(draft, weighed);
  // Weighing tells how much there is, and leaves it the sand that it was.
  else if (moves.some(changesHeap)) {
    draft.looks = [];
    freshHands(draft);
    draft.seen_share = seenAfter(draft.seen_share, had_kg, moves);
  }
  if (container) moveTo(draft, container);
  if (holds?.of === 'drying') teachDrying(draft, holds.value);
  else if (holds) draft.lessons = holding(draft.lessons, holds.of, holds.value);
  if (teaches) draft.lessons = taught(draft.lessons, teaches);
  draft.habits = accustomed(draft.habits, kind.amounts?.(entry.event) ?? []);
  // A batch that was tested by itself has been weighed against what was known already.
  if (draft.rests_on === resting) discountRests(draft, was);
}

/**
 * Whether an entry is to be asked about before it is written: water, clay and masses against the heap as it is, its
 * container and its habits. Null: it is as usual.
 *
 * @param then the belief before it, carried to its time or earlier
 */
export function questionEntry(
  nature: HeapNature,
  then: Belief,
  entry: Pick<LedgerEntry, 'at' | 'event' | 'mold_id'>
): Question | null {
  const belief = standUntil(nature, then, entry.at);
  const mold = entry.mold_id === undefined ? null : moldKey(entry.mold_id);
  const asking = { nature, belief, out_kg: outOf(bodiesOf(belief), mold) };
  return kindOf(entry.event.kind).question?.(entry.event, asking) ?? null;
}

/** A direction over the state, kept between moves. */
let direction_kept = new Float64Array(0);

function directionOf(length: number): Float64Array {
  if (direction_kept.length !== length) direction_kept = new Float64Array(length);
  return direction_kept;
}

/** One move of sand, in place: its mean, its Jacobian, its noise. */
export function applyMove(draft: Draft, move: Move): void {
  const bodies: Bodies = bodiesOf(draft);
  const { changed } = moved(bodies, move);
  for (const key of changed.keys()) ensure(draft, key, PART_COUNT);
  const { layout } = draft;
  const place = (key: BodyKey) => placeOf(layout, key)!;
  const found = noises(bodies, move);
  carryDoubt(draft.covariance, place, bodies, move);
  const direction = directionOf(draft.mean.length);
  for (const { along, sd } of found) {
    direction.fill(0);
    for (const [key, parts] of along)
      for (let i = 0; i < PART_COUNT; i++) direction[place(key) + i]! += parts[i]!;
    addOuter(draft.covariance, direction, sd * sd);
    // What eyes leave out they leave out again: the share of it that lasts is a figure of the state.
    if (move.do === 'burn') follow(draft.covariance, scaledBy(direction, move.kg), BURNING);
  }
  for (const [key, body] of changed) draft.mean.set(toVector(body), place(key));
  if (move.do === 'dry' && move.steam_kg) {
    direction.fill(0);
    direction[place(move.from) + WATER] = -move.steam_kg;
    follow(draft.covariance, direction, STEAM);
    const water = place(move.from) + WATER;
    draft.mean[water] = Math.max(0, draft.mean[water]! - move.steam_kg * draft.mean[STEAM]!);
  }
  if (move.do === 'merge' && move.from !== HEAP) drop(draft, move.from);
}

const scaledBy = (vector: Float64Array, factor: number) => vector.map((value) => value * factor);

/** A weighed mass is drawn in before it moves: what was found of the burnt sand tells how much there was. */
function weigh(draft: Draft, { of, share, share_sd, kg }: NonNullable<Effect['weighed']>): void {
  const along = new Float64Array(draft.mean.length);
  let sum = 0;
  for (const key of of) {
    const at = placeOf(draft.layout, key);
    if (at === null) continue;
    along.fill(share, at, at + PART_COUNT);
    sum += totalMass(bodyOf(bodiesOf(draft), key));
  }
  readMass(draft, along, share * sum, kg, Math.max(share_sd * Math.max(sum, kg / share), 1e-6));
}

/** Whether a move makes another sand of the heap; taking some away does not. */
function changesHeap(move: Move): boolean {
  switch (move.do) {
    case 'arrive':
      return move.to === HEAP;
    case 'carry':
    case 'merge':
      return move.to === HEAP;
    case 'burn':
    case 'dry':
      return move.from === HEAP;
    case 'blur':
      return false;
  }
}

/** Share of the heap's sand that was in it when its water was last looked at. */
function seenAfter(seen_share: number, had: number, moves: readonly Move[]): number {
  const came = moves.reduce((sum, move) => {
    if (move.do !== 'arrive' || move.to !== HEAP) return sum;
    // Water is what the look was for: it changes the sand, not whose sand it is.
    return sum + totalMass(move.parts) - move.parts.water;
  }, 0);
  return had + came > 0 ? (seen_share * had) / (had + came) : 0;
}

/**
 * Brings a batch. What was tested of it while it lay by itself is weighed against what its ingredients say,
 * and only then does it join the heap.
 */
function bringTested(
  nature: HeapNature,
  draft: Draft,
  moves: readonly Move[],
  tests: readonly BatchTest[]
): void {
  const alone: Draft = drafted(firstBelief(nature));
  // It knows nothing of drying or burning, so that a batch's figures carry no ties to them.
  alone.covariance.fill(0);
  alone.at = draft.at;
  for (const move of moves) applyMove(move.do === 'arrive' ? alone : draft, move);
  const untested: Belief = alone;
  let batch: Belief = untested;
  for (const { entry_id, test, member } of tests) batch = read(nature, batch, test, { entry_id, member });
  const before = sandOf(draft);
  const size = sizeOf(draft.covariance);
  const of = sizeOf(batch.covariance);
  for (let i = 0; i < PART_COUNT; i++) {
    draft.mean[i]! += batch.mean[i]!;
    for (let j = 0; j < PART_COUNT; j++) draft.covariance[i * size + j]! += batch.covariance[i * of + j]!;
  }
  const share = doubtShare(draft, untested);
  draft.rests_on = [...discounted(draft.rests_on, 1 - share), ...discounted(batch.rests_on, share)];
  draft.questioned = [...draft.questioned, ...batch.questioned];
  if (!(totalMass(before) > 0)) draft.seen_share = batch.seen_share;
}

/** How much of the doubt about the moisture of what lies there now the batch brought, of what both bring. */
function doubtShare(both: Belief, batch: Belief): number {
  const { gradient } = moistureOf(sandOf(both));
  const mine = quadratic(batch.covariance, gradient, gradient);
  const all = quadratic(both.covariance, gradient, gradient);
  return all > 0 ? Math.min(1, mine / (mine + all)) : 0;
}
