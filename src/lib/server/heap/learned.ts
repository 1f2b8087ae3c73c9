import type { LearnedRecord } from '$lib/schema/heap-state';
import { nowIso } from '$core/time/now';
import { believedDrying } from '$core/heap/state/belief';
import { readingOfHeap, type LedgerEntry } from '$core/heap/entry';
import { LEARNED_FIGURES, LEARNED_SI, type LearnedFigure } from '$core/heap/state/learned-figure';
import { learned as learnedFrom, learnedDrying, type Learned } from '$core/heap/state/lessons';
import type { Database } from '../database/database';
import { beliefAfter, entriesBy, entriesOf, lastBelief } from './heap-ledger';
import { heapRow } from './heaps';
import { ledgerFor } from './ledger-cache';

const UNITS: Record<LearnedFigure, string> = {
  drying: '× the handbook',
  'rammed-density': 'kg/L',
  spill: '% of what is drawn',
  burn: 'kg of sand per kg of metal'
};

/** What a heap's records have taught of it, each figure beside the handbook's. */
export async function readLearned(
  db: Database,
  heap_id: number,
  at = nowIso()
): Promise<{ items: LearnedRecord[] }> {
  const ledger = await ledgerFor(db, await heapRow(db, heap_id));
  const done = entriesBy(ledger, at);
  const belief = beliefAfter(ledger, done);
  const { log, sd } = believedDrying(belief);
  const records = moistureReadings(entriesOf(ledger).slice(0, done));
  const figures: Record<LearnedFigure, Learned> = {
    ...learnedFrom(belief.lessons, ledger.nature),
    drying: { ...learnedDrying(log, sd), records }
  };
  return { items: LEARNED_FIGURES.map((of) => learnedRecord(of, figures[of])) };
}

function learnedRecord(of: LearnedFigure, learned: Learned): LearnedRecord {
  const shown = (si: number) => Number((si / LEARNED_SI[of]).toPrecision(12));
  return {
    ...learned,
    of,
    value: shown(learned.value),
    range: [shown(learned.range[0]), shown(learned.range[1])],
    handbook: shown(learned.handbook),
    unit: UNITS[of]
  };
}

/** Readings of water since the heap came to where it stands, or since its drying was last set: they teach it. */
function moistureReadings(ledger: readonly LedgerEntry[]): number {
  let count = 0;
  for (const { event } of ledger) {
    if (event.kind === 'moved' || (event.kind === 'learning' && event.of === 'drying')) count = 0;
    const test = readingOfHeap(event);
    if (test && ['moisture', 'probe', 'squeeze', 'compactability'].includes(test.kind)) count += 1;
  }
  return count;
}

/** What a form needs to say what an unweighed amount will be taken for. */
export async function learnedForForms(db: Database, heap_id: number) {
  const ledger = await ledgerFor(db, await heapRow(db, heap_id));
  const learned = learnedFrom(lastBelief(ledger).lessons, ledger.nature);
  return {
    density_kg_l: learned['rammed-density'].value / 1000,
    spill_percent: learned.spill.value * 100,
    burn_kg_per_kg: learned.burn.value
  };
}
