import { believedDrying } from '$core/heap/belief';
import { LEARNED_FIGURES, readingOfHeap, type LearnedFigure, type LedgerEntry } from '$core/heap/entry';
import { believe } from '$core/heap/estimate';
import { learn, learnedDrying, type Learned } from '$core/heap/learning';
import type { Database } from '../database/database';
import { LEARNED_SI } from './entry-event';
import { heapRow, natureOf } from './heaps';
import { loadLedger } from './ledger';

/** A learned figure in the units of the interface: a factor, kg/L, %, kg of sand per kg of metal. */
export interface LearnedRecord extends Learned {
  of: LearnedFigure;
  unit: string;
}

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
  at = new Date().toISOString()
): Promise<{ items: LearnedRecord[] }> {
  const heap = await heapRow(db, heap_id);
  const ledger = (await loadLedger(db, heap_id)).filter((entry) => entry.at <= at);
  const nature = natureOf(heap);
  const { log, sd } = believedDrying(believe(nature, ledger));
  const figures: Record<LearnedFigure, Learned> = {
    ...learn(nature, heap.binder, ledger),
    drying: { ...learnedDrying(log, sd), records: moistureReadings(ledger) }
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
  const heap = await heapRow(db, heap_id);
  const learned = learn(natureOf(heap), heap.binder, await loadLedger(db, heap_id));
  return {
    density_kg_l: learned['rammed-density'].value / 1000,
    spill_percent: learned.spill.value * 100,
    burn_kg_per_kg: learned.burn.value
  };
}
