import * as Comlink from 'comlink';
import { analyse, skinFaults, type MeshAnalysis, type Ready, type Step } from '$core/pattern/analyse';
import { drawAlong, type Drawing, type PartingChoice } from '$core/pattern/draw/drawing';
import { findingsOf, type Finding } from '$core/pattern/draw/findings';
import type { MeshUnit } from '$core/pattern/file/format';
import { readMesh } from '$core/pattern/file/read-mesh';
import { lyingAlong, type Lying } from '$core/pattern/lying';
import { repaired } from '$core/pattern/mesh/repair';
import { watertight } from '$core/pattern/mesh/seams';
import { boxOf, measure, reachAlong, sidesOf } from '$core/pattern/mesh/measure';
import { Rays } from '$core/pattern/mesh/rays';
import { size, type Vector } from '$core/pattern/mesh/triangles';
import { wallsOf } from '$core/pattern/draw/thickness';
import type { Alloy } from '$core/reference/alloys';

/** How a mesh draws, with the colour of every corner and all that is found. */
export interface Drawn {
  drawing: Drawing;
  findings: Finding[];
  lying: Lying;
  /** How far it reaches along the way that it is drawn, m from its origin. */
  reach: { least: number; most: number };
  /** Three bytes a corner. */
  colours: Uint8Array;
}

export interface Analysed extends Drawn {
  analysis: MeshAnalysis;
  unit: MeshUnit;
  unit_stated: boolean;
  /** Nine numbers a triangle, m. */
  positions: Float32Array;
}

/** Work at a stretch before what was asked meanwhile has its turn, ms. */
const STRETCH_MS = 40;

let ready: Ready | null = null;

async function inTurns(work: Generator<Step, Ready>, told: (step: Step) => void): Promise<Ready> {
  let since = performance.now();
  for (;;) {
    const next = work.next();
    if (next.done) return next.value;
    if (performance.now() - since < STRETCH_MS) continue;
    told(next.value);
    await new Promise((done) => setTimeout(done));
    since = performance.now();
  }
}

/** @param shades red, green and blue of each class of draft, by its place */
function coloursOf(faces: Uint8Array, shades: readonly (readonly number[])[]): Uint8Array {
  const colours = new Uint8Array(9 * faces.length);
  for (let t = 0; t < faces.length; t++) {
    const shade = shades[faces[t]!]!;
    for (let i = 0; i < 9; i++) colours[9 * t + i] = shade[i % 3]!;
  }
  return colours;
}

function drawn(of: Ready, alloy: Alloy, drawing: Drawing, faces: Uint8Array, shades: number[][]): Drawn {
  const { pulls, walls, seams } = of.analysis;
  return {
    drawing,
    findings: findingsOf(drawing, pulls, walls, seams, alloy),
    lying: lyingAlong(of.triangles, drawing.way, drawing.height_m),
    reach: reachAlong(of.triangles, drawing.way),
    colours: coloursOf(faces, shades)
  };
}

const desk = {
  /** Reads a mesh and works all of it out. */
  async analyse(
    bytes: Uint8Array,
    unit: MeshUnit | undefined,
    alloy: Alloy,
    shades: number[][],
    told: (step: Step) => void
  ): Promise<Analysed> {
    const read = readMesh(bytes, unit);
    ready = await inTurns(analyse(read.triangles), told);
    const { analysis, faces, triangles } = ready;
    const of = drawn(ready, alloy, analysis.drawing, faces, shades);
    // A copy of the triangles goes over; this worker goes on with its own.
    const positions = triangles.slice();
    return Comlink.transfer({ ...of, analysis, unit: read.unit, unit_stated: read.unit_stated, positions }, [
      positions.buffer,
      of.colours.buffer
    ]);
  },

  /** A mesh whose ways to be drawn are known already: only what is to be seen of it. */
  open(
    bytes: Uint8Array,
    unit: MeshUnit,
    alloy: Alloy,
    shades: number[][],
    pulls: MeshAnalysis['pulls'],
    way: Vector,
    choice: PartingChoice
  ): Analysed {
    const read = readMesh(bytes, unit);
    const { triangles, seams, repairs, again_m3 } = repaired(read.triangles);
    const rays = new Rays(triangles);
    const { drawing, faces } = drawAlong(triangles, rays, way, choice);
    const box = boxOf(triangles);
    const analysis: MeshAnalysis = {
      triangles: triangles.length / 9,
      volume_m3: 0,
      area_m2: 0,
      box,
      watertight: watertight(seams),
      seams: skinFaults(seams, again_m3 / (measure(triangles).volume_m3 - again_m3)),
      repairs,
      walls: wallsOf(triangles, rays, size(sidesOf(box))),
      pulls,
      drawing
    };
    ready = { triangles, rays, analysis, faces };
    const of = drawn(ready, alloy, drawing, faces, shades);
    const positions = triangles.slice();
    return Comlink.transfer({ ...of, analysis, unit, unit_stated: true, positions }, [
      positions.buffer,
      of.colours.buffer
    ]);
  },

  /** The same mesh drawn another way, or parted elsewhere. */
  draw(way: Vector, choice: PartingChoice, alloy: Alloy, shades: number[][]): Drawn {
    if (!ready) throw new RangeError('There is no mesh on the desk.');
    const { drawing, faces } = drawAlong(ready.triangles, ready.rays, way, choice);
    const of = drawn(ready, alloy, drawing, faces, shades);
    return Comlink.transfer(of, [of.colours.buffer]);
  }
};

export type Desk = typeof desk;

Comlink.expose(desk);
