/**
 * What was cast in the shed, day by day. The one source of it: the ledgers pour the metal that these castings took, the
 * sessions have their molds, and the note of a day counts what came out of them.
 */
import { castingOf, type PatternOutline } from '$core/mold/casting';
import type { Alloy } from '$core/reference/alloys';
import { DEFECTS, type Cause } from '$core/reference/defects';
import type { Drawn } from './drawn-photos';
import { SESSIONS } from './scenario';

/** By their place in the library. */
export const LATCH = 0;
const BRACKET = 1;
const DIAL = 2;
const HANDLE = 3;
const MARKER = 4;
const GNOMON = 5;

export interface Came {
  result: 'good' | 'usable' | 'scrap';
  defects?: { defect: keyof typeof DEFECTS; x?: number; y?: number }[];
  seen?: Record<string, boolean>;
  cause?: Cause;
  note?: string;
  /** What its photo shows. */
  photo?: Drawn;
}

export interface MoldTold {
  pattern: number;
  /** By its place in the rack, from 1. */
  flask: number;
  metal: Alloy;
  /** The heap that it was rammed in. */
  sand: 'gate' | 'dial' | 'bin';
  came: readonly Came[];
}

export interface DayTold {
  name: string;
  lessons: string;
  molds: readonly MoldTold[];
}

const good: Came = { result: 'good' };
const lap: Came = {
  result: 'scrap',
  defects: [{ defect: 'cold-shut', x: 0.75, y: 0.4 }],
  cause: 'cold-metal'
};
const drop: Came = { result: 'scrap', defects: [{ defect: 'drop', x: 0.4, y: 0.5 }], cause: 'rough-closing' };

const shed = (pattern: number, flask: number, ...came: Came[]): MoldTold => ({
  pattern,
  flask,
  metal: 'aluminium',
  sand: 'gate',
  came
});
const fine = (pattern: number, ...came: Came[]): MoldTold => ({
  pattern,
  flask: 3,
  metal: 'tin-bronze',
  sand: 'dial',
  came
});

/** Days as they went for a year, in turns. */
const USUAL: readonly DayTold[] = [
  {
    name: 'Gate latches and a bench end',
    lessons: 'Two cold laps: the metal waited while we talked.',
    molds: [shed(LATCH, 1, good, good, lap, lap), shed(BRACKET, 2, good)]
  },
  {
    name: 'Bench ends, a pair',
    lessons: 'Clean.',
    molds: [shed(BRACKET, 1, good), shed(BRACKET, 2, good)]
  },
  {
    name: 'Row markers for the herb beds',
    lessons: 'Six at a time is enough for one sprue.',
    molds: [shed(MARKER, 1, good, good, good, good, good, good), shed(LATCH, 2, good, good)]
  },
  {
    name: 'A pump handle and latches',
    lessons: 'Hotter for the long one.',
    molds: [
      shed(HANDLE, 1, {
        result: 'scrap',
        defects: [{ defect: 'misrun', x: 0.9, y: 0.5 }],
        cause: 'cold-metal'
      }),
      shed(LATCH, 2, good, good)
    ]
  },
  {
    name: 'Gate latches, both flasks',
    lessons: 'The best day so far.',
    molds: [shed(LATCH, 1, good, good, good, good), shed(LATCH, 2, good, good)]
  },
  {
    name: 'Bench ends and markers',
    lessons: 'A lump of the cope fell in. Bars would have held it.',
    molds: [shed(MARKER, 1, good, good, drop), shed(BRACKET, 2, good)]
  }
];

/** The day on which somebody was in a hurry with the can. */
export const WET_DAY = 9;
const blown: Came = { result: 'usable', defects: [{ defect: 'blow', x: 0.4, y: 0.4 }], cause: 'wet' };
const WET: DayTold = {
  name: 'Bench ends in wet sand',
  lessons: 'Blow holes under the cope skin of both. The sand was too wet; Ottla had said so at the squeeze.',
  molds: [shed(BRACKET, 1, blown), shed(BRACKET, 2, blown)]
};

/** Fine work in the oil-bonded sand, in turns. */
const FINE: readonly MoldTold[] = [
  fine(DIAL, good),
  fine(GNOMON, { result: 'usable', defects: [{ defect: 'scab', x: 0.5, y: 0.7 }] }),
  fine(DIAL, good)
];

/** Markers in the old sand, rough but readable. */
const OLD: MoldTold = {
  ...shed(MARKER, 3, { result: 'usable', defects: [{ defect: 'rough', x: 0.5, y: 0.5 }] }, good, good),
  sand: 'bin'
};

/** The last days of the shed as they are remembered, the oldest first; the last of them is the last in the ledger. */
const LATELY: readonly DayTold[] = [
  {
    name: 'Gate latches, a cold morning',
    lessons: 'A lap at the far end. The metal waited while we talked.',
    molds: [
      shed(
        LATCH,
        1,
        { ...good, photo: 'latch' },
        {
          result: 'scrap',
          photo: 'lapped',
          defects: [{ defect: 'cold-shut', x: 0.75, y: 0.4 }],
          seen: { 'sprue-emptied': true },
          cause: 'cold-metal'
        }
      )
    ]
  },
  {
    name: 'Bench ends',
    lessons: 'Clean. Vents doubled, and it shows.',
    molds: [shed(BRACKET, 2, { ...good, photo: 'bracket' })]
  },
  {
    name: 'Pump handle, first try',
    lessons: 'Misrun at the thin end: hotter, and gate there first.',
    molds: [
      shed(HANDLE, 1, {
        result: 'scrap',
        photo: 'short',
        defects: [{ defect: 'misrun', x: 0.92, y: 0.5 }],
        cause: 'cold-metal',
        note: 'The last four centimetres are missing.'
      })
    ]
  },
  {
    name: 'Pump handle again',
    lessons: 'Thirty degrees hotter. Good.',
    molds: [shed(HANDLE, 1, { ...good, photo: 'handle' })]
  },
  {
    name: 'Row markers',
    lessons: 'A lump of the cope fell in as we closed it. Bars next time in the wide flask.',
    molds: [shed(MARKER, 1, good, good, { ...drop, seen: { knocked: true, 'pins-play': false } })]
  },
  {
    name: 'Gate latches and row markers',
    lessons: 'Sand a touch wet on the left of the bin: blows under the skin of one latch.',
    molds: [
      shed(LATCH, 1, good, {
        result: 'usable',
        defects: [{ defect: 'blow', x: 0.25, y: 0.25 }],
        seen: { 'few-vents': false, 'damp-tools': false }
      }),
      shed(MARKER, 2, good, good)
    ]
  }
];

/** Every how many days, and from which on, there was a mold in the other two sands. */
const FINE_DAYS = SESSIONS.map((_, i) => i).filter((i) => i > 5 && i % 4 === 2);
const OLD_DAYS = SESSIONS.map((_, i) => i).filter((i) => i > 15 && i % 5 === 1);

/** All days, as `SESSIONS` has them. */
export const DIARY: readonly DayTold[] = SESSIONS.map((_, i) => {
  const lately = i - (SESSIONS.length - LATELY.length);
  const told = lately >= 0 ? LATELY[lately]! : i === WET_DAY ? WET : USUAL[i % USUAL.length]!;
  const besides = [
    ...(FINE_DAYS.includes(i) ? [FINE[FINE_DAYS.indexOf(i) % FINE.length]!] : []),
    ...(OLD_DAYS.includes(i) ? [OLD] : [])
  ];
  return { ...told, molds: [...told.molds, ...besides] };
});

/** The days on which something was rammed in a sand, by their place in `SESSIONS`. */
export const daysOf = (sand: MoldTold['sand']): number[] =>
  DIARY.flatMap(({ molds }, i) => (molds.some((mold) => mold.sand === sand) ? [i] : []));

/** Of the metal that goes into a mold as much is casting: the rest is sprue, runner and riser (usual for small aluminium work). */
const YIELD = 0.55;

/** The metal that the molds in a sand took on a day, kg. @param patterns as in the library */
export const metalOf = (day: number, sand: MoldTold['sand'], patterns: readonly PatternOutline[]): number =>
  DIARY[day]!.molds.filter((mold) => mold.sand === sand).reduce(
    (sum, { pattern, metal, came }) => sum + (came.length * castingOf(patterns[pattern]!, metal).kg) / YIELD,
    0
  );

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six'];

/** What came out of the molds in a sand, as the ledger's note tells it: “Gate latch: three good, one scrap (cold shut).” */
export function toldOf(day: number, sand: MoldTold['sand'], patterns: readonly { name: string }[]): string {
  return DIARY[day]!.molds.filter((mold) => mold.sand === sand)
    .map(({ pattern, came }) => {
      const counts = (['good', 'usable', 'scrap'] as const).flatMap((result) => {
        const these = came.filter((each) => each.result === result);
        const defects = new Set(
          these.flatMap(({ defects = [] }) =>
            defects.map(({ defect }) => DEFECTS[defect].name.split(',')[0]!)
          )
        );
        const why = defects.size > 0 ? ` (${[...defects].join(', ')})` : '';
        return these.length > 0 ? [`${NUMBERS[these.length]} ${result}${why}`] : [];
      });
      return `${patterns[pattern]!.name}: ${counts.join(', ')}.`;
    })
    .join(' ');
}
