import type { Measured } from '../table';
import type { Suspect } from '../../src/core/heap/rival-stories';
import type { HeapRun, Untold, Way } from './session';
import { betweenHeaps, figures, figuresBy, questions, roughTrial, waterBonded, type Figures } from './trial';

const SEEDS = [1, 2, 3];
const HEAPS = 60;
const SESSIONS = 15;
const TEST_SEEDS = [1, 2, 3, 4];
const TEST_SESSIONS = 8;
const TWO_SEEDS = [1, 2];
const UNTOLD_SESSIONS = 12;
const SUSPECTS: readonly Suspect[] = ['less-clay', 'more-clay', 'sand-gone', 'stood-open'];

/** The rough trial: three times 60 heaps through 15 sessions, and its figures against what is wanted of them. */
export function roughly(): Measured[] {
  const runs = (way: Way, sessions = SESSIONS, seeds = SEEDS) =>
    seeds.flatMap((seed) => roughTrial(way, HEAPS, sessions, seed));
  const of = (all: readonly HeapRun[]) => figures(waterBonded(all).flatMap(({ outcomes }) => outcomes));
  /** Rows of a figure of all heaps, with what other heaps would have made of it. */
  const heaps = (all: readonly HeapRun[], figure: (of: Figures) => number, rows: Measured[]): Measured[] => {
    const between = betweenHeaps(waterBonded(all), (drawn) => figure(of(drawn)));
    return rows.map((row) => ({ ...row, between }));
  };
  const [ticket, atOnce] = [runs('ticket'), runs('at-once')];
  const [followed, poured] = [of(ticket), of(atOnce)];
  const weighing = of(runs('always-weigh'));
  const knowing = of(runs('knows'));
  const by_hand = runs('steady-hand');
  const steady = of(by_hand);
  const groups = [...figuresBy(ticket, 'cover'), ...figuresBy(ticket, 'binder')];
  const least = (what: (each: Figures) => number) => Math.min(...groups.map(([, each]) => what(each)));
  const most = (what: (each: Figures) => number) => Math.max(...groups.map(([, each]) => what(each)));
  const { sound_readings, sound_entries } = questions(ticket);
  return [
    ...heaps(
      ticket,
      ({ moisture_held }) => moisture_held,
      between('rough: interval of moisture holds the truth', followed.moisture_held, 85, 95)
    ),
    ...between('rough: the same, worst cover or binder', least(moistureHeld), 80, null),
    ...between('rough: the same, easiest cover or binder', most(moistureHeld), null, 97),
    ...heaps(
      ticket,
      ({ clay_held }) => clay_held,
      between('rough: interval of active clay', followed.clay_held, 82, 97)
    ),
    ...between('rough: the same at session 15', followed.clay_held_at_last, 82, 97),
    ...heaps(atOnce, ({ landing_rms }) => landing_rms, [
      points('rough: lands, all water at once, rms', poured.landing_rms, 0.45)
    ]),
    ...heaps(ticket, ({ landing_rms }) => landing_rms, [
      points('rough: lands, ticket followed, rms', followed.landing_rms, 0.3)
    ]),
    points('rough: bias, all at once', Math.abs(poured.landing_bias), 0.08),
    points('rough: bias, ticket followed', Math.abs(followed.landing_bias), 0.08),
    ...between('rough: inside the window, all at once', poured.inside, 80, null),
    ...between('rough: inside the window, ticket', followed.inside, 80, null),
    ...heaps(
      atOnce,
      ({ in_temper_wrong }) => in_temper_wrong,
      between('rough: “in temper” wrong, all at once', poured.in_temper_wrong, null, 12)
    ),
    ...heaps(
      ticket,
      ({ in_temper_wrong }) => in_temper_wrong,
      between('rough: “in temper” wrong, ticket', followed.in_temper_wrong, null, 12)
    ),
    ...between('rough: “not known yet”, ticket', followed.not_known, null, 10),
    ...between('rough: “not known yet”, all at once', poured.not_known, null, 10),
    ...between('rough: “probably in temper” right, ticket', followed.probably_right, 70, 90),
    ...between('rough: “probably in temper” right, all at once', poured.probably_right, 70, 90),
    { what: 'rough: sessions that end in mud, ticket', value: followed.mud, target: 0, unit: 'sessions' },
    { what: 'rough: sessions that end in mud, all at once', value: poured.mud, target: 0, unit: 'sessions' },
    points('rough: beside it, drying and weighing each time', followed.landing_rms, weighing.landing_rms),
    points('rough: beside it, all at once against weighing', poured.landing_rms, weighing.landing_rms),
    ...heaps(by_hand, ({ landing_rms }) => landing_rms, [
      points('rough: a steady hand without it lands, rms', steady.landing_rms, 0.6)
    ]),
    points(
      'rough: all at once against three quarters of that',
      poured.landing_rms,
      0.75 * steady.landing_rms
    ),
    points('rough: ticket against three quarters of that', followed.landing_rms, 0.75 * steady.landing_rms),
    {
      what: 'rough: squeezes a session with the ticket, against the steady hand',
      value: squeezesOf(waterBonded(ticket)),
      target: squeezesOf(waterBonded(by_hand)),
      unit: 'squeezes'
    },
    points('rough: one who knows the truth', knowing.landing_rms, 0.1),
    ...between('rough: sound readings questioned', sound_readings, null, 0.2),
    ...between('rough: sound entries questioned', sound_entries, null, 1),
    ...nextTests(runs),
    ...untold()
  ];
}

/** Squeezes of a session. */
function squeezesOf(runs: readonly HeapRun[]): number {
  const outcomes = runs.flatMap((run) => run.outcomes);
  return outcomes.reduce((sum, { squeezes }) => sum + squeezes, 0) / outcomes.length;
}

const moistureHeld = ({ moisture_held }: Figures) => moisture_held;

/** How soon what nobody wrote down is asked about, and how often it is where all was told. */
function untold(): Measured[] {
  const watched = (what: Untold) =>
    waterBonded(TWO_SEEDS.flatMap((seed) => roughTrial('ticket', HEAPS, UNTOLD_SESSIONS, seed, what)));
  const share = (runs: readonly HeapRun[], is: (run: HeapRun) => boolean) =>
    (100 * runs.filter(is).length) / runs.length;
  const within = (run: HeapRun, from: number, sessions: number, suspect: Suspect) =>
    run.named.slice(from, from + sessions).includes(suspect);
  const clay = (suspect: 'less-clay' | 'more-clay') => (run: HeapRun) =>
    within(run, 0, 4, suspect) || (run.clay_tested !== null && run.clay_tested < 4);
  const gone = (run: HeapRun) =>
    within(run, run.untold_at, 4, 'sand-gone') ||
    run.heap_weighed.some((session) => session >= run.untold_at && session < run.untold_at + 4);
  const covered = watched('stood-open').filter(({ cover }) => cover === 'lid' || cover === 'sealed');
  const honest = watched('nothing');
  const falsely = (suspect: Suspect) => share(honest, ({ named }) => named.includes(suspect));
  return [
    ...between(
      'rough: less clay than was said, in 4 sessions',
      share(watched('less-clay'), clay('less-clay')),
      80,
      null
    ),
    ...between(
      'rough: more clay than was said, in 4 sessions',
      share(watched('more-clay'), clay('more-clay')),
      80,
      null
    ),
    ...between(
      'rough: a fifth of the sand is gone, in 4 sessions',
      share(watched('sand-gone'), gone),
      80,
      null
    ),
    ...between(
      'rough: lid left off, in 2 sessions',
      share(covered, (run) => within(run, run.untold_at, 2, 'stood-open')),
      80,
      null
    ),
    ...between(
      'rough: a hand that leans, in 8 squeezes',
      share(watched('hand-leans'), ({ leans_after }) => leans_after !== null && leans_after <= 8),
      80,
      null
    ),
    ...SUSPECTS.flatMap((suspect) =>
      between(`rough: ${suspect} named in heaps of which all was told`, falsely(suspect), null, 5)
    ),
    ...between(
      'rough: any of them',
      share(honest, ({ named }) => named.some(Boolean)),
      null,
      5
    )
  ];
}

/** Following the best next test against a random listed one and against none, by cover. */
function nextTests(runs: (way: Way, sessions: number, seeds: number[]) => HeapRun[]): Measured[] {
  const landings = (way: Way) =>
    new Map(
      figuresBy(waterBonded(runs(way, TEST_SESSIONS, TEST_SEEDS)), 'cover').map(([cover, each]) => [
        cover,
        each.landing_rms
      ])
    );
  const [best, random, none] = [landings('best-test'), landings('random-test'), landings('no-test')];
  return [...best].map(([cover, rms]) =>
    points(
      `rough: best next test, ${cover}, against random and none`,
      rms,
      Math.min(random.get(cover)!, none.get(cover)!)
    )
  );
}

const points = (what: string, value: number, target: number): Measured => ({
  what,
  value,
  target: Number(target.toFixed(3)),
  unit: 'points'
});

function between(what: string, value: number, min: number | null, max: number | null): Measured[] {
  return [
    ...(min === null ? [] : [{ what, value, target: min, unit: '%', atLeast: true }]),
    ...(max === null ? [] : [{ what, value, target: max, unit: '%' }])
  ];
}
