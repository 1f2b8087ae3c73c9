import { nowIso } from '$core/time/now';
import type { MeshFormat, MeshUnit } from '$core/pattern/file/format';
import type { MeshRecord } from '$lib/schema/pattern';
import type { Database } from '../database/database';
import type { MeshRow } from '../database/tables';
import { keepFile, type Incoming } from '../file/files';
import { impossible, notFound } from '../refusal';
import { inThread, type Errand } from '../worker/crew';
import type { meshInFile } from './mesh-job';

const MEDIA: Record<MeshFormat, string> = {
  stl: 'model/stl',
  obj: 'model/obj',
  '3mf': 'model/3mf'
};

/**
 * Reads a mesh that came in, works it out and keeps it; the same file in the same unit is not worked out twice.
 *
 * @throws Refusal 422 when there is no body in it: nothing is kept
 */
export async function takeMesh(
  db: Database,
  file: Incoming,
  { unit, name }: { unit?: MeshUnit | undefined; name?: string | undefined },
  errand: Errand = {}
): Promise<MeshRecord> {
  const rows = await db.tables.meshes.findAll({ where: { file_hash: file.hash }, raw: true });
  const known = rows.map((row) => row.unit);
  const read = await inThread<typeof meshInFile>('mesh', { path: file.path, unit, known }, errand);
  if ('fault' in read) throw impossible([{ path: 'file', message: read.fault }]);
  const { format, unit: found, unit_stated, analysis } = read;
  if (!analysis) return readMeshRecord(db, rows.find((row) => row.unit === found)!.id);
  const id = await db.write(async (transaction) => {
    const file_hash = await keepFile(db, file, { media: MEDIA[format], name: name ?? null }, transaction);
    const row = await db.tables.meshes.create(
      { file_hash, format, unit: found, unit_stated, analysis, created_at: nowIso() },
      { transaction }
    );
    return row.id;
  });
  return readMeshRecord(db, id);
}

export async function readMeshRecord(db: Database, id: number): Promise<MeshRecord> {
  const row = await db.tables.meshes.findOne({ where: { id } });
  if (!row) throw notFound('mesh', id);
  return meshRecord(db, row);
}

async function meshRecord(db: Database, row: MeshRow): Promise<MeshRecord> {
  const { id, file_hash, format, unit, unit_stated, analysis, created_at } = row;
  const file = await db.tables.files.findOne({ where: { hash: file_hash }, raw: true });
  return {
    id,
    file_hash,
    name: file?.name ?? null,
    format,
    unit,
    unit_stated: Boolean(unit_stated),
    bytes: file?.bytes ?? 0,
    analysis,
    created_at
  };
}
