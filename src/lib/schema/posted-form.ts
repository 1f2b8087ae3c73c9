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
/** Stands between a dimension and the density of the liquid that it is a mass of. */
const OF_LIQUID = '@';

/**
 * @param factor how much of the record's unit one of SI is: 1 for kg, 1000 for g and L, 100 for %
 * @param unit what a bare number means
 * @param drawn what the field stood at, where that says nothing new
 * @param kg_per_l of a liquid, whose mass may be typed by the measure
 */
export const quantityName = (
  path: string,
  dimension: Dimension,
  unit: string,
  factor: number,
  drawn?: string,
  kg_per_l?: number
): string =>
  [
    'q',
    path,
    kg_per_l === undefined ? dimension : `${dimension}${OF_LIQUID}${kg_per_l}`,
    unit,
    String(factor),
    ...(drawn === undefined ? [] : [drawn])
  ].join('~');
export const textName = (path: string): string => `t~${path}`;
/** A choice between yes and no. */
export const answerName = (path: string): string => `b~${path}`;
/** A lot or a kind of material: `lot:5` or `kind:washed-silica`. */
export const materialName = (path: string): string => `m~${path}`;
/** @param drawn what the field stood at: left so, it means what the body says */
export const momentName = (path: string, drawn: string): string => `w~${path}~${drawn}`;

/**
 * The body that a posted form stands for; fields that cannot be read are told as the page would tell them.
 *
 * @param emptied what a field that was left empty means: nothing said, or, as null, that what stood there goes
 */
export function postedBody(
  fields: Record<string, string>,
  emptied?: null
): {
  key: string | null;
  body: Record<string, unknown>;
  errors: FieldError[];
} {
  const errors: FieldError[] = [];
  let body: unknown = {};
  try {
    body = JSON.parse(fields[BODY] || '{}');
  } catch {
    errors.push({ path: BODY, message: 'is not readable' });
  }
  const record = isRecord(body) && !Array.isArray(body) ? body : {};
  for (const [name, text] of Object.entries(fields)) {
    const [kind, path, ...of] = name.split('~');
    if (!path || !kind || !Object.hasOwn(READ, kind)) continue;
    if (text.trim() === '') {
      put(record, path, emptied);
      continue;
    }
    const message = READ[kind]!(record, path, text, of);
    if (message) errors.push({ path, message });
  }
  dropEmptyLines(record);
  return { key: fields[KEY] || null, body: record, errors };
}

type Read = (record: Record<string, unknown>, path: string, text: string, of: string[]) => string | null;

/** How each kind of field is read into the body; a message when it cannot be. */
const READ: Record<string, Read> = {
  t: (record, path, text) => put(record, path, text.trim()),
  b: (record, path, text) => put(record, path, text === 'yes'),
  m: (record, path, text) => {
    const lot = /^lot:(\d+)$/.exec(text);
    put(record, 'lot_id', lot ? Number(lot[1]) : undefined);
    return put(record, path, lot ? undefined : text.replace('kind:', ''));
  },
  w: (record, path, text, [drawn]) => {
    if (text === drawn) return null;
    // Without a script nobody knows the reader's zone: it is read in the one that it was drawn in.
    return put(record, path, Number.isNaN(Date.parse(text)) ? text : new Date(text).toISOString());
  },
  q: (record, path, text, [dimensionOf = '', unit, factor, drawn]) => {
    if (text === drawn) return null;
    const [dimension, kg_per_l] = dimensionOf.split(OF_LIQUID);
    const read = DIMENSIONS.includes(dimension as Dimension)
      ? parseQuantity(text, dimension as Dimension, unit ?? '', kg_per_l ? Number(kg_per_l) : undefined)
      : { ok: false as const, message: 'is not a known field' };
    if (!read.ok) return read.message;
    type(record, path, text);
    return put(record, path, Number((read.si * Number(factor)).toPrecision(12)));
  }
};

/** Lists that are drawn with lines to fill in, and the figures of a line. */
const LINES = { retained: ['grams'], standards: ['active_percent', 'ml'], wanted: ['count'] };

/** A line of which nothing was filled in is not there. */
function dropEmptyLines(record: Record<string, unknown>): void {
  for (const [name, figures] of Object.entries(LINES)) {
    const lines = Object.hasOwn(record, name) ? record[name] : null;
    if (Array.isArray(lines))
      record[name] = lines.filter(
        (line) => !isRecord(line) || figures.some((figure) => line[figure] !== undefined)
      );
  }
}

/**
 * `kg`, or `additions[0].kg`, in what the body itself has: a step that it does not have leads nowhere, least of all to what
 * every object has in common.
 */
function put(body: Record<string, unknown>, path: string, value: unknown): null {
  const steps = path.split(/[.[\]]+/).filter(Boolean);
  const last = steps.pop();
  let at: unknown = body;
  for (const step of steps) at = isRecord(at) && Object.hasOwn(at, step) ? at[step] : null;
  if (last === undefined || !isRecord(at) || last in Object.prototype) return null;
  if (value === undefined) Reflect.deleteProperty(at, last);
  else at[last] = value;
  return null;
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
