import type { Actions, PageServerLoad } from './$types';
import { newFlask } from '$lib/schema/flask';
import { createFlask, listFlasks } from '$lib/server/flask/flasks';
import { pageLoad } from '$lib/server/http/guard';
import { checkedBody, postedForm } from '$lib/server/http/posted';

export const load: PageServerLoad = pageLoad(async (db, { url }) => {
  // A name to begin with, which nobody has to think of.
  const taken = new Set((await listFlasks(db)).map(({ name }) => name));
  let n = 1;
  while (taken.has(`Flask ${n}`)) n += 1;
  return { given: { name: `Flask ${n}`, ...Object.fromEntries(url.searchParams) } };
});

export const actions: Actions = {
  /** A flask, posted without a script. */
  make: postedForm(
    (db, body) => createFlask(db, checkedBody(newFlask, body)),
    () => '/flasks'
  )
};
