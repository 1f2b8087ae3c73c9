import { readFileSync } from 'node:fs';
import { analyse } from '$core/pattern/analyse';
import type { MeshFormat, MeshUnit } from '$core/pattern/file/format';
import { readMesh } from '$core/pattern/file/read-mesh';
import { MeshFault } from '$core/pattern/mesh/fault';
import type { MeshAnswer } from '$lib/schema/pattern';
import { meshAnswer } from './mesh-answer';

/** A mesh file to be worked out. */
export interface MeshFileToRead {
  path: string;
  unit?: MeshUnit | undefined;
  /** Units in which this file was worked out before: only which of them it is in is asked. */
  known: readonly MeshUnit[];
}

export type MeshOfFile =
  | {
      format: MeshFormat;
      unit: MeshUnit;
      unit_stated: boolean;
      /** null where it is known in this unit. */
      analysis: MeshAnswer | null;
    }
  /** Why there is no body in it. */
  | { fault: string };

/** Reads a mesh file and works all of it out. */
export function meshInFile(
  { path, unit, known }: MeshFileToRead,
  tell: (progress: { doing: string; done: number }) => void
): MeshOfFile {
  try {
    const {
      format,
      triangles,
      unit: found,
      unit_stated
    } = readMesh(new Uint8Array(readFileSync(path)), unit);
    const read = { format, unit: found, unit_stated };
    if (known.includes(found)) return { ...read, analysis: null };
    const work = analyse(triangles);
    let step = work.next();
    for (; !step.done; step = work.next()) tell(step.value);
    return { ...read, analysis: meshAnswer(step.value.analysis) };
  } catch (thrown) {
    if (thrown instanceof MeshFault) return { fault: thrown.message };
    throw thrown;
  }
}
