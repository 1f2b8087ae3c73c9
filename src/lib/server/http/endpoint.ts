import type { RequestEvent, RequestHandler } from '@sveltejs/kit';
import type { AnySchema, InferType } from 'yup';
import { check } from '$lib/schema/validate';
import type { Database } from '../database/database';
import { Refusal, impossible, notFound } from '../refusal';
import { jsonBody } from './body';
import { isStillIn } from './gate';
import { guarded } from './guard';
import { answeredOnce, type Answer } from './idempotency';
import { describing, type Described, type Operation } from './operation';
import { queryOf } from './query';

/**
 * The endpoints of the interface. Each says here what it is for, what its query and body may hold and what it answers
 * with; the interface document is made of the same words, and all of them stand behind one guard.
 */

interface Named<Q extends AnySchema | undefined> {
  /** One line for who reads the interface document. */
  summary: string;
  query?: Q;
  /** JSON Schema of the answer; an object, unless said. */
  answer?: Described;
}

type Query<Q> = Q extends AnySchema ? NonNullable<InferType<Q>> : undefined;
type BodySchema<S> = S | ((value: unknown, event: RequestEvent) => S);

interface WithBody<S extends AnySchema> extends Named<undefined> {
  body: BodySchema<S>;
  /** Where the end of the path names one of several: what each is for and takes. */
  each?: Operation['each'];
}

const asked = <Q extends AnySchema | undefined>(schema: Q, event: RequestEvent) =>
  (schema ? queryOf(schema, event.url) : undefined) as Query<Q>;

/** Reads: whatever `answer` returns, as JSON. */
export function read<Q extends AnySchema | undefined = undefined>(
  named: Named<Q>,
  answer: (db: Database, event: RequestEvent, query: Query<Q>) => Promise<unknown>
): RequestHandler {
  return describing(
    { ...named, status: 200 },
    guarded(async (db, event) => Response.json(await answer(db, event, asked(named.query as Q, event))))
  );
}

/** Reads as a file to keep: whatever `answer` returns, under a name. */
export function download<Q extends AnySchema | undefined = undefined>(
  named: Named<Q> & { type: string },
  answer: (
    db: Database,
    event: RequestEvent,
    query: Query<Q>
  ) => Promise<{ name: string; content: string | ReadableStream<Uint8Array> }>
): RequestHandler {
  return describing(
    { ...named, status: 200 },
    guarded(async (db, event) => {
      const { name, content } = await answer(db, event, asked(named.query as Q, event));
      return new Response(content, {
        headers: { 'content-type': named.type, 'content-disposition': `attachment; filename="${name}"` }
      });
    })
  );
}

/** Creates a record: 201 with its place and itself; the same Idempotency-Key is answered once. */
export function create<S extends AnySchema>(
  named: WithBody<S> & { place?: (record: { id: number }, event: RequestEvent) => string },
  make: (db: Database, input: InferType<S>, event: RequestEvent) => Promise<{ id: number }>
): RequestHandler {
  const { place = ({ id }, event) => `${event.url.pathname}/${id}` } = named;
  return describing(
    { ...named, status: 201, once: true },
    guarded(async (db, event) => {
      const { text, value } = await jsonBody(event.request);
      const run = async (): Promise<Answer> => {
        const record = await make(db, checked(named.body, value, event), event);
        return { status: 201, body: record, location: place(record, event) };
      };
      const key = event.request.headers.get('idempotency-key');
      const { status, body, location } = await answeredOnce(
        db,
        { key, what: whatOf(event), body: text },
        run
      );
      return Response.json(body, { status, ...(location && { headers: { location } }) });
    })
  );
}

/** Amends a record, or computes from a body: 200 with the answer; once for each Idempotency-Key where that is said. */
export function respond<S extends AnySchema>(
  named: WithBody<S> & { once?: true },
  answer: (db: Database, input: InferType<S>, event: RequestEvent) => unknown
): RequestHandler {
  return describing(
    { ...named, status: 200 },
    guarded(async (db, event) => {
      const { text, value } = await jsonBody(event.request);
      const run = async (): Promise<Answer> => ({
        status: 200,
        body: await answer(db, checked(named.body, value, event), event),
        location: null
      });
      const key = named.once ? event.request.headers.get('idempotency-key') : null;
      return Response.json((await answeredOnce(db, { key, what: whatOf(event), body: text }, run)).body);
    })
  );
}

/** An action without a body. */
export function act<Q extends AnySchema | undefined = undefined>(
  named: Named<Q>,
  run: (db: Database, event: RequestEvent, query: Query<Q>) => Promise<unknown>
): RequestHandler {
  return describing(
    { ...named, status: named.answer ? 200 : 204 },
    guarded(async (db, event) => {
      const answer = await run(db, event, asked(named.query as Q, event));
      return answer === undefined ? new Response(null, { status: 204 }) : Response.json(answer);
    })
  );
}

/** Streams at once, of all kinds together: more are tabs that somebody forgot. */
const MOST_STREAMS = 200;
let streams = 0;
const BEAT_MS = 25_000;
/** So soon a stream ends when its listener's token is revoked, ms. */
const LOOKED_AFTER_MS = 3000;

/**
 * Server-sent events, for as long as somebody listens.
 *
 * @param follow is handed where events go and returns how to leave
 */
export function stream(
  named: Named<undefined>,
  follow: (
    db: Database,
    event: RequestEvent,
    send: (name: string, data: unknown) => void
  ) => Promise<() => void> | (() => void)
): RequestHandler {
  return describing(
    { ...named, status: 200, type: 'text/event-stream' },
    guarded(async (db, event) => {
      if (streams >= MOST_STREAMS)
        throw new Refusal(503, 'Too many pages are listening at once: close some of them.');
      const encoder = new TextEncoder();
      const early: string[] = [];
      let put: (text: string) => void = (text) => void early.push(text);
      // Before there is a stream: what cannot be followed is refused like anything else, and takes nobody's place.
      const leave = await follow(db, event, (name, data) =>
        put(`event: ${name}\ndata: ${JSON.stringify(data)}\n\n`)
      );
      let end = leave;
      const body = new ReadableStream<Uint8Array>({
        start(controller) {
          streams += 1;
          put = (text) => controller.enqueue(encoder.encode(text));
          // A line now and then, so that a listener who is gone without a word is noticed.
          const beat = setInterval(() => put(': still here\n\n'), BEAT_MS);
          const watch = setInterval(() => {
            if (isStillIn(event)) return;
            end();
            controller.close();
          }, LOOKED_AFTER_MS);
          end = () => {
            end = put = () => {};
            streams -= 1;
            clearInterval(beat);
            clearInterval(watch);
            leave();
          };
          event.request.signal.addEventListener('abort', () => end());
          ['retry: 2000\n\n', ...early].forEach((text) => put(text));
        },
        cancel: () => end()
      });
      return new Response(body, {
        headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' }
      });
    })
  );
}

const whatOf = ({ request, url }: RequestEvent) => `${request.method} ${url.pathname}`;

function checked<S extends AnySchema>(
  schema: BodySchema<S>,
  value: unknown,
  event: RequestEvent
): InferType<S> {
  const result = check(typeof schema === 'function' ? schema(value, event) : schema, value);
  if (!result.ok) throw impossible(result.errors);
  return result.value;
}

/** A whole number in the path; anything else names nothing. */
export function pathId(event: { params: object }, name = 'id', what = 'record'): number {
  const raw = (event.params as Record<string, string | undefined>)[name] ?? '';
  if (!/^[1-9]\d{0,14}$/.test(raw)) throw notFound(what, raw.slice(0, 40));
  return Number(raw);
}

/** Picks the schema of a record by its `kind`, or says which kinds there are. */
export function byKind<M extends Record<string, AnySchema>>(
  schemas: M
): ((value: unknown) => M[keyof M]) & { schemas: M } {
  const pick = (value: unknown) => {
    const kind = (value as { kind?: unknown } | null)?.kind;
    const known = typeof kind === 'string' && Object.hasOwn(schemas, kind);
    if (!known)
      throw impossible([{ path: 'kind', message: `must be one of ${Object.keys(schemas).join(', ')}` }]);
    return schemas[kind] as M[keyof M];
  };
  return Object.assign(pick, { schemas });
}
