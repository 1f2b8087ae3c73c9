import type { RequestEvent } from '@sveltejs/kit';
import type { EntryFilter } from '../heap/ledger';
import { queryTime } from './endpoint';

/** What an address asks of a ledger, but for its page: kind, test kind, times, words, struck entries, order. */
export function ledgerFilter(event: Pick<RequestEvent, 'url'>): EntryFilter {
  const query = event.url.searchParams;
  const given = (name: string) => query.get(name) || undefined;
  const time = (name: string) => (given(name) === undefined ? undefined : queryTime(event, name));
  const to = time('to');
  return {
    kind: given('kind'),
    test_kind: given('test_kind'),
    words: given('words')?.slice(0, 200),
    from: time('from'),
    // A day alone means to its end.
    to: to && given('to')!.length === 10 ? to.replace(/T.*/, 'T23:59:59.999Z') : to,
    undone: query.get('undone') === 'true',
    oldest_first: query.get('order') === 'oldest'
  };
}
