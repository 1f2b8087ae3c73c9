import { setImmediate } from 'node:timers/promises';
import {
  believedDryShare,
  believedMoisture,
  drafted,
  firstBelief,
  sandOf,
  type Belief,
  type Draft,
  type HeapNature
} from '$core/heap/state/belief';
import { before, withBatchTests, type LedgerEntry } from '$core/heap/entry';
import { advance, advanceInto } from '$core/heap/estimate';
import { LedgerError, apply, applyAsFarAs, emptyBooks, type Books } from '$core/heap/ledger';
import { stand, standUntil } from '$core/heap/standing';
import { totalMass } from '$core/material/composition';

/**
 * A heap's entries in order and, as far as somebody asked, what they make of the books and the estimate: at the end,
 * at checkpoints on the way, and in figures after every entry. Everything that reads a ledger reads it here, so that
 * nothing is worked out twice.
 *
 * A ledger is never changed: an entry more makes another one, which shares what the old one has worked out.
 */
export interface HeapLedger {
  heap_id: number;
  /** The heap's version that it stands for. */
  version: number;
  nature: HeapNature;
  entries: LedgerEntry[];
  /** Entries of the list that are its own; a later ledger may have written on. */
  count: number;
  walk: Walk;
}

/** How far a ledger was worked out. */
export interface Walk {
  done: number;
  /** Its own, to be written in place. */
  belief: Draft;
  books: Books;
  checkpoints: Checkpoint[];
  /** Figures after every entry. */
  balances: Balance[];
  /** The story's points so far, and how many of them there were after every entry. */
  story: StoryPoint[];
  story_ends: number[];
  /** Entries that took more than there was, which only an older version let pass. */
  overdrawn: LedgerError[];
}

interface Checkpoint {
  done: number;
  belief: Belief;
  books: Books;
}

/** How a heap stood right after an entry; moisture as a fraction. */
export interface Balance {
  total_kg: number;
  moisture: number;
  moisture_sd: number;
}

/** A point of the story: time, ms; moisture and active clay, each with its deviation, fractions. */
export interface StoryPoint {
  ms: number;
  moisture: number;
  moisture_sd: number;
  clay: number;
  clay_sd: number;
}

/** A checkpoint every so many entries: going on from one costs that many at most. */
const SPACING = 64;
/** Between entries the story has a point this often, so that the drying shows its curve. */
const STORY_STEP_MS = 3 * 86_400_000;

export function ledgerOf(
  heap_id: number,
  version: number,
  nature: HeapNature,
  ordered: LedgerEntry[]
): HeapLedger {
  return { heap_id, version, nature, entries: ordered, count: ordered.length, walk: freshWalk(nature) };
}

function freshWalk(nature: HeapNature): Walk {
  return {
    done: 0,
    belief: firstBelief(nature),
    books: emptyBooks(),
    checkpoints: [],
    balances: [],
    story: [],
    story_ends: [],
    overdrawn: []
  };
}

/** The entries that count, in order. */
export const entriesOf = ({ entries, count }: HeapLedger): LedgerEntry[] =>
  entries.length === count ? entries : entries.slice(0, count);

/** The ledger with one more entry, which counts after all the others: what was worked out so far goes on. */
export function appended(ledger: HeapLedger, version: number, entry: LedgerEntry): HeapLedger {
  const { entries, count, walk } = walked(ledger);
  // A write that was taken back may have written on: what is beyond our own end is nobody's.
  entries.length = count;
  entries.push(entry);
  return { ...ledger, version, entries, count: count + 1, walk: { ...walk } };
}

/** Whether an entry only goes on at the end: it is the newest, and speaks of no batch before it. */
export function goesOn(ledger: HeapLedger, entry: LedgerEntry): boolean {
  const last = ledger.entries[ledger.count - 1];
  const ofBatch = entry.event.kind === 'tested' && entry.event.batch_id !== undefined;
  return !ofBatch && (last === undefined || before(last, entry) < 0);
}

/** The ledger with other entries: what was worked out counts up to the first that differs. */
export function rewritten(ledger: HeapLedger, version: number, ordered: readonly LedgerEntry[]): HeapLedger {
  const entries = withBatchTests(ordered);
  const old = entriesOf(ledger);
  let same = 0;
  while (same < old.length && same < entries.length && sameEntry(old[same]!, entries[same]!)) same++;
  const from = ledger.walk.checkpoints.findLast(({ done }) => done <= same);
  const { walk } = ledger;
  const resumed: Walk = from
    ? {
        ...from,
        checkpoints: walk.checkpoints.filter(({ done }) => done <= from.done),
        balances: walk.balances.slice(0, from.done),
        story: walk.story.slice(0, walk.story_ends[from.done - 1]),
        story_ends: walk.story_ends.slice(0, from.done),
        overdrawn: walk.overdrawn.filter(({ entry_id }) =>
          entries.slice(0, from.done).some(({ id }) => id === entry_id)
        )
      }
    : freshWalk(ledger.nature);
  return { ...ledger, version, entries, count: entries.length, walk: resumed };
}

function sameEntry(a: LedgerEntry, b: LedgerEntry): boolean {
  return a === b || (a.id === b.id && a.at === b.at && JSON.stringify(a) === JSON.stringify(b));
}

/** The ledger as far as it was worked out before; its walk is nobody else's. */
export const resumed = (ledger: HeapLedger, walk: Walk): HeapLedger => ({ ...ledger, walk });

/** The ledger worked out to its end. */
export function walked(ledger: HeapLedger): HeapLedger {
  if (ledger.walk.done < ledger.count) walkTo(ledger, ledger.count);
  return ledger;
}

/** Entries that are worked out in one go while others wait: some ten milliseconds. */
const STRETCH = 256;

/** The same of one that nobody else holds yet, with a pause now and then in which others are served. */
export async function walkedInStretches(ledger: HeapLedger): Promise<HeapLedger> {
  const { walk, count } = ledger;
  while (count - walk.done > STRETCH) {
    walkTo(ledger, walk.done + STRETCH);
    await setImmediate();
  }
  return walked(ledger);
}

function walkTo({ walk, entries, nature }: HeapLedger, end: number): void {
  walk.balances.length = walk.done;
  walk.story_ends.length = walk.done;
  walk.story.length = walk.story_ends[walk.done - 1] ?? 0;
  walk.belief = drafted(walk.belief);
  while (walk.done < end) {
    const entry = entries[walk.done]!;
    const ms = Date.parse(entry.at);
    standThrough(nature, walk, entry.at, ms);
    advanceInto(nature, walk.belief, entry);
    walk.books = keptBooks(walk, entry, nature);
    walk.done += 1;
    const point = pointOf(walk.belief, ms);
    const { moisture, moisture_sd } = point;
    walk.balances.push({ total_kg: Math.max(0, totalMass(sandOf(walk.belief))), moisture, moisture_sd });
    walk.story.push(point);
    walk.story_ends.push(walk.story.length);
    const { done, belief, books, checkpoints } = walk;
    if (done % SPACING === 0 && (checkpoints.at(-1)?.done ?? 0) < done)
      walk.checkpoints = [...checkpoints, { done, belief: drafted(belief), books }];
  }
}

/** The books after one more entry; an entry that an older version let overdraw takes what there was. */
function keptBooks(walk: Walk, entry: LedgerEntry, nature: HeapNature): Books {
  try {
    return apply(walk.books, entry, nature);
  } catch (error) {
    if (!(error instanceof LedgerError)) throw error;
    walk.overdrawn = [...walk.overdrawn, error];
    return applyAsFarAs(walk.books, entry, nature);
  }
}

/** Stands until the next entry, with points on the way, so that a long stay shows its curve. */
function standThrough(nature: HeapNature, walk: Walk, until: string, until_ms: number): void {
  const { belief, story } = walk;
  if (belief.at === null) return;
  const from_ms = Date.parse(belief.at);
  for (const point of pointsWithin(nature, belief, from_ms, until_ms)) story.push(point);
  stand(nature, belief, until);
  if (until_ms > from_ms) story.push(pointOf(belief, until_ms));
}

/** The story's points while a heap stands: from its last entry (left out) to a time (put in). */
export function standingPoints(nature: HeapNature, belief: Belief, until_ms: number): StoryPoint[] {
  const from_ms = Date.parse(belief.at!);
  const points = pointsWithin(nature, belief, from_ms, until_ms);
  return until_ms > from_ms ? [...points, pointAt(nature, belief, until_ms)] : points;
}

/** Those between two times, both left out. */
function pointsWithin(nature: HeapNature, belief: Belief, from_ms: number, until_ms: number): StoryPoint[] {
  const points: StoryPoint[] = [];
  // A curve flattens as it goes on: steps grow with how long it stood, and a heap that was forgotten for years has some
  // hundred points and not ten thousand.
  for (let ms = from_ms + STORY_STEP_MS; ms < until_ms; ms += Math.max(STORY_STEP_MS, (ms - from_ms) / 50))
    points.push(pointAt(nature, belief, ms));
  return points;
}

const pointAt = (nature: HeapNature, belief: Belief, ms: number): StoryPoint =>
  pointOf(standUntil(nature, belief, new Date(ms).toISOString()), ms);

function pointOf(belief: Belief, ms: number): StoryPoint {
  const moisture = believedMoisture(belief);
  const clay = believedDryShare(belief, 'active_clay');
  return { ms, moisture: moisture.value, moisture_sd: moisture.sd, clay: clay.value, clay_sd: clay.sd };
}

/** The belief after the whole ledger. */
export const lastBelief = (ledger: HeapLedger): Belief => beliefAfter(ledger, ledger.count);

/** The belief after the first `done` entries. */
export function beliefAfter(ledger: HeapLedger, done: number): Belief {
  const { walk, entries, nature } = walked(ledger);
  if (walk.done === done) return walk.belief;
  const from = walk.checkpoints.findLast((checkpoint) => checkpoint.done <= done);
  let belief = from?.belief ?? firstBelief(nature);
  for (let i = from?.done ?? 0; i < done; i++) belief = advance(nature, belief, entries[i]!);
  return belief;
}

/** How many entries had been made by a time, ISO. */
export function entriesBy(ledger: HeapLedger, at: string): number {
  let [low, high] = [0, ledger.count];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (ledger.entries[middle]!.at <= at) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The belief at a time, ISO: after the entries made by then. */
export const beliefAt = (ledger: HeapLedger, at: string): Belief =>
  beliefAfter(ledger, entriesBy(ledger, at));

/** How the heap stood after every entry. */
export const balancesOf = (ledger: HeapLedger): readonly Balance[] => walked(ledger).walk.balances;

/** The story's points up to the last of the first `done` entries. */
export function storyUpTo(ledger: HeapLedger, done: number): readonly StoryPoint[] {
  const { walk } = walked(ledger);
  return walk.story.slice(0, done === 0 ? 0 : walk.story_ends[done - 1]);
}

/** Entries that take more than there is. */
export const overdrawnOf = (ledger: HeapLedger): readonly LedgerError[] => walked(ledger).walk.overdrawn;
