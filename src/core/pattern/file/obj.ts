import type { Mesh } from 'three';
import { OBJLoader } from 'three/examples/jsm/loaders/OBJLoader.js';
import { MeshFault } from '../mesh/fault';
import type { Triangles } from '../mesh/triangles';

/**
 * Wavefront OBJ, in the file's own unit: its faces of all groups together, those of more corners as fans.
 *
 * @throws MeshFault when it holds no face, or a face names a corner that is not there
 */
export function readObj(bytes: Uint8Array): Triangles {
  const text = new TextDecoder().decode(bytes);
  const corners = (text.match(/^[ \t]*v[ \t]/gm) ?? []).length;
  if (corners === 0 || !/^[ \t]*f[ \t]/m.test(text))
    throw new MeshFault('It holds no face: export the body as OBJ with its faces, or as STL.');
  for (const line of text.match(/^[ \t]*f[ \t].*$/gm) ?? [])
    for (const word of line.trim().split(/\s+/).slice(1)) {
      const named = Number.parseInt(word, 10);
      if (!(named !== 0 && Math.abs(named) <= corners))
        throw new MeshFault(
          `A face names corner ${word.slice(0, 20)}, and there are ${corners}: it is cut off or damaged.`
        );
    }
  const parts: ArrayLike<number>[] = [];
  new OBJLoader().parse(text).traverse((object) => {
    const { geometry, isMesh } = object as Partial<Mesh>;
    if (isMesh && geometry) parts.push(geometry.attributes.position!.array);
  });
  const triangles = new Float32Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    triangles.set(part, at);
    at += part.length;
  }
  return triangles;
}
