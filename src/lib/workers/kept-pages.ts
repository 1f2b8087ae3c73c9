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
  '/flasks/new',
  '/stock',
  '/stock/new',
  '/alloys',
  '/plan',
  '/journal',
  '/year',
  '/records',
  '/trainer',
  '/trainer?training=mold',
  '/trainer?training=word',
  '/hands',
  '/heaps/new',
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
  '/charts',
  '/learned',
  '/renew',
  '/test',
  '/test/squeeze',
  '/test/moisture',
  '/recondition'
] as const;
const OF_MOLD = ['', '/gating', '/freeze'] as const;

/** What there is, by its ids: heaps and sessions, and the molds of the sessions that are not over. */
export interface Known {
  heaps: readonly number[];
  sessions: readonly number[];
  molds: readonly number[];
}

/** The last state of every heap, the sessions that are on with their molds, the handbook and the calculators. */
export const pagesToKeep = ({ heaps, sessions, molds }: Known): string[] => [
  ...PLACES,
  ...molds.flatMap((id) => OF_MOLD.map((of) => `/mold/${id}${of}`)),
  ...heaps.flatMap((id) => OF_HEAP.map((of) => `/heaps/${id}${of}`)),
  ...sessions.map((id) => `/sessions/${id}`)
];

/** The cache that they are kept in. */
export const PAGES = 'pages';

/** When what is kept was read, by this device's clock: in the head of what is kept. */
export const KEPT_AT = 'brunkel-kept-at';

/** What a page is told of figures that it was given: whose they are, and when they were read; null where just now. */
export interface Given {
  given: string;
  kept_at: string | null;
}

/** Where one gets to from a page that was not kept, in the order of a day. */
const WAYS_ON: readonly (readonly [path: string, name: string])[] = [
  ['/', 'Bench'],
  ['/mix', 'Mix'],
  ['/temper', 'Temper'],
  ['/mold', 'Mold'],
  ['/pour', 'Pour'],
  ['/shake-out', 'Shake out'],
  ['/recondition', 'Recondition'],
  ['/plan', 'Plan'],
  ['/stock', 'Stock'],
  ['/handbook', 'Handbook']
];

/** Those of them that open. */
export const waysOn = (kept: readonly string[]) => WAYS_ON.filter(([path]) => kept.includes(path));

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

/** The page that figures are of, with its own search. */
export const pageOfData = (url: URL): string => plainKey(url).replace(DATA, '') || '/';

/** The key that a page, or its figures, is kept under: without what the framework adds of its own. */
export function plainKey(url: URL): string {
  const search = new URLSearchParams(url.search);
  for (const name of [...search.keys()]) if (name.startsWith('x-sveltekit')) search.delete(name);
  return url.pathname + (search.size > 0 ? `?${search}` : '');
}
