import { newCasting } from '$lib/schema/pour';
import { newPlan } from '$lib/schema/plan';
import { newMold, newSession } from '$lib/schema/session';
import { TICKED } from '$core/judge/pour-checks';
import { newAlloy } from '$lib/schema/pour';
import { createAlloy } from '../alloy/alloys';
import type { Database } from '../database/database';
import { createPlan } from '../plan/plans';
import { createMold, createSession } from '../session/sessions';
import { markStep } from '../session/steps';
import { createCasting } from '../shake-out/castings';
import { accepted } from './accepted';
import type { DaysAgo } from './days-ago';
import { drawnCasting, type Drawn } from './drawn-photos';
import { HEAPS, SESSIONS } from './scenario';

const DAY_MS = 86_400_000;

interface Came {
  result: 'good' | 'usable' | 'scrap';
  kg?: number;
  defects?: { defect: string; x?: number; y?: number }[];
  seen?: Record<string, boolean>;
  cause?: string;
  note?: string;
  /** What its photo shows. */
  photo?: Drawn;
}

interface DayTold {
  name: string;
  lessons: string;
  /** By the place of the pattern in the library: latch, bracket, dial, handle, marker, gnomon. */
  molds: { pattern: number; flask: number; metal?: string; came: Came[] }[];
}

const good = (kg: number): Came => ({ result: 'good', kg });

/** The last casting days of the shed, the oldest first; the last of them is the last in the ledger. */
const DAYS: readonly DayTold[] = [
  {
    name: 'Gate latches, a cold morning',
    lessons: 'Two laps at the far end. The metal waited while we talked.',
    molds: [
      {
        pattern: 0,
        flask: 1,
        came: [
          { ...good(0.148), photo: 'latch' },
          {
            result: 'scrap',
            kg: 0.15,
            photo: 'lapped',
            defects: [{ defect: 'cold-shut', x: 0.75, y: 0.4 }],
            seen: { 'sprue-emptied': true },
            cause: 'cold-metal'
          }
        ]
      }
    ]
  },
  {
    name: 'Bench ends',
    lessons: 'Clean. Vents doubled, and it shows.',
    molds: [{ pattern: 1, flask: 2, came: [{ ...good(0.3), photo: 'bracket' }] }]
  },
  {
    name: 'Pump handle, first try',
    lessons: 'Misrun at the thin end: hotter, and gate there first.',
    molds: [
      {
        pattern: 3,
        flask: 1,
        came: [
          {
            result: 'scrap',
            photo: 'short',
            defects: [{ defect: 'misrun', x: 0.92, y: 0.5 }],
            cause: 'cold-metal',
            note: 'The last four centimetres are missing.'
          }
        ]
      }
    ]
  },
  {
    name: 'Pump handle again',
    lessons: 'Thirty degrees hotter. Good.',
    molds: [{ pattern: 3, flask: 1, came: [{ ...good(0.21), photo: 'handle' }] }]
  },
  {
    name: 'Row markers',
    lessons: 'A lump of the cope fell in as we closed it. Bars next time in the wide flask.',
    molds: [
      {
        pattern: 4,
        flask: 1,
        came: [
          good(0.025),
          good(0.025),
          {
            result: 'scrap',
            defects: [{ defect: 'drop', x: 0.4, y: 0.5 }],
            seen: { knocked: true, 'pins-play': false },
            cause: 'rough-closing'
          }
        ]
      }
    ]
  },
  {
    name: 'Gate latches and a row marker',
    lessons: 'Sand a touch wet on the left of the bin: blows under the skin of one latch.',
    molds: [
      {
        pattern: 0,
        flask: 1,
        came: [
          good(0.149),
          {
            result: 'usable',
            kg: 0.147,
            defects: [{ defect: 'blow', x: 0.25, y: 0.25 }],
            seen: { 'few-vents': false, 'damp-tools': false }
          }
        ]
      },
      { pattern: 4, flask: 2, came: [good(0.024), good(0.025)] }
    ]
  }
];

/** The last casting days, with their molds, what came out and why, as sessions. */
export async function castingDays(
  db: Database,
  at: DaysAgo,
  members: readonly number[],
  patterns: readonly number[]
): Promise<void> {
  const when = SESSIONS.slice(-DAYS.length);
  for (const [i, { name, lessons, molds }] of DAYS.entries()) {
    const session = await createSession(
      db,
      accepted(newSession, {
        name,
        at: at(when[i]!),
        zone: HEAPS.gate.zone,
        members: [...members],
        stage: 'done',
        lessons
      })
    );
    for (const { pattern, flask, came } of molds) {
      const pattern_id = patterns[pattern]!;
      const mold = await createMold(
        db,
        session.id,
        accepted(newMold, {
          backing_heap_id: 1,
          flask_id: flask,
          state: 'shaken-out',
          metal: 'aluminium',
          patterns: [{ pattern_id, count: came.length }]
        })
      );
      for (const { photo, ...each } of came) {
        const casting = await createCasting(
          db,
          accepted(newCasting, { mold_id: mold.id, pattern_id, ...each })
        );
        if (photo) await drawnCasting(db, casting.id, photo);
      }
    }
    for (const check of TICKED)
      await markStep(db, session.id, {
        id: `check:${check}`,
        kind: `check:${check}`,
        ...(check === 'helper' && i === 3
          ? { state: 'skipped', why_skipped: 'Bram was late; the door stood open' }
          : { state: 'done' }),
        at: at(when[i]!, 150)
      });
  }
}

/** The bronze that the society makes up itself. */
export const ownAlloy = (db: Database) =>
  createAlloy(
    db,
    accepted(newAlloy, {
      name: 'Shed bronze, 90/10',
      based_on: 'tin-bronze',
      parts: [
        { name: 'copper', percent: 90, melts_c: 1085 },
        { name: 'tin', percent: 10, melts_c: 232 }
      ],
      note: 'Pipe offcuts and tin from the plumber.'
    })
  );

/** Its plan: a last coat on the latch, and a step of their own. */
export async function planIt(
  db: Database,
  session_id: number,
  [latch, bracket]: readonly number[]
): Promise<void> {
  await createPlan(
    db,
    accepted(newPlan, {
      session_id,
      heap_id: 1,
      metal: 'aluminium',
      wanted: [
        { pattern_id: latch!, count: 2, coats: [{ what: 'shellac', grit: 400, dry_h: 1 }] },
        { pattern_id: bracket!, count: 1 }
      ],
      delivery_days: 4,
      own: [{ id: 'slab', what: 'clear the slab and sweep it dry', minutes: 20, before: true }]
    })
  );
}

/** The casting that comes next, in two days at ten in the morning. */
export async function nextCastingDay(db: Database, today: Date, members: readonly number[]): Promise<number> {
  const at = new Date(today.getTime() + 2 * DAY_MS);
  at.setUTCHours(10, 0, 0, 0);
  const { id } = await createSession(
    db,
    accepted(newSession, {
      name: 'The sundial’s gnomon',
      at: at.toISOString(),
      zone: HEAPS.gate.zone,
      members: [...members],
      stage: 'mold',
      melt: { furnace: 'electric', crucible_l: 1, set_c: 780 }
    })
  );
  return id;
}
