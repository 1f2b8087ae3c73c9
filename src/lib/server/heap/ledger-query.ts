import type { LedgerTable } from '$lib/schema/query';
import type { Database } from '../database/database';
import { askedTimes } from '../day/asked-days';
import type { EntryFilter } from './ledger';

/** What a checked query asks of a ledger, but for its page: kind, test kind, times, words, struck entries, order. */
export async function ledgerFilter(db: Database, query: LedgerTable): Promise<EntryFilter> {
  const { kind, test_kind, words, session_id, mold_id, act_id, undone = false, order } = query ?? {};
  return {
    kind,
    test_kind,
    words: words || undefined,
    ...(await askedTimes(db, query ?? {})),
    session_id,
    mold_id,
    act_id,
    undone,
    oldest_first: order === 'oldest'
  };
}
