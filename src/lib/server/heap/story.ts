import { testFigure } from '$core/bench/heap-test';
import { believedDryShare, believedMoisture, firstBelief, type Belief } from '$core/heap/belief';
import { readingOfHeap } from '$core/heap/entry';
import { advance } from '$core/heap/estimate';
import { standUntil } from '$core/heap/standing';
import { asPercent } from '$core/quantity/display';
import type { Database } from '../database/database';
import { heapRow, natureOf } from './heaps';
import { loadLedger } from './ledger';

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
const NINE_IN_TEN = 1.645;
/** Between entries a point is set this often, so that the drying shows its curve. */
const STEP_MS = 3 * DAY_MS;

/** The story of the last `days` up to `at`. */
export async function readStory(
  db: Database,
  heap_id: number,
  days: number,
  at = new Date().toISOString()
): Promise<Story> {
  const heap = await heapRow(db, heap_id);
  const nature = natureOf(heap);
  const end = Date.parse(at);
  const from = end - days * DAY_MS;
  const story: Story = { moisture: [], active_clay: [], moisture_tests: [], clay_tests: [], marks: [] };
  const point = (belief: Belief, ms: number) => {
    if (ms < from || belief.at === null) return;
    const band = ({ value, sd }: { value: number; sd: number }): [number, number, number, number] => [
      ms,
      asPercent(value),
      asPercent(Math.max(0, value - NINE_IN_TEN * sd)),
      asPercent(value + NINE_IN_TEN * sd)
    ];
    story.moisture.push(band(believedMoisture(belief)));
    story.active_clay.push(band(believedDryShare(belief, 'active_clay')));
  };
  let belief = firstBelief(nature);
  const standing = (until: number) => {
    if (belief.at === null) return;
    for (let ms = Math.max(Date.parse(belief.at), from) + STEP_MS; ms < until; ms += STEP_MS) {
      point(standUntil(nature, belief, new Date(ms).toISOString()), ms);
    }
    point(standUntil(nature, belief, new Date(until).toISOString()), until);
  };
  for (const entry of await loadLedger(db, heap_id)) {
    const ms = Date.parse(entry.at);
    if (ms > end) break;
    standing(ms);
    belief = advance(nature, belief, entry);
    point(belief, ms);
    if (ms < from) continue;
    if (entry.event.kind !== 'tested') story.marks.push([ms, entry.event.kind]);
    const test = readingOfHeap(entry.event);
    if (test?.kind === 'moisture' || test?.kind === 'probe')
      story.moisture_tests.push([ms, asPercent(testFigure(test)!)]);
    if (test?.kind === 'methylene-blue') story.clay_tests.push([ms, asPercent(testFigure(test)!)]);
  }
  standing(end);
  return story;
}
