import type { Actions, PageServerLoad } from './$types';
import { newPattern } from '$lib/schema/pattern';
import { checkedBody, postedForm } from '$lib/server/http/posted';
import { createPattern } from '$lib/server/pattern/patterns';

export const load: PageServerLoad = ({ url }) => ({ given: Object.fromEntries(url.searchParams) });

export const actions: Actions = {
  /** A pattern, posted without a script. */
  make: postedForm(
    (db, body) => createPattern(db, checkedBody(newPattern, body)),
    (id) => `/patterns/${id}`
  )
};
