import type { Actions, PageServerLoad } from './$types';
import { patternChange } from '$lib/schema/pattern';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { checkedBody, postedForm } from '$lib/server/http/posted';
import { amendPattern, readPattern } from '$lib/server/pattern/patterns';

export const load: PageServerLoad = pageLoad(async (db, event) => ({
  pattern: await readPattern(db, pathId(event, 'id', 'pattern'))
}));

export const actions: Actions = {
  write: postedForm(
    (db, body, event) => amendPattern(db, pathId(event, 'id', 'pattern'), checkedBody(patternChange, body)),
    (id) => `/patterns/${id}`,
    null
  )
};
