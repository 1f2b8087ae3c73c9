import { entryVersions } from '$lib/server/heap/ledger';
import { pathId, read } from '$lib/server/http/endpoint';

export const GET = read({ summary: 'Every version, oldest first' }, (db, event) =>
  entryVersions(db, pathId(event, 'id', 'heap'), pathId(event, 'entryId', 'entry'))
);
