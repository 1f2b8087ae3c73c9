import { MeshFault } from '../mesh/fault';
import type { Triangles } from '../mesh/triangles';
import { MOST_TRIANGLES, tooMany } from './format';

/**
 * Wavefront OBJ, in the file's own unit: its faces of all groups together, those of more corners as fans. Only corners and
 * faces are read; of groups, materials and lines a file may hold millions that say nothing of the body.
 *
 * @throws MeshFault when it holds no face, or a face names a corner that is not there
 */
export function readObj(bytes: Uint8Array): Triangles {
  const text = new TextDecoder('latin1').decode(bytes);
  const corners: number[] = [];
  const numbers: number[] = [];
  const put = (corner: number) => numbers.push(corners[corner]!, corners[corner + 1]!, corners[corner + 2]!);
  for (const line of linesOf(text)) {
    const letter = line.charCodeAt(0);
    if ((letter !== V && letter !== F) || line.charCodeAt(1) > SPACE) continue;
    const words = line.split(/[ \t\r]+/, letter === V ? 4 : MOST_CORNERS + 2);
    if (letter === V) corners.push(Number(words[1]), Number(words[2]), Number(words[3]));
    else {
      const face = words
        .slice(1)
        .flatMap((word) => (word === '' ? [] : [cornerOf(word, corners.length / 3)]));
      if (face.length > MOST_CORNERS)
        throw new MeshFault('A face of it has more corners than any program makes.');
      for (let i = 2; i < face.length; i++) {
        if (numbers.length >= 9 * MOST_TRIANGLES) throw tooMany();
        put(face[0]!);
        put(face[i - 1]!);
        put(face[i]!);
      }
    }
  }
  if (numbers.length === 0)
    throw new MeshFault('It holds no face: export the body as OBJ with its faces, or as STL.');
  return Float32Array.from(numbers);
}

const V = 'v'.charCodeAt(0);
const F = 'f'.charCodeAt(0);
const SPACE = 32;
const MOST_CORNERS = 100_000;

/** The lines of a text, without what stands before their first word; a line that ends in a backslash goes on in the next. */
function* linesOf(text: string): Generator<string> {
  let before = '';
  for (let at = 0; at < text.length;) {
    const end = text.indexOf('\n', at);
    const stop = end < 0 ? text.length : end;
    const line = text.slice(at, stop).trim();
    at = stop + 1;
    if (line.endsWith('\\') && before.length < MOST_CORNERS * 8) before += `${line.slice(0, -1)} `;
    else {
      yield before + line;
      before = '';
    }
  }
  if (before !== '') yield before;
}

/** Where the corner that a face names begins in their list. Below nought it counts back from the last. */
function cornerOf(word: string, corners: number): number {
  const named = Number.parseInt(word, 10);
  if (!(named !== 0 && Math.abs(named) <= corners))
    throw new MeshFault(
      `A face names corner ${word.slice(0, 20)}, and there are ${corners}: it is cut off or damaged.`
    );
  return 3 * (named > 0 ? named - 1 : corners + named);
}
