import { inUnits, massText } from '$core/quantity/display';
import type { UnitSystem } from '$core/quantity/unit';
import { kindOf, type EventKind } from '$core/heap/kinds';

export { containerWords } from '$core/heap/kinds/moved';
export { ingredientName } from '$core/heap/state/ingredient';

/** An entry as the interface gives it. */
export interface LedgerRow extends Record<string, unknown> {
  id: number;
  kind: string;
  at: string;
  note: string | null;
  version: number;
  undone_at: string | null;
}

/** What happened, and how much of it, in a few words: one line of the ledger. */
export function entryWords(
  row: Record<string, unknown>,
  system: UnitSystem
): { what: string; amount: string } {
  const { what, amount } = kindOf(row.kind as EventKind).words(row, (kg) => massText(kg, system));
  return { what, amount: inUnits(amount, system) };
}
