import type { StepNote } from '$core/plan/casting-steps';
import { enteredWords, type StepAbout } from '$core/plan/steps/kinds';
import type { PlanNote } from '$lib/schema/plan';
import type { Database } from '../database/database';
import { Refusal } from '../refusal';
import { enterStep, type Undo } from './entering';
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

/**
 * Notes a step of a plan: done, put off, by whom, how long. One that is done may be entered where it belongs at once: a coat
 * on its pattern, what came in the stock, water and clay in the ledger of the heap.
 *
 * @throws Refusal 404 for a step that the plan does not have
 */
export async function notePlanStep(
  db: Database,
  id: number,
  { log, confirmed, ...note }: PlanNote
): Promise<Noted> {
  const { steps } = await readSchedule(db, id);
  const step = steps.find((each) => each.id === note.id);
  if (!step)
    throw new Refusal(
      404,
      'This step is off the plan: it was done on its own page, or is not needed any more. Look at the plan again.'
    );
  return db.write(async (transaction) => {
    const row = await planRow(db, id, transaction);
    const before = row.notes.find((each) => each.id === note.id);
    const given = Object.fromEntries(Object.entries(note).filter(([, value]) => value !== undefined));
    // What is not said stays as it was noted.
    const after = { ...before, ...given, id: note.id } as StepNote;
    // Done once is entered once, whoever else ticks it meanwhile.
    const entered =
      log && note.done_at && !before?.done_at
        ? await enterStep(db, step.about, note.done_at, confirmed ?? false)
        : null;
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
