import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import type { RequestEvent } from '@sveltejs/kit';
import { nowMs } from '$core/time/now';
import type { Database } from '../database/database';
import { isAtTheDesk } from './gate';

/**
 * What is asked for again and again, and hangs on nothing but the records, the clock and who asks: the Bench, a heap, its
 * state. Its answer is good until the next write, and for a few seconds at most, in which no sand dries.
 */
const KEPT_ROUTES: ReadonlySet<string | null> = new Set(['/', '/heaps/[id]', '/api/v1/heaps/[id]/state']);
const KEPT_MS = 5000;
/** Answers kept of one write, and the largest that is: some devices with a few pages each. */
const MOST_KEPT = 64;
const LARGEST_BYTES = 2 ** 20;
/** Less is one packet or a few as it is. */
const PACKED_FROM_BYTES = 8192;

type Packing = 'br' | 'gzip' | null;
interface Kept {
  head: Headers;
  body: Uint8Array<ArrayBuffer>;
  packed: Packing;
  /** When it was worked out, ms since 1970 by the application's clock. */
  at_ms: number;
}

let kept = new Map<string, Kept>();
let follows: Database | undefined;

/**
 * The answer as it was given a moment ago, or what `answer` gives. To be asked after the gate: who may not come in is given
 * nothing.
 *
 * @param records opens them; while they are not there nothing kept is given either
 */
export async function keptAnswer(
  event: RequestEvent,
  records: () => Promise<Database>,
  answer: () => Promise<Response>
): Promise<Response> {
  if (event.request.method !== 'GET' || !event.locals.within || !KEPT_ROUTES.has(event.route.id))
    return answer();
  // What is wrong with the records, the page says better.
  const db = await records().catch(() => null);
  if (!db) return answer();
  follow(db);
  const key = keyOf(event);
  const known = kept.get(key);
  if (known && Math.abs(nowMs() - known.at_ms) < KEPT_MS) return responseOf(await packedOnce(known, event));
  // A write that ends meanwhile begins another map, and this answer may be of before it.
  const since = kept;
  const at_ms = nowMs();
  const response = await answer();
  if (response.status !== 200 || response.headers.has('set-cookie')) return response;
  const body = new Uint8Array(await response.arrayBuffer());
  if (since === kept && body.byteLength <= LARGEST_BYTES) {
    if (kept.size >= MOST_KEPT) kept.clear();
    kept.set(key, { head: response.headers, body, packed: null, at_ms });
  }
  return new Response(body, { headers: response.headers });
}

function follow(db: Database): void {
  if (follows === db) return;
  follows = db;
  kept = new Map();
  db.onWrite(() => (kept = new Map()));
}

/** All of a request that its answer may hang on. */
function keyOf(event: RequestEvent): string {
  const { request, locals } = event;
  const said = ['cookie', 'accept-language', 'accept-encoding', 'accept', 'host', 'if-none-match'];
  return JSON.stringify([
    // As it was sent: of a page that goes on, it names the parts that are wanted anew.
    request.url,
    locals.within,
    isAtTheDesk(event),
    said.map((name) => request.headers.get(name))
  ]);
}

const pack = {
  br: (body: Uint8Array) =>
    promisify(brotliCompress)(body, { params: { [constants.BROTLI_PARAM_QUALITY]: 1 } }),
  gzip: (body: Uint8Array) => promisify(gzip)(body, { level: 1 })
};

/** What is asked for a second time is packed, and stays so. */
async function packedOnce(known: Kept, { request }: RequestEvent): Promise<Kept> {
  if (known.packed || known.body.byteLength < PACKED_FROM_BYTES) return known;
  const taken = (request.headers.get('accept-encoding') ?? '').split(',').map((each) => each.trim());
  // Named without a weight, as browsers do; whoever weighs them is answered plain, and packed further on.
  const packing = taken.includes('br') ? 'br' : taken.includes('gzip') ? 'gzip' : null;
  if (!packing) return known;
  const body = new Uint8Array(await pack[packing](known.body));
  return Object.assign(known, { body, packed: packing });
}

function responseOf({ head, body, packed }: Kept): Response {
  const headers = new Headers(head);
  headers.set('content-length', String(body.byteLength));
  if (packed) {
    headers.set('content-encoding', packed);
    headers.append('vary', 'accept-encoding');
  }
  return new Response(body, { headers });
}
