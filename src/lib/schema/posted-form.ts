import { parseQuantity } from '$core/quantity/parse';
import { DIMENSIONS, type Dimension } from '$core/quantity/unit';
import type { FieldError } from './validate';

/**
 * A form as a browser posts it without any script, before the page is awake or where scripts are off: what the page had
 * worked out stands in one field as JSON, and each field that can be typed in names what it stands for. With script the
 * same body is made on the page; both are held against the same schema.
 */

/** Names of the two hidden fields: the body as the page drew it, and the key that makes it count once. */
export const BODY = 'body';
export const KEY = 'key';

/**
 * @param factor how much of the record's unit one of SI is: 1 for kg, 1000 for g and L, 100 for %
 * @param unit what a bare number means
 */
export const quantityName = (path: string, dimension: Dimension, unit: string, factor: number): string =>
  ['q', path, dimension, unit, String(factor)].join('~');
export const textName = (path: string): string => `t~${path}`;
/** A choice between yes and no. */
export const answerName = (path: string): string => `b~${path}`;

/** The body that a posted form stands for; fields that cannot be read are told as the page would tell them. */
export function postedBody(fields: Record<string, string>): {
  key: string | null;
  body: Record<string, unknown>;
  errors: FieldError[];
} {
  const errors: FieldError[] = [];
  let body: unknown = {};
  try {
    body = JSON.parse(fields[BODY] ?? '{}');
  } catch {
    errors.push({ path: BODY, message: 'is not readable' });
  }
  const record = isRecord(body) && !Array.isArray(body) ? body : {};
  for (const [name, text] of Object.entries(fields)) {
    const [kind, path, dimension, unit, factor] = name.split('~');
    if (!path) continue;
    if (kind === 't') put(record, path, text.trim());
    else if (kind === 'b') put(record, path, text === 'yes');
    else if (kind === 'q') {
      const read = DIMENSIONS.includes(dimension as Dimension)
        ? parseQuantity(text, dimension as Dimension, unit ?? '')
        : { ok: false as const, message: 'is not a known field' };
      if (read.ok) {
        put(record, path, Number((read.si * Number(factor)).toPrecision(12)));
        type(record, path, text);
      } else errors.push({ path, message: read.message });
    }
  }
  return { key: fields[KEY] ?? null, body: record, errors };
}

/**
 * `kg`, or `additions[0].kg`, in what the body itself has: a step that it does not have leads nowhere, least of all to what
 * every object has in common.
 */
function put(body: Record<string, unknown>, path: string, value: unknown): void {
  const steps = path.split(/[.[\]]+/).filter(Boolean);
  const last = steps.pop();
  let at: unknown = body;
  for (const step of steps) at = isRecord(at) && Object.hasOwn(at, step) ? at[step] : null;
  if (last !== undefined && isRecord(at) && !(last in Object.prototype)) at[last] = value;
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === 'object';

/** What was typed is kept beside what it means, where the body keeps it. */
function type(body: Record<string, unknown>, path: string, text: string): void {
  if (!isRecord(body.typed)) return;
  const addition = /^additions\[(\d+)\]\.kg$/.exec(path);
  const place = addition ? `additions[${addition[1]}]` : path;
  if (addition || Object.hasOwn(body.typed, path)) put(body.typed, place, text);
}
