import { v4 as uuid } from 'uuid';
import type { FieldError } from '$lib/schema/validate';

/** What was likely meant, where a digit slipped. */
export interface AskedAbout {
  path: string;
  likely_kg: number | null;
}

/** What the server refused, or that it could not be reached; `errors` name the fields. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly errors: FieldError[] = [],
    /** It is only asked about: sent again with `confirmed`, it is taken. */
    readonly question: AskedAbout | null = null
  ) {
    super(message);
    this.name = 'ApiProblem';
  }
}

/** Somebody changed the same of a record meanwhile; `now` is how it stands. */
export class ChangedMeanwhile extends ApiProblem {
  constructor(
    { status, errors }: ApiProblem,
    readonly now: { version: number }
  ) {
    super(status, 'Somebody else changed this meanwhile. Press again to keep what stands here.', errors);
    this.name = 'ChangedMeanwhile';
  }
}

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';

/** What goes along with a call that takes long. */
export interface HowSent {
  /** Calls it off; it is waited for until then, however long that is. */
  signal?: AbortSignal | undefined;
  /** The name under which is told how far it is. */
  work?: string | undefined;
}

/** One call of /api/v1; a creation gets a key of its own (see `send`). */
export function api<T>(method: Method, path: string, body?: unknown, how: HowSent = {}): Promise<T> {
  return send(method, path, body, method === 'POST' ? uuid() : undefined, how);
}

/**
 * Changes a record from how it was seen. Where somebody changed something else of it meanwhile, the change is made to how it
 * is now; where they changed the same, it is refused.
 *
 * @param path below /api/v1, where the record is read too
 * @param seen the record, or as much of it as is changed, with its version
 * @throws ApiProblem; ChangedMeanwhile where they changed the same
 */
export async function amend<T = unknown>(
  path: string,
  seen: { version: number },
  change: object,
  how: HowSent = {}
): Promise<T & { version: number }> {
  let version = seen.version;
  const before = seen as Record<string, unknown>;
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
  for (let tries = 0; ; tries++)
    try {
      return await api<T & { version: number }>('PATCH', path, { ...change, version }, how);
    } catch (thrown) {
      const stale = thrown instanceof ApiProblem && thrown.errors.some(({ path: of }) => of === 'version');
      if (!stale || thrown.status !== 409 || tries >= MOST_TRIES) throw thrown;
      const now = await api<Record<string, unknown> & { version: number }>('GET', path);
      // Its answer was lost on the way, or somebody did just that: it stands as it was wanted.
      const wanted = Object.entries(change).filter(([key]) => key !== 'version');
      // What is read is the record that a change would answer.
      if (wanted.every(([key, value]) => key in now && same(now[key], value))) return now as T & typeof now;
      const untouched = Object.keys(change).every(
        (key) => key === 'version' || (key in before && same(now[key], before[key]))
      );
      if (!untouched) throw new ChangedMeanwhile(thrown, now);
      version = now.version;
    }
}

/** As often somebody else may be quicker: a dozen checks that are just being ticked each are. */
const MOST_TRIES = 30;

/** Whether somebody stopped it, and did not just wait in vain. */
const isStopped = (signal: AbortSignal | undefined): boolean =>
  signal?.aborted === true && (signal.reason as Error).name === 'AbortError';

/** Nobody waits longer for an answer: then it counts as not reached, ms. */
const PATIENCE_MS = 20_000;

/**
 * One call of /api/v1.
 *
 * @param path below /api/v1, with its leading slash
 * @param key of a creation: however often it is sent with the same key, it is carried out once
 * @throws ApiProblem for every answer but a 2xx, and when there is no answer (status 0)
 */
export async function send<T>(
  method: Method,
  path: string,
  body?: unknown,
  key?: string,
  { signal, work }: HowSent = {}
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api/v1${path}`, {
      method,
      headers: {
        ...(body !== undefined && { 'content-type': 'application/json' }),
        ...(key && { 'idempotency-key': key }),
        ...(work !== undefined && { 'brunkel-work': work })
      },
      signal: signal ?? AbortSignal.timeout(PATIENCE_MS),
      ...(body !== undefined && { body: JSON.stringify(body) })
    });
  } catch {
    if (isStopped(signal)) throw new ApiProblem(0, 'You stopped it.');
    throw new ApiProblem(
      0,
      'Brunkel cannot be reached. What you typed is still here: try again in a moment.'
    );
  }
  if (response.status === 204) return undefined as T;
  const answer = ((await response.json().catch(() => ({}))) ?? {}) as T & {
    detail?: string;
    errors?: FieldError[];
    question?: AskedAbout;
  };
  if (!response.ok)
    throw new ApiProblem(response.status, answer.detail ?? 'It was refused.', answer.errors, answer.question);
  return answer;
}
