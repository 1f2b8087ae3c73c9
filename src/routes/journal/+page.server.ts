import type { PageServerLoad } from './$types';
import { ledgerOfPage } from '$lib/schema/query';
import { listHeaps } from '$lib/server/heap/heaps';
import { listJournal } from '$lib/server/heap/ledger';
import { listSessionLines } from '$lib/server/record/session-sheet';
import { pageLoad } from '$lib/server/http/guard';
import { ledgerFilter } from '$lib/server/heap/ledger-query';
import { queryOf } from '$lib/server/http/query';

/** Lines on a page. */
const LINES = 40;
/** Casting days above them. */
const DAYS = 12;

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const { page = 1, ...query } = queryOf(ledgerOfPage, event.url, true);
  const [entries, heaps, sessions] = await Promise.all([
    listJournal(db, { ...ledgerFilter(query), limit: LINES, offset: (page - 1) * LINES }),
    listHeaps(db),
    listSessionLines(db, { words: query.words || undefined, limit: DAYS, offset: 0 })
  ]);
  return { entries, sessions, page, names: Object.fromEntries(heaps.map(({ id, name }) => [id, name])) };
});
