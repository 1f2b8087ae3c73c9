import { page } from '$app/state';
import type { LedgerRow } from './entry-words';

/** Who did it, and what they noted, in a line; null where neither was said. A note's own words stand in its line. */
export function byWhom(row: LedgerRow): string | null {
  const name = page.data.members?.find(({ id }: { id: number }) => id === row.member)?.name;
  const note = row.kind === 'noted' ? null : row.note;
  const said = [name, note].filter(Boolean).join(': ');
  return [row.simulated ? 'simulated reading' : null, said].filter(Boolean).join(' · ') || null;
}
