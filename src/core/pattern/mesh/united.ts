import { BufferAttribute, BufferGeometry } from 'three';
// Its main entry requires a second copy of three.js.
import { ADDITION, Brush, Evaluator } from 'three-bvh-csg/src/index.js';
import { boxOf, measure, sidesOf, type Box } from './measure';
import { overlapOf } from './overlap';
import { watertight, type Seams } from './seams';
import { apartByShell, shellsOf } from './shells';
import { size, type Triangles } from './triangles';

/** Bodies of one file that lie in one another. */
export interface United {
  /** As one body; null where they stay as they were. */
  triangles: Triangles | null;
  /** How many became one. */
  bodies: number;
  /** Volume that several of them hold and that was, or would be, counted again, m³. */
  again_m3: number;
}

const APART: United = { triangles: null, bodies: 0, again_m3: 0 };

/** Bodies times their triangles: of more the overlap is told and not united, it would take minutes. */
const MOST_WORK = 400_000;
/** What rays and triangles may differ by before the union is not believed, share. */
const ALIKE = 0.03;

/**
 * Bodies of a mesh that overlap, or lie face to face, made one: a plate with a boss drawn into it is one casting, and what
 * they share is metal once. A hollow stays what it is. What comes out is taken only if it has the volume that rays count;
 * else only the overlap is told. Whether it holds water is left to whoever mends the rest.
 */
export function united(triangles: Triangles, seams: Seams): United {
  if (!watertight(seams)) return APART;
  const shells = shellsOf(seams);
  if (shells.count < 2) return APART;
  const parts = apartByShell(triangles, shells).map((part) => ({
    triangles: part,
    sign: signOf(part),
    box: boxOf(part)
  }));
  const groups = touching(parts);
  if (groups.every((group) => group.length < 2)) return APART;
  const signs = parts.map(({ sign }) => sign);
  const { once_m3, again_m3, meet } = overlapOf(triangles, shells, signs);
  if (!meet) return APART;
  const told = { triangles: null, bodies: 0, again_m3 };
  const many = groups.filter((group) => group.length > 1).flat();
  if (many.length * many.reduce((sum, part) => sum + part.triangles.length / 9, 0) > MOST_WORK) return told;
  let pieces: Triangles[];
  try {
    pieces = [
      ...parts.filter(({ sign }) => sign < 0).map((part) => part.triangles),
      ...groups.map((group) => group.map((part) => part.triangles).reduce(unionOf))
    ];
  } catch {
    // Some needles the library cannot cut: the body is worked out as it came.
    return told;
  }
  const whole = new Float32Array(pieces.reduce((sum, piece) => sum + piece.length, 0));
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return Math.abs(measure(whole).volume_m3 - once_m3) <= ALIKE * once_m3
    ? { triangles: whole, bodies: many.length, again_m3 }
    : told;
}

/** 1 for a shell that looks outward, −1 for one that bounds a hollow. */
export const signOf = (shell: Triangles): number => Math.sign(measure(shell).volume_m3);

interface Part {
  triangles: Triangles;
  sign: number;
  box: Box;
}

/** Bodies by those whose boxes reach into one another, hollows left out. */
function touching(parts: readonly Part[]): Part[][] {
  let groups: Part[][] = [];
  for (const part of parts) {
    if (part.sign < 0) continue;
    const near = groups.filter((group) => group.some(({ box }) => reach(box, part.box)));
    groups = [...groups.filter((group) => !near.includes(group)), [...near.flat(), part]];
  }
  return groups;
}

function reach(a: Box, b: Box): boolean {
  const slack = 1e-6 * Math.max(size(sidesOf(a)), size(sidesOf(b)));
  return [0, 1, 2].every(
    (axis) => a.least[axis]! <= b.most[axis]! + slack && b.least[axis]! <= a.most[axis]! + slack
  );
}

/** The library joins what lies nearer than a fixed length of its own: it gets its lengths in tenths of the body. */
const ITS_LENGTH = 10;

/** Two bodies as one, by constructive solid geometry on trees of boxes, its cuts triangulated by Delaunay. */
function unionOf(a: Triangles, b: Triangles): Triangles {
  const { least, most } = boxOf(a);
  const scale = ITS_LENGTH / size(sidesOf({ least, most }));
  // Its types leave out the splitter by Delaunay, which its documentation names.
  const evaluator: Evaluator & { useCDTClipping?: boolean } = new Evaluator();
  evaluator.attributes = ['position'];
  evaluator.useGroups = false;
  evaluator.useCDTClipping = true;
  const { geometry } = evaluator.evaluate(brushOf(a, scale), brushOf(b, scale), ADDITION);
  const { count, start } = geometry.drawRange;
  const plain = geometry.index ? geometry.toNonIndexed() : geometry;
  const all = plain.getAttribute('position').array;
  const drawn = Number.isFinite(count) && !geometry.index ? all.slice(3 * start, 3 * (start + count)) : all;
  return Float32Array.from(drawn, (value) => value / scale);
}

function brushOf(triangles: Triangles, scale: number): Brush {
  const geometry = new BufferGeometry();
  const scaled = Float32Array.from(triangles, (value) => value * scale);
  geometry.setAttribute('position', new BufferAttribute(scaled, 3));
  const brush = new Brush(geometry);
  brush.updateMatrixWorld();
  return brush;
}
