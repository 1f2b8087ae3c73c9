import type { Actions, PageServerLoad } from './$types';
import { flaskChange } from '$lib/schema/flask';
import { amendFlask, readFlask } from '$lib/server/flask/flasks';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { checkedBody, postedForm } from '$lib/server/http/posted';

export const load: PageServerLoad = pageLoad(async (db, event) => ({
  flask: await readFlask(db, pathId(event, 'id', 'flask'))
}));

export const actions: Actions = {
  write: postedForm(
    (db, body, event) => amendFlask(db, pathId(event, 'id', 'flask'), checkedBody(flaskChange, body)),
    () => '/flasks',
    null
  )
};
