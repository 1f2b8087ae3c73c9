import type { RequestEvent, RequestHandler } from '@sveltejs/kit';
import type { AnySchema, InferType } from 'yup';
import { isCalendarDay } from '$lib/schema/fields';
import { check } from '$lib/schema/validate';
import { database } from '../database/current';
import type { Database } from '../database/database';
import { impossible, notFound } from '../refusal';
import { jsonBody } from './body';
import { answeredOnce, type Answer } from './idempotency';
import { problemOf } from './problem';

/** Reads: whatever `answer` returns, as JSON. */
export function read(answer: (db: Database, event: RequestEvent) => Promise<unknown>): RequestHandler {
  return guarded(async (event) => Response.json(await answer(await database(), event)));
}

/** Reads as a file to keep: whatever `answer` returns, under a name. */
export function download(
  type: string,
  answer: (db: Database, event: RequestEvent) => Promise<{ name: string; text: string }>
): RequestHandler {
  return guarded(async (event) => {
    const { name, text } = await answer(await database(), event);
    return new Response(text, {
      headers: { 'content-type': type, 'content-disposition': `attachment; filename="${name}"` }
    });
  });
}

/** Creates a record: 201 with its place and itself; the same Idempotency-Key is answered once. */
export function create<S extends AnySchema>(
  schema: S | ((value: unknown) => S),
  make: (db: Database, input: InferType<S>, event: RequestEvent) => Promise<{ id: number }>,
  place: (record: { id: number }, event: RequestEvent) => string = (record, event) =>
    `${event.url.pathname}/${record.id}`
): RequestHandler {
  return guarded(async (event) => {
    const { text, value } = await jsonBody(event.request);
    const db = await database();
    const run = async (): Promise<Answer> => {
      const record = await make(db, checked(schema, value), event);
      return { status: 201, body: record, location: place(record, event) };
    };
    const { status, body, location } = await answeredOnce(db, event, text, run);
    return Response.json(body, { status, ...(location && { headers: { location } }) });
  });
}

/** Amends a record, or computes from a body: 200 with the answer. */
export function respond<S extends AnySchema>(
  schema: S | ((value: unknown, event: RequestEvent) => S),
  answer: (db: Database, input: InferType<S>, event: RequestEvent) => unknown
): RequestHandler {
  return guarded(async (event) => {
    const { value } = await jsonBody(event.request);
    const input = checked(schema, value, event);
    return Response.json(await answer(await database(), input, event));
  });
}

/** An action without a body. */
export function act(run: (db: Database, event: RequestEvent) => Promise<unknown>): RequestHandler {
  return guarded(async (event) => {
    const answer = await run(await database(), event);
    return answer === undefined ? new Response(null, { status: 204 }) : Response.json(answer);
  });
}

function guarded(handle: (event: RequestEvent) => Promise<Response>): RequestHandler {
  return async (event) => {
    try {
      return await handle(event);
    } catch (thrown) {
      return problemOf(thrown);
    }
  };
}

function checked<S extends AnySchema>(
  schema: S | ((value: unknown, event: RequestEvent) => S),
  value: unknown,
  event?: RequestEvent
): InferType<S> {
  const result = check(typeof schema === 'function' ? schema(value, event!) : schema, value);
  if (!result.ok) throw impossible(result.errors);
  return result.value;
}

/** A whole number in the path; anything else names nothing. */
export function pathId(event: RequestEvent, name = 'id', what = 'record'): number {
  const raw = (event.params as Record<string, string | undefined>)[name] ?? '';
  if (!/^[1-9]\d{0,14}$/.test(raw)) throw notFound(what, raw);
  return Number(raw);
}

/** A whole number in the query, or the fallback. */
export function queryWhole(
  event: RequestEvent,
  name: string,
  fallback: number,
  least: number,
  most: number
): number {
  const raw = event.url.searchParams.get(name);
  if (raw === null) return fallback;
  const value = Number(raw);
  if (!Number.isInteger(value) || value < least || value > most) {
    throw impossible([{ path: name, message: `must be a whole number, ${least} to ${most}` }]);
  }
  return value;
}

/** A number in the query, or undefined. */
export function queryNumber(
  event: RequestEvent,
  name: string,
  least: number,
  most: number
): number | undefined {
  const raw = event.url.searchParams.get(name);
  if (raw === null) return undefined;
  const value = raw.trim() === '' ? NaN : Number(raw);
  if (!(value >= least && value <= most))
    throw impossible([{ path: name, message: `must be a number, ${least} to ${most}` }]);
  return value;
}

/** An ISO time in the query, normalised to UTC, or undefined. */
export function queryTime(event: Pick<RequestEvent, 'url'>, name: string): string | undefined {
  const raw = event.url.searchParams.get(name);
  if (raw === null) return undefined;
  const ms = Date.parse(raw);
  if (Number.isNaN(ms) || Math.abs(ms) > 8e15 || !/^\d{4}-\d{2}-\d{2}/.test(raw) || !isCalendarDay(raw)) {
    throw impossible([{ path: name, message: 'must be an ISO 8601 time such as 2026-05-01T09:30:00Z' }]);
  }
  return new Date(ms).toISOString();
}

/** Picks the schema of a record by its `kind`, or says which kinds there are. */
export function byKind<M extends Record<string, AnySchema>>(schemas: M): (value: unknown) => M[keyof M] {
  return (value) => {
    const kind = (value as { kind?: unknown } | null)?.kind;
    const known = typeof kind === 'string' && Object.hasOwn(schemas, kind);
    if (!known)
      throw impossible([{ path: 'kind', message: `must be one of ${Object.keys(schemas).join(', ')}` }]);
    return schemas[kind] as M[keyof M];
  };
}
