import type { RequestEvent } from '@sveltejs/kit';
import type { Errand } from '../worker/crew';
import { followed } from '../worker/works';
import { SESSION_COOKIE } from './gate';

/** Under this header who sends long work names it, to ask meanwhile how far it is. */
export const WORK_HEADER = 'brunkel-work';

/**
 * Long work of a request: it waits behind other work of the same device, tells how far it is under the name that the request
 * gave it, and is called off when whoever asked is gone.
 */
export function longWork<T>(event: RequestEvent, work: (errand: Errand) => Promise<T>): Promise<T> {
  const { headers, signal } = event.request;
  const by = event.cookies.get(SESSION_COOKIE) ?? headers.get('authorization') ?? event.getClientAddress();
  return followed(headers.get(WORK_HEADER), (told) => work({ by, told, signal }));
}
