import { nowIso, nowMs } from '$core/time/now';
import { Op, type Transaction } from 'sequelize';
import type { NewReading } from '$lib/schema/reading';
import type { Database } from '../database/database';
import { Refusal, impossible } from '../refusal';
import { publish } from './live';

export interface ReadingRecord {
  id: number;
  device: string;
  kind: 'scale' | 'probe' | 'thermocouple';
  /** kg for a scale, percent for a probe. */
  value: number;
  stable: boolean;
  at: string;
}

const MINUTE_MS = 60_000;

/**
 * Takes a reading from a device: stored once and shown to whoever watches that device.
 *
 * @throws Refusal 422 from the future or out of order, 409 when another value was sent for the same instant
 */
export async function takeReading(db: Database, input: NewReading): Promise<ReadingRecord> {
  const at = new Date(input.at).toISOString();
  if (Date.parse(at) > nowMs() + MINUTE_MS)
    throw impossible([{ path: 'at', message: 'lies in the future: set the clock of the device' }]);
  const { device, value } = input;
  const kind = input.kind as ReadingRecord['kind'];
  const record = await db.write(async (transaction) => {
    const same = await db.tables.readings.findOne({ where: { device, kind, at }, raw: true, transaction });
    if (same && same.value !== value)
      throw new Refusal(409, 'Another value was already taken from this device for that instant.');
    if (same) return { record: same, fresh: false };
    const newest = await db.tables.readings.findOne({
      where: { device, kind },
      order: [['at', 'DESC']],
      raw: true,
      transaction
    });
    // A reading from later than now came while a clock ran ahead: it must not shut the device out until then.
    if (newest && newest.at > new Date(nowMs() + MINUTE_MS).toISOString())
      await db.tables.readings.destroy({
        where: { device, kind, at: { [Op.gt]: new Date(nowMs() + MINUTE_MS).toISOString() } },
        transaction
      });
    else if (newest && newest.at > at) {
      throw impossible([
        { path: 'at', message: `is out of order: this device has a reading of ${newest.at} already` }
      ]);
    }
    const row = await db.tables.readings.create(
      { device, kind, value, stable: input.stable ?? true, at, created_at: nowIso() },
      { transaction }
    );
    if (taken++ % THINNED_EVERY === 0) await thin(db, device, kind, transaction);
    return { record: row.get({ plain: true }), fresh: true };
  });
  const { id, stable } = record.record;
  const reading: ReadingRecord = { id, device, kind, value, stable: Boolean(stable), at };
  if (record.fresh)
    publish({ device, kind, value, stable: reading.stable, connected: true, simulated: false, at });
  return reading;
}

/** Readings of a device that are kept; what was taken into a record is in that record. */
const KEPT = 20_000;
const THINNED_EVERY = 500;
let taken = 0;

async function thin(
  db: Database,
  device: string,
  kind: ReadingRecord['kind'],
  transaction: Transaction
): Promise<void> {
  const oldest = await db.tables.readings.findOne({
    where: { device, kind },
    order: [['at', 'DESC']],
    offset: KEPT,
    raw: true,
    transaction
  });
  if (oldest)
    await db.tables.readings.destroy({ where: { device, kind, at: { [Op.lte]: oldest.at } }, transaction });
}

/** Readings of a device, latest first. */
export async function listReadings(
  db: Database,
  filter: { device?: string | undefined; limit: number; offset: number }
) {
  const where = filter.device === undefined ? {} : { device: filter.device };
  const { rows, count } = await db.tables.readings.findAndCountAll({
    where,
    order: [
      ['at', 'DESC'],
      ['id', 'DESC']
    ],
    limit: filter.limit,
    offset: filter.offset
  });
  const items = rows.map(({ id, device, kind, value, stable, at }): ReadingRecord => ({
    id,
    device,
    kind,
    value,
    stable,
    at
  }));
  return { items, total: count, limit: filter.limit, offset: filter.offset };
}
