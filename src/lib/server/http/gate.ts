import { redirect, type RequestEvent } from '@sveltejs/kit';
import { door, serving } from '../access/current';
import { hostNameOf, isLoopbackAddress, isLoopbackName, isServedName } from '../access/served-names';
import { Refusal } from '../refusal';

export const SESSION_COOKIE = 'brunkel-session';
/** Tells a device that gave the passphrase once from strangers who guess; it opens nothing. */
export const DEVICE_COOKIE = 'brunkel-device';

/** Where a passphrase can be given, and what that page is made of. */
const OPEN_PATHS =
  /^\/(sign-in(\/|$|\.)|sign-in\/__data\.json$|_app\/|(mark\.svg|manifest\.webmanifest|icon-[\w-]+\.png|service-worker\.js)$)/;
/** The calendar of all plans, or of one. */
const CALENDAR = /^\/api\/v1\/(?:plans\/(\d{1,15})\/)?calendar\.ics$/;
const READINGS = '/api/v1/readings';
const SAFE_METHODS = ['GET', 'HEAD', 'OPTIONS'];

/**
 * Whether a request may come in at all; throws a refusal, or a way to the page where the passphrase is asked for.
 *
 * - It was sent to a name that Brunkel is served under: a foreign name that was made to lead here is refused.
 * - What changes anything comes from our own pages, or from no page at all.
 * - From beyond this machine it comes from somebody who is signed in, or shows a token.
 *
 * @throws Refusal 421 for a foreign name, 403 for a foreign page, 401 without passphrase or token
 */
export function passGate(event: RequestEvent): void {
  const host = event.request.headers.get('host') ?? '';
  const name = hostNameOf(host);
  const { listens_on, names, guarded } = serving();
  if (!isServedName(name, listens_on, names))
    throw new Refusal(
      421,
      `Brunkel is not served as ${name || 'nothing'}: name it in BRUNKEL_NAMES if it should be.`
    );
  if (!SAFE_METHODS.includes(event.request.method)) mustBeOwnPage(event.request.headers, host);
  else mustNotBeForeign(event);
  mustBeAction(event.url);
  event.locals.within = !guarded || isAtTheDesk(event, name) || isLetIn(event);
  if (event.locals.within || OPEN_PATHS.test(event.url.pathname)) return;
  if (event.url.pathname.startsWith('/api/') || event.request.method !== 'GET')
    throw new Refusal(401, 'Sign in on a page of Brunkel first, or send a token as Authorization: Bearer …');
  redirect(303, `/sign-in?to=${encodeURIComponent(event.url.pathname + event.url.search)}`);
}

/** Whether who came in may still be: signed out elsewhere, or its token revoked, a device is no more. */
export function isStillIn(event: RequestEvent): boolean {
  return !serving().guarded || isAtTheDesk(event) || isLetIn(event);
}

function isLetIn(event: RequestEvent): boolean {
  const { headers } = event.request;
  const token = /^Bearer\s+(\S+)$/i.exec(headers.get('authorization') ?? '')?.[1];
  if (door().holdsSession(event.cookies.get(SESSION_COOKIE)) || door().holdsToken(token)) return true;
  if (
    event.url.pathname === READINGS &&
    event.request.method === 'POST' &&
    door().holdsToken(token, 'readings')
  )
    return true;
  // A calendar is fetched by a program that can send nothing but the address.
  const { pathname, searchParams } = event.url;
  const calendar = CALENDAR.exec(pathname);
  if (!calendar) return false;
  const plan_id = calendar[1] === undefined ? null : Number(calendar[1]);
  return door().holdsToken(searchParams.get('token'), 'calendar', { plan_id });
}

/** Records are not copied, nor anything worked out, because a page of somebody else says so. */
function mustNotBeForeign({ request, url }: RequestEvent): void {
  const site = request.headers.get('sec-fetch-site');
  if (url.pathname.startsWith('/api/') && site !== null && site !== 'same-origin' && site !== 'none')
    throw new Refusal(403, 'This was asked for by a page that is not of this Brunkel.');
}

/** The action of a form is named in the address; names that every object has are none. */
function mustBeAction({ searchParams }: URL): void {
  for (const name of searchParams.keys())
    if (name.startsWith('/') && name.slice(1) in Object.prototype)
      throw new Refusal(404, 'There is no such form.');
}

/** Who sits at this machine itself, under a name that is this machine's. */
export function isAtTheDesk(
  event: RequestEvent,
  name = hostNameOf(event.request.headers.get('host') ?? '')
): boolean {
  return isLoopbackName(name) && isLoopbackAddress(event.getClientAddress());
}

function mustBeOwnPage(headers: Headers, host: string): void {
  const origin = headers.get('origin');
  const site = headers.get('sec-fetch-site');
  // Browsers name the page that sends; scripts and devices name none.
  const own =
    origin !== null ? sameHost(origin, host) : site === null || site === 'same-origin' || site === 'none';
  if (!own) throw new Refusal(403, 'This came from a page that is not of this Brunkel.');
}

function sameHost(origin: string, host: string): boolean {
  try {
    return new URL(origin).host === new URL(`http://${host}`).host;
  } catch {
    return false;
  }
}
