import { inUnits, massText } from '$core/quantity/display';
import { locale } from '$lib/ui/preferences';
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
  const { what, amount } = kindOf(row.kind as EventKind).words(row, (kg) => massText(kg, system));
  return { what, amount: inUnits(amount, system) };
}

// Made once for each way of writing dates: a formatter costs far more to make than to use.
const made = new Map<string, Intl.DateTimeFormat>();
function written(date: Date, options: Intl.DateTimeFormatOptions): string {
  const key = `${locale()} ${Object.keys(options).join(' ')}`;
  let format = made.get(key);
  if (!format) made.set(key, (format = new Intl.DateTimeFormat(locale(), options)));
  return format.format(date);
}

/** The time of day, in the reader's own zone. */
export const shortTime = (iso: string): string =>
  written(new Date(iso), { hour: '2-digit', minute: '2-digit' });

/** A day short enough for a list, in the reader's own zone; the year only when it is another. */
export function shortDate(iso: string, now = Date.now()): string {
  const date = new Date(iso);
  const sameYear = date.getFullYear() === new Date(now).getFullYear();
  return written(date, { day: 'numeric', month: 'short', ...(!sameYear && { year: '2-digit' }) });
}
