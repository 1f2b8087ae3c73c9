import { testVersions } from '$lib/server/heap/tests';
import { pathId, read } from '$lib/server/http/endpoint';

export const GET = read({ summary: 'Every version, oldest first' }, (db, event) =>
  testVersions(db, pathId(event, 'id', 'heap'), pathId(event, 'testId', 'test'))
);
