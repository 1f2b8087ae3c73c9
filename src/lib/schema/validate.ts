import { ArraySchema, ObjectSchema, ValidationError, isSchema, type AnySchema, type InferType } from 'yup';

/** A field that was refused: `path` as `targets.moisture_percent.min`, and what would be right. */
export interface FieldError {
  path: string;
  message: string;
}

export type Checked<T> = { ok: true; value: T } | { ok: false; errors: FieldError[] };

/**
 * Holds a value against a schema, without coercion: a number must be a number, an unknown field is refused.
 * Every error is reported, not only the first.
 */
export function check<S extends AnySchema>(schema: S, value: unknown): Checked<InferType<S>> {
  const long = tooLong(schema, value);
  if (long) return { ok: false, errors: [long] };
  try {
    schema.validateSync(value, { strict: true, abortEarly: false });
    return { ok: true, value: value as InferType<S> };
  } catch (error) {
    if (error instanceof ValidationError) return { ok: false, errors: fieldErrors(error) };
    // A rule of a whole object runs before its fields are held, so it may stumble over one that is none.
    const errors = wrongFields(schema, value, '');
    if (errors.length === 0) throw error;
    return { ok: false, errors };
  }
}

/** What is wrong with the fields alone, without the rules that look at several. */
function wrongFields(schema: AnySchema, value: unknown, path: string, parent?: unknown): FieldError[] {
  if (schema instanceof ObjectSchema && value !== null && typeof value === 'object')
    return Object.entries(schema.fields as Record<string, unknown>)
      .flatMap(([name, field]) =>
        isSchema(field)
          ? wrongFields(
              field as AnySchema,
              (value as Record<string, unknown>)[name],
              path ? `${path}.${name}` : name,
              value
            )
          : []
      )
      .slice(0, MOST_ERRORS);
  const inner = schema instanceof ArraySchema ? (schema.innerType as AnySchema | undefined) : undefined;
  if (inner && Array.isArray(value))
    return value.flatMap((each, i) => wrongFields(inner, each, `${path}[${i}]`)).slice(0, MOST_ERRORS);
  try {
    // Yup hands the parent to a field's own rules, though its types do not say that it may be given.
    schema.validateSync(value, { strict: true, parent } as object);
    return [];
  } catch (error) {
    // A field that is held against another stumbles over that one, which is named by itself.
    return error instanceof ValidationError ? [{ path, message: error.message }] : [];
  }
}

/** Lists that are too long are refused before their items are looked at: each costs time, and an error of its own. */
function tooLong(schema: AnySchema, value: unknown, path = ''): FieldError | null {
  if (Array.isArray(value) && schema instanceof ArraySchema) {
    const limit = lengthLimit(schema);
    if (limit && value.length > limit.max) return { path, message: limit.message };
    const inner = schema.innerType as AnySchema | undefined;
    if (inner instanceof ArraySchema || inner instanceof ObjectSchema)
      for (const [i, each] of value.entries()) {
        const found = tooLong(inner, each, `${path}[${i}]`);
        if (found) return found;
      }
  } else if (value !== null && typeof value === 'object' && schema instanceof ObjectSchema) {
    for (const [name, field] of Object.entries(schema.fields as Record<string, unknown>)) {
      if (!isSchema(field)) continue;
      const found = tooLong(
        field as AnySchema,
        (value as Record<string, unknown>)[name],
        path ? `${path}.${name}` : name
      );
      if (found) return found;
    }
  }
  return null;
}

const limits = new WeakMap<AnySchema, { max: number; message: string } | null>();

/** The most items of a list and what is said of more; asked of the schema once. */
function lengthLimit(schema: AnySchema): { max: number; message: string } | null {
  let known = limits.get(schema);
  if (known === undefined) {
    const test = schema.tests.find(({ OPTIONS }) => OPTIONS?.name === 'max')?.OPTIONS;
    const max = test?.params?.max;
    known =
      typeof max === 'number'
        ? { max, message: typeof test?.message === 'string' ? test.message : `holds at most ${max}` }
        : null;
    limits.set(schema, known);
  }
  return known;
}

/** More errors than anybody reads help nobody. */
const MOST_ERRORS = 50;

function fieldErrors(error: ValidationError): FieldError[] {
  const leaves = error.inner.length > 0 ? error.inner : [error];
  const found = leaves.flatMap((leaf): FieldError[] => {
    const path = leaf.path ?? '';
    if (leaf.type === 'noUnknown') {
      const unknown = String((leaf.params as { unknown?: string } | undefined)?.unknown ?? '');
      return unknown
        .split(', ')
        .map((key) => ({ path: path ? `${path}.${key}` : key, message: 'is not a known field' }));
    }
    return [{ path, message: leaf.message }];
  });
  // One message a field is enough: the first says what is allowed.
  const seen = new Map<string, FieldError>();
  for (const each of found) {
    if (!seen.has(each.path)) seen.set(each.path, each);
    if (seen.size >= MOST_ERRORS) break;
  }
  return [...seen.values()];
}
