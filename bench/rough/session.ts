import type { HeapTest } from '../../src/core/bench/heap-test';
import { squeeze as gradeOf } from '../../src/core/bench/formula/squeeze';
import { conditionAt, type Condition } from '../../src/core/heap/condition';
import {
  firstBelief,
  believedDrying,
  leans,
  type Belief,
  type HeapNature
} from '../../src/core/heap/state/belief';
import { advance, questionEntry } from '../../src/core/heap/estimate';
import type { LedgerEntry } from '../../src/core/heap/entry';
import type { Event } from '../../src/core/heap/kinds';
import { worthWeighingAll } from '../../src/core/heap/weighed-last';
import { likelyStory, rivalStories, type Suspect } from '../../src/core/heap/rival-stories';
import { bestTest, testsWorth, worthTestingClay, worthWeighing } from '../../src/core/heap/next-test';
import { prescribe, type Prescription, type StockAtHand } from '../../src/core/mix/prescription';
import { learned } from '../../src/core/heap/state/lessons';
import { standUntil } from '../../src/core/heap/standing';
import { TARGETS } from '../../src/core/reference/targets';
import type { Chance } from '../../src/lib/server/demo/chance';
import { anySqueeze, someHand, squeezeOf, type Hand } from './hand';
import {
  inWindow,
  massOf,
  dryOf,
  moistureAt,
  noSand,
  plus,
  pour,
  stand,
  times,
  trueAim,
  trueFactor,
  TRUE_RATIO,
  WATER_BINDERS,
  type Nature,
  type TrueSand
} from './true-heap';

const HOUR_MS = 3_600_000;
/** Water that a steady hand puts in or lets go at each grade, of the heap. */
const BY_HAND = { 1: 0.008, 2: 0.004, 4: -0.004, 5: -0.008 } as const;
/** A steady hand gives up after so many. */
const MOST_SQUEEZES = 12;
/** What a scale scatters by from weighing to weighing, of its step. */
const SCATTER = 0.4;

/** Active clay that each kind is mixed to, least and most, share of the dry mix. */
const CLAY = {
  'sodium-bentonite': [0.07, 0.1],
  'calcium-bentonite': [0.07, 0.1],
  'absorbent-clay': [0.08, 0.12],
  'fire-clay': [0.08, 0.12],
  natural: [0.08, 0.18]
} as const;

/** How the casters go about it. */
export type Way =
  /** Squeeze each time, dry and weigh every third; all the water at once, and a squeeze of what came of it. */
  | 'at-once'
  /** The ticket: sure splashes, then a squeeze before each of the others; dry and weigh when it says so. */
  | 'ticket'
  /** Dry and weigh every time, water by that reading and the recipe's clay. */
  | 'always-weigh'
  /** No software: adds a little water and squeezes, until it feels right. */
  | 'steady-hand'
  /** Knows the truth; only pouring and mixing stray. */
  | 'knows'
  /** One test a session: the one that is put forward, … */
  | 'best-test'
  /** … one of those listed at random, … */
  | 'random-test'
  /** … or none. */
  | 'no-test';

/** What one session came to. */
export interface Outcome {
  binder: Nature['binder'];
  cover: Nature['cover'];
  session: number;
  /** After the tests: true moisture less believed, in standard deviations and fractions. */
  moisture_off: number;
  moisture_z: number;
  clay_off: number;
  clay_z: number;
  /** True moisture after tempering less the true aim, fraction. */
  landing: number;
  inside: boolean;
  /** True temper after tempering, as a multiple of the aim. */
  factor: number;
  verdict: string;
  /** Whether the verdict was given of sand inside its window. */
  verdict_inside: boolean;
  squeezes: number;
  dryings: number;
  /** What was believed in the end: distance from the aim and its deviation, fractions. */
  believed_off: number;
  believed_sd: number;
}

export interface HeapRun {
  outcomes: Outcome[];
  binder: Nature['binder'];
  cover: Nature['cover'];
  /** Logarithms: what drying was learned, and what it truly is. */
  learned_drying: number;
  true_drying: number;
  readings: { sound: number; sound_questioned: number; blunders: number; blunders_caught: number };
  entries: { sound: number; sound_questioned: number; slips: number; slips_caught: number };
  /** After each session, what is asked about as likelier than what was logged; none where nobody looked for it. */
  named: (Suspect | null)[];
  /** The session before which a single thing went wrong. */
  untold_at: number;
  /** The session in which the clay was first tested, as the app asked for it anyway. */
  clay_tested: number | null;
  /** The sessions in which the whole heap was weighed, as nobody was sure of it any more. */
  heap_weighed: number[];
  /** Squeezes of the hand that leans by when it was named; null where it was not, and of others' heaps. */
  leans_after: number | null;
  /** Somebody there names every grade one off. */
  off_hand: boolean;
}

/** What went otherwise than anybody wrote down. */
export type Untold = 'nothing' | 'less-clay' | 'more-clay' | 'sand-gone' | 'stood-open' | 'hand-leans';

/** One heap through its sessions. */
export function oneHeap(by: Chance, nature: Nature, way: Way, sessions: number, untold?: Untold): HeapRun {
  return new Shed(by, nature, way, untold).run(sessions);
}

/** Clay that is not as its bag says, sand that is gone, the session in which a single thing goes wrong. */
const UNTOLD = { less_clay: 0.7, more_clay: 1.3, gone: 0.22, hand: 0.22 } as const;
/** The sessions in which a single thing goes wrong, least and most. */
const GOES_WRONG = [3, 6] as const;

export function someNature(by: Chance, i: number): Nature {
  const binder = i % 10 === 9 ? 'oil' : WATER_BINDERS[i % 5]!;
  const cover = (['open', 'cloth', 'lid', 'sealed'] as const)[Math.floor(i / 5) % 4]!;
  return {
    binder,
    cover,
    place: by.pick(['shed', 'shed', 'indoors', 'outdoors'] as const),
    area_m2: by.between(0.06, 0.3),
    drying: Math.exp(by.between(Math.log(0.4), Math.log(2.5))),
    dead_holds: by.between(0.07, 0.13),
    fines_hold: by.between(0.015, 0.045),
    bound_ratio: by.between(0.06, 0.14)
  };
}

/** A shed with one heap: the truth, the people, and what they log. */
class Shed {
  private sand: TrueSand = noSand();
  private burnt: TrueSand = noSand();
  private belief: Belief;
  private readonly nature: HeapNature;
  private readonly hands: Hand[];
  private shared = new Map<string, number>();
  private now = Date.UTC(2026, 0, 3);
  private id = 0;
  private readonly ledger: LedgerEntry[] = [];
  private readonly heap_weighed: number[] = [];
  private readonly untold_at: number;
  private leans_after: number | null = null;
  private readonly squeezed = new Map<string, number>();
  private clay_tested: number | null = null;
  private readonly named: (Suspect | null)[] = [];
  /** What a scale shows at its finest, g, and its error in proportion. */
  private readonly scale_g: number;
  private readonly scale_off: number;
  /** They own a bottle of methylene blue; who does not washes the clay out of a spoonful. */
  private readonly blue: boolean;
  private readonly lot: { active: number; moisture: number; sand_moisture: number };
  /** Steam that a kilogram of metal drives out of molds here, kg: as their flasks and habits are. */
  private readonly steaming: number;
  readonly readings = { sound: 0, sound_questioned: 0, blunders: 0, blunders_caught: 0 };
  readonly entries = { sound: 0, sound_questioned: 0, slips: 0, slips_caught: 0 };

  constructor(
    private readonly by: Chance,
    private readonly truth: Nature,
    private readonly way: Way,
    private readonly untold: Untold | undefined
  ) {
    this.scale_g = by.pick([0.1, 1, 1, 2] as const);
    this.scale_off = by.noise(0.005);
    this.blue = by.between(0, 1) < 0.5;
    this.steaming = by.between(0.05, 0.2);
    const climate = {
      shed: { air_c: 12, relative_humidity: 0.75, air_speed_m_s: 0.1 },
      indoors: { air_c: 18, relative_humidity: 0.58, air_speed_m_s: 0.1 },
      outdoors: { air_c: 11, relative_humidity: 0.74, air_speed_m_s: 0.5 }
    }[truth.place];
    this.nature = {
      system: truth.binder === 'oil' ? 'oil' : 'water',
      binder: truth.binder,
      targets: TARGETS[truth.binder],
      container: { cover: truth.cover, exposed_area_m2: truth.area_m2, place: truth.place },
      scale_g: this.scale_g,
      air: () => climate
    };
    this.belief = firstBelief(this.nature);
    this.untold_at =
      untold === undefined || untold === 'nothing'
        ? -1
        : Math.floor(by.between(GOES_WRONG[0], GOES_WRONG[1] + 1));
    this.hands = [someHand(by, 'a'), ...(by.between(0, 1) < 0.5 ? [someHand(by, 'b')] : [])];
    if (untold === 'hand-leans')
      this.hands = [
        { name: 'a', bias: 0, off: 0, slips: 0.06 },
        { name: 'b', bias: UNTOLD.hand, off: 0, slips: 0.06 }
      ];
    const third = () => 1 + by.between(-1 / 3, 1 / 3);
    this.lot = { active: by.noise(0.04), moisture: third(), sand_moisture: third() };
  }

  run(sessions: number): HeapRun {
    this.start();
    const outcomes: Outcome[] = [];
    for (let session = 0; session < sessions; session++) {
      const hours = this.by.between(4, 24) * 24;
      this.now += hours * HOUR_MS;
      this.changed();
      const here = session === this.untold_at;
      const open = here && this.untold === 'stood-open';
      this.sand = stand(this.sand, open ? { ...this.truth, cover: 'open' } : this.truth, hours, this.by);
      if (here && this.untold === 'sand-gone') this.sand = times(this.sand, 1 - UNTOLD.gone);
      const outcome = this.temper(session);
      outcomes.push(outcome);
      if (this.untold) this.look();
      this.cast(session);
    }
    return {
      outcomes,
      binder: this.truth.binder,
      cover: this.truth.cover,
      learned_drying: believedDrying(this.belief).log,
      true_drying: Math.log(this.truth.drying),
      readings: this.readings,
      entries: this.entries,
      named: this.named,
      untold_at: this.untold_at,
      clay_tested: this.clay_tested,
      heap_weighed: this.heap_weighed,
      leans_after: this.leans_after,
      off_hand: this.hands.some(({ off }) => off !== 0)
    };
  }

  /** Mixed from bags whose labels are off, or bought, of unknown make and anywhere from bone dry to wet. */
  private start(): void {
    const { by, truth } = this;
    const kg = by.between(18, 60);
    if (truth.binder === 'oil') return this.startOil(kg / 3);
    const bought = truth.binder === 'natural' || by.between(0, 1) < 0.3;
    const [least, most] = CLAY[truth.binder];
    if (bought) {
      const said = by.between(least * 0.8, most * 1.05);
      const active = said * this.clay();
      const dead = by.between(0, 0.02);
      const fines = by.between(0.005, 0.06);
      const dry = { ...noSand(), active, dead, fines, grain: 1 - active - dead - fines };
      const aim = moistureAt(dry, truth, (TRUE_RATIO[truth.binder][0] + TRUE_RATIO[truth.binder][1]) / 2);
      const moisture = by.between(0.1, 1.7) * aim;
      this.sand = { ...times(dry, kg * (1 - moisture)), water: kg * moisture };
      // Most of what is sold comes with a word on its clay, right to a tenth.
      const stated = by.between(0, 1) < 0.7;
      this.log({
        kind: 'bought',
        kg: this.weighed(kg),
        moisture_fraction: (TARGETS[truth.binder].moisture.min + TARGETS[truth.binder].moisture.max) / 2,
        active_clay_fraction: stated
          ? said * (1 + by.noise(0.1))
          : (TARGETS[truth.binder].active_clay.min + TARGETS[truth.binder].active_clay.max) / 2,
        oil_fraction: 0,
        moisture_stated: false,
        active_stated: stated
      });
      return;
    }
    const label = this.label();
    const clay = (by.between(least * 1.03, most) * kg) / (label[0] - 0.1);
    const damp = by.between(0, 1) < 0.4;
    this.batch(kg, clay, damp, label, kg * by.between(0.012, 0.03));
  }

  /** Active clay there is, of what is said. */
  private clay(): number {
    return this.untold === 'less-clay'
      ? UNTOLD.less_clay
      : this.untold === 'more-clay'
        ? UNTOLD.more_clay
        : 1;
  }

  private batch(
    sand_kg: number,
    clay_kg: number,
    damp: boolean,
    [active, wet]: [number, number],
    water_kg: number
  ) {
    const { by, lot } = this;
    const said = damp ? 0.035 : 0.002;
    const sand_moisture = said * lot.sand_moisture;
    const clay_moisture = wet * lot.moisture;
    const strength = Math.min(1, (active + lot.active) * this.clay());
    const fines = by.between(0, 0.015);
    const arriving: TrueSand = {
      ...noSand(),
      grain: sand_kg * (1 - sand_moisture) * (1 - fines),
      fines: sand_kg * (1 - sand_moisture) * fines + clay_kg * (1 - clay_moisture) * (1 - strength),
      active: clay_kg * (1 - clay_moisture) * strength,
      water: sand_kg * sand_moisture + clay_kg * clay_moisture + water_kg * (1 + by.noise(0.03))
    };
    this.mixInBurnt();
    this.sand = plus(this.sand, arriving);
    this.changed();
    const stated = by.between(0, 1) < 0.3;
    const part = (role: 'sand' | 'binder' | 'water', kg: number, moisture: number, share: number) => ({
      ingredient: role,
      role,
      kg: this.weighed(kg),
      moisture_fraction: moisture,
      active_fraction: share,
      moisture_stated: stated,
      active_stated: false
    });
    this.log({
      kind: 'mixed',
      additions: [
        ...(sand_kg > 0 ? [part('sand', sand_kg, said, 0)] : []),
        ...(clay_kg > 0 ? [part('binder', clay_kg, wet, active)] : []),
        ...(water_kg > 0 ? [part('water', water_kg, 1, 0)] : [])
      ]
    });
  }

  private startOil(kg: number): void {
    const { by } = this;
    const moisture = by.between(0, 0.006);
    this.sand = { ...noSand(), grain: kg * 0.93, active: kg * 0.048, oil: kg * 0.019, water: kg * moisture };
    const part = (role: 'sand' | 'binder' | 'oil', of: number, wet: number) => ({
      ingredient: role,
      role,
      kg: this.weighed(of),
      moisture_fraction: wet,
      active_fraction: role === 'sand' ? 0 : 1,
      moisture_stated: false,
      active_stated: false
    });
    this.log({
      kind: 'mixed',
      additions: [
        part('sand', kg * 0.933, 0.002),
        part('binder', kg * 0.048, 0.01),
        part('oil', kg * 0.019, 0)
      ]
    });
  }

  /** Tests as their way asks for, then water, and where it landed. */
  private temper(session: number): Outcome {
    const { way, by } = this;
    let [squeezes, dryings] = [0, 0];
    const squeeze = () => (this.squeeze(), squeezes++);
    const weigh = () => (this.dryAndWeigh(), dryings++);
    if (way === 'at-once' || way === 'ticket') {
      squeeze();
      if (session % 3 === 2) weigh();
      if (this.saysClay()) {
        this.clay_tested ??= session;
        this.otherTest(this.blue ? 'methylene-blue' : 'clay-wash');
      }
    }
    if (way === 'always-weigh') weigh();
    if (way === 'best-test' || way === 'random-test') {
      const now = standUntil(this.nature, this.belief, this.at());
      const worth = testsWorth(this.nature, now);
      const test = way === 'best-test' ? bestTest(worth, now) : worth.length > 0 ? by.pick(worth) : null;
      if (test?.kind === 'squeeze') squeeze();
      else if (test?.kind === 'moisture') this.dryAndWeigh(test.method);
      else if (test) this.otherTest(test.kind);
    }
    if (way === 'ticket') {
      // Dry and weigh when the ticket says so.
      if (this.saysWeigh()) weigh();
      if (worthWeighingAll(this.ledger)) {
        this.heap_weighed.push(session);
        this.mixInBurnt();
        this.log({ kind: 'weighed', kg: this.weighed(massOf(this.sand)) });
      }
    }
    const known = this.condition();
    const moisture = this.sand.water / massOf(this.sand);
    const clay = this.sand.active / dryOf(this.sand);
    const before = {
      moisture_off: moisture - known.moisture.value,
      moisture_z: (moisture - known.moisture.value) / known.moisture.sd,
      clay_off: clay - known.active_clay.value,
      clay_z: (clay - known.active_clay.value) / known.active_clay.sd
    };
    if (this.truth.binder !== 'oil') {
      if (way === 'ticket') this.follow(squeeze, weigh);
      else if (way === 'knows') this.putRight(this.needed());
      else if (way === 'steady-hand') squeezes += this.untilItFeelsRight();
      else if (way === 'always-weigh') this.putRight(this.byReading());
      else this.dose(this.prescription(known));
    } else if (known.verdict === 'a-little-wet' || known.verdict === 'too-wet') {
      this.dryOff(this.prescription(known).water_to_lose_kg);
    }
    const landing = this.sand.water / massOf(this.sand) - trueAim(this.sand, this.truth);
    if (way === 'at-once' && this.truth.binder !== 'oil') squeeze();
    const after = this.condition();
    return {
      binder: this.truth.binder,
      cover: this.truth.cover,
      session,
      ...before,
      landing,
      inside: inWindow(this.sand, this.truth),
      factor: this.truth.binder === 'oil' ? 1 : trueFactor(this.sand, this.truth),
      verdict: after.verdict,
      verdict_inside: inWindow(this.sand, this.truth),
      squeezes,
      dryings,
      believed_off: after.moisture.value - after.aim,
      believed_sd: after.off_aim_sd
    };
  }

  /** What the heap's page asks about after a session. */
  private look(): void {
    this.named.push(likelyStory(rivalStories(this.nature, this.ledger))?.suspect ?? null);
    const leaning = this.hands[1];
    if (this.untold === 'hand-leans' && leaning && leans(this.belief, leaning.name))
      this.leans_after ??= this.squeezed.get(leaning.name) ?? 0;
  }

  private saysWeigh(): boolean {
    return worthWeighing(this.worth(), this.condition().off_aim_sd);
  }

  private saysClay(): boolean {
    return worthTestingClay(this.worth(), this.condition().off_aim_sd);
  }

  private worth() {
    return testsWorth(this.nature, standUntil(this.nature, this.belief, this.at()));
  }

  /** The ticket as it is: it is worked out anew after every splash and squeeze. */
  private follow(squeeze: () => void, weigh: () => void): void {
    let [weighed, dried] = [false, false];
    for (let round = 0; round < 9; round++) {
      const condition = this.condition();
      const ticket = this.prescription(condition);
      if (ticket.need === 'dry-mix-or-drying') {
        if (dried) return;
        this.dryOff(ticket.water_to_lose_kg);
        dried = true;
        squeeze();
        continue;
      }
      if (ticket.need === 'test') {
        const looks = this.belief.looks.filter(({ kind }) => kind === 'squeeze').length;
        if (looks >= 1 && !weighed) {
          weigh();
          weighed = true;
        } else if (looks === 0) squeeze();
        else if (ticket.splashes_kg[0] && round < 6) {
          this.addWater(ticket.splashes_kg[0]);
          squeeze();
        } else return;
        continue;
      }
      if (ticket.need !== 'water' && ticket.need !== 'clay-and-water') return;
      if (ticket.binder_kg > 0) {
        this.addClay(ticket);
        squeeze();
        continue;
      }
      if (ticket.splashes_kg.length === 0) return;
      const sure = ticket.splashes_kg.slice(0, ticket.sure_splashes).reduce((sum, kg) => sum + kg, 0);
      if (sure > 0) this.addWater(sure);
      else if (this.belief.looks.at(-1)?.kind !== 'squeeze') {
        squeeze();
        continue;
      } else this.addWater(ticket.splashes_kg[0]!);
      squeeze();
    }
  }

  /** As people do it by hand: a little water where it crumbles, more where it will not hold, and wet sand spread to dry likewise. */
  private untilItFeelsRight(): number {
    for (let squeezes = 1; ; squeezes++) {
      const grade = this.squeeze();
      if (grade === 3 || squeezes === MOST_SQUEEZES) return squeezes;
      this.putRight(BY_HAND[grade] * massOf(this.sand));
    }
  }

  private dose(ticket: Prescription): void {
    if (ticket.need === 'dry-mix-or-drying') return this.dryOff(ticket.water_to_lose_kg);
    if (ticket.binder_kg > 0.02) return this.addClay(ticket);
    this.addWater(ticket.water_kg);
  }

  private addClay(ticket: Prescription): void {
    this.batch(0, ticket.binder_kg, false, this.label(), ticket.water_kg);
  }

  /** What the bag says: active share and moisture. */
  private label(): [number, number] {
    switch (this.truth.binder) {
      case 'absorbent-clay':
        return [0.65, 0.08];
      case 'fire-clay':
      case 'natural':
        return [0.5, 0.04];
      default:
        return [0.9, 0.09];
    }
  }

  private addWater(kg: number): void {
    if (!(kg > 0.004)) return;
    this.mixInBurnt();
    this.sand = { ...this.sand, water: this.sand.water + kg * (1 + this.by.noise(0.03)) };
    this.changed();
    this.now += 10 * 60_000;
    this.log({ kind: 'water', kg });
  }

  private putRight(kg: number): void {
    if (kg >= 0) this.addWater(kg);
    else this.dryOff(-kg);
  }

  private dryOff(kg: number): void {
    if (!(kg > 0.01)) return;
    this.sand = {
      ...this.sand,
      water: this.sand.water - Math.min(0.9 * this.sand.water, kg * (1 + this.by.noise(0.1)))
    };
    this.changed();
    this.now += HOUR_MS;
    this.log({ kind: 'dried', kg });
  }

  /** What is truly missing, kg. */
  private needed(): number {
    const aim = trueAim(this.sand, this.truth);
    return (aim * dryOf(this.sand)) / (1 - aim) - this.sand.water;
  }

  /** By the last reading alone, the clay as the recipe said, the mass as the books have it. */
  private byReading(): number {
    const { active_clay, total_kg } = this.condition();
    const [least, most] = TRUE_RATIO[this.truth.binder as 'natural'];
    const water = ((least + most) / 2) * active_clay.value;
    const aim = water / (1 + water);
    return (total_kg * (aim - this.last_reading)) / (1 - aim);
  }
  private last_reading = 0.03;

  /** A mold or two, poured, shaken out, partly sorted, brought back, partly logged. */
  private cast(session: number): void {
    const { by } = this;
    this.now += HOUR_MS;
    const kg = massOf(this.sand) * by.between(0.3, 0.6);
    this.mixInBurnt();
    const mold = times(this.sand, kg / massOf(this.sand));
    this.sand = times(this.sand, 1 - kg / massOf(this.sand));
    if (!this.log({ kind: 'drawn', kg: this.weighed(kg) })) return;
    const metal = by.between(0.4, 2);
    const per_metal = { oil: 0.8 }[this.truth.binder as 'oil'] ?? 0.28;
    const burnt_kg = Math.min(0.5 * kg, metal * per_metal * Math.exp(by.noise(0.5)));
    const steam_kg = metal * this.steaming * Math.exp(by.noise(0.2));
    const poured = pour(mold, { burnt_kg, steam_kg });
    const judged = by.between(0, 1) < 0.5;
    this.now += HOUR_MS;
    this.log(
      judged
        ? {
            kind: 'poured',
            burnt_kg: burnt_kg * Math.exp(by.noise(0.35)),
            water_driven_off_kg: null,
            metal_kg: metal
          }
        : {
            kind: 'poured',
            burnt_kg: Math.min(0.3 * kg, learned(this.belief.lessons, this.nature).burn.value * metal),
            water_driven_off_kg: null,
            metal_kg: metal,
            burnt_stated: false
          }
    );
    this.now += 2 * HOUR_MS;
    const spilled = by.between(0.003, 0.03);
    const back = times(poured.sand, 1 - spilled);
    const burnt = times(poured.burnt, 1 - spilled);
    this.log({ kind: 'returned', kg: this.weighed(massOf(back) + massOf(burnt)), rest_lost: true });
    this.sand = plus(this.sand, back);
    this.burnt = plus(this.burnt, burnt);
    this.changed();
    // Now and then a bucket tips and nobody writes it down.
    if (by.between(0, 1) < 0.2) this.sand = times(this.sand, 1 - by.between(0.01, 0.06));
    // Sorting finds half of it, or nearly all.
    const found = by.between(0.4, 1) * massOf(this.burnt);
    if (by.between(0, 1) < 0.85 && found > 0.01) {
      this.log({ kind: 'discarded', kg: this.weighed(found), burnt: true });
      this.burnt = times(this.burnt, 1 - found / massOf(this.burnt));
    }
    if (session % 5 === 4 && this.truth.binder !== 'oil') {
      this.now += HOUR_MS;
      const fresh = massOf(this.sand) * 0.08;
      const [active, wet] = this.label();
      this.batch(fresh, (fresh * 0.09) / active, by.between(0, 1) < 0.4, [active, wet], 0);
    }
  }

  private mixInBurnt(): void {
    this.sand = plus(this.sand, this.burnt);
    this.burnt = noSand();
  }

  /** The grade that it comes to. */
  private squeeze(): 1 | 2 | 3 | 4 | 5 {
    const { by } = this;
    const hand = by.pick(this.hands);
    this.squeezed.set(hand.name, (this.squeezed.get(hand.name) ?? 0) + 1);
    const shared = this.shared.get(hand.name) ?? by.noise(0.07);
    this.shared.set(hand.name, shared);
    const blunder = by.between(0, 1) < 1 / 30;
    const answers = blunder ? anySqueeze(by) : squeezeOf(hand, trueFactor(this.sand, this.truth), shared, by);
    this.read({ kind: 'squeeze', ...answers }, blunder, hand.name);
    return gradeOf(answers, this.nature.system).grade;
  }

  private dryAndWeigh(method: 'oven' | 'pan' = this.by.pick(['oven', 'pan'] as const)): void {
    const first = this.moistureReading(method);
    if (this.read(first.test, first.blunder)) return;
    // It stood far off: once more, from another scoop.
    const again = this.moistureReading(method);
    this.read(again.test, again.blunder);
  }

  private moistureReading(method: 'oven' | 'pan'): { test: HeapTest; blunder: boolean } {
    const { by, scale_g } = this;
    const truth = this.sand.water / massOf(this.sand);
    const scoop = Math.max(
      0.0003,
      truth * (1 + by.noise(0.04)) + by.noise(method === 'oven' ? 0.001 : 0.002)
    );
    // Put on again, a scale shows another figure: it scatters by some part of its step, and rounds.
    const shows = (g: number) =>
      Math.round((g * (1 + this.scale_off) + by.noise(SCATTER * scale_g)) / scale_g) * scale_g;
    const pan_g = shows(by.between(90, 160));
    const sample = by.between(0.9, 1.1) * (scale_g <= 0.1 ? 80 : 400);
    let wet_g = shows(pan_g + sample);
    let dry_g = shows(pan_g + sample * (1 - scoop));
    const blunder = by.between(0, 1) < 1 / 30;
    if (blunder) {
      const loss = wet_g - dry_g;
      const kind = by.between(0, 1);
      if (kind < 0.4) dry_g = Math.max(pan_g + 1, wet_g - 10 * loss);
      else if (kind < 0.6) dry_g = wet_g - loss / 10;
      else wet_g += by.between(3, 12);
    }
    this.last_reading = Math.min(0.12, (wet_g - dry_g) / (wet_g - pan_g));
    return {
      test: { kind: 'moisture', method, pan_g, wet_g, dry_g: Math.min(wet_g, dry_g), scale_g },
      blunder
    };
  }

  private otherTest(kind: string): void {
    const { by } = this;
    const active = this.sand.active / dryOf(this.sand);
    if (kind === 'compactability') {
      const sunk = Math.min(
        0.8,
        Math.max(0.05, 0.46 + 0.45 * (trueFactor(this.sand, this.truth) - 1) + by.noise(0.035))
      );
      this.read({ kind: 'compactability', start_mm: 100, end_mm: 100 * (1 - sunk) }, false);
    } else if (kind === 'methylene-blue') {
      const ml = Math.max(0, 200 * (active + by.noise(0.005)));
      this.read({ kind: 'methylene-blue', standards: [{ active_clay: 0.1, ml: 20 }], ml }, false);
    } else if (kind === 'probe') {
      const moisture = Math.max(0, this.sand.water / massOf(this.sand) + by.noise(0.006));
      this.read({ kind: 'probe', moisture }, false);
    } else if (kind === 'clay-wash') {
      const { dead, fines } = this.sand;
      const loss = Math.max(
        0.005,
        active + (dead + by.between(0.3, 0.7) * fines) / dryOf(this.sand) + by.noise(0.007)
      );
      this.read({ kind: 'clay-wash', before_g: 50, after_g: 50 * (1 - loss) }, false);
    }
  }

  /** Whether the reading counted at once. */
  private read(test: HeapTest, blunder: boolean, member?: string): boolean {
    this.now += 5 * 60_000;
    const id = this.id++;
    const entry: LedgerEntry = { id, at: this.at(), event: { kind: 'tested', test }, member };
    this.ledger.push(entry);
    this.belief = advance(this.nature, this.belief, entry);
    const questioned = this.belief.questioned.some(({ entry_id }) => entry_id === id);
    if (blunder) {
      this.readings.blunders += 1;
      if (questioned) this.readings.blunders_caught += 1;
    } else {
      this.readings.sound += 1;
      if (questioned) this.readings.sound_questioned += 1;
    }
    return !questioned;
  }

  /** Writes an entry; one in a hundred with a digit slipped, which is put right where it is asked about. */
  private log(event: Event): boolean {
    const { by } = this;
    const slipped = by.between(0, 1) < 0.01 ? tenfold(event, by.between(0, 1) < 0.5 ? 10 : 0.1) : null;
    const at = this.at();
    const question = questionEntry(this.nature, this.belief, { at, event: slipped ?? event });
    if (slipped) this.entries.slips += 1;
    else this.entries.sound += 1;
    if (question && slipped) this.entries.slips_caught += 1;
    // Whether burnt sand is stirred in is asked of whoever left it by the heap: that doubts no amount.
    if (question && !slipped && !question.message.includes('burnt sand')) this.entries.sound_questioned += 1;
    const written = slipped && !question ? slipped : event;
    const entry: LedgerEntry = { id: this.id++, at: this.at(), event: written };
    this.ledger.push(entry);
    this.belief = advance(this.nature, this.belief, entry);
    return true;
  }

  private condition(): Condition {
    return conditionAt(this.nature, this.belief, this.at());
  }

  private prescription(condition: Condition): Prescription {
    const [active_fraction, moisture_fraction] = this.label();
    const stock: StockAtHand = {
      binder: { active_fraction, moisture_fraction, available_kg: null },
      sand: { active_fraction: 0, moisture_fraction: 0.002, available_kg: null },
      oil: { active_fraction: 1, moisture_fraction: 0, available_kg: null }
    };
    return prescribe({ ...this.nature, ...condition }, stock);
  }

  /** The sand is another: errors that squeezes of the old shared are drawn anew. */
  private changed(): void {
    this.shared = new Map();
  }

  private at(): string {
    return new Date(this.now).toISOString();
  }

  private weighed(kg: number): number {
    return Math.max(0.001, kg * (1 + this.scale_off) + this.by.noise(Math.hypot(0.003, 0.003 * kg)));
  }
}

function tenfold(event: Event, times: number): Event | null {
  switch (event.kind) {
    case 'water':
    case 'dried':
    case 'drawn':
    case 'returned':
    case 'discarded':
      return { ...event, kg: event.kg * times };
    case 'poured':
      return event.burnt_stated === false ? null : { ...event, burnt_kg: event.burnt_kg * times };
    case 'mixed': {
      const additions = event.additions.map((each, i) => (i === 0 ? { ...each, kg: each.kg * times } : each));
      return { ...event, additions };
    }
    default:
      return null;
  }
}
