import type { PageServerLoad } from './$types';
import { journalPage } from '$lib/schema/query';
import { listHeaps } from '$lib/server/heap/heaps';
import { pageLoad } from '$lib/server/http/guard';
import { askedTimes } from '$lib/server/day/asked-days';
import { queryOf } from '$lib/server/http/query';
import { searchJournal } from '$lib/server/journal/journal';

/** Lines on a page. */
const LINES = 40;
/** Castings on a page of the wall. */
const ON_WALL = 48;

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const { page = 1, view, from, to, zone, ...filter } = queryOf(journalPage, event.url, true);
  const wall = view === 'wall';
  const limit = wall ? ON_WALL : LINES;
  const asked = {
    ...filter,
    ...(await askedTimes(db, { from, to, zone })),
    ...(wall && { kind: 'casting' as const })
  };
  const [found, heaps] = await Promise.all([
    searchJournal(db, asked, { limit, offset: (page - 1) * limit }),
    listHeaps(db)
  ]);
  return {
    found,
    page,
    wall,
    heaps: heaps.map(({ id, name }) => ({ id, name })),
    asked: event.url.search.replace(/[?&](page|view)=[^&]*/g, '').replace(/^&/, '?')
  };
});
