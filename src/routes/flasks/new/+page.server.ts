import type { Actions, PageServerLoad } from './$types';
import { newFlask } from '$lib/schema/flask';
import { createFlask } from '$lib/server/flask/flasks';
import { checkedBody, postedForm } from '$lib/server/http/posted';

export const load: PageServerLoad = ({ url }) => ({ given: Object.fromEntries(url.searchParams) });

export const actions: Actions = {
  /** A flask, posted without a script. */
  make: postedForm(
    (db, body) => createFlask(db, checkedBody(newFlask, body)),
    () => '/flasks'
  )
};
