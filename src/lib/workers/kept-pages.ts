/** Which pages are kept for when the server is out of reach, and under which key. */

const PLACES = [
  '/',
  '/temper',
  '/mix',
  '/mold',
  '/pour',
  '/shake-out',
  '/recondition',
  '/patterns',
  '/flasks',
  '/stock',
  '/plan',
  '/journal',
  '/trainer',
  '/hands',
  '/handbook',
  '/handbook/mix',
  '/handbook/temper',
  '/handbook/mold',
  '/handbook/pour',
  '/handbook/shake-out',
  '/handbook/recondition'
] as const;
const OF_HEAP = [
  '',
  '/mix',
  '/log',
  '/ledger',
  '/drying',
  '/test',
  '/test/squeeze',
  '/test/moisture',
  '/recondition'
] as const;

/** The last state of every heap, the sessions that are on, the handbook and the calculators. */
export const pagesToKeep = (heaps: readonly number[], sessions: readonly number[]): string[] => [
  ...PLACES,
  ...heaps.flatMap((id) => OF_HEAP.map((of) => `/heaps/${id}${of}`)),
  ...sessions.map((id) => `/sessions/${id}`)
];

const DATA = '/__data.json';

/** What the palette asks for: which heaps and lots there are. */
export const LISTS = ['/api/v1/heaps', '/api/v1/lots'] as const;

/** Whether a request is for a page or its figures, or a list; the rest of the interface, streams and who signs in are not kept. */
export function keepable({ pathname, search }: URL, accept: string): boolean {
  if (search === '' && (LISTS as readonly string[]).includes(pathname)) return true;
  if (/^\/(api|sign-in|_app)(\/|$)/.test(pathname)) return false;
  return pathname.endsWith(DATA) || accept.includes('text/html');
}

/** The page that an address belongs to. */
export function pageOf({ pathname, search }: URL): string {
  if (!pathname.endsWith(DATA)) return pathname + search;
  return pathname.slice(0, -DATA.length) || '/';
}

/** The key that a page, or its figures, is kept under: without what the framework adds of its own. */
export function plainKey(url: URL): string {
  const search = new URLSearchParams(url.search);
  for (const name of [...search.keys()]) if (name.startsWith('x-sveltekit')) search.delete(name);
  return url.pathname + (search.size > 0 ? `?${search}` : '');
}
