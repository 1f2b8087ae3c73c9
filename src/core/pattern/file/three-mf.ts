import { unzipSync } from 'fflate';
import { Matrix4, Vector3 } from 'three';
import { SaxesParser } from 'saxes';
import { MeshFault } from '../mesh/fault';
import type { Triangles } from '../mesh/triangles';

/** More than this unpacked is no pattern, bytes. */
const MOST_UNPACKED = 400 * 1024 * 1024;
/** No sensible model nests its parts deeper, or repeats them oftener. */
const DEEPEST = 8;
const MOST_TRIANGLES = 4_000_000;

/** Metres per unit, by the name that a 3MF gives it. */
const UNITS: Record<string, number> = {
  micron: 1e-6,
  millimeter: 1e-3,
  centimeter: 1e-2,
  inch: 0.0254,
  foot: 0.3048,
  meter: 1
};

interface Part {
  corners: number[];
  faces: number[];
  of: { part: string; transform: Matrix4 }[];
}

/**
 * 3MF: a package of parts, each moved to its place. It alone says its unit, so its triangles come in metres.
 *
 * @throws MeshFault when it is no such package, would unpack to something huge, or names what is not there
 */
export function readThreeMf(bytes: Uint8Array): { triangles: Triangles; unit_m: number } {
  let held = 0;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (!name.toLowerCase().endsWith('.model')) return false;
        held += originalSize;
        if (held > MOST_UNPACKED)
          throw new MeshFault(
            'Unpacked it would be larger than 400 MB: it is damaged, or no pattern. Export fewer triangles.'
          );
        return true;
      }
    });
  } catch (thrown) {
    if (thrown instanceof MeshFault) throw thrown;
    throw new MeshFault('It is no whole 3MF package: copy or export it again.');
  }
  const models = Object.values(files);
  if (models.length === 0)
    throw new MeshFault('The package holds no 3D model: export it again as 3MF or STL.');
  const parts = new Map<string, Part>();
  const items: { part: string; transform: Matrix4 }[] = [];
  let unit_m = UNITS.millimeter!;
  for (const model of models) unit_m = readModel(new TextDecoder().decode(model), parts, items) ?? unit_m;
  const numbers: number[] = [];
  for (const { part, transform } of items) place(parts, part, transform, numbers, 0);
  return { triangles: Float32Array.from(numbers, (value) => value * unit_m), unit_m };
}

function readModel(
  text: string,
  parts: Map<string, Part>,
  items: { part: string; transform: Matrix4 }[]
): number | null {
  let unit_m: number | null = null;
  let part: Part | null = null;
  const parser = new SaxesParser();
  const number = (value: string | undefined): number => {
    const read = Number(value ?? NaN);
    if (!Number.isFinite(read)) throw new MeshFault('A corner of it is no number: export it again.');
    return read;
  };
  parser.on('error', () => {
    throw new MeshFault('Its model is cut off or damaged: copy or export it again.');
  });
  parser.on('opentag', ({ name, attributes: of }) => {
    switch (name.slice(name.indexOf(':') + 1)) {
      case 'model':
        if (of.unit !== undefined) {
          const known = UNITS[of.unit];
          if (known === undefined)
            throw new MeshFault(`It is in ${of.unit.slice(0, 20)}, a unit nobody knows.`);
          unit_m = known;
        }
        break;
      case 'object':
        part = { corners: [], faces: [], of: [] };
        parts.set(of.id ?? '', part);
        break;
      case 'vertex':
        part?.corners.push(number(of.x), number(of.y), number(of.z));
        break;
      case 'triangle':
        part?.faces.push(number(of.v1), number(of.v2), number(of.v3));
        break;
      case 'component':
        part?.of.push({ part: of.objectid ?? '', transform: transformOf(of.transform) });
        break;
      case 'item':
        items.push({ part: of.objectid ?? '', transform: transformOf(of.transform) });
        break;
    }
  });
  parser.write(text).close();
  return unit_m;
}

/** Twelve numbers, rows of three: what a 3MF moves its parts by. */
function transformOf(text: string | undefined): Matrix4 {
  if (text === undefined) return new Matrix4();
  const n = text.trim().split(/\s+/).map(Number);
  if (n.length !== 12 || !n.every(Number.isFinite))
    throw new MeshFault('A part of it has no proper place: export it again.');
  const [a, b, c, d, e, f, g, h, i, x, y, z] = n as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number
  ];
  return new Matrix4().set(a, d, g, x, b, e, h, y, c, f, i, z, 0, 0, 0, 1);
}

function place(parts: Map<string, Part>, name: string, by: Matrix4, into: number[], depth: number): void {
  const part = parts.get(name);
  if (!part) throw new MeshFault(`It names a part ${name.slice(0, 20)} that is not in it: export it again.`);
  if (depth > DEEPEST) throw new MeshFault('Its parts hold each other without end: export it again.');
  const corner = new Vector3();
  const mirrored = by.determinant() < 0;
  for (let face = 0; face < part.faces.length; face += 3) {
    if (into.length >= 9 * MOST_TRIANGLES)
      throw new MeshFault('It holds more than 4 million triangles: export fewer.');
    const order = mirrored ? [0, 2, 1] : [0, 1, 2];
    for (const k of order) {
      const at = 3 * part.faces[face + k]!;
      if (!(at >= 0 && at + 2 < part.corners.length && Number.isInteger(at)))
        throw new MeshFault('A face of it names a corner that is not there: it is damaged.');
      corner.set(part.corners[at]!, part.corners[at + 1]!, part.corners[at + 2]!).applyMatrix4(by);
      into.push(corner.x, corner.y, corner.z);
    }
  }
  for (const { part: inner, transform } of part.of)
    place(parts, inner, by.clone().multiply(transform), into, depth + 1);
}
