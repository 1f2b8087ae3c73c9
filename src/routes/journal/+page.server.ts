import type { PageServerLoad } from './$types';
import { journalPage } from '$lib/schema/query';
import { listHeaps } from '$lib/server/heap/heaps';
import { pageLoad } from '$lib/server/http/guard';
import { askedTimes } from '$lib/server/day/asked-days';
import { queryOf, queryText } from '$lib/server/http/query';
import { searchJournal } from '$lib/server/journal/journal';

/** Lines on a page. */
const LINES = 40;
/** Castings on a page of the wall. */
const ON_WALL = 48;

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const { page = 1, view, from, to, zone, ...filter } = queryOf(journalPage, event.url, true);
  const wall = view === 'wall';
  const limit = wall ? ON_WALL : LINES;
  const sought = { ...filter, ...(wall && { kind: 'casting' as const }) };
  const asked = { ...sought, ...(await askedTimes(db, { from, to, zone })) };
  const [found, heaps] = await Promise.all([
    searchJournal(db, asked, { limit, offset: (page - 1) * limit }),
    listHeaps(db)
  ]);
  return {
    found,
    page,
    wall,
    heaps: heaps.map(({ id, name }) => ({ id, name })),
    // The same as a table: what was left empty is no question of a file.
    as_table: queryText({ ...sought, from, to, zone })
  };
});
