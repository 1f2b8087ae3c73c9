import { countText } from '../../quantity/count';
import { MeshFault } from '../mesh/fault';
import type { Triangles } from '../mesh/triangles';
import { MOST_TRIANGLES, tooMany } from './format';

const HEAD_BYTES = 84;
const TRIANGLE_BYTES = 50;

/** Whether these bytes are as long as the binary form says that they are. */
export function isBinaryStl(bytes: Uint8Array): boolean {
  if (bytes.byteLength < HEAD_BYTES) return false;
  return bytes.byteLength === HEAD_BYTES + TRIANGLE_BYTES * statedCount(bytes);
}

const statedCount = (bytes: Uint8Array): number =>
  new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength).getUint32(80, true);

/**
 * STL, binary or text, in the file's own unit. Stated normals are not believed: the corners' order tells which side is out.
 *
 * @throws MeshFault when it is cut off, or only claims to be text
 */
export function readStl(bytes: Uint8Array): Triangles {
  if (isBinaryStl(bytes)) return binary(bytes);
  const head = new TextDecoder().decode(bytes.subarray(0, 512));
  if (/^\s*solid\b/i.test(head)) {
    const text = new TextDecoder('latin1').decode(bytes);
    if (/\bfacet\b/i.test(text)) return fromText(text);
    throw new MeshFault('It begins like a text STL, but holds no facet: export it again as STL.');
  }
  if (bytes.byteLength < HEAD_BYTES + TRIANGLE_BYTES)
    throw new MeshFault('It is too short to be an STL: not one triangle fits in it.');
  const [stated, held] = [statedCount(bytes), Math.floor((bytes.byteLength - HEAD_BYTES) / TRIANGLE_BYTES)];
  throw new MeshFault(
    stated > held
      ? `It is cut off: it says that it holds ${countText(stated)} triangles, and ends after ${countText(held)}. Copy or export it again.`
      : 'Its length does not go with the number of triangles that it states: export it again as STL.'
  );
}

/** A triangle's record in pairs of bytes: normal, three corners, attributes. */
const RECORD = { pairs: TRIANGLE_BYTES / 2, corners: 6 } as const;

function binary(bytes: Uint8Array): Triangles {
  const count = statedCount(bytes);
  const triangles = new Float32Array(9 * count);
  // Records of 50 bytes hold no number where a list of numbers could begin; each is put together of two pairs of bytes.
  const even = bytes.byteOffset % 2 === 0 ? bytes : bytes.slice();
  const pairs = new Uint16Array(even.buffer, even.byteOffset + HEAD_BYTES, count * RECORD.pairs);
  const bits = new Int32Array(triangles.buffer);
  for (let at = 0, i = RECORD.corners; at < bits.length; at += 9, i += RECORD.pairs) {
    bits[at] = pairs[i]! | (pairs[i + 1]! << 16);
    bits[at + 1] = pairs[i + 2]! | (pairs[i + 3]! << 16);
    bits[at + 2] = pairs[i + 4]! | (pairs[i + 5]! << 16);
    bits[at + 3] = pairs[i + 6]! | (pairs[i + 7]! << 16);
    bits[at + 4] = pairs[i + 8]! | (pairs[i + 9]! << 16);
    bits[at + 5] = pairs[i + 10]! | (pairs[i + 11]! << 16);
    bits[at + 6] = pairs[i + 12]! | (pairs[i + 13]! << 16);
    bits[at + 7] = pairs[i + 14]! | (pairs[i + 15]! << 16);
    bits[at + 8] = pairs[i + 16]! | (pairs[i + 17]! << 16);
  }
  return triangles;
}

/**
 * A text STL, word by word. (Readers that look for facets by patterns over the whole text take hours over one that was made
 * to hurt.)
 */
function fromText(text: string): Triangles {
  const numbers: number[] = [];
  const words = wordsOf(text);
  const three = (): [number, number, number] => [Number(words()), Number(words()), Number(words())];
  const cut = () => new MeshFault('It is cut off in the middle of a text STL: copy or export it again.');
  let corners = 0;
  let within = false;
  let ended = false;
  for (let word = words(); word !== ''; word = words())
    switch (word.toLowerCase()) {
      case 'solid':
      case 'endsolid':
        if (within) throw cut();
        ended = word.toLowerCase() === 'endsolid';
        // What it is called may be any words.
        words.restOfLine();
        break;
      case 'facet':
        if (within) throw cut();
        [within, corners] = [true, 0];
        if (numbers.length >= 9 * MOST_TRIANGLES) throw tooMany();
        break;
      case 'endfacet':
        if (!within) throw cut();
        if (corners !== 3)
          throw new MeshFault('Some of its facets do not have three corners: export it again as STL.');
        within = false;
        break;
      case 'vertex':
        if (++corners <= 3) numbers.push(...three());
        break;
    }
  if (within || !ended) throw cut();
  return Float32Array.from(numbers);
}

/** The words of a text one after the other; after the last one empty ones. */
function wordsOf(text: string): (() => string) & { restOfLine(): void } {
  let at = 0;
  const next = () => {
    while (at < text.length && text.charCodeAt(at) <= 32) at++;
    const from = at;
    while (at < text.length && text.charCodeAt(at) > 32) at++;
    return text.slice(from, at);
  };
  const restOfLine = () => {
    const end = text.indexOf('\n', at);
    at = end < 0 ? text.length : end;
  };
  return Object.assign(next, { restOfLine });
}
