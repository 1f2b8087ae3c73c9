import type { FieldError } from '$lib/schema/validate';

/**
 * A request that cannot be carried out, and what would be right. Services throw it; pages and the API turn
 * it into their own answer.
 */
export class Refusal extends Error {
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 405 | 409 | 413 | 415 | 421 | 422 | 429 | 503,
    message: string,
    readonly errors: FieldError[] = [],
    /** It is only asked about: sent again with `confirmed`, it is taken. */
    readonly question: AskedAbout | null = null,
    cause?: unknown
  ) {
    super(message, { cause });
    this.name = 'Refusal';
  }
}

/** What was likely meant, where a digit slipped. */
export interface AskedAbout {
  path: string;
  likely_kg: number | null;
}

export const notFound = (what: string, id: number | string) => new Refusal(404, `There is no ${what} ${id}.`);

const stale = (what: string, version: number) =>
  new Refusal(
    409,
    `This ${what} was changed in the meantime (it is at version ${version} now): look at it again before you amend it.`,
    [{ path: 'version', message: `is not the latest, which is ${version}` }]
  );

/**
 * @param seen the version that a change was made from; undefined for one that the server makes by itself
 * @throws Refusal 409 when somebody changed the record since
 */
export function mustBeLatest(what: string, { version }: { version: number }, seen: number | undefined): void {
  if (seen !== undefined && seen !== version) throw stale(what, version);
}

/** @param cause the error beneath it, kept for whoever reads the log */
export const impossible = (errors: FieldError[], cause?: unknown) =>
  new Refusal(422, errors.map((error) => `${error.path}: ${error.message}`).join('; '), errors, null, cause);

/** Likely a slip: it is taken when it is sent again with `confirmed`. */
export const unlikely = (path: string, message: string, likely_kg: number | null) =>
  new Refusal(422, `${message} If it is right, say so.`, [{ path, message }], { path, likely_kg });
