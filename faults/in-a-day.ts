import { start, ended } from '../scripts/served';
import { tickedSteps } from '../src/core/session/pour-day';
import { ask, pause, type Answer } from './ask';
import type { Found } from './table';

type Chance = () => number;
type Record_ = Record<string, unknown>;

/** Writes that are acknowledged before it is killed again. */
const BETWEEN_KILLS = 5;
/** Steps of a mold before it is rammed. */
const STEPS = ['set-pattern', 'dust', 'fill-drag', 'butt-drag', 'turn-over'] as const;

/** A write of a casting day: sent again with its key until somebody hears an answer, as the outbox does. */
interface Write {
  key: string;
  path: string;
  body: Record_;
}

/** A mold on its way, and what of it was acknowledged. */
interface Way {
  mold: number;
  heard: Set<string>;
}

/**
 * A server killed over and over while molds are ticked, rammed, poured, shaken out and judged and a plan is ticked, and what
 * nobody heard of sent again: what was acknowledged is there once, and nothing else is.
 *
 * @param least writes that are acknowledged in all
 * @param molds that are walked through in each round, each by a hand of its own
 */
export async function inADay(folder: string, least: number, molds: number, chance: Chance): Promise<Found> {
  const wrong: string[] = [];
  let acknowledged = 0;
  let [server, round] = [await start(folder), 0];
  /** What waits to be sent again, by hand. */
  const heardOf = (way: Way, write: Write, { status, body }: Answer): boolean => {
    if (status === 0 || status === 503) return false;
    if (status >= 300) {
      wrong.push(`${write.key}: ${status} ${JSON.stringify(body).slice(0, 200)}`);
      return true;
    }
    way.heard.add(write.key);
    acknowledged += 1;
    return true;
  };

  while (acknowledged < least && wrong.length === 0) {
    // Each round has sand that no pour has heated.
    const day = await setUp(server.url, round);
    const ways: Way[] = [];
    for (let i = 0; i < molds; i++) {
      const made = await ask(`${server.url}/api/v1/sessions/${day.session}/molds`, 'POST', day.mold);
      ways.push({ mold: Number(made.body.id), heard: new Set() });
    }
    const tick: Way = { mold: 0, heard: new Set() };
    /** Each hand goes on until it is through; killed or not, it sends the same again. */
    let through = 0;
    const hand = async (way: Way, writes: readonly Write[]) => {
      for (const write of writes)
        while (
          !heardOf(
            way,
            write,
            await ask(`${server.url}/api/v1${write.path}`, 'POST', write.body, {
              'idempotency-key': write.key
            })
          )
        )
          await pause(40);
      through += 1;
    };
    const hands = [
      ...ways.map((way) => hand(way, writesOf(day, way.mold, round))),
      hand(tick, ticksOf(day, round))
    ];
    const all = Promise.all(hands);
    while (through < hands.length) {
      // In the midst of it: after some were acknowledged (a pour takes longer than a kill is away), at any moment.
      const before = acknowledged;
      while (acknowledged < before + BETWEEN_KILLS && through < hands.length) await pause(20);
      await pause(700 * chance());
      if (through === hands.length) break;
      await ended(server.child, 'SIGKILL');
      server = await start(folder);
    }
    await all;
    wrong.push(...(await lostOrDoubled(server.url, day, ways)));
    round += 1;
  }
  await server.end();
  return { what: 'killed in a casting day: none lost, none doubled', tried: acknowledged, wrong };
}

interface Day {
  session: number;
  heap: number;
  pattern: number;
  plan: number;
  /** Of the plan: one that can be ticked. */
  step: string;
  mold: Record_;
}

async function setUp(url: string, round: number): Promise<Day> {
  const made = async (path: string, body: Record_): Promise<number> => {
    const { status, body: answer } = await ask(`${url}/api/v1${path}`, 'POST', body);
    if (status !== 201) throw new Error(`${path}: ${status} ${JSON.stringify(answer)}`);
    return Number(answer.id);
  };
  const ago = (hours: number) => new Date(Date.now() - hours * 3_600_000).toISOString();
  const heap = await made('/heaps', {
    name: `Gate heap ${round}`,
    system: 'water',
    binder: 'sodium-bentonite'
  });
  // In temper, and enough for all molds of a round.
  await made(`/heaps/${heap}/entries`, {
    kind: 'mixed',
    at: ago(2),
    additions: [
      { ingredient: 'sand', kg: 126.5, moisture_percent: 1.2 },
      { ingredient: 'binder', kg: 13.74, moisture_percent: 9 },
      { ingredient: 'water', kg: 2.68 }
    ],
    confirmed: true
  });
  const squeeze = { holds: true, shrinks: true, breaks: 'crisp', palm: 'clean', prints: 'sharp' };
  await made(`/heaps/${heap}/tests`, { kind: 'squeeze', at: ago(1), ...squeeze });
  const flask = await made('/flasks', {
    name: `Oak ${round}`,
    length_mm: 300,
    width_mm: 200,
    cope_mm: 90,
    drag_mm: 80
  });
  const pattern = await made('/patterns', {
    name: `Latch ${round}`,
    known_by: 'displacement',
    volume_l: 0.06,
    length_mm: 110,
    width_mm: 45,
    height_mm: 16
  });
  const session = await made('/sessions', {
    at: new Date().toISOString(),
    zone: 'Europe/London',
    melt: { charged_kg: 200, melt_c: 735, melt_at: new Date().toISOString() }
  });
  const later = await made('/sessions', {
    at: new Date(Date.now() + 10 * 86_400_000).toISOString(),
    zone: 'Europe/London'
  });
  const plan = await made('/plans', {
    session_id: later,
    heap_id: heap,
    metal: 'aluminium',
    wanted: [{ pattern_id: pattern, count: 1 }]
  });
  const { body } = await ask(`${url}/api/v1/plans/${plan}/schedule`, 'GET');
  const step = (body.steps as { id: string; from: string | null }[]).find(({ from }) => from !== null)!.id;
  const mold = {
    backing_heap_id: heap,
    flask_id: flask,
    metal: 'aluminium',
    patterns: [{ pattern_id: pattern, count: 1 }]
  };
  return { session, heap, pattern, plan, step, mold };
}

/** All that is written of a mold, in the order of the day. */
function writesOf({ session, heap, pattern }: Day, mold: number, round: number): Write[] {
  const at = new Date().toISOString();
  const of = { heap_id: heap, at, session_id: session, mold_id: mold };
  const key = (what: string) => `round ${round} mold ${mold} ${what}`;
  const steps = `/sessions/${session}/steps`;
  const step = (id: string, kind: string, mold_id: number | null = mold): Write => ({
    key: key(id),
    path: steps,
    body: { id, kind, state: 'done', at, ...(mold_id !== null && { mold_id }) }
  });
  const act = (what: string, entry: Record_, state: string): Write => ({
    key: key(what),
    path: '/acts',
    body: { entries: [{ ...of, ...entry, confirmed: true }], molds: [{ id: mold, state }] }
  });
  return [
    ...STEPS.map((kind) => step(`${mold}:${kind}`, kind)),
    act('rammed', { kind: 'drawn', kg: 12 }, 'rammed'),
    ...tickedSteps([mold]).map(({ id, kind }) => step(id, kind, null)),
    step(`${mold}:close`, 'close'),
    {
      key: key('poured'),
      path: `/sessions/${session}/pours`,
      body: { mold_id: mold, at, pour_c: 735, seconds: 4, confirmed: true }
    },
    step(`${mold}:open`, 'open'),
    act('shaken-out', { kind: 'returned', kg: 11.5 }, 'shaken-out'),
    {
      key: key('judged'),
      path: '/castings',
      body: { mold_id: mold, pattern_id: pattern, result: 'good' }
    }
  ];
}

/** Steps of the plan, ticked and taken back. */
function ticksOf({ plan, step }: Day, round: number): Write[] {
  const path = `/plans/${plan}/steps`;
  return Array.from({ length: 6 }, (_, n) => ({
    key: `round ${round} tick ${n}`,
    path,
    body: { id: step, done_at: n % 2 === 0 ? new Date().toISOString() : null }
  }));
}

/** What there is of each mold: as much as was acknowledged, and once. */
async function lostOrDoubled(url: string, { session, heap }: Day, ways: readonly Way[]): Promise<string[]> {
  const wrong: string[] = [];
  const read = async <T>(path: string): Promise<T> => (await ask(`${url}/api/v1${path}`, 'GET')).body as T;
  const { molds, steps } = await read<{
    molds: { id: number; state: string; poured: object | null }[];
    steps: { id: string; state: string }[];
  }>(`/sessions/${session}`);
  const { items: castings } = await read<{ items: { mold_id: number }[] }>(
    `/castings?session_id=${session}&limit=500`
  );
  for (const { mold, heard } of ways) {
    const there = molds.find(({ id }) => id === mold);
    if (there?.state !== 'shaken-out' || !there.poured)
      wrong.push(`mold ${mold} is ${there?.state ?? 'gone'}`);
    for (const kind of STEPS) {
      const noted = steps.filter(({ id }) => id === `${mold}:${kind}`);
      if (noted.length !== 1 || noted[0]!.state !== 'done')
        wrong.push(`mold ${mold} ${kind}: ${noted.length}`);
    }
    const judged = castings.filter(({ mold_id }) => mold_id === mold).length;
    if (judged !== 1) wrong.push(`mold ${mold}: ${judged} castings`);
    for (const kind of ['drawn', 'poured', 'returned']) {
      const { total } = await read<{ total: number }>(`/heaps/${heap}/entries?kind=${kind}&mold_id=${mold}`);
      if (total !== 1) wrong.push(`mold ${mold}: ${total} times ${kind}`);
    }
    if (heard.size === 0) wrong.push(`mold ${mold}: nothing was acknowledged`);
  }
  return wrong;
}
