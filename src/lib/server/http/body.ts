import { isText } from '$lib/schema/text';
import { Refusal, impossible } from '../refusal';

/** Largest JSON body that any record or calculator needs, with room to spare. */
export const LARGEST_BODY_BYTES = 256 * 1024;

/**
 * The JSON value in a request.
 *
 * @throws Refusal 415 when it is not declared as JSON, 413 when it is too large, 400 when it does not parse
 */
export async function jsonBody(request: Request): Promise<{ text: string; value: unknown }> {
  const type = request.headers.get('content-type')?.split(';')[0]?.trim().toLowerCase();
  if (type !== 'application/json') throw new Refusal(415, 'Send the body as application/json.');
  const text = (await limitedBytes(request)).toString('utf8');
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new Refusal(400, 'The body is not valid JSON.');
  }
  mustBeModest(value);
  return { text, value };
}

/** No record is nested deeper, has more fields in one object, or more values in all. */
const DEEPEST = 12;
const MOST_FIELDS = 200;
const MOST_VALUES = 25_000;

/**
 * Looks a body over before any schema does: what no record looks like would keep a schema busy for long, and a field
 * named like a method of every object could be taken for it.
 *
 * @throws Refusal 422
 */
export function mustBeModest(body: unknown): void {
  let values = 0;
  // A list to work off instead of calls within calls: nesting must not use up the stack.
  const left: { value: unknown; depth: number; path: string }[] = [{ value: body, depth: 0, path: '' }];
  for (let next = left.pop(); next; next = left.pop()) {
    const { value, depth, path } = next;
    if (++values > MOST_VALUES)
      throw impossible([{ path, message: `holds more than ${MOST_VALUES} values` }]);
    if (typeof value === 'string' && !isText(value))
      throw impossible([{ path, message: 'holds characters that are none' }]);
    if (value === null || typeof value !== 'object') continue;
    if (depth >= DEEPEST) throw impossible([{ path, message: `is nested deeper than ${DEEPEST} levels` }]);
    if (Array.isArray(value)) {
      value.forEach((each, i) => left.push({ value: each, depth: depth + 1, path: `${path}[${i}]` }));
      continue;
    }
    const fields = Object.entries(value);
    if (fields.length > MOST_FIELDS)
      throw impossible([{ path, message: `has more than ${MOST_FIELDS} fields` }]);
    for (const [name, each] of fields) {
      const at = path ? `${path}.${name}` : name;
      if (name in Object.prototype) throw impossible([{ path: at, message: 'is not a known field' }]);
      left.push({ value: each, depth: depth + 1, path: at });
    }
  }
}

/**
 * A body up to this size is read to its end before it is refused: many a client cannot hear an answer while
 * it is still speaking. What is larger is cut off.
 */
const DRAINED_BYTES = 64 * 1024 * 1024;

/** @throws Refusal 413 when it is larger than any record needs */
export async function limitedBytes(request: Request): Promise<Buffer<ArrayBuffer>> {
  const tooLarge = new Refusal(413, `The body is larger than ${LARGEST_BODY_BYTES / 1024} KiB.`);
  if (Number(request.headers.get('content-length')) > DRAINED_BYTES) throw tooLarge;
  if (!request.body) return Buffer.alloc(0);
  const chunks: Uint8Array[] = [];
  let size = 0;
  // Node's streams can be looped over; the types of the web do not know it yet.
  for await (const chunk of request.body as unknown as AsyncIterable<Uint8Array>) {
    size += chunk.byteLength;
    if (size > DRAINED_BYTES) throw tooLarge;
    if (size <= LARGEST_BODY_BYTES) chunks.push(chunk);
  }
  if (size > LARGEST_BODY_BYTES) throw tooLarge;
  return Buffer.concat(chunks);
}
