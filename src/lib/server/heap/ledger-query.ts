import { TZDate } from '@date-fns/tz';
import type { LedgerTable } from '$lib/schema/query';
import type { EntryFilter } from './ledger';
import { impossible } from '../refusal';
import { utc } from '../http/query';

/** What a checked query asks of a ledger, but for its page: kind, test kind, times, words, struck entries, order. */
export function ledgerFilter(query: LedgerTable): EntryFilter {
  const { kind, test_kind, words, session_id, mold_id, act_id, undone = false, order } = query ?? {};
  const zone = zoneOf(query?.zone);
  /** A day alone is the whole of it, from one of the reader's midnights to the next. */
  const time = (text: string | undefined, days: number) => {
    if (text?.length !== 10) return utc(text);
    const [year, month, day] = text.split('-').map(Number) as [number, number, number];
    const midnight = new TZDate(year, month - 1, day + days, zone).getTime();
    return new Date(days === 0 ? midnight : midnight - 1).toISOString();
  };
  return {
    kind,
    test_kind,
    words: words || undefined,
    from: time(query?.from, 0),
    to: time(query?.to, 1),
    session_id,
    mold_id,
    act_id,
    undone,
    oldest_first: order === 'oldest'
  };
}

/** The reader's time zone; the world's where none is given. */
function zoneOf(zone: string | undefined): string {
  if (zone === undefined) return 'UTC';
  try {
    return new Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone;
  } catch {
    throw impossible([{ path: 'zone', message: 'must be a time zone such as Europe/London' }]);
  }
}
