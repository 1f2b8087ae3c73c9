import { differedQuery } from '$lib/schema/query';
import { read } from '$lib/server/http/endpoint';
import { readBadDays } from '$lib/server/year/bad-days';

export const GET = read(
  {
    summary: 'What differed where castings went bad, with its chance, corrected for all that was looked at',
    query: differedQuery
  },
  (db, _, { defect }) => readBadDays(db, defect ?? null)
);
