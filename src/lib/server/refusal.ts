import type { FieldError } from '$lib/schema/validate';

/**
 * A request that cannot be carried out, and what would be right. Services throw it; pages and the API turn
 * it into their own answer.
 */
export class Refusal extends Error {
  constructor(
    readonly status: 400 | 404 | 409 | 413 | 415 | 422,
    message: string,
    readonly errors: FieldError[] = []
  ) {
    super(message);
    this.name = 'Refusal';
  }
}

export const notFound = (what: string, id: number | string) => new Refusal(404, `There is no ${what} ${id}.`);

export const stale = (what: string, version: number) =>
  new Refusal(
    409,
    `This ${what} was changed in the meantime (it is at version ${version} now): look at it again before you amend it.`,
    [{ path: 'version', message: `is not the latest, which is ${version}` }]
  );

export const impossible = (errors: FieldError[]) =>
  new Refusal(422, errors.map((error) => `${error.path}: ${error.message}`).join('; '), errors);
