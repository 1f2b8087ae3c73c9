import { massText } from '$core/quantity/display';
import type { UnitSystem } from '$core/quantity/unit';
import { kindOf, type EventKind } from '$core/heap/kinds';

export { containerWords } from '$core/heap/kinds/moved';
export { ingredientName } from '$core/heap/ingredient';

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
export function entryWords(row: LedgerRow, system: UnitSystem): { what: string; amount: string } {
  return kindOf(row.kind as EventKind).words(row, (kg) => massText(kg, system));
}

// Made once: a formatter costs far more to make than to use.
const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
const DAY_AND_YEAR = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: '2-digit' });

const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** The time of day, in the reader's own zone. */
export const shortTime = (iso: string): string => TIME.format(new Date(iso));

/** A day short enough for a list, in the reader's own zone; the year only when it is another. */
export function shortDate(iso: string, now = Date.now()): string {
  const date = new Date(iso);
  const sameYear = date.getFullYear() === new Date(now).getFullYear();
  return (sameYear ? DAY : DAY_AND_YEAR).format(date);
}
