import { Refusal } from '../refusal';

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
  const text = await limitedText(request);
  try {
    return { text, value: JSON.parse(text) };
  } catch {
    throw new Refusal(400, 'The body is not valid JSON.');
  }
}

/**
 * A body up to this size is read to its end before it is refused: many a client cannot hear an answer while
 * it is still speaking. What is larger is cut off.
 */
const DRAINED_BYTES = 64 * 1024 * 1024;

async function limitedText(request: Request): Promise<string> {
  const tooLarge = new Refusal(413, `The body is larger than ${LARGEST_BODY_BYTES / 1024} KiB.`);
  if (Number(request.headers.get('content-length')) > DRAINED_BYTES) throw tooLarge;
  if (!request.body) return '';
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of request.body as unknown as AsyncIterable<Uint8Array>) {
    size += chunk.byteLength;
    if (size > DRAINED_BYTES) throw tooLarge;
    if (size <= LARGEST_BODY_BYTES) chunks.push(chunk);
  }
  if (size > LARGEST_BODY_BYTES) throw tooLarge;
  return Buffer.concat(chunks).toString('utf8');
}
