import { createHash } from 'node:crypto';
import { chillLacks, type Chill } from '$core/mold/chill';
import type { Flask } from '$core/mold/flask';
import type { Layout } from '$core/mold/layout';
import { gatingFor } from '$core/mold/mold-gating';
import { turnedRound } from '$core/mold/turned';
import { USUAL_ALLOY } from '$core/reference/alloys';
import { chillsOf, ownGating } from '$lib/schema/own-gating';
import type { Database } from '../database/database';
import { filePath } from '../database/packed-files';
import { readMeshRecord } from '../pattern/meshes';
import { impossible } from '../refusal';
import { inThread, type Errand } from '../worker/crew';
import type { CastingWithMesh, MoldHeat, MoldToHeat, moldHeat } from './heat-job';
import { hotMold, type PourMold } from './pour-mold';

/** Cells of a mold: an ordinary one is told to a few percent by so many; fine work takes more. */
export const CELLS = { usual: 40_000, most: 60_000 } as const;

/** What is asked of a mold otherwise than it stands in the records. */
export interface HeatTrial {
  pour_c?: number | undefined;
  /** A riser of this diameter, m; 0 for none. */
  riser_m?: number | undefined;
  /** Other chills than it has. */
  chills?: readonly Chill[] | undefined;
  /** The casting of this number is laid the other way round. */
  turned?: number | undefined;
}

/** Answers of before, the last asked at the end: the same mold is worked out once. */
const known = new Map<string, MoldHeat>();
const MOST_KNOWN = 24;

/**
 * The heat of a mold as it is gated, in a thread; null where too little is known of it. Pour, page and interface all ask
 * here, so that all tell the same.
 */
export async function heatOfMold(
  db: Database,
  of: PourMold,
  trial: HeatTrial = {},
  errand: Errand = {}
): Promise<MoldHeat | null> {
  const input = await toHeat(db, of, trial);
  if (!input) return null;
  return heatOf(input, errand);
}

/** The same of a mold that is not in the records. */
export async function heatOf(input: MoldToHeat, errand: Errand = {}): Promise<MoldHeat> {
  const key = createHash('sha256').update(JSON.stringify(input)).digest('base64');
  // What fails or is called off is nobody's answer: only what came out is kept.
  const heat = known.get(key) ?? (await inThread<typeof moldHeat>('heat', input, errand));
  known.delete(key);
  known.set(key, heat);
  if (known.size > MOST_KNOWN) known.delete(known.keys().next().value!);
  return heat;
}

async function toHeat(db: Database, of: PourMold, trial: HeatTrial): Promise<MoldToHeat | null> {
  const own = ownGating(of.mold.gating);
  const way =
    of.gate && gatingFor(of.gate, trial.riser_m === undefined ? own : { ...own, riser_m: trial.riser_m });
  // One that was poured freezes from what it was poured at.
  const pour_c = trial.pour_c ?? of.mold.poured?.pour_c ?? of.pour_c;
  const hot = hotMold(of, way, pour_c);
  if (!hot || !way) return null;
  const { laid, alloy } = of;
  if (!laid) return { hot, laid: null };
  if (trial.chills) mustFit(trial.chills, of, laid.flask);
  const castings = await Promise.all(
    of.castings.map(async (casting): Promise<CastingWithMesh> => {
      const { box, solid, volume_m3, area_m2, mesh } = casting;
      const file = mesh && (await readMeshRecord(db, mesh.id));
      return {
        box,
        volume_m3,
        modulus_m: volume_m3 / area_m2,
        ...(solid && { solid }),
        mesh:
          mesh && file
            ? { path: filePath(db.folder, file.file_hash), unit: file.unit, draw: mesh.draw }
            : null
      };
    })
  );
  return {
    hot,
    laid: {
      ...laid,
      layout: turned(of, laid, trial.turned),
      chills: trial.chills ?? chillsOf(of.mold.gating?.chills),
      castings: castings.flatMap((casting, i) =>
        Array.from({ length: of.castings[i]!.count }, () => casting)
      ),
      way,
      alloy,
      pour_c,
      moisture: hot.moisture,
      cells: CELLS
    }
  };
}

/** @throws Refusal 422 for a chill of no casting, or one that would lie against the board or out of the cope */
function mustFit(chills: readonly Chill[], of: PourMold, flask: Flask): void {
  const boxes = boxesOf(of);
  chills.forEach((chill, i) => {
    const box = boxes[chill.casting];
    if (!box)
      throw impossible([
        { path: `chills[${i}].casting`, message: 'is no casting of this mold: they are counted from 0' }
      ]);
    if (chillLacks(chill, box, flask) > 0)
      throw impossible([
        { path: `chills[${i}].thick_mm`, message: 'leaves less than 10 mm of sand behind the chill' }
      ]);
  });
}

const boxesOf = ({ castings }: PourMold) =>
  castings.flatMap(({ box, count }) => Array.from({ length: count }, () => box));

/**
 * A mold's layout with one casting the other way round.
 *
 * @throws Refusal 422 where there is no such casting, or it would come too near to something
 */
function turned(of: PourMold, { layout, flask }: NonNullable<PourMold['laid']>, number?: number): Layout {
  if (number === undefined) return layout;
  if (!layout.places[number])
    throw impossible([{ path: 'turned', message: 'is no casting of this mold: they are counted from 0' }]);
  const round = turnedRound(boxesOf(of), of.mold.metal ?? USUAL_ALLOY, flask, layout, number);
  if (round) return round;
  throw impossible([
    { path: 'turned', message: 'leaves too little sand round it: move it or the sprue first' }
  ]);
}
