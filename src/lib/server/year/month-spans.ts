import { QueryTypes } from 'sequelize';
import { monthIn, type Month } from '$core/time/day';
import type { Database } from '../database/database';

/** A month of casting, or a year of it. Masses kg. */
export interface Span {
  castings: number;
  good: number;
  usable: number;
  scrap: number;
  /** Castings that were not scrapped, kg, of those that were weighed. */
  good_kg: number;
  metal_kg: number;
  /** Sand thrown out and spilled. */
  lost_kg: number;
  /** Sand and clay of the stock that went in. */
  new_kg: number;
  /** What that cost, by currency; lots without a price are left out. */
  cost: Record<string, number>;
}

/** Castings of a month that had a defect. */
export interface DefectCount {
  month: Month;
  defect: string;
  castings: number;
}

export const emptySpan = (): Span => ({
  castings: 0,
  good: 0,
  usable: 0,
  scrap: 0,
  good_kg: 0,
  metal_kg: 0,
  lost_kg: 0,
  new_kg: 0,
  cost: {}
});

/** Both together. */
export function added(a: Span, b: Span): Span {
  const cost = { ...a.cost };
  for (const [currency, more] of Object.entries(b.cost)) cost[currency] = (cost[currency] ?? 0) + more;
  return {
    castings: a.castings + b.castings,
    good: a.good + b.good,
    usable: a.usable + b.usable,
    scrap: a.scrap + b.scrap,
    good_kg: a.good_kg + b.good_kg,
    metal_kg: a.metal_kg + b.metal_kg,
    lost_kg: a.lost_kg + b.lost_kg,
    new_kg: a.new_kg + b.new_kg,
    cost
  };
}

interface Dated {
  at: string;
  /** Where it happened; null where the record does not say. */
  zone: string | null;
}

const CURRENT = `FROM entries e JOIN entry_versions v ON v.entry_id = e.id AND v.version = e.version
  JOIN heaps h ON h.id = e.heap_id`;

/**
 * What was cast, poured, lost and spent in each month, and which defects there were: each on the day that it was where it
 * happened.
 *
 * @param shed the zone of records that do not say theirs
 */
export async function monthSpans(
  db: Database,
  shed: string
): Promise<{ months: Map<Month, Span>; defects: DefectCount[] }> {
  const rows = <T extends object>(sql: string) =>
    db.sequelize.query<T & Dated>(sql, { type: QueryTypes.SELECT });
  const months = new Map<Month, Span>();
  const monthOf = ({ at, zone }: Dated) => monthIn(at, zone ?? shed);
  const span = (of: Dated) => {
    const month = monthOf(of);
    const found = months.get(month) ?? emptySpan();
    months.set(month, found);
    return found;
  };
  const defects = new Map<string, DefectCount>();

  const castings = await rows<{
    result: 'good' | 'usable' | 'scrap';
    kg: number | null;
    defects: string;
  }>(
    `SELECT s.at, s.zone, c.result, c.kg, c.defects FROM castings c JOIN sessions s ON s.id = c.session_id
     WHERE c.removed_at IS NULL AND s.removed_at IS NULL`
  );
  for (const casting of castings) {
    const of = span(casting);
    of.castings += 1;
    of[casting.result] += 1;
    if (casting.result !== 'scrap') of.good_kg += casting.kg ?? 0;
    if (casting.result === 'good') continue;
    const month = monthOf(casting);
    // Raw rows hold what is nested as text.
    const had = new Set((JSON.parse(casting.defects) as { defect: string }[]).map(({ defect }) => defect));
    for (const defect of had) {
      const count = defects.get(`${month} ${defect}`) ?? { month, defect, castings: 0 };
      count.castings += 1;
      defects.set(`${month} ${defect}`, count);
    }
  }
  const metal = await rows<{ kind: string; kg: number | null }>(
    `SELECT v.at, coalesce(v.zone, h.zone) AS zone, v.kind,
       json_extract(v.event, CASE v.kind WHEN 'poured' THEN '$.metal_kg' ELSE '$.kg' END) AS kg ${CURRENT}
     WHERE e.undone_at IS NULL AND v.kind IN ('poured', 'discarded', 'spilled')`
  );
  for (const entry of metal) span(entry)[entry.kind === 'poured' ? 'metal_kg' : 'lost_kg'] += entry.kg ?? 0;
  const used = await rows<{ kg: number; cost: number | null; currency: string }>(
    `SELECT v.at, coalesce(v.zone, h.zone) AS zone, u.kg, l.currency,
       CASE WHEN l.bought_kg > 0 THEN u.kg * l.cost / l.bought_kg END AS cost
     ${CURRENT} JOIN lot_uses u ON u.entry_id = e.id JOIN lots l ON l.id = u.lot_id WHERE e.undone_at IS NULL`
  );
  for (const { kg, cost, currency, ...when } of used) {
    const of = span(when);
    of.new_kg += kg;
    if (cost !== null) of.cost[currency] = (of.cost[currency] ?? 0) + cost;
  }
  return { months, defects: [...defects.values()] };
}
