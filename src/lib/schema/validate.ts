import { ValidationError, type InferType, type AnySchema } from 'yup';

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
  try {
    schema.validateSync(value, { strict: true, abortEarly: false });
    return { ok: true, value: value as InferType<S> };
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return { ok: false, errors: fieldErrors(error) };
  }
}

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
  return found.filter((each, i) => found.findIndex((other) => other.path === each.path) === i);
}
