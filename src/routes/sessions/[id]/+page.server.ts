import type { PageServerLoad } from './$types';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { readSessionSheet } from '$lib/server/record/session-sheet';

export const load: PageServerLoad = pageLoad((db, event) =>
  readSessionSheet(db, pathId(event, 'id', 'session'))
);
