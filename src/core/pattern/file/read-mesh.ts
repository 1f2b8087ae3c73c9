import { countText } from '../../quantity/count';
import { MeshFault } from '../mesh/fault';
import { boxOf, sidesOf, type Box } from '../mesh/measure';
import type { Triangles } from '../mesh/triangles';
import { readObj } from './obj';
import { isBinaryStl, readStl } from './stl';
import { readThreeMf } from './three-mf';
import { guessUnit } from './unit-guess';
import { LARGEST_MESH_BYTES, MESH_UNITS, MESH_UNIT_NAMES, type MeshFormat, type MeshUnit } from './format';

export interface MeshFile {
  format: MeshFormat;
  /** In metres, by the unit that is stated or guessed. */
  triangles: Triangles;
  unit: MeshUnit;
  /** The file says its unit; else it is a guess, to be asked about. */
  unit_stated: boolean;
}

/**
 * The body in a mesh file.
 *
 * Read by readers of our own, not by the loaders of a library for drawing: those want a browser's XML, and build the whole
 * scene before anything is counted (a file of 400 bytes can hold 40⁸ parts). Here counting stops a file that is made to
 * hurt, and each fault is told in words.
 *
 * @param unit what its numbers are in; left out, what the file says, else a guess by its size
 * @throws MeshFault when it cannot be read
 */
export function readMesh(bytes: Uint8Array, unit?: MeshUnit): MeshFile {
  if (bytes.byteLength === 0) throw new MeshFault('The file is empty.');
  if (bytes.byteLength > LARGEST_MESH_BYTES)
    throw new MeshFault('The file is larger than 50 MB: export it with fewer triangles.');
  const format = formatOf(bytes);
  const read =
    format === '3mf' ? readThreeMf(bytes) : { triangles: format === 'obj' ? readObj(bytes) : readStl(bytes) };
  const { triangles } = read;
  if (triangles.length === 0) throw new MeshFault('It holds no triangle: export the body again.');
  const stated_m = 'unit_m' in read ? (read.unit_m as number) : null;
  const box = boxOf(triangles);
  mustBeNumbers(triangles, box);
  const longest = Math.max(...sidesOf(box));
  if (!(longest > 0)) throw new MeshFault('All its corners lie at one place.');
  const guess = unit ?? (stated_m === null ? guessUnit(longest) : nameOf(stated_m));
  const scale = MESH_UNITS[guess] / (stated_m ?? 1);
  // A stated unit that is not of the list was brought into metres already.
  if (stated_m === null || unit !== undefined) scaleBy(triangles, scale);
  return { format, triangles, unit: guess, unit_stated: stated_m !== null };
}

/** @param box of its corners, which holds none that is no number */
function mustBeNumbers(triangles: Triangles, { least, most }: Box): void {
  if ([...least, ...most].every(Number.isFinite)) return;
  const first = triangles.findIndex((value) => !Number.isFinite(value));
  throw new MeshFault(
    `Corner ${countText(Math.floor(first / 3) + 1)} is no number: the file is damaged. Export it again.`
  );
}

const nameOf = (unit_m: number): MeshUnit =>
  MESH_UNIT_NAMES.find((name) => MESH_UNITS[name] === unit_m) ?? 'mm';

function scaleBy(triangles: Triangles, by: number): void {
  for (let i = 0; i < triangles.length; i++) triangles[i]! *= by;
}

/** By what it begins with; a file that says nothing is held for STL. */
function formatOf(bytes: Uint8Array): MeshFormat {
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) return '3mf';
  if (isBinaryStl(bytes)) return 'stl';
  const head = new TextDecoder().decode(bytes.subarray(0, 4096));
  if (/^\s*solid\b/i.test(head)) return 'stl';
  if (/^\s*(v|vn|vt|o|g|mtllib|usemtl|s)\s/m.test(head) && !head.includes('\u0000')) return 'obj';
  if (/^[\s#\w.,:;()/-]*$/.test(head))
    throw new MeshFault('It is a text, but no mesh: STL, OBJ and 3MF are read here.');
  return 'stl';
}
