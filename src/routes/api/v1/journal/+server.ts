import { journalQuery } from '$lib/schema/query';
import { pageOf } from '$lib/server/http/answer-schemas';
import { read } from '$lib/server/http/endpoint';
import { utc } from '$lib/server/http/query';
import { searchJournal } from '$lib/server/journal/journal';

export const GET = read(
  {
    summary: 'What happened, the latest first, found by words and filters',
    query: journalQuery,
    answer: pageOf({ type: 'object' })
  },
  (db, _, { limit, offset, from, to, ...filter }) =>
    searchJournal(db, { ...filter, from: utc(from), to: utc(to) }, { limit, offset })
);
