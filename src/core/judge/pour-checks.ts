import { chanceBelow } from './normal';

/** How one thing stands before the pour: it is right, nobody knows, it has to be put right. */
export const CHECK_LEVELS = ['go', 'not-known', 'no-go'] as const;
export type CheckLevel = (typeof CHECK_LEVELS)[number];

/** What is looked at before a pour. Some the records tell, some only a person can. */
export const POUR_CHECKS = [
  'sand-wet',
  'sand-hot',
  'mold-age',
  'hold-down',
  'weights-on',
  'vents',
  'charge',
  'melt-hot',
  'skimmed',
  'tools-warm',
  'ground-dry',
  'clothing',
  'sand-at-hand',
  'extinguisher',
  'fuel',
  'way-out',
  'helper'
] as const;
export type PourCheck = (typeof POUR_CHECKS)[number];

/** Those that a person looks at, right once they are ticked: of each mold, of each melt, of the people and the place. */
export const TICKED_OF_MOLD = ['weights-on', 'vents'] as const satisfies readonly PourCheck[];
export const TICKED_OF_MELT = ['skimmed'] as const satisfies readonly PourCheck[];
export const TICKED_OF_DAY = [
  'tools-warm',
  'ground-dry',
  'clothing',
  'sand-at-hand',
  'extinguisher',
  'fuel',
  'way-out',
  'helper'
] as const satisfies readonly PourCheck[];
export const TICKED: readonly PourCheck[] = [...TICKED_OF_MOLD, ...TICKED_OF_MELT, ...TICKED_OF_DAY];

/** One that water under metal hangs on is never let by with a word: so many letters say why. */
export const GRAVE: readonly PourCheck[] = ['sand-wet', 'ground-dry', 'tools-warm', 'fuel'];
export const REASON_LETTERS = { grave: 15, usual: 4 } as const;

export interface Checked {
  check: PourCheck;
  /** The mold that it is of; null of the whole pour. */
  mold_id: number | null;
  level: CheckLevel;
  /** What it was judged by. */
  value: number | null;
  limit: number | null;
  /** Somebody lets it by, and why. */
  overridden: string | null;
}

/** What the records know of one mold before it is poured. Fractions and °C. */
export interface MoldBeforePour {
  id: number;
  /** Of its backing and facing sand, whichever is wetter; null while nobody looked. */
  moisture: { value: number; sd: number } | null;
  wettest: number;
  /** A look at that sand says that it is too wet, too oily or does not hold, whatever the estimate. */
  denied: boolean;
  sand_c: number | null;
  closed_h: number | null;
  /** Weight and clamps that hold it, kg; null while nobody said. What is wanted, kg. */
  held_kg: number | null;
  wants_kg: number;
  /** What somebody ticked of this very mold. */
  ticked: readonly string[];
}

/** Wet so surely, and it is not poured; likely, and somebody looks (handbook default). */
const WET = { surely: 0.35, likely: 0.15 } as const;
/** Sand warmer than this dries at its faces and draws steam from the metal, °C (handbook default). */
const HOT_SAND_C = 50;
/** Edges of a closed mold dry; a day later they are loose, h (handbook default). */
const OLD_H = { look: 6, too_old: 30 } as const;

const made = (
  check: PourCheck,
  mold_id: number | null,
  level: CheckLevel,
  value: number | null = null,
  limit: number | null = null
): Checked => ({ check, mold_id, level, value, limit, overridden: null });

/** What stands for or against pouring one mold. */
export function moldChecks(mold: MoldBeforePour): Checked[] {
  const { id, moisture, wettest, denied, sand_c, closed_h, held_kg, wants_kg, ticked } = mold;
  const wet =
    moisture === null ? null : chanceBelow((moisture.value - wettest) / Math.max(moisture.sd, 1e-6));
  return [
    made(
      'sand-wet',
      id,
      denied || (wet !== null && wet > WET.surely)
        ? 'no-go'
        : wet === null || wet > WET.likely
          ? 'not-known'
          : 'go',
      moisture?.value ?? null,
      wettest
    ),
    // Sand that nobody took the temperature of is as warm as the day.
    made('sand-hot', id, sand_c !== null && sand_c > HOT_SAND_C ? 'no-go' : 'go', sand_c, HOT_SAND_C),
    made(
      'mold-age',
      id,
      closed_h === null
        ? 'not-known'
        : closed_h > OLD_H.too_old
          ? 'no-go'
          : closed_h > OLD_H.look
            ? 'not-known'
            : 'go',
      closed_h,
      OLD_H.look
    ),
    made(
      'hold-down',
      id,
      wants_kg <= 0 ? 'go' : held_kg === null ? 'not-known' : held_kg >= wants_kg ? 'go' : 'no-go',
      held_kg,
      wants_kg
    ),
    ...TICKED_OF_MOLD.map((check) => made(check, id, ticked.includes(check) ? 'go' : 'not-known'))
  ];
}

/** What stands for or against pouring at all. */
export function pourChecks(of: {
  /** Charged and wanted, kg; null while nobody said what is in the crucible. */
  charged_kg: number | null;
  wants_kg: number;
  /** Of the melt; null while nobody took it. */
  melt_c: number | null;
  liquidus_c: number;
  pour_c: number;
  /** Hotter it takes up gas, burns off or fumes. */
  most_c: number;
  /** Of this melt and of the day. */
  ticked: readonly string[];
}): Checked[] {
  const { charged_kg, wants_kg, melt_c, liquidus_c, pour_c, most_c, ticked } = of;
  const too_hot = melt_c !== null && melt_c > most_c;
  return [
    made(
      'charge',
      null,
      charged_kg === null ? 'not-known' : charged_kg >= wants_kg * 0.995 ? 'go' : 'no-go',
      charged_kg,
      wants_kg
    ),
    made(
      'melt-hot',
      null,
      melt_c === null ? 'not-known' : melt_c <= liquidus_c || melt_c < pour_c || too_hot ? 'no-go' : 'go',
      melt_c,
      too_hot ? most_c : pour_c
    ),
    ...[...TICKED_OF_MELT, ...TICKED_OF_DAY].map((check) =>
      made(check, null, ticked.includes(check) ? 'go' : 'not-known')
    )
  ];
}

/** Whether a reason is one: a word is none where water lies under metal. */
export const isReason = (check: PourCheck, why: string): boolean =>
  why.trim().length >= (GRAVE.includes(check) ? REASON_LETTERS.grave : REASON_LETTERS.usual);

/** The checks with what somebody let by; a reason that is none lets nothing by. */
export const withOverrides = (
  checks: readonly Checked[],
  why: (of: Checked) => string | undefined
): Checked[] =>
  checks.map((each) => {
    const said = why(each);
    return each.level !== 'go' && said !== undefined && isReason(each.check, said)
      ? { ...each, overridden: said.trim() }
      : each;
  });

/** The whole: the worst that nobody let by. */
export function pourVerdict(checks: readonly Checked[]): CheckLevel {
  const left = checks.filter(({ overridden }) => overridden === null).map(({ level }) => level);
  return left.includes('no-go') ? 'no-go' : left.includes('not-known') ? 'not-known' : 'go';
}
