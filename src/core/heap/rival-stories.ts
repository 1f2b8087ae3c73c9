import { totalMass } from '$core/material/composition';
import type { HeapTestKind } from '$core/bench/heap-test';
import { readingOfHeap, type LedgerEntry } from './entry';
import { advanceInto, applyMove } from './estimate';
import type { Event } from './kinds';
import { CLAY_TESTS } from './next-test';
import {
  drafted,
  firstBelief,
  sandOf,
  varianceAt,
  type Belief,
  type Draft,
  type HeapNature
} from './state/belief';
import { HEAP, indexOfPart } from './state/bodies';
import type { Container } from './state/container';
import { moveTo, stand } from './standing';

/** What else may have happened than the ledger tells: each is the ledger with one thing otherwise. */
export type Suspect =
  /** What came as clay holds less, or more, that is active than was said. */
  | 'less-clay'
  | 'more-clay'
  /** Sand is gone that nobody wrote off. */
  | 'sand-gone'
  /** The heap stood open while it should have been covered. */
  | 'stood-open';

/** Between two entries: ISO times, and how the heap stood by what was told. */
export interface Stay {
  from: string;
  to: string;
  container: Container;
}

export interface RivalStory {
  suspect: Suspect;
  /** The stay in which it would have happened; null of what holds from the first entry on. */
  stay: Stay | null;
  /** How much better it foretold what was read than the ledger does, natural logarithm. */
  gain: number;
  belief: Belief;
}

/** A stay that is shorter than this dries too little to tell, ms. */
const STAY_MS = 12 * 3_600_000;
/** So many stays back something is looked for: what was longer ago has been measured away. */
const STAYS = 6;
/** What clay that is not as told is tried at. */
const LESS_CLAY = 0.7;
const MORE_CLAY = 1.35;
/** What sand that is gone is tried at, share of the heap and its spread. */
const GONE_SHARE = 0.22;
const GONE_SHARE_SD = 0.07;

/** A gain from which on one is named. */
const NAMED_FROM: Readonly<Record<Suspect, number>> = {
  'less-clay': 2,
  'more-clay': 1.25,
  'sand-gone': 3,
  'stood-open': 3
};

interface Running {
  suspect: Suspect;
  stay: Stay | null;
  draft: Draft;
  /** An entry as this story has it. */
  otherwise: (entry: LedgerEntry) => LedgerEntry;
}

/**
 * The story that is to be asked about: the likeliest of those that foretold the readings clearly better than the ledger did;
 * null where the ledger holds.
 *
 * @source limits from the rough trial: one is named in 5 % of heaps, at most, of which all was told
 */
export const likelyStory = (stories: readonly RivalStory[]): RivalStory | null =>
  stories.find(({ suspect, gain }) => gain > NAMED_FROM[suspect]) ?? null;

/**
 * Every other story, held against the readings of a ledger, likeliest first. One that somebody has answered is none any more:
 * the heap was weighed, its clay was tested, or it was said how it stood.
 *
 * @param ordered entries, in order
 * @param begun what was believed before them
 * @source the generalised likelihood ratio of Willsky and Jones (1976): a filter runs for each way in which the ledger may
 *   be wrong, from each time at which it may have begun, and is judged by how well it foretells what is read
 */
export function rivalStories(
  nature: HeapNature,
  ordered: readonly LedgerEntry[],
  begun: Belief = firstBelief(nature)
): RivalStory[] {
  // Of oil-bonded sand no look tells how much water or clay there is: nothing would tell one story from another.
  if (nature.system === 'oil') return [];
  const told = drafted(begun);
  let running = [clayOf('less-clay', LESS_CLAY, begun), clayOf('more-clay', MORE_CLAY, begun)];
  let said = false;
  for (const entry of ordered) {
    const from = told.at;
    if (from !== null && Date.parse(entry.at) - Date.parse(from) > STAY_MS) {
      const stay: Stay = { from, to: entry.at, container: told.container };
      if (told.container.cover !== 'open' && !said) running.push(stoodOpen(nature, told, stay));
      running.push(sandGone(nature, told, stay));
      const stays = new Set(running.flatMap(({ stay }) => stay?.from ?? []));
      const since = [...stays].at(-STAYS) ?? '';
      running = running.filter(({ stay }) => stay === null || stay.from >= since);
    }
    for (const { draft, otherwise } of running) advanceInto(nature, draft, otherwise(entry));
    advanceInto(nature, told, entry);
    const answered = answeredBy(entry);
    running = running.filter(({ suspect }) => !answered.includes(suspect));
    said = entry.event.kind === 'moved';
  }
  return running
    .map(({ suspect, stay, draft }) => ({
      suspect,
      stay,
      gain: draft.foretold - told.foretold,
      belief: draft
    }))
    .sort((a, b) => b.gain - a.gain);
}

/** What an entry settles, whatever it says: the estimate has it from there. */
function answeredBy({ event }: LedgerEntry): readonly Suspect[] {
  if (event.kind === 'weighed') return ['sand-gone'];
  const test = readingOfHeap(event);
  return test && (CLAY_TESTS as readonly HeapTestKind[]).includes(test.kind)
    ? ['less-clay', 'more-clay']
    : [];
}

const asTold = (entry: LedgerEntry): LedgerEntry => entry;

/** So many times the clay, of what lies there already and of all that comes. */
function clayOf(suspect: Suspect, times: number, begun: Belief): Running {
  const draft = drafted(begun);
  const off = (times - 1) * draft.mean[ACTIVE]!;
  const variance = varianceAt(draft.covariance, ACTIVE);
  // Clay that was measured is not as easily otherwise.
  if (off !== 0) draft.foretold -= (0.5 * off * off) / variance;
  draft.mean[ACTIVE]! += off;
  draft.mean[FINES]! -= Math.min(off, draft.mean[FINES]!);
  return {
    suspect,
    stay: null,
    draft,
    otherwise: (entry) => ({ ...entry, event: withClay(entry.event, times) })
  };
}
const [ACTIVE, FINES] = [indexOfPart('active_clay'), indexOfPart('fines')];

/** What came, with so many times the active clay that was said. */
function withClay(event: Event, times: number): Event {
  if (event.kind === 'bought')
    return { ...event, active_clay_fraction: Math.min(0.6, event.active_clay_fraction * times) };
  if (event.kind !== 'mixed' && event.kind !== 'added') return event;
  const additions = event.additions.map((each) =>
    each.role === 'binder' ? { ...each, active_fraction: Math.min(1, each.active_fraction * times) } : each
  );
  return { ...event, additions } as Event;
}

function stoodOpen(nature: HeapNature, told: Belief, stay: Stay): Running {
  const draft = drafted(told);
  moveTo(draft, { ...stay.container, cover: 'open' });
  stand(nature, draft, stay.to);
  moveTo(draft, stay.container);
  return { suspect: 'stood-open', stay, draft, otherwise: asTold };
}

function sandGone(nature: HeapNature, told: Belief, stay: Stay): Running {
  const draft = drafted(told);
  stand(nature, draft, stay.to);
  const kg = totalMass(sandOf(draft));
  if (kg > 0)
    applyMove(draft, { do: 'carry', from: HEAP, to: null, kg: GONE_SHARE * kg, sd: GONE_SHARE_SD * kg });
  return { suspect: 'sand-gone', stay, draft, otherwise: asTold };
}
