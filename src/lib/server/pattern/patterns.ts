import { nowIso } from '$core/time/now';
import type { Transaction } from 'sequelize';
import { patternVolume } from '$core/pattern/volume';
import {
  knownBy,
  solidOf,
  type NewPattern,
  type PatternChange,
  type PatternKind,
  type PatternKnownBy,
  type PatternRecord
} from '$lib/schema/pattern';
import type { Database } from '../database/database';
import type { PatternRow } from '../database/tables';
import { keepFile, type Incoming } from '../file/files';
import { plainPhoto } from '../file/photo';
import { impossible } from '../refusal';
import { shelf } from '../shelf/shelf';

const library = shelf(
  'pattern',
  (db) => db.tables.patterns,
  ({ removed_at: _, ...record }): PatternRecord => record
);

export const listPatterns = library.list;
export const standingPattern = library.standing;
export const changePattern = library.change;
export const readPattern = (db: Database, id: number): Promise<PatternRecord> => library.standing(db, id);
/** Takes a pattern out of the library; molds that were made with it keep it. */
export const removePattern = library.remove;
export const restorePattern = library.restore;

/** What lies in the cope of a pattern of this kind unless it is said: half of a split one. */
const usualAbove = (kind: PatternKind, height_mm: number) => (kind === 'split' ? height_mm / 2 : 0);

/** @throws Refusal when another pattern has that name, or what its volume is known by is not there */
export async function createPattern(db: Database, input: NewPattern): Promise<PatternRecord> {
  return db.write(async (transaction) => {
    await library.mustBeNew(db, input.name, null, transaction);
    const kind = input.kind ?? 'loose';
    const { id } = await db.tables.patterns.create(
      await worked(
        db,
        {
          name: input.name,
          kind,
          material: input.material ?? null,
          known_by: input.known_by ?? 'box',
          length_mm: input.length_mm,
          width_mm: input.width_mm,
          height_mm: input.height_mm,
          above_mm: input.above_mm ?? usualAbove(kind, input.height_mm),
          volume_l: input.volume_l ?? null,
          pattern_kg: input.pattern_kg ?? null,
          solids: input.solids ?? null,
          mesh_id: input.mesh_id ?? null,
          draw: input.draw ?? null,
          footprint_mm: input.footprint_mm ?? null,
          metal: input.metal ?? null,
          made: input.made ?? 1,
          wear: input.wear ?? null,
          coats: input.coats ?? [],
          fillet_mm: input.fillet_mm ?? null,
          pins: input.pins ?? null,
          carry_over: input.carry_over ?? [],
          photo_hash: null,
          note: input.note ?? null,
          created_at: nowIso()
        },
        transaction
      ),
      { transaction }
    );
    return library.standing(db, id, transaction);
  });
}

export async function amendPattern(db: Database, id: number, change: PatternChange): Promise<PatternRecord> {
  return db.write(async (transaction) => {
    const { id: _, ...before } = await library.before(db, id, change.version, transaction);
    if (change.name !== undefined) await library.mustBeNew(db, change.name, id, transaction);
    const defined = Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined));
    const after = { ...before, ...defined };
    const wrong = knownBy(after);
    if (wrong) throw impossible([wrong]);
    if (after.above_mm > after.height_mm)
      throw impossible([{ path: 'above_mm', message: 'must not be more than its height' }]);
    return library.change(db, id, await worked(db, after, transaction), transaction);
  });
}

/** Puts a photo to a pattern, made small and plain. */
export async function photograph(db: Database, id: number, file: Incoming): Promise<PatternRecord> {
  await library.standing(db, id);
  const { media, ...photo } = await plainPhoto(file);
  return db.write(async (transaction) => {
    const photo_hash = await keepFile(db, photo, { media, name: null }, transaction);
    return library.change(db, id, { photo_hash }, transaction);
  });
}

/** The volume that follows from what is known, beside what is known. */
async function worked<
  T extends {
    known_by: PatternKnownBy;
    mesh_id: number | null;
    solids: PatternRow['solids'];
    volume_l: number | null;
    pattern_kg: number | null;
    material: PatternRow['material'];
  }
>(db: Database, pattern: T, transaction: Transaction): Promise<T> {
  const { known_by, mesh_id, solids, volume_l, pattern_kg, material } = pattern;
  const mesh =
    mesh_id === null ? null : await db.tables.meshes.findOne({ where: { id: mesh_id }, transaction });
  if (mesh_id !== null && !mesh)
    throw impossible([{ path: 'mesh_id', message: `there is no mesh ${mesh_id}` }]);
  const m3 = patternVolume({
    known_by,
    mesh_m3: mesh && mesh.analysis.volume_cm3 / 1e6,
    solids: solids?.map(solidOf),
    displaced_m3: volume_l === null ? null : volume_l / 1000,
    kg: pattern_kg,
    material
  });
  return { ...pattern, volume_l: m3 === null ? null : Number((m3 * 1000).toPrecision(9)) };
}
