import { UNEXPLAINED, priorCauses, type Cause, type DefectName } from '../reference/defects';
import { MEASURED, type DayRecord, type Measured, type Placed, type Seen, type Sign } from './day-record';

/** What each cause shows in the record: a reading off to one side, or something that was seen. */
const SIGNS: Record<Cause, { measured?: Partial<Record<Measured, 1 | -1>>; seen?: readonly Seen[] }> = {
  wet: { measured: { moisture: 1, compactability: 1 } },
  dry: { measured: { moisture: -1, compactability: -1 } },
  'too-fine': { measured: { fineness: 1, permeability: -1 } },
  'too-coarse': { measured: { fineness: -1, permeability: 1 } },
  'rammed-hard': { measured: { hardness: 1, permeability: -1 } },
  'rammed-soft': { measured: { hardness: -1 } },
  'no-vents': { seen: ['few-vents'] },
  smoky: { measured: { smoke: 1 } },
  'little-clay': { measured: { clay: -1 } },
  'dried-edges': { measured: { 'closed-for': 1 } },
  'loose-grains': { seen: ['grains-left'] },
  'fast-gate': { measured: { 'gate-speed': 1 } },
  'cold-metal': { measured: { 'pour-heat': -1 } },
  'hot-metal': { measured: { 'pour-heat': 1 } },
  'slow-fill': { measured: { 'fill-time': 1 } },
  interrupted: { seen: ['stream-broke'] },
  'small-sprue': { seen: ['sprue-emptied'], measured: { 'fill-time': 1 } },
  'thin-wall': { measured: { wall: -1 } },
  'no-riser': { measured: { riser: -1 } },
  'thin-gate': { seen: ['gate-thin'] },
  'little-sand': { measured: { margin: -1 } },
  'hot-sand': { measured: { 'sand-heat': 1 } },
  'not-held': { measured: { hold: -1 } },
  'loose-pins': { seen: ['pins-play'] },
  'damp-tools': { seen: ['damp-tools'] },
  'gas-in-melt': { seen: ['held-hot'], measured: { 'pour-heat': 1 } },
  skimming: { seen: ['dross-seen'] },
  'no-bars': { seen: ['no-bars'] },
  'much-parting': { seen: ['thick-dust'] },
  'rough-closing': { seen: ['knocked'] },
  'high-head': { measured: { head: 1 } },
  'no-draft': { measured: { draft: -1 } },
  'rough-pattern': { seen: ['coat-soft'] },
  'sharp-corner': { seen: ['sharp-corner'] },
  ridge: { seen: ['ridge-left'] },
  warped: { seen: ['flask-rocks'] },
  'sharp-edges': { seen: ['edges-sharp'] },
  'little-parting': { seen: ['thin-dust'] },
  'no-rapping': { seen: ['not-rapped'] },
  'little-carbon': { seen: ['bare-sand'] },
  'soft-grains': { seen: ['mixed-grains'] },
  'heavy-section': { seen: ['thick-there'] },
  'rapped-closed': { seen: ['rapped-after'] },
  'little-metal': { seen: ['crucible-emptied'] },
  'stopped-early': { seen: ['riser-unseen'] },
  'ran-out': { measured: { hold: -1 }, seen: ['metal-outside'] },
  'deep-vents': { seen: ['vents-through'] }
};

/** Signs that a cause shows, in the order in which they tell most. */
export const signsOf = (cause: Cause): readonly Sign[] => {
  const { measured = {}, seen = [] } = SIGNS[cause];
  return [...seen, ...MEASURED.filter((sign) => measured[sign] !== undefined)];
};

/**
 * How readings lie where a cause is at work and where it is not, on the scale of the day's record. A record errs: a part of
 * all readings is of something else, and lies anywhere.
 *
 * Source: chosen wide, so that one reading never settles it; a first and a second sign of one cause hang together, so the
 * second counts half.
 */
const AT_WORK = { mean: 2, sd: 1.1 } as const;
const NOT_AT_WORK = { mean: 0, sd: 0.55 } as const;
const ERRS = 0.05;
const ANYWHERE = 1 / 8;
const SECOND_COUNTS = 0.8;
/** Where a cause is at work people saw its sign so often, and where it is not so often. */
const SAW = { at_work: 0.85, not: 0.07 } as const;

const bell = (x: number, mean: number, sd: number) =>
  Math.exp(-0.5 * ((x - mean) / sd) ** 2) / (sd * Math.sqrt(2 * Math.PI));
const lies = ({ at, sd }: Placed, { mean, sd: own }: { mean: number; sd: number }) =>
  (1 - ERRS) * bell(at, mean, Math.hypot(own, sd)) + ERRS * ANYWHERE;

/** How many times likelier a reading is where the cause is at work than where it is not. */
const ofReading = (placed: Placed, way: 1 | -1): number => {
  const turned = { at: way * placed.at, sd: placed.sd };
  // One that lies off the other way speaks against as much as one that is right.
  if (turned.at > AT_WORK.mean) turned.at = AT_WORK.mean;
  if (turned.at < NOT_AT_WORK.mean) turned.at = NOT_AT_WORK.mean;
  return lies(turned, AT_WORK) / lies(turned, NOT_AT_WORK);
};
const ofSeen = (yes: boolean): number => (yes ? SAW.at_work / SAW.not : (1 - SAW.at_work) / (1 - SAW.not));

/** One thing in the record, and how many times likelier it makes a cause. */
export interface Evidence {
  sign: Sign;
  times: number;
}

export interface Suspect {
  cause: Cause;
  chance: number;
  speaks_for: Evidence[];
  speaks_against: Evidence[];
  /** Signs of it that nobody looked at. */
  open: Sign[];
}

export interface Diagnosis {
  /** The likeliest first. */
  suspects: Suspect[];
  /** That it is none of them. */
  unexplained: number;
  /** Whether the record tells enough to name the first. */
  told: boolean;
  /** What to look at next time, the one that would tell most first. */
  look_at: Sign[];
}

/** A cause is named from this chance on, where the record itself speaks for it. */
const NAMED_FROM = 0.5;
const SPEAKS = 1.5;

/**
 * Causes of a defect by what the day's record says: what is usual of that defect, times how much likelier each reading is
 * where the cause is at work.
 *
 * @source Bayes' rule over the usual causes, one of which is taken to be at work, or something else
 */
export function diagnose(defect: DefectName, { measured, seen }: DayRecord): Diagnosis {
  const weighed = priorCauses(defect).map(({ cause, chance }) => {
    const found: Evidence[] = [];
    const open: Sign[] = [];
    for (const sign of SIGNS[cause].seen ?? [])
      if (seen[sign] === undefined) open.push(sign);
      else found.push({ sign, times: ofSeen(seen[sign]) });
    for (const sign of MEASURED) {
      const way = SIGNS[cause].measured?.[sign];
      if (way === undefined) continue;
      const placed = measured[sign];
      if (placed === undefined) open.push(sign);
      else found.push({ sign, times: ofReading(placed, way) });
    }
    const log = found
      .map(({ times }) => Math.log(times))
      .sort((a, b) => Math.abs(b) - Math.abs(a))
      .reduce((sum, each, i) => sum + (i === 0 ? 1 : SECOND_COUNTS) * each, 0);
    return { cause, weight: chance * Math.exp(log), found, open };
  });
  const whole = UNEXPLAINED + weighed.reduce((sum, { weight }) => sum + weight, 0);
  const suspects = weighed
    .map(({ cause, weight, found, open }): Suspect => ({
      cause,
      chance: weight / whole,
      speaks_for: found.filter(({ times }) => times > SPEAKS).sort((a, b) => b.times - a.times),
      speaks_against: found.filter(({ times }) => times < 1 / SPEAKS).sort((a, b) => a.times - b.times),
      open
    }))
    .sort((a, b) => b.chance - a.chance);
  const first = suspects[0];
  const told = first !== undefined && first.chance >= NAMED_FROM && first.speaks_for.length > 0;
  return { suspects, unexplained: UNEXPLAINED / whole, told, look_at: worthALook(suspects) };
}

/** What nobody looked at, by how likely the causes are that it would tell of. */
function worthALook(suspects: readonly Suspect[]): Sign[] {
  const worth = new Map<Sign, number>();
  for (const { chance, open } of suspects)
    for (const sign of open) worth.set(sign, (worth.get(sign) ?? 0) + chance);
  return [...worth].sort(([, a], [, b]) => b - a).map(([sign]) => sign);
}
