import { rounded } from '$core/quantity/rounded';
import type { StepAbout, StepName } from '$core/plan/steps/kinds';
import { clayOf } from '$core/reference/ingredients';
import type { Database } from '../database/database';
import { writeAct } from '../heap/acts';
import { readState } from '../heap/heap-state';
import { readHeap } from '../heap/heaps';
import { putOnCoat } from '../pattern/coats';
import { createLot } from '../stock/stock';

/** A call of the interface, below /api/v1. */
export interface Undo {
  method: 'POST' | 'DELETE';
  path: string;
}

/** What ticking a step entered: the step as it was entered, where, and the call that takes that back. */
interface Entered {
  about: StepAbout;
  where: string;
  undo: Undo;
}

type About<Name extends StepName> = Extract<StepAbout, { do: Name }>;
/** What ticking a step of a kind enters in the records; null where this one enters nothing. */
type Enter<Name extends StepName> = (
  db: Database,
  about: About<Name>,
  at: string,
  /** Whoever ticks it was asked about it already. */
  confirmed: boolean
) => Promise<Entered | null>;

const undoAct = (id: number): Undo => ({ method: 'POST', path: `/acts/${id}/undo` });

/** A coat is on its pattern. */
const coat: Enter<'coat'> = async (db, about, at) => {
  const { pattern_id, what, grit, dry_h } = about;
  await putOnCoat(db, pattern_id, { what, dry_h, at, ...(grit !== null && { grit }) });
  const path = `/patterns/${pattern_id}/coats?at=${encodeURIComponent(at)}`;
  return { about, where: 'with the pattern', undo: { method: 'DELETE', path } };
};

/** What came is in stock. */
const takeIn: Enter<'take-in'> = async (db, about, at) => {
  const { kind, kg, cost, currency } = about;
  if (kind === null) return null;
  const lot = await createLot(db, {
    kind,
    bought_kg: Number(kg.toPrecision(3)),
    ...(cost !== null && { cost: rounded(cost, 2) }),
    currency,
    bought_at: at
  });
  return { about, where: 'in the stock', undo: { method: 'DELETE', path: `/lots/${lot.id}` } };
};

/** Clay and water are in the heap: as much as it wants at that hour. */
async function dosed<About extends { heap_id: number; heap: string }>(
  db: Database,
  about: About,
  at: string,
  confirmed: boolean
) {
  const { heap_id } = about;
  const { need, water_kg, binder_kg, lots } = (await readState(db, heap_id, at)).prescription;
  // A guessed dose is no entry: sand that nobody looked at is squeezed first.
  if (need === 'test') return null;
  const { binder } = await readHeap(db, heap_id);
  const clay_kg = binder === 'natural' || binder === 'oil' ? 0 : binder_kg;
  // By its name alone clay would count as dry and pure: it is the lot that the dose was worked out for, or its kind.
  const clay = lots.binder
    ? { ingredient: lots.binder.kind, lot_id: lots.binder.id }
    : { ingredient: clayOf(binder) ?? 'binder' };
  // The dose is the heap's own; what it stirs in with it may not be known to whoever ticks.
  const common = { heap_id, at, confirmed };
  const entries = [
    ...(clay_kg > 0 ? [{ ...common, kind: 'added', ...clay, kg: clay_kg }] : []),
    ...(water_kg > 0 ? [{ ...common, kind: 'water', kg: water_kg }] : [])
  ];
  if (entries.length === 0) return null;
  const { id } = await writeAct(db, { name: `tempered ${about.heap}`, entries });
  const went = { ...about, binder_kg: clay_kg, water_kg: Math.max(0, water_kg), dry_off_kg: 0 };
  return { about: went, where: 'in its ledger', undo: undoAct(id) };
}

/** The heap stands indoors. */
const indoors: Enter<'indoors'> = async (db, about, at) => {
  const { heap_id, heap } = about;
  const { container } = await readHeap(db, heap_id);
  const { id } = await writeAct(db, {
    name: `brought ${heap} indoors`,
    entries: [{ heap_id, kind: 'moved', at, container: { ...container, place: 'indoors' } }]
  });
  return { about, where: 'in its ledger', undo: undoAct(id) };
};

/** By kind; a tick is all there is to the others. */
const ENTER: { [Name in StepName]?: Enter<Name> } = {
  coat,
  'take-in': takeIn,
  temper: dosed<About<'temper'>>,
  'temper-again': dosed<About<'temper-again'>>,
  indoors
};

/**
 * Enters what a step did where it belongs; null where nothing is entered.
 *
 * @throws Refusal 422 with a question, where its entry is asked about and nobody said yet that it is right
 */
export async function enterStep(
  db: Database,
  about: StepAbout,
  at: string,
  confirmed: boolean
): Promise<Entered | null> {
  // Which kind it is its name says: the compiler does not see that the two go together.
  const enter = ENTER[about.do] as Enter<StepName> | undefined;
  return enter ? enter(db, about, at, confirmed) : null;
}
