import { yearQuery } from '$lib/schema/query';
import { read } from '$lib/server/http/endpoint';
import { readYear } from '$lib/server/year/year';

export const GET = read(
  {
    summary: 'A year by its months: castings, losses, cost, scrap by defect, how each heap stood',
    query: yearQuery
  },
  (db, _, { year }) => readYear(db, year)
);
