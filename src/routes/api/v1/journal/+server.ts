import { journalQuery } from '$lib/schema/query';
import { pageOf } from '$lib/server/http/answer-schemas';
import { read } from '$lib/server/http/endpoint';
import { askedTimes } from '$lib/server/day/asked-days';
import { searchJournal } from '$lib/server/journal/journal';

export const GET = read(
  {
    summary: 'What happened, the latest first, found by words and filters',
    query: journalQuery,
    answer: pageOf({ type: 'object' })
  },
  async (db, _, { limit, offset, from, to, zone, ...filter }) =>
    searchJournal(db, { ...filter, ...(await askedTimes(db, { from, to, zone })) }, { limit, offset })
);
