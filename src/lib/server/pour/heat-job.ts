import { readFileSync } from 'node:fs';
import { meshShape } from '$core/freeze/mesh-shape';
import type { CastingToFreeze } from '$core/freeze/mold-bodies';
import { freezeMold, type MoldFreezing, type MoldToFreeze } from '$core/freeze/mold-freezing';
import { codePicture, type CodedPicture } from '$core/freeze/picture';
import { moldAfterPour, type HotMold, type MoldAfterPour } from '$core/heat/mold-after-pour';
import type { MeshUnit } from '$core/pattern/file/format';
import { readMesh } from '$core/pattern/file/read-mesh';
import { repaired } from '$core/pattern/mesh/repair';
import { SLOW_END } from '$core/reference/heat';
import type { PatternDraw } from '$lib/schema/pattern';
import { startPartner } from '../worker/partner';

/** A casting as it is to be frozen: the file of its mesh, which is read in the thread. */
export type CastingWithMesh = Omit<CastingToFreeze, 'shape'> & {
  mesh: { path: string; unit: MeshUnit; draw: PatternDraw } | null;
};

/** A mold whose heat is worked out: body by body, and in three dimensions where it is laid out. */
export interface MoldToHeat {
  hot: HotMold;
  laid: (Omit<MoldToFreeze, 'castings'> & { castings: readonly CastingWithMesh[] }) | null;
}

/** The heat of a mold: its sand and water, and when it may be opened. */
export interface MoldHeat {
  after: MoldAfterPour;
  /** In three dimensions; null where it is not laid out, or has more parts than cells can tell. */
  freezing: MoldFreezing | null;
  picture: CodedPicture | null;
}

type Tell = (progress: { doing: string; done: number }) => void;

/**
 * The heat of a mold. Where it is laid out its metal freezes in three dimensions, by what is likely and by the slow end of
 * the doubt; what burns and steams away is always worked out body by body, in layers finer than any cell.
 */
export function moldHeat({ hot, laid }: MoldToHeat, tell: Tell): MoldHeat {
  const after = moldAfterPour(hot);
  const alone = { after, freezing: null, picture: null };
  if (!laid) return alone;
  const castings = withShapes(laid.castings);
  const part =
    (from: number, share: number): Tell =>
    ({ doing, done }) =>
      tell({ doing, done: from + share * done });
  try {
    const likely = freezeMold({ ...laid, castings }, part(0, 0.5), startPartner);
    const slow = freezeMold(
      {
        ...laid,
        castings,
        // Half as many cells err by a few percent, and on the slow side, which is the one that is asked for.
        cells: { usual: halved(laid.cells.usual), most: halved(laid.cells.most) },
        pour_c: laid.pour_c + SLOW_END.hotter_c,
        moisture: SLOW_END.of_moisture * laid.moisture,
        shut: true
      },
      part(0.5, 0.5),
      startPartner
    );
    const { picture, ...freezing } = likely;
    const open_s =
      slow.open_s === null || likely.open_s === null ? null : Math.max(slow.open_s, likely.open_s);
    return {
      after: {
        ...after,
        solid_s: likely.all_solid_s,
        last: likely.last,
        likely_s: likely.open_s,
        open_s,
        by_hand_s: after.by_hand_s === null || open_s === null ? null : Math.max(after.by_hand_s, open_s)
      },
      freezing,
      picture: codePicture(picture)
    };
  } catch (thrown) {
    // It has more parts than a grid of that many cells can tell apart: body by body is all that there is.
    if (thrown instanceof RangeError) return alone;
    throw thrown;
  }
}

/** Half as many cells, where that leaves enough. */
const ENOUGH = 20_000;
const halved = (cells: number): number => Math.min(cells, Math.max(ENOUGH, cells / 2));

/** Each mesh is read once, however many castings it gives. */
function withShapes(castings: readonly CastingWithMesh[]): CastingToFreeze[] {
  const shapes = new Map<string, CastingToFreeze['shape']>();
  return castings.map(({ mesh, ...casting }) => {
    if (!mesh) return casting;
    const { path, unit, draw } = mesh;
    const key = JSON.stringify([path, unit, draw]);
    if (!shapes.has(key)) {
      const whole = repaired(readMesh(new Uint8Array(readFileSync(path)), unit).triangles);
      const [x, y, z] = draw.way;
      shapes.set(key, meshShape(whole, [x, y, z], draw.parting_mm / 1000, casting.box) ?? undefined);
    }
    return { ...casting, shape: shapes.get(key) };
  });
}
