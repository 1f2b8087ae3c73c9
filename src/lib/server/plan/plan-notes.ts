import type { StepAbout, StepNote } from '$core/plan/casting-steps';
import { enteredWords } from '$core/plan/step-words';
import type { PlanNote } from '$lib/schema/plan';
import type { Database } from '../database/database';
import { writeAct } from '../heap/acts';
import { readState } from '../heap/heap-state';
import { readHeap } from '../heap/heaps';
import { putOnCoat } from '../pattern/coats';
import { notFound } from '../refusal';
import { createLot } from '../stock/stock';
import { planRow, readPlan, type PlanRecord } from './plans';
import { readSchedule } from './schedule';

export interface Noted {
  plan: PlanRecord;
  /** What was entered where it belongs, in words; null where a tick is all there is to it. */
  logged: string | null;
  /** The step as it was entered: of what hangs on the hour, that hour's. */
  entered: StepAbout | null;
  /** The call that takes that back; null where nothing was entered. */
  undo: Undo | null;
}

/** A call of the interface, below /api/v1. */
interface Undo {
  method: 'POST' | 'DELETE';
  path: string;
}

/**
 * Notes a step of a plan: done, put off, by whom, how long. One that is done may be entered where it belongs at once: a coat
 * on its pattern, what came in the stock, water and clay in the ledger of the heap.
 *
 * @throws Refusal 404 for a step that the plan does not have
 */
export async function notePlanStep(db: Database, id: number, { log, ...note }: PlanNote): Promise<Noted> {
  const { steps } = await readSchedule(db, id);
  const step = steps.find((each) => each.id === note.id);
  if (!step) throw notFound('step', note.id);
  return db.write(async (transaction) => {
    const row = await planRow(db, id, transaction);
    const before = row.notes.find((each) => each.id === note.id);
    const given = Object.fromEntries(Object.entries(note).filter(([, value]) => value !== undefined));
    // What is not said stays as it was noted.
    const after = { ...before, ...given, id: note.id } as StepNote;
    // Done once is entered once, whoever else ticks it meanwhile.
    const entered =
      log && note.done_at && !before?.done_at ? await enter(db, step.about, note.done_at) : null;
    row.notes = before
      ? row.notes.map((each) => (each.id === note.id ? after : each))
      : [...row.notes, after];
    row.version += 1;
    await row.save({ transaction });
    return {
      plan: await readPlan(db, id, transaction),
      logged: entered ? `${enteredWords(entered.about, 'metric')}: entered ${entered.where}` : null,
      entered: entered?.about ?? null,
      undo: entered?.undo ?? null
    };
  });
}

async function enter(
  db: Database,
  about: StepAbout,
  at: string
): Promise<{ about: StepAbout; where: string; undo: Undo } | null> {
  switch (about.do) {
    case 'coat': {
      const { what, grit, dry_h } = about;
      await putOnCoat(db, about.pattern_id, { what, dry_h, at, ...(grit !== null && { grit }) });
      return {
        about,
        where: 'with the pattern',
        undo: { method: 'DELETE', path: `/patterns/${about.pattern_id}/coats?at=${encodeURIComponent(at)}` }
      };
    }
    case 'take-in': {
      if (about.kind === null) return null;
      const lot = await createLot(db, {
        kind: about.kind,
        bought_kg: Number(about.kg.toPrecision(3)),
        ...(about.cost !== null && { cost: Number(about.cost.toFixed(2)) }),
        currency: about.currency,
        bought_at: at
      });
      return { about, where: 'in the stock', undo: { method: 'DELETE', path: `/lots/${lot.id}` } };
    }
    case 'temper': {
      const { prescription } = await readState(db, about.heap_id, at);
      const { need, water_kg, binder_kg } = prescription;
      // A guessed dose is no entry: sand that nobody looked at is squeezed first.
      if (need === 'test') return null;
      const { binder } = await readHeap(db, about.heap_id);
      const entries = [
        ...(binder_kg > 0 && binder !== 'natural' && binder !== 'oil'
          ? [
              {
                heap_id: about.heap_id,
                kind: 'added',
                at,
                confirmed: true,
                ingredient: 'binder',
                kg: binder_kg
              }
            ]
          : []),
        ...(water_kg > 0
          ? [{ heap_id: about.heap_id, kind: 'water', at, confirmed: true, kg: water_kg }]
          : [])
      ];
      if (entries.length === 0) return null;
      const { id } = await writeAct(db, { name: `tempered ${about.heap}`, entries });
      const went = (kind: string) => entries.find((each) => each.kind === kind)?.kg ?? 0;
      return {
        about: { ...about, binder_kg: went('added'), water_kg: went('water'), dry_off_kg: 0 },
        where: 'in its ledger',
        undo: { method: 'POST', path: `/acts/${id}/undo` }
      };
    }
    case 'indoors': {
      const { container } = await readHeap(db, about.heap_id);
      const { id } = await writeAct(db, {
        name: `brought ${about.heap} indoors`,
        entries: [
          { heap_id: about.heap_id, kind: 'moved', at, container: { ...container, place: 'indoors' } }
        ]
      });
      return { about, where: 'in its ledger', undo: { method: 'POST', path: `/acts/${id}/undo` } };
    }
    default:
      return null;
  }
}
