import { nowIso } from '$core/time/now';
import { readFile } from 'node:fs/promises';
import { setImmediate as turn } from 'node:timers/promises';
import { analyse, type Ready, type Step } from '$core/pattern/analyse';
import type { MeshFormat, MeshUnit } from '$core/pattern/file/format';
import { readMesh } from '$core/pattern/file/read-mesh';
import { MeshFault } from '$core/pattern/mesh/fault';
import type { MeshAnswer } from '$lib/schema/pattern';
import type { Database } from '../database/database';
import type { MeshRow } from '../database/tables';
import { keepFile, type Incoming } from '../file/files';
import { impossible, notFound } from '../refusal';
import { meshAnswer } from './mesh-answer';

/** A mesh that was uploaded, and what was worked out of it. */
export interface MeshRecord {
  id: number;
  file_hash: string;
  name: string | null;
  format: MeshFormat;
  unit: MeshUnit;
  unit_stated: boolean;
  bytes: number;
  analysis: MeshAnswer;
  created_at: string;
}

const MEDIA: Record<MeshFormat, string> = {
  stl: 'model/stl',
  obj: 'model/obj',
  '3mf': 'model/3mf'
};

/** Work at a stretch before others have their turn, ms. */
const STRETCH_MS = 12;

/**
 * Reads a mesh that came in, works it out and keeps it; the same file in the same unit is not worked out twice.
 *
 * @throws Refusal 422 when there is no body in it: nothing is kept
 */
export async function takeMesh(
  db: Database,
  file: Incoming,
  { unit, name }: { unit?: MeshUnit | undefined; name?: string | undefined }
): Promise<MeshRecord> {
  let read;
  try {
    read = readMesh(new Uint8Array(await readFile(file.path)), unit);
  } catch (thrown) {
    throw asRefusal(thrown);
  }
  const { format, unit: found, unit_stated } = read;
  const known = await db.tables.meshes.findOne({ where: { file_hash: file.hash, unit: found }, raw: true });
  if (known) return readMeshRecord(db, known.id);
  let analysis: MeshAnswer;
  try {
    analysis = meshAnswer((await inTurns(analyse(read.triangles))).analysis);
  } catch (thrown) {
    throw asRefusal(thrown);
  }
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

const asRefusal = (thrown: unknown) =>
  thrown instanceof MeshFault ? impossible([{ path: 'file', message: thrown.message }], thrown) : thrown;

/** Carries long work out in stretches, so that a server of one thread answers others meanwhile. */
async function inTurns(work: Generator<Step, Ready>): Promise<Ready> {
  let since = performance.now();
  for (;;) {
    const next = work.next();
    if (next.done) return next.value;
    if (performance.now() - since < STRETCH_MS) continue;
    await turn();
    since = performance.now();
  }
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
