import { unzipSync } from 'fflate';
import { Matrix4, Vector3 } from 'three';
import { SaxesParser } from 'saxes';
import { MeshFault } from '../mesh/fault';
import type { Triangles } from '../mesh/triangles';
import { MOST_TRIANGLES, tooMany } from './format';

/** More than this unpacked is no pattern, bytes: a million triangles are half of it. */
const MOST_UNPACKED = 160 * 1024 * 1024;
/** No sensible model nests its parts deeper, or repeats them oftener. */
const DEEPEST = 8;
const MOST_PLACINGS = 20_000;
const PIECE_BYTES = 1024 * 1024;

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
            'Unpacked it would be larger than 160 MB: it is damaged, or no pattern. Export fewer triangles.'
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
  const model: Model = {
    parts: new Map(),
    items: [],
    unit_m: UNITS.millimeter!,
    corners: 0,
    faces: 0,
    placed: 0
  };
  for (const each of models) readModel(each, model);
  const { parts, items, unit_m } = model;
  const sizes = new Map<string, Size>();
  const size = items
    .map(({ part }) => sizeOf(parts, part, sizes, 0))
    .reduce(both, { triangles: 0, placings: 0 });
  if (size.triangles > MOST_TRIANGLES) throw tooMany();
  if (size.placings > MOST_PLACINGS) throw tooOften();
  const into = { triangles: new Float32Array(9 * size.triangles), at: 0 };
  for (const { part, transform } of items)
    place(parts, part, new Matrix4().makeScale(unit_m, unit_m, unit_m).multiply(transform), into);
  return { triangles: into.triangles, unit_m };
}

/** What a part comes to where it is placed once, with all that it holds. */
interface Size {
  triangles: number;
  placings: number;
}
const both = (a: Size, b: Size): Size => ({
  triangles: a.triangles + b.triangles,
  placings: a.placings + b.placings
});

/** Each part is asked once, however often it is placed: so that it is known what it comes to before any of it is done. */
function sizeOf(parts: Model['parts'], name: string, sizes: Map<string, Size>, depth: number): Size {
  const known = sizes.get(name);
  if (known) return known;
  const part = parts.get(name);
  if (!part) throw new MeshFault(`It names a part ${name.slice(0, 20)} that is not in it: export it again.`);
  if (depth > DEEPEST) throw new MeshFault('Its parts hold each other without end: export it again.');
  const size = part.of
    .map(({ part: inner }) => sizeOf(parts, inner, sizes, depth + 1))
    .reduce(both, { triangles: part.faces.length / 3, placings: 1 });
  sizes.set(name, size);
  return size;
}

/** What is read of a package's models. */
interface Model {
  parts: Map<string, Part>;
  items: { part: string; transform: Matrix4 }[];
  unit_m: number;
  /** So many in all of its parts. */
  corners: number;
  faces: number;
  placed: number;
}

const tooOften = () =>
  new MeshFault('Its parts are repeated oftener than any pattern repeats them: export it again.');

function readModel(bytes: Uint8Array, model: Model): void {
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
          model.unit_m = known;
        }
        break;
      case 'object':
        part = { corners: [], faces: [], of: [] };
        if (model.parts.size >= MOST_PLACINGS) throw tooOften();
        model.parts.set(of.id ?? '', part);
        break;
      case 'vertex':
        if (++model.corners > 3 * MOST_TRIANGLES) throw tooMany();
        part?.corners.push(number(of.x), number(of.y), number(of.z));
        break;
      case 'triangle':
        if (++model.faces > MOST_TRIANGLES) throw tooMany();
        part?.faces.push(number(of.v1), number(of.v2), number(of.v3));
        break;
      case 'component':
        if (++model.placed > MOST_PLACINGS) throw tooOften();
        part?.of.push({ part: of.objectid ?? '', transform: transformOf(of.transform) });
        break;
      case 'item':
        if (++model.placed > MOST_PLACINGS) throw tooOften();
        model.items.push({ part: of.objectid ?? '', transform: transformOf(of.transform) });
        break;
    }
  });
  const decoder = new TextDecoder();
  // Piece by piece: as one text it would lie here twice over.
  for (let at = 0; at < bytes.length; at += PIECE_BYTES)
    parser.write(decoder.decode(bytes.subarray(at, at + PIECE_BYTES), { stream: true }));
  parser.close();
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

/** Puts the triangles of a part, and of what it holds, where they belong. */
function place(
  parts: Model['parts'],
  name: string,
  by: Matrix4,
  into: { triangles: Triangles; at: number }
): void {
  const { corners, faces, of } = parts.get(name)!;
  const corner = new Vector3();
  const order = by.determinant() < 0 ? [0, 2, 1] : [0, 1, 2];
  for (let face = 0; face < faces.length; face += 3)
    for (const k of order) {
      const at = 3 * faces[face + k]!;
      if (!(at >= 0 && at + 2 < corners.length && Number.isInteger(at)))
        throw new MeshFault('A face of it names a corner that is not there: it is damaged.');
      corner.set(corners[at]!, corners[at + 1]!, corners[at + 2]!).applyMatrix4(by);
      corner.toArray(into.triangles, into.at);
      into.at += 3;
    }
  for (const { part: inner, transform } of of) place(parts, inner, by.clone().multiply(transform), into);
}
