import { doubleNormal, size, triangleCount, type Triangles } from '../mesh/triangles';

/** Binary STL in millimetres, as most programs read it. */
export function writeStl(triangles: Triangles): Uint8Array {
  const count = triangleCount(triangles);
  const bytes = new Uint8Array(84 + 50 * count);
  const view = new DataView(bytes.buffer);
  view.setUint32(80, count, true);
  for (let t = 0; t < count; t++) {
    const normal = doubleNormal(triangles, t);
    const length = size(normal) || 1;
    const at = 84 + 50 * t;
    normal.forEach((value, i) => view.setFloat32(at + 4 * i, value / length, true));
    for (let i = 0; i < 9; i++) view.setFloat32(at + 12 + 4 * i, triangles[9 * t + i]! * 1000, true);
  }
  return bytes;
}
