import { nowIso } from '$core/time/now';
import { testFigure } from '$core/bench/heap-test';
import { readingOfHeap } from '$core/heap/entry';
import { NINE_IN_TEN } from '$core/judge/normal';
import { asPercent } from '$core/quantity/display';
import type { Database } from '../database/database';
import { beliefAfter, entriesBy, entriesOf, standingPoints, storyUpTo, type StoryPoint } from './heap-ledger';
import { heapRow } from './heaps';
import { ledgerFor } from './ledger-cache';

/** A heap through time, in percent: the estimate with its nine-in-ten range, tests as points, entries as marks. */
export interface Story {
  /** [ms, middle, low, high] */
  moisture: [number, number, number, number][];
  active_clay: [number, number, number, number][];
  /** Moisture by drying or a probe: [ms, percent]. */
  moisture_tests: [number, number][];
  /** Methylene blue tests: [ms, percent]. */
  clay_tests: [number, number][];
  /** What happened, for the marks below: [ms, kind]. */
  marks: [number, string][];
}

const DAY_MS = 86_400_000;

/** The story of the last `days` up to `at`. */
export async function readStory(db: Database, heap_id: number, days: number, at = nowIso()): Promise<Story> {
  const ledger = await ledgerFor(db, await heapRow(db, heap_id));
  const end = Date.parse(at);
  const from = end - days * DAY_MS;
  const done = entriesBy(ledger, at);
  const belief = beliefAfter(ledger, done);
  const points = [
    ...storyUpTo(ledger, done),
    ...(belief.at === null ? [] : standingPoints(ledger.nature, belief, end))
  ];
  const shown = points.slice(firstFrom(points, from));
  const story: Story = {
    moisture: shown.map(({ ms, moisture, moisture_sd }) => band(ms, moisture, moisture_sd)),
    active_clay: shown.map(({ ms, clay, clay_sd }) => band(ms, clay, clay_sd)),
    moisture_tests: [],
    clay_tests: [],
    marks: []
  };
  for (const { at: when, event } of entriesOf(ledger).slice(0, done)) {
    const ms = Date.parse(when);
    if (ms < from) continue;
    if (event.kind !== 'tested') story.marks.push([ms, event.kind]);
    const test = readingOfHeap(event);
    if (test?.kind === 'moisture' || test?.kind === 'probe')
      story.moisture_tests.push([ms, asPercent(testFigure(test)!)]);
    if (test?.kind === 'methylene-blue') story.clay_tests.push([ms, asPercent(testFigure(test)!)]);
  }
  return story;
}

/** The first point at or after a time; they are in order. */
function firstFrom(points: readonly StoryPoint[], from: number): number {
  const found = points.findIndex(({ ms }) => ms >= from);
  return found < 0 ? points.length : found;
}

const band = (ms: number, value: number, sd: number): [number, number, number, number] => [
  ms,
  asPercent(value),
  asPercent(Math.max(0, value - NINE_IN_TEN * sd)),
  asPercent(value + NINE_IN_TEN * sd)
];
