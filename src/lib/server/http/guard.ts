import {
  error,
  fail,
  isHttpError,
  isRedirect,
  type ActionFailure,
  type RequestEvent,
  type RequestHandler,
  type ServerLoadEvent
} from '@sveltejs/kit';
import type { FieldError } from '$lib/schema/validate';
import { database } from '../database/current';
import type { Database } from '../database/database';
import { troubleLine } from '../database/trouble';
import { Refusal, type AskedAbout } from '../refusal';
import { problemOf } from './problem';

/**
 * The one guard of endpoints, page loads and form actions: the records are there, and what was thrown is answered as what
 * it is. Origin, name and passphrase were seen to before (see `gate`).
 */
export function guarded(handle: (db: Database, event: RequestEvent) => Promise<Response>): RequestHandler {
  return async (event) => {
    try {
      return await handle(await openRecords(), event);
    } catch (thrown) {
      return problemOf(thrown);
    }
  };
}

/** The same for the load of a page: a refusal is shown as the page's own error. */
export function pageLoad<E extends ServerLoadEvent, T>(
  load: (db: Database, event: E) => Promise<T>
): (event: E) => Promise<T> {
  return async (event) => {
    try {
      return await load(await openRecords(), event);
    } catch (thrown) {
      if (isHttpError(thrown) || isRedirect(thrown)) throw thrown;
      if (thrown instanceof Refusal) error(thrown.status === 422 ? 400 : thrown.status, thrown.message);
      const trouble = troubleLine(thrown);
      if (trouble) error(503, trouble);
      throw thrown;
    }
  };
}

/** What a form is told when it was not taken: what was typed stays, and each field knows what is wrong with it. */
export interface FormRefused {
  message: string;
  errors: FieldError[];
  question: AskedAbout | null;
  /** What was typed, by the name of its field. */
  typed: Record<string, string>;
}

/** The same for a form that is posted, with or without script. */
export function formAction<T extends Record<string, unknown> | undefined>(
  run: (db: Database, event: RequestEvent) => Promise<T>
): (event: RequestEvent) => Promise<T | ActionFailure<FormRefused>> {
  return async (event) => {
    const refused = (status: number, told: Pick<FormRefused, 'message'> & Partial<FormRefused>) =>
      fail(status, { errors: [], question: null, typed: event.locals.posted ?? {}, ...told });
    try {
      return await run(await openRecords(), event);
    } catch (thrown) {
      if (isHttpError(thrown) || isRedirect(thrown)) throw thrown;
      if (thrown instanceof Refusal) {
        const { status, message, errors, question } = thrown;
        return refused(status, { message, errors, question });
      }
      const trouble = troubleLine(thrown);
      if (trouble) return refused(503, { message: trouble });
      console.error(thrown);
      return refused(500, { message: 'Something went wrong here; nothing was stored.' });
    }
  };
}

const LOOKED_AT_MS = 500;
let looked = -Infinity;

/** The records, still in their place: looked at now and then when reading, and always when writing. */
export async function openRecords(): Promise<Database> {
  const db = await database();
  const now = performance.now();
  if (now - looked > LOOKED_AT_MS) {
    db.mustBeThere();
    looked = now;
  }
  return db;
}
