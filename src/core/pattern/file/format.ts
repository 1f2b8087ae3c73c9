import { MeshFault } from '../mesh/fault';

export const MESH_FORMATS = ['stl', 'obj', '3mf'] as const;
export type MeshFormat = (typeof MESH_FORMATS)[number];

/** Units that a mesh may be drawn in, metres each. */
export const MESH_UNITS = { mm: 0.001, cm: 0.01, in: 0.0254, m: 1 } as const;
export type MeshUnit = keyof typeof MESH_UNITS;
export const MESH_UNIT_NAMES = Object.keys(MESH_UNITS) as MeshUnit[];

/** Largest mesh file that is taken, bytes: about a million triangles as binary STL. */
export const LARGEST_MESH_BYTES = 50 * 1024 * 1024;
/** More triangles than such an STL holds are not taken of any format. */
export const MOST_TRIANGLES = 1_100_000;
export const tooMany = () => new MeshFault('It holds more than 1.1 million triangles: export it with fewer.');
