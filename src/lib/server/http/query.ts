import type { AnySchema, InferType, ObjectSchema, SchemaDescription } from 'yup';
import { check, type FieldError } from '$lib/schema/validate';
import { impossible } from '../refusal';

/** Longer queries are no question of ours. */
const MOST_FIELDS = 40;

/**
 * The query of an address, its figures as figures, held against a schema.
 *
 * @param blank fields that stand empty count as left out (a form of a page sends all of its fields)
 * @throws Refusal 422 for a field that is unknown, twice there, or not what it should be
 */
export function queryOf<S extends AnySchema>(schema: S, url: URL, blank = false): NonNullable<InferType<S>> {
  // Queries are flat objects: a schema of one has fields.
  const { fields } = schema as unknown as ObjectSchema<Record<string, unknown>>;
  const value: Record<string, unknown> = {};
  const errors: FieldError[] = [];
  let count = 0;
  for (const [name, text] of url.searchParams) {
    if (++count > MOST_FIELDS)
      throw impossible([{ path: 'query', message: `has at most ${MOST_FIELDS} fields` }]);
    if (blank && text === '') continue;
    if (Object.hasOwn(value, name)) errors.push({ path: name, message: 'stands there twice' });
    // eslint-disable-next-line no-control-regex -- what no keyboard types is what is looked for
    else if (/[\u0000-\u001f\u007f]/.test(text))
      errors.push({ path: name, message: 'holds what is no text' });
    else if (!Object.hasOwn(fields, name))
      errors.push({ path: name.slice(0, 80), message: 'is not a known field' });
    else value[name] = typed((fields[name] as AnySchema).describe() as SchemaDescription, text);
  }
  if (errors.length > 0) throw impossible(errors);
  const checked = check(schema, value);
  if (!checked.ok) throw impossible(checked.errors);
  return checked.value as NonNullable<InferType<S>>;
}

function typed({ type }: SchemaDescription, text: string): unknown {
  if (type === 'number') return /^-?\d+(\.\d+)?$/.test(text) ? Number(text) : text;
  if (type === 'boolean') return text === 'true' ? true : text === 'false' ? false : text;
  return text;
}

/** An address's query of what is asked for; '' where nothing is. */
export function queryText(asked: Record<string, string | number | boolean | undefined>): string {
  const said = Object.entries(asked).flatMap(([name, value]) =>
    value === undefined ? [] : [[name, String(value)]]
  );
  return said.length > 0 ? `?${new URLSearchParams(said)}` : '';
}

/** A time of a query in UTC. */
export const utc = (at: string | undefined): string | undefined =>
  at === undefined ? undefined : new Date(at).toISOString();
