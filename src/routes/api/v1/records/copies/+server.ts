import { read } from '$lib/server/http/endpoint';
import { lastFailure, listCopies } from '$lib/server/records/copies';

export const GET = read(
  { summary: 'The copies that are kept of the last days, weeks and months, latest first' },
  async (db) => {
    const items = listCopies(db.folder).map(({ day, bytes }) => ({ day, bytes }));
    return { items, total: items.length, failure: lastFailure() };
  }
);
