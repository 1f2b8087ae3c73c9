import { ALLOYS, type AlloyFigures } from '../reference/alloys';
import { SCRAP, SCRAP_HARMS, type Scrap, type ScrapHarm } from '../reference/scrap';

/** Something that goes into the crucible. */
export interface ChargePart {
  scrap: Scrap;
  /** Share of the charge, by mass; all together 1. */
  share: number;
}

/** Parts as they are said, in percent, as shares of a whole; they are rounded by whoever says them. */
export function sharesOf<P extends { percent: number }>(parts: readonly P[]): (P & { share: number })[] {
  const whole = parts.reduce((sum, { percent }) => sum + percent, 0);
  return whole > 0 ? parts.map((part) => ({ ...part, share: part.percent / whole })) : [];
}

/** What some sorts of scrap can do to whoever melts them, each once. */
export function harmsOf(scraps: readonly Scrap[]): ScrapHarm[] {
  const harms = new Set<ScrapHarm>(scraps.flatMap((scrap) => [...SCRAP[scrap].harms]));
  return SCRAP_HARMS.filter((harm) => harms.has(harm));
}

/** No scrap loses more than this share. */
const WORST_LOSS = 0.35;

const WROUGHT = ALLOYS['aluminium-wrought'].loss;

/** Share of one sort of scrap that is lost, at the least and at the most. */
export function scrapLoss(scrap: Scrap, alloy: Pick<AlloyFigures, 'loss'>): readonly [number, number] {
  // The range of wrought aluminium is that of its scrap already: what is charged is placed on cast aluminium's.
  const as_listed = alloy.loss[0] === WROUGHT[0] && alloy.loss[1] === WROUGHT[1];
  const [clean, dirty] = as_listed ? ALLOYS.aluminium.loss : alloy.loss;
  const at = (place: number) => Math.min(WORST_LOSS, clean + place * (dirty - clean));
  return [at(SCRAP[scrap].dirty[0]), at(SCRAP[scrap].dirty[1])];
}

/**
 * Share of a charge that is lost by what it is made of, at the least and at the most: ingot at the clean end of the alloy's own
 * range, chips past its dirty end.
 *
 * @throws RangeError when the shares do not make a whole
 */
export function chargeLossRange(
  parts: readonly ChargePart[],
  alloy: Pick<AlloyFigures, 'loss'>
): readonly [number, number] {
  if (Math.abs(parts.reduce((sum, { share }) => sum + share, 0) - 1) > 1e-6)
    throw new RangeError('The parts of a charge make up a whole.');
  const sum = (end: 0 | 1) =>
    parts.reduce((all, { scrap, share }) => all + share * scrapLoss(scrap, alloy)[end], 0);
  return [sum(0), sum(1)];
}

/** The middle of that range. @throws RangeError as it does */
export function chargeLoss(parts: readonly ChargePart[], alloy: Pick<AlloyFigures, 'loss'>): number {
  const [least, most] = chargeLossRange(parts, alloy);
  return (least + most) / 2;
}

/** Room that a charge takes before it melts, m³. */
export const bulkOf = (parts: readonly ChargePart[], charge_kg: number, solid_kg_m3: number): number =>
  parts.reduce((sum, { scrap, share }) => sum + (share * charge_kg) / (solid_kg_m3 * SCRAP[scrap].packs), 0);

/**
 * How often the crucible is topped up while it melts: what melts makes room for the rest.
 *
 * @param crucible_m3 to its brim
 * @returns loads after the first; 0 when all of it goes in cold
 */
export function topUps(bulk_m3: number, melted_m3: number, crucible_m3: number): number {
  if (bulk_m3 <= crucible_m3) return 0;
  const packs = melted_m3 / bulk_m3;
  let [waiting, loads] = [bulk_m3 - crucible_m3, 0];
  // Each load melts down to its share of the room and leaves the rest of the crucible to the next.
  while (waiting > 1e-12 && loads < 100) {
    const inside = melted_m3 - waiting * packs;
    const takes = Math.max(0, crucible_m3 - inside);
    if (takes <= 1e-9) break;
    waiting -= Math.min(waiting, takes);
    loads += 1;
  }
  return loads;
}

/** Parts of an alloy that is made up by mass, kg; the lower-melting part goes into the molten base. */
export function alloyParts<P extends { share: number; melts_c: number }>(
  charge_kg: number,
  parts: readonly P[]
): (P & { kg: number })[] {
  const whole = parts.reduce((sum, { share }) => sum + share, 0);
  if (!(whole > 0)) throw new RangeError('An alloy has parts.');
  return [...parts]
    .sort((a, b) => b.melts_c - a.melts_c)
    .map((part) => ({ ...part, kg: (charge_kg * part.share) / whole }));
}
