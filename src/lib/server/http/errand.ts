import type { IncomingMessage } from 'node:http';
import type { RequestEvent } from '@sveltejs/kit';
import type { Errand } from '../worker/crew';
import { followed } from '../worker/works';
import { SESSION_COOKIE } from './gate';

/** Under this header who sends long work names it, to ask meanwhile how far it is. */
const WORK_HEADER = 'brunkel-work';

/**
 * Long work of a request: it waits behind other work of the same device, tells how far it is under the name that the request
 * gave it, and is called off when whoever asked is gone.
 */
export async function longWork<T>(event: RequestEvent, work: (errand: Errand) => Promise<T>): Promise<T> {
  const { headers } = event.request;
  const by = event.cookies.get(SESSION_COOKIE) ?? headers.get('authorization') ?? event.getClientAddress();
  const gone = new AbortController();
  const leave = () => gone.abort();
  // The request's own signal is silent once its body has come through: who leaves while we work closes the connection.
  const socket = requestOf(event)?.socket;
  socket?.once('close', leave);
  if (socket?.destroyed) leave();
  try {
    return await followed(headers.get(WORK_HEADER), (told) => work({ by, told, signal: gone.signal }));
  } finally {
    socket?.off('close', leave);
  }
}

/** The request as Node had it; none where no server is (in tests, in the build). */
const requestOf = ({ platform }: RequestEvent): IncomingMessage | undefined =>
  // The adapter for Node hands it on.
  (platform as { req?: IncomingMessage } | undefined)?.req;
