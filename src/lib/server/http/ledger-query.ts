import type { RequestEvent } from '@sveltejs/kit';
import type { EntryFilter } from '../heap/ledger';
import { TZDate } from '@date-fns/tz';
import { impossible } from '../refusal';
import { queryTime } from './endpoint';

/** What an address asks of a ledger, but for its page: kind, test kind, times, words, struck entries, order. */
export function ledgerFilter(event: Pick<RequestEvent, 'url'>): EntryFilter {
  const query = event.url.searchParams;
  const given = (name: string) => query.get(name) || undefined;
  const zone = zoneOf(given('zone'));
  const whole = (name: string) => {
    const text = given(name);
    return text === undefined || Number.isFinite(Number(text)) ? text && Number(text) : NaN;
  };
  /** A day alone is the whole of it, from one of the reader's midnights to the next. */
  const time = (name: string, days: number) => {
    const text = given(name);
    if (text === undefined) return undefined;
    const utc = queryTime(event, name)!;
    if (text.length !== 10) return utc;
    const [year, month, day] = text.split('-').map(Number) as [number, number, number];
    const midnight = new TZDate(year, month - 1, day + days, zone).getTime();
    return new Date(days === 0 ? midnight : midnight - 1).toISOString();
  };
  return {
    kind: given('kind'),
    test_kind: given('test_kind'),
    words: given('words')?.slice(0, 200),
    from: time('from', 0),
    to: time('to', 1),
    session_id: whole('session_id') || undefined,
    mold_id: whole('mold_id') || undefined,
    act_id: whole('act_id') || undefined,
    undone: query.get('undone') === 'true',
    oldest_first: query.get('order') === 'oldest'
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
