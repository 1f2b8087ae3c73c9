import { squeezeOf } from '../bench/rough/hand';
import {
  dryOf,
  massOf,
  noSand,
  plus,
  pour as pourOn,
  stand,
  times,
  trueFactor,
  type TrueSand
} from '../bench/rough/true-heap';
import type { Schedule, ScheduledStep } from '../src/lib/server/plan/schedule';
import type { HeapState } from '../src/lib/schema/heap-state';
import type { StepAbout } from '../src/core/plan/steps/kinds';
import type { Chance } from '../src/lib/server/demo/chance';
import { tickedSteps } from '../src/core/session/pour-day';
import type { Answer, App, Problem } from './app';
import type { Harm, HarmName } from './harm';
import { blockLitres, HOURS, lying, somebodyThere, type TrueShed } from './shed';
import {
  blockBody,
  blockVolume,
  cutGating,
  lastToFreeze,
  trueLift,
  TRUE_METALS,
  type Block,
  type MetalBody,
  type ToldGating
} from './true-metal';

const MIN_MS = 60_000;
const HOUR_MS = 60 * MIN_MS;
const ZONE = 'Europe/London';
/** Off by less, two pages say the same: sand dries while one turns a page. */
const SAME = 2e-3;

type Role = 'sand' | 'binder' | 'oil' | 'water';

interface Id {
  id: number;
  version: number;
}
interface MoldPage {
  way: ToldGating | null;
  mold: Id & { flask_id: number; state: string; patterns: { pattern_id: number; count: number }[] };
  patterns: { pattern: { id: number }; castings: Record<string, { above_m: number }> }[];
}
interface PourPage {
  molds: {
    id: number;
    number: number;
    state: string;
    pour_c: number;
    before: { wants_kg: number };
    melt: { most_c: number };
    alloy: { set_point: { carry_c: number } };
  }[];
}
interface SandPage {
  day: Id | null;
  needs: {
    discard_kg: number;
    water_kg: number;
    oil_kg: number;
    additions: { ingredient: string; kg: number; lot_id?: number }[];
  };
}
/** A mold as it stands in the shed. */
interface StandingMold {
  id: number;
  sand: TrueSand;
  blocks: Block[];
  told: ToldGating;
  bodies: MetalBody[];
  held_kg: number;
  poured_at: number | null;
  /** When it was said to be ready to open, ms; null where nobody said. */
  open_at: number | null;
  metal_kg: number;
  harmed: boolean;
}

/** Somebody who knows only what the pages and answers say, and does exactly that, in a shed where other things are so. */
export class Keeper {
  readonly harms: Harm[] = [];
  /** Days that were given up, and what was said. */
  readonly stops: string[] = [];
  readonly castings = { poured: 0, sound: 0 };
  private sand: TrueSand = noSand();
  private burnt: TrueSand = noSand();
  /** The error of the hand with this very sand. */
  private shared: number;
  private now: number;
  private stood_from: number;
  private heap = 0;
  private stock: Record<Role, { ingredient: string; lot_id?: number }> = {
    sand: { ingredient: 'sand' },
    binder: { ingredient: 'binder' },
    oil: { ingredient: 'oil' },
    water: { ingredient: 'water' }
  };
  private pattern_ids: number[] = [];
  private flask_ids: number[] = [];
  private molds = new Map<number, StandingMold>();
  private lit: { at: number; ready_at: number; set_c: number } | null = null;
  private crucible_kg = 0;
  private melt = { true_c: 0, told_c: 0 };

  constructor(
    private readonly app: App,
    private readonly shed: TrueShed,
    private readonly by: Chance,
    at: string,
    /** Tells what it does, for whoever looks at one shed. */
    private readonly aloud = false
  ) {
    this.now = this.stood_from = Date.parse(at);
    this.shared = by.noise(0.07);
  }

  // ---- time

  private at = () => new Date(this.now).toISOString();

  /** Goes on to a time; the sand stands meanwhile. */
  private async until(ms: number): Promise<void> {
    if (ms > this.now) this.now = ms;
    await this.app.setClock(this.at());
    const hours = (this.now - this.stood_from) / HOUR_MS;
    if (hours < 0.5 || !(massOf(this.sand) > 0)) return;
    this.sand = stand(this.sand, this.shed.nature, hours, this.by);
    this.stood_from = this.now;
    if (hours > 4) this.changed();
  }
  /** Works so long, give or take. */
  private spend = (minutes: number) =>
    this.until(this.now + minutes * MIN_MS * Math.exp(this.by.noise(0.15)));
  private changed = () => void (this.shared = this.by.noise(0.07));

  private tell(what: string): void {
    if (!this.aloud) return;
    const { nature } = this.shed;
    const water = massOf(this.sand) > 0 ? (100 * this.sand.water) / massOf(this.sand) : 0;
    console.log(
      `${this.at().slice(5, 16)} ${what} [water ${water.toFixed(2)} %, ${trueFactor(this.sand, nature).toFixed(2)}]`
    );
  }

  private harm(is: HarmName, what: string): void {
    this.harms.push({ is, what: `${this.at().slice(0, 16)} ${what}` });
  }

  /** Sends it; where it is only asked about, says that it is right. */
  private async sure<T>(path: string, body: object): Promise<Answer<T>> {
    const first = await this.app.post<T & { question?: unknown }>(path, body);
    if (first.ok || !first.body.question) return first;
    const { entries } = body as { entries?: object[] };
    return this.app.post<T>(path, {
      ...body,
      ...(entries ? { entries: entries.map((each) => ({ ...each, confirmed: true })) } : { confirmed: true })
    });
  }
  /** What the shed's scale shows, kg. */
  private weighed = (kg: number) =>
    Math.max(0.001, Number((kg * (1 + this.shed.scale_off) + this.by.noise(0.002)).toFixed(3)));

  // ---- the shed, from nothing

  async begin(): Promise<void> {
    const { shed, app } = this;
    const made = async (path: string, body: object) => (await need(app.post<Id>(path, body))).id;
    await this.until(this.now);
    const member = await need(app.post<Id>('/members', { name: 'Ottla' }));
    await need(app.patch(`/members/${member.id}`, { hours: HOURS, version: member.version }));
    for (const { name, ...flask } of shed.flasks)
      this.flask_ids.push(await made('/flasks', { name, ...flask }));
    for (const block of shed.blocks)
      this.pattern_ids.push(
        await made('/patterns', {
          name: block.name,
          known_by: 'solids',
          solids: [
            { shape: 'box', length_mm: block.length_mm, width_mm: block.width_mm, height_mm: block.height_mm }
          ],
          volume_l: blockLitres(block),
          length_mm: block.length_mm,
          width_mm: block.width_mm,
          height_mm: block.height_mm
        })
      );
    const { binder, cover, place, area_m2 } = shed.nature;
    const oil = binder === 'oil';
    this.heap = await made('/heaps', {
      name: 'Bench sand',
      system: oil ? 'oil' : 'water',
      binder,
      scale_g: 1,
      container: { cover, place, exposed_area_m2: area_m2 }
    });
    const lot = async (kind: string, bought_kg: number) => ({
      ingredient: kind,
      lot_id: await made('/lots', { kind, bought_kg })
    });
    this.stock = {
      sand: await lot('washed-silica', 250),
      binder: await lot(oil ? 'organoclay' : binder, 25),
      oil: oil ? await lot('light-oil', 10) : { ingredient: 'oil' },
      water: { ingredient: 'water' }
    };
    await this.firstMix();
  }

  /** As the mix is worked out, weighed in by a shed's scale from bags whose labels are off. */
  private async firstMix(): Promise<void> {
    const { shed, app, heap } = this;
    const oil = shed.nature.binder === 'oil';
    const { additions } = await need(
      app.post<{ additions: { ingredient: string; kg: number }[] }>(
        '/calc/batch',
        oil
          ? {
              system: 'oil',
              dry_sand_kg: shed.heap_kg * 0.93,
              binder_phs: 5,
              binder_as: 'product',
              oil_phs: 2
            }
          : {
              system: 'water',
              dry_sand_kg: shed.heap_kg * 0.88,
              binder_phs: 9,
              binder_as: 'active',
              moisture_percent: 3.5,
              sand: { moisture_percent: 0.2 },
              binder: { moisture_percent: 9, active_percent: 90 }
            }
      )
    );
    const weighed = additions.filter(({ kg }) => kg > 0);
    for (const { ingredient, kg } of weighed) this.putIn({ [ingredient]: kg });
    await this.spend(60);
    const mixed = await this.sure(`/heaps/${heap}/entries`, {
      kind: 'mixed',
      at: this.at(),
      additions: weighed.map(({ ingredient, kg }) => ({
        ...this.stock[roleOf(ingredient)],
        kg: this.weighed(kg)
      }))
    });
    if (!mixed.ok) throw new Error(`the first mix: ${JSON.stringify(mixed.body)}`);
  }

  /** What goes in, as it truly is. */
  private putIn({ sand = 0, binder = 0, oil = 0, water = 0 }: Partial<Record<Role, number>>): void {
    const { lot, nature } = this.shed;
    const oiled = nature.binder === 'oil';
    const [damp, wet] = [oiled ? 0.001 : 0.002 * lot.moisture, oiled ? 0.01 : 0.09 * lot.moisture];
    const strength = oiled ? 1 : Math.min(1, 0.9 + lot.active);
    this.sand = plus(this.sand, {
      ...noSand(),
      grain: sand * (1 - damp) * 0.993,
      fines: sand * (1 - damp) * 0.007 + binder * (1 - wet) * (1 - strength),
      active: binder * (1 - wet) * strength,
      oil,
      water: sand * damp + binder * wet + water
    });
    this.changed();
  }

  // ---- looking at the sand

  private state = async () => await need(this.app.get<HeapState>(`/heaps/${this.heap}/state`));

  private async squeeze(): Promise<void> {
    const { shed, by } = this;
    await this.spend(5);
    // Oil sand in order holds, breaks crisply and leaves the palm clean.
    const factor = shed.nature.binder === 'oil' ? 1 : trueFactor(this.sand, shed.nature);
    const answers = squeezeOf(shed.hand, factor, this.shared, by);
    await this.test({ kind: 'squeeze', ...answers });
  }

  private async dryAndWeigh(): Promise<void> {
    await this.spend(25);
    const true_share = massOf(this.sand) > 0 ? this.sand.water / massOf(this.sand) : 0;
    const share = Math.max(0.0003, true_share * (1 + this.by.noise(0.04)) + this.by.noise(0.0012));
    const shows = (g: number) => Math.round(g * (1 + this.shed.scale_off) + this.by.noise(0.4));
    const [pan_g, wet_g] = [shows(140), shows(540)];
    await this.test({
      kind: 'moisture',
      method: 'oven',
      pan_g,
      wet_g,
      dry_g: Math.min(wet_g, shows(540 - 400 * share)),
      scale_g: 1
    });
  }

  private async washClay(): Promise<void> {
    await this.spend(30);
    const { active, dead, fines } = this.sand;
    const loss = (active + dead + 0.5 * fines) / dryOf(this.sand) + this.by.noise(0.007);
    await this.test({
      kind: 'clay-wash',
      before_g: 50,
      after_g: Number((50 * (1 - Math.max(0.005, loss))).toFixed(2))
    });
  }

  private async test(body: object): Promise<void> {
    this.tell(JSON.stringify(body));
    const { ok, body: said } = await this.sure<Problem>(`/heaps/${this.heap}/tests`, {
      ...body,
      at: this.at()
    });
    if (!ok) this.harm('out-of-order', `a test was refused: ${said.detail}`);
  }

  // ---- doing what the sand's ticket says

  private async water(kg: number): Promise<void> {
    await this.spend(8);
    this.mixInBurnt();
    this.putIn({ water: kg * (1 + this.by.noise(0.03)) });
    await this.entry({ kind: 'water', kg });
  }

  private async dryOff(kg: number): Promise<void> {
    await this.spend(60);
    this.sand = {
      ...this.sand,
      water: this.sand.water - Math.min(0.9 * this.sand.water, kg * (1 + this.by.noise(0.1)))
    };
    this.changed();
    await this.entry({ kind: 'dried', kg });
  }

  private async entry(body: object): Promise<boolean> {
    this.tell(JSON.stringify(body));
    const { ok, body: said } = await this.sure<Problem>(`/heaps/${this.heap}/entries`, {
      ...body,
      at: this.at()
    });
    if (!ok) this.harm('out-of-order', `an entry was refused: ${said.detail}`);
    return ok;
  }

  private mixInBurnt(): void {
    this.sand = plus(this.sand, this.burnt);
    this.burnt = noSand();
  }

  /** Round by round what the ticket says, as its way goes; ends when it asks for nothing. */
  private async temper(): Promise<void> {
    let [weighed, washed] = [false, false];
    for (let round = 0; round < 12; round++) {
      const { prescription: ticket, seen, latest_look, verdict } = await this.state();
      this.tell(`${verdict}: ${ticket.need}, ${ticket.reason}`);
      if (!seen) {
        await this.squeeze();
        continue;
      }
      if (ticket.clay_first && !washed) {
        await this.washClay();
        washed = true;
        continue;
      }
      if ((ticket.weigh_first || ticket.need === 'test') && !weighed) {
        await this.dryAndWeigh();
        weighed = true;
        continue;
      }
      if (ticket.need === 'test') {
        if (latest_look?.kind === 'squeeze') return;
        await this.squeeze();
        continue;
      }
      if (ticket.need === 'dry-mix-or-drying') {
        await this.dryOff(ticket.water_to_lose_kg);
        await this.squeeze();
        continue;
      }
      if (ticket.need === 'dry-sand') {
        // Dry fine sand, a little at a time.
        await this.spend(15);
        this.mixInBurnt();
        const kg = 0.02 * massOf(this.sand);
        this.putIn({ sand: kg });
        await this.entry({ kind: 'added', ...this.stock.sand, kg: this.weighed(kg) });
        await this.squeeze();
        continue;
      }
      if (ticket.need === 'sort-out') {
        await this.spend(20);
        const black = massOf(this.burnt);
        if (black > 0.02) {
          this.burnt = noSand();
          await this.entry({ kind: 'discarded', kg: this.weighed(black), burnt: true });
        }
        this.changed();
        await this.squeeze();
        continue;
      }
      if (ticket.need === 'oil') {
        await this.spend(15);
        this.mixInBurnt();
        this.putIn({ oil: ticket.oil_kg });
        await this.entry({ kind: 'added', ...this.stock.oil, kg: this.weighed(ticket.oil_kg) });
        await this.squeeze();
        continue;
      }
      if (ticket.binder_kg > 0.005) {
        await this.spend(15);
        this.mixInBurnt();
        this.putIn({ binder: ticket.binder_kg });
        if (!(await this.entry({ kind: 'added', ...this.stock.binder, kg: this.weighed(ticket.binder_kg) })))
          return;
        if (ticket.water_kg > 0.004) await this.water(ticket.water_kg);
        await this.squeeze();
        continue;
      }
      if (ticket.splashes_kg.length === 0) return;
      const { splashes_kg, sure_splashes, water_kg } = ticket;
      const sure_kg = splashes_kg.slice(0, sure_splashes).reduce((sum, kg) => sum + kg, 0);
      if (this.shed.way === 'answers') await this.water(water_kg);
      else if (sure_kg > 0) await this.water(sure_kg);
      else if (latest_look?.kind === 'squeeze') await this.water(splashes_kg[0]!);
      await this.squeeze();
    }
  }

  // ---- a casting day

  /** A whole turn: planned, rammed, poured, shaken out, put right. */
  async castingDay(n: number): Promise<void> {
    const { app, by, shed } = this;
    await this.until(evening(this.now + by.between(3, 8) * 24 * HOUR_MS));
    const wanted_at = dayOff(this.now + by.between(1.6, 4) * 24 * HOUR_MS) + by.between(10, 14) * HOUR_MS;
    const session = await need(
      app.post<Id>('/sessions', {
        name: `Day ${n + 1}`,
        at: new Date(wanted_at).toISOString(),
        zone: ZONE,
        members: [1]
      })
    );
    const plan = await app.post<Id & Problem>('/plans', {
      session_id: session.id,
      heap_id: this.heap,
      metal: shed.metal,
      wanted: shed.blocks.map(({ count }, i) => ({ pattern_id: this.pattern_ids[i], count }))
    });
    if (!plan.ok) {
      this.stops.push(`no plan: ${plan.body.detail}`);
      return;
    }
    this.molds.clear();
    this.lit = null;
    await this.compare('planned', session.id);
    await this.steps(plan.body.id, session.id);
    await this.finish(session.id);
    await this.compare('over', session.id);
  }

  private async steps(plan_id: number, session_id: number): Promise<void> {
    const failed = new Set<string>();
    for (let guard = 0; guard < 60; guard++) {
      const schedule = await need(this.app.get<Schedule>(`/plans/${plan_id}/schedule`));
      const due = schedule.steps.filter(({ done_at, from }) => done_at === null && from !== null);
      const next = due[0];
      if (!next) {
        const left = schedule.steps.filter(({ done_at }) => done_at === null);
        if (left.length > 0) this.stops.push(`no place for ${left.map(({ id }) => id).join(', ')}`);
        return;
      }
      // People come late now and then; who stands at a lit furnace does not.
      const late =
        next.about.do !== 'pour' && this.by.between(0, 1) < 0.2 ? this.by.between(10, 90) * MIN_MS : 0;
      await this.until(Math.max(this.now, Date.parse(next.from!) + late));
      if (!(await this.step(plan_id, session_id, next))) {
        if (failed.has(next.id)) {
          this.stops.push(`${next.id} cannot go on`);
          return;
        }
        failed.add(next.id);
      }
    }
    this.stops.push('the plan never ends');
  }

  /** @returns whether it was done */
  private async step(plan_id: number, session_id: number, step: ScheduledStep): Promise<boolean> {
    const { about } = step;
    this.tell(`step ${step.id}`);
    const tick = async (more: object = {}) => {
      // What was done on its own page may be off the plan already.
      const { steps } = await need(this.app.get<Schedule>(`/plans/${plan_id}/schedule`));
      if (!steps.some(({ id, done_at }) => id === step.id && done_at === null)) return { entered: null };
      const { ok, body } = await this.sure<Problem & { entered: StepAbout | null }>(
        `/plans/${plan_id}/steps`,
        {
          id: step.id,
          done_at: this.at(),
          ...more
        }
      );
      if (!ok) this.harm('out-of-order', `${step.id} cannot be ticked: ${body.detail}`);
      return ok ? body : null;
    };
    switch (about.do) {
      case 'take-in':
        await this.spend(step.minutes);
        return (await tick({ log: true })) !== null;
      case 'indoors':
        await this.spend(step.minutes);
        this.shed.nature.place = 'indoors';
        return (await tick({ log: true })) !== null;
      case 'renew':
        await this.renew(about.short_kg);
        return (await tick()) !== null;
      case 'squeeze':
        await this.squeeze();
        return (await tick()) !== null;
      case 'temper':
        return this.temperByPlan(step, tick);
      case 'metal': {
        await this.spend(step.minutes);
        const shown = (await this.app.figures('/pour')).find(({ id }) => id.endsWith('.charge-kg'));
        if (shown && Math.abs(shown.value / about.charge_kg - 1) > SAME)
          this.harm('disagree', `plan weighs out ${about.charge_kg}, Pour says ${shown.value}`);
        return (await tick()) !== null;
      }
      case 'ram': {
        const done = await this.ram(plan_id, session_id, about.mold);
        return done && (await tick()) !== null;
      }
      case 'heat': {
        if (!somebodyThere(this.now)) this.harm('nobody', `the furnace is lit at ${this.at()}`);
        const { molds } = await this.app.given<PourPage>('/pour');
        const first = molds.find(({ state }) => state === 'closed' || state === 'rammed') ?? molds[0];
        if (!first) {
          this.harm('out-of-order', 'the furnace is lit, and there is no mold');
          return false;
        }
        // The page of the pour says what is not known of the sand: that is seen to before there is fire.
        for (let look = 0; look < 2; look++) {
          const said = (await this.app.words('/pour', 'Go or no-go')) ?? '';
          if (!/too near to be sure|nobody has looked/.test(said)) break;
          await this.squeeze();
          await this.dryAndWeigh();
        }
        const lit_at = this.now;
        await this.spend(step.minutes);
        this.lit = { at: lit_at, ready_at: this.now, set_c: first.pour_c + first.alloy.set_point.carry_c };
        return (await tick()) !== null;
      }
      case 'pour': {
        const done = await this.pourMelt(session_id, about.melt, about.charge_kg, about.molds);
        return done && (await tick()) !== null;
      }
      case 'shake-out': {
        const done = await this.shakeOut(session_id, about.mold);
        return done && (await tick()) !== null;
      }
      case 'recondition':
        await this.recondition(session_id);
        return (await tick()) !== null;
      default:
        await this.spend(step.minutes);
        return (await tick()) !== null;
    }
  }

  private async temperByPlan(
    step: ScheduledStep,
    tick: (more?: object) => Promise<{ entered: StepAbout | null } | null>
  ): Promise<boolean> {
    if (this.shed.way !== 'phone') {
      await this.temper();
      return (await tick()) !== null;
    }
    if (step.about.do !== 'temper') return false;
    if (step.about.as_it_is || !(await this.state()).seen) await this.squeeze();
    await this.spend(step.minutes);
    const noted = await tick({ log: true });
    const went = noted?.entered;
    if (went?.do !== 'temper') return noted !== null;
    this.mixInBurnt();
    this.putIn({
      binder: went.binder_kg * (1 + this.by.noise(0.01)),
      water: went.water_kg * (1 + this.by.noise(0.03))
    });
    return true;
  }

  private async renew(short_kg: number): Promise<void> {
    const { app, heap } = this;
    // The molds want more than it holds.
    const more = short_kg > 0 ? (await this.state()).total_kg + short_kg : 0;
    const { ok, body } = await app.post<{
      feasible: boolean;
      discard_kg: number;
      additions: { ingredient: string; kg: number; lot_id?: number }[];
    }>(`/heaps/${heap}/renewal`, more > 0 ? { total_kg: { min: more, max: 1.2 * more } } : {});
    if (!ok || !body.feasible) {
      this.stops.push('a renewal was told that cannot be worked out');
      return;
    }
    await this.spend(60);
    this.mixInBurnt();
    this.sand = times(this.sand, 1 - body.discard_kg / massOf(this.sand));
    for (const { ingredient, kg } of body.additions) this.putIn({ [roleOf(ingredient)]: kg });
    const { version } = await need(app.get<Id>(`/heaps/${heap}`));
    const done = await this.sure<Problem>(`/heaps/${heap}/renewal/done`, {
      at: this.at(),
      expected_heap_version: version,
      discard_kg: body.discard_kg,
      additions: body.additions.map(({ ingredient, kg, lot_id }) => ({
        ingredient,
        kg: this.weighed(kg),
        ...(lot_id !== undefined && { lot_id })
      }))
    });
    if (!done.ok) this.harm('out-of-order', `the renewal was refused: ${done.body.detail}`);
  }

  // ---- molds

  /** What the mold's page says of its sand must be seen to before it is rammed. */
  private async sandIsRight(mold_id: number): Promise<boolean> {
    for (let round = 0; round < 4; round++) {
      const said = (await this.app.words(`/mold/${mold_id}`, 'The sand for it')) ?? '';
      this.tell(said);
      if (/\bshort\./.test(said)) {
        this.stops.push(`mold ${mold_id}: ${said}`);
        return false;
      }
      const first =
        /Dry it off|its water|give it water|wants clay|Put that right|Squeeze it|dry sand in|Dry and weigh|Dose it first|crumble/i.test(
          said
        );
      if (!first) return true;
      if (/Squeeze it/.test(said)) await this.squeeze();
      else if (/Dry and weigh/.test(said)) await this.dryAndWeigh();
      else await this.temper();
    }
    const said = (await this.app.words(`/mold/${mold_id}`, 'The sand for it')) ?? '';
    if (/Too wet|Too dry|too wet to pour|falls apart|does not hold|Too oily/.test(said)) {
      this.stops.push(`mold ${mold_id}: ${said}`);
      return false;
    }
    return true;
  }

  private async ram(plan_id: number, session_id: number, number: number): Promise<boolean> {
    const { app, by, shed } = this;
    await need(app.post(`/plans/${plan_id}/molds`));
    const { molds } = await need(app.get<{ molds: Id[] }>(`/sessions/${session_id}`));
    const mold_id = molds[number - 1]!.id;
    if (!(await this.sandIsRight(mold_id))) return false;
    const { way, mold, patterns } = await app.given<MoldPage>(`/mold/${mold_id}`);
    const figures = new Map((await app.figures(`/mold/${mold_id}`)).map(({ id, value }) => [id, value]));
    const told = (what: string) => figures.get(`mold:${mold_id}.${what}`);
    const flask = shed.flasks[this.flask_ids.indexOf(mold.flask_id)];
    if (!way || !flask) {
      this.harm('out-of-order', `mold ${mold_id} is to be rammed without a way in`);
      return false;
    }
    const blocks = mold.patterns.flatMap(({ pattern_id, count }) => {
      const block = shed.blocks[this.pattern_ids.indexOf(pattern_id)]!;
      const above_m = patterns.find(({ pattern }) => pattern.id === pattern_id)!.castings[shed.metal]!
        .above_m;
      return Array.from({ length: count }, () => lying(block, above_m * 1000));
    });
    const bodies = cutGating(way, () => 1 + by.noise(0.03));
    const hollow = [...blocks.map(blockVolume), ...bodies.map(({ volume_m3 }) => volume_m3)].reduce(
      (a, b) => a + b,
      0
    );
    const volume = (flask.length_mm * flask.width_mm * (flask.cope_mm + flask.drag_mm)) / 1e9 - hollow;
    const kg = volume * shed.rammed_kg_m3;
    if (kg > massOf(this.sand) + massOf(this.burnt)) {
      this.harm(
        'out-of-order',
        `mold ${mold_id} wants ${kg.toFixed(1)} kg, and there are ${massOf(this.sand).toFixed(1)}`
      );
      return false;
    }
    await this.spend(25 + kg);
    this.mixInBurnt();
    const sand = times(this.sand, kg / massOf(this.sand));
    this.sand = times(this.sand, 1 - kg / massOf(this.sand));
    const drawn = await this.sure<Problem>('/acts', {
      name: 'rammed a mold',
      entries: [
        { heap_id: this.heap, kind: 'drawn', at: this.at(), kg: this.weighed(kg), session_id, mold_id }
      ],
      molds: [{ id: mold_id, state: 'rammed' }]
    });
    if (!drawn.ok) {
      this.harm('out-of-order', `mold ${mold_id} cannot be rammed: ${drawn.body.detail}`);
      return false;
    }
    const closed_kg = kg + flask.cope_kg + flask.drag_kg;
    const said_kg = told('closed-kg');
    if (said_kg !== undefined && closed_kg > 1.12 * said_kg + 0.5)
      this.harm(
        'heavier-than-said',
        `mold ${mold_id} weighs ${closed_kg.toFixed(1)}, ${said_kg.toFixed(1)} were said`
      );
    await this.spend(5);
    await need(
      app.post(`/sessions/${session_id}/steps`, {
        id: `${mold_id}:close`,
        kind: 'close',
        state: 'done',
        at: this.at(),
        mold_id
      })
    );
    // Weights lie on it as it is told.
    const pour_page = await app.given<PourPage>('/pour');
    const wants_kg = pour_page.molds.find(({ id }) => id === mold_id)?.before.wants_kg ?? 0;
    const held_kg = wants_kg > 0 ? wants_kg + this.by.between(0, 0.5) : 0;
    if (held_kg > 0) {
      const now = await need(
        app.get<Id & { gating: object | null }>(`/sessions/${session_id}/molds/${mold_id}`)
      );
      await need(
        app.patch(`/sessions/${session_id}/molds/${mold_id}`, {
          gating: { ...now.gating, held_kg: Number(held_kg.toFixed(2)) },
          version: now.version
        })
      );
    }
    const cope_share = flask.cope_mm / (flask.cope_mm + flask.drag_mm);
    const lift = trueLift(blocks, way, TRUE_METALS[shed.metal]);
    const holds = kg * cope_share + flask.cope_kg + held_kg * 0.97;
    const mold_of: StandingMold = {
      id: mold_id,
      sand,
      blocks,
      told: way,
      bodies,
      held_kg,
      poured_at: null,
      open_at: null,
      metal_kg: 0,
      harmed: lift > holds
    };
    if (lift > holds)
      this.harm('cope-lifted', `mold ${mold_id}: ${lift.toFixed(1)} kg lift, ${holds.toFixed(1)} hold`);
    this.molds.set(number, mold_of);
    return true;
  }

  // ---- metal

  private async pourMelt(
    session_id: number,
    melt: number,
    charge_kg: number,
    numbers: number[]
  ): Promise<boolean> {
    const { app, by, shed } = this;
    const metal = TRUE_METALS[shed.metal];
    if (!somebodyThere(this.now)) this.harm('nobody', `poured at ${this.at()}`);
    if (melt > 1) {
      // Heated again in one go.
      const { molds } = await app.given<PourPage>('/pour');
      const first = molds.find(({ state }) => state === 'closed');
      if (!first) return false;
      await this.spend(30);
      this.lit = { at: this.now, ready_at: this.now, set_c: first.pour_c + first.alloy.set_point.carry_c };
    }
    if (!this.lit) {
      this.harm('out-of-order', `melt ${melt} is poured, and no furnace was lit`);
      return false;
    }
    const waited = (this.now - this.lit.ready_at) / MIN_MS;
    if (waited > 45) this.harm('wait-spoils', `the metal stood at heat for ${waited.toFixed(0)} min`);
    this.melt.true_c = this.lit.set_c + by.noise(10);
    if (this.melt.true_c > metal.spoils_c)
      this.harm('metal-overheated', `the furnace is set to ${this.lit.set_c}`);
    this.crucible_kg = charge_kg * (1 + by.noise(0.004)) * (1 - by.between(metal.dross[0], metal.dross[1]));
    await this.measure(session_id, charge_kg);
    const { molds } = await need(app.get<{ molds: (Id & { state: string })[] }>(`/sessions/${session_id}`));
    const ids = numbers.map((number) => molds[number - 1]!.id);
    for (const each of tickedSteps(ids)) {
      const of = Number(/^(\d+):/.exec(each.id)?.[1] ?? 0);
      await need(
        app.post(`/sessions/${session_id}/steps`, {
          ...each,
          state: 'done',
          at: this.at(),
          ...(of > 0 && { mold_id: of })
        })
      );
    }
    await this.compare('before the pour', session_id);
    for (const number of numbers) {
      const mold = this.molds.get(number);
      if (!mold) {
        this.harm('out-of-order', `mold ${number} is to be poured, and was never rammed`);
        return false;
      }
      if (mold.poured_at === null && !(await this.pourOne(session_id, mold))) return false;
    }
    return true;
  }

  /** Takes the heat of the melt, and writes down what lies in the crucible. */
  private async measure(session_id: number, charged_kg: number | null): Promise<void> {
    const session = await need(this.app.get<Id & { melt: object | null }>(`/sessions/${session_id}`));
    this.melt.told_c = Math.round(this.melt.true_c + this.by.noise(5));
    await need(
      this.app.patch(`/sessions/${session_id}`, {
        melt: {
          ...session.melt,
          ...(charged_kg !== null && { charged_kg: Number(charged_kg.toFixed(3)), charged_at: this.at() }),
          melt_c: this.melt.told_c,
          melt_at: this.at()
        },
        version: session.version
      })
    );
  }

  /** The most that the metal bears, as the pour's page has it. */
  private async mostHot(): Promise<number> {
    const { molds } = await this.app.given<PourPage>('/pour');
    return molds.find(({ state }) => state === 'closed')?.melt.most_c ?? Infinity;
  }

  /** What stands against a pour is seen to, one after the other. @returns whether all of it could be */
  private async seeTo(session_id: number, mold: StandingMold, against: string[]): Promise<boolean> {
    const note = (check: string, of: object) =>
      need(
        this.app.post(`/sessions/${session_id}/steps`, {
          id: `${mold.id}:check:${check}`,
          kind: `check:${check}`,
          at: this.at(),
          ...of
        })
      );
    for (const check of against)
      switch (check) {
        case 'sand-wet':
          // What settles it is done, of the sand of this very heap.
          await this.squeeze();
          await this.dryAndWeigh();
          break;
        case 'mold-age':
          await note(check, {
            state: 'skipped',
            why_skipped: 'lifted the cope, edges are firm',
            mold_id: mold.id
          });
          break;
        case 'melt-hot':
          await this.spend(8);
          this.melt.true_c += this.melt.told_c > (await this.mostHot()) ? -25 : 25;
          await this.measure(session_id, null);
          break;
        case 'skimmed':
          await note(check, { id: 'check:skimmed', state: 'done' });
          break;
        default:
          return false;
      }
    return true;
  }

  private async pourOne(session_id: number, mold: StandingMold): Promise<boolean> {
    const { app, by, shed } = this;
    const metal = TRUE_METALS[shed.metal];
    const input = { mold_id: mold.id, at: this.at(), zone: ZONE, pour_c: this.melt.told_c, seconds: 5 };
    let answer = await app.post<Problem & { heat: { open_s: number | null } }>(
      `/sessions/${session_id}/pours`,
      input
    );
    for (let round = 0; !answer.ok && round < 4; round++) {
      const against = (answer.body.errors ?? []).map(({ path }) => path.replace('checks.', ''));
      if (!(await this.seeTo(session_id, mold, against))) break;
      answer = await app.post(`/sessions/${session_id}/pours`, {
        ...input,
        pour_c: this.melt.told_c,
        at: this.at()
      });
    }
    if (!answer.ok) {
      this.stops.push(`mold ${mold.id} is not poured: ${answer.body.detail}`);
      return false;
    }
    mold.poured_at = this.now;
    const { open_s } = answer.body.heat;
    mold.open_at = open_s === null ? null : this.now + open_s * 1000;
    mold.metal_kg =
      metal.liquid_kg_m3 *
      [...mold.blocks.map(blockVolume), ...mold.bodies.map(({ volume_m3 }) => volume_m3)].reduce(
        (a, b) => a + b,
        0
      );
    const hurt = (is: HarmName, what: string) => {
      mold.harmed = true;
      this.harm(is, `mold ${mold.id}: ${what}`);
    };
    // A little freezes to the crucible.
    if (this.crucible_kg * 0.99 < mold.metal_kg)
      hurt(
        'metal-short',
        `${mold.metal_kg.toFixed(3)} kg wanted, ${this.crucible_kg.toFixed(3)} in the crucible`
      );
    this.crucible_kg = Math.max(0, this.crucible_kg - mold.metal_kg);
    const { true_c } = this.melt;
    // On the way it radiates: hotter metal loses more.
    const stream_c = true_c - by.between(0.3, 1) * 60 * (true_c / 1000) ** 1.5;
    if (stream_c < metal.liquidus_c + 12) hurt('metal-cold', `${stream_c.toFixed(0)} °C in the stream`);
    const factor = trueFactor(mold.sand, shed.nature);
    const wet = mold.sand.water / massOf(mold.sand);
    if (shed.nature.binder === 'oil' ? wet > 0.008 : factor > 1.4 || factor < 0.65)
      hurt('sand-outside', `temper ${factor.toFixed(2)} of its middle, water ${(100 * wet).toFixed(2)} %`);
    await this.spend(2);
    return true;
  }

  // ---- after the pour

  private async shakeOut(session_id: number, number: number): Promise<boolean> {
    const { app, by, shed } = this;
    const mold = this.molds.get(number);
    if (!mold || mold.poured_at === null) {
      this.harm('out-of-order', `mold ${number} is to be shaken out, and was never poured`);
      return false;
    }
    // The plan has its time; the page of the pour has one, too.
    if (shed.way !== 'phone' && mold.open_at !== null) await this.until(Math.max(this.now, mold.open_at));
    const last = lastToFreeze([...mold.blocks.map(blockBody), ...mold.bodies], TRUE_METALS[shed.metal]);
    const shut_s = (this.now - mold.poured_at) / 1000;
    if (shut_s < last.seconds * shed.freezes) {
      mold.harmed = true;
      this.harm(
        'opened-liquid',
        `mold ${mold.id} after ${shut_s.toFixed(0)} s, its ${last.what} wants ${(last.seconds * shed.freezes).toFixed(0)}`
      );
    }
    await this.spend(10);
    const poured = pourOn(mold.sand, {
      burnt_kg: mold.metal_kg * shed.burnt_kg_per_kg * Math.exp(by.noise(0.3)),
      steam_kg: mold.metal_kg * shed.steam_kg_per_kg
    });
    const kept = 1 - by.between(0.003, 0.02);
    const [sand, burnt] = [times(poured.sand, kept), times(poured.burnt, kept)];
    const sorted = times(burnt, by.between(0.4, 1));
    const page = await need(
      app.get<{ molds: { id: number; patterns: { pattern_id: number; count: number }[] }[] }>(
        `/sessions/${session_id}`
      )
    );
    const made = page.molds.find(({ id }) => id === mold.id)!;
    for (const { pattern_id, count } of made.patterns)
      for (let i = 0; i < count; i++) {
        const sound = !mold.harmed && by.between(0, 1) > 0.03;
        this.castings.poured += 1;
        if (sound) this.castings.sound += 1;
        await need(
          app.post('/castings', {
            mold_id: mold.id,
            pattern_id,
            result: sound ? 'good' : 'scrap',
            ...(!sound && { defects: [{ defect: 'cold-shut' }] })
          })
        );
      }
    const common = { heap_id: this.heap, at: this.at(), session_id };
    const back = await this.sure<Problem>('/acts', {
      name: 'shook a mold out',
      entries: [
        {
          ...common,
          kind: 'returned',
          mold_id: mold.id,
          kg: this.weighed(massOf(sand) + massOf(burnt)),
          rest_lost: true
        },
        ...(massOf(sorted) > 0.01
          ? [{ ...common, kind: 'discarded', kg: this.weighed(massOf(sorted)), burnt: true }]
          : [])
      ],
      molds: [{ id: mold.id, state: 'shaken-out' }]
    });
    if (!back.ok) {
      this.harm('out-of-order', `mold ${mold.id} cannot be shaken out: ${back.body.detail}`);
      return false;
    }
    this.sand = plus(this.sand, sand);
    this.burnt = plus(this.burnt, times(burnt, massOf(burnt) > 0 ? 1 - massOf(sorted) / massOf(burnt) : 0));
    this.changed();
    return true;
  }

  /** The sand is put right as its page says, what goes in and out in the order of the bench. */
  private async recondition(session_id: number): Promise<void> {
    const { needs } = await this.app.given<SandPage>(`/heaps/${this.heap}/recondition`);
    const write = async (body: object) => {
      const { ok, body: said } = await this.sure<Problem>('/acts', {
        name: 'put the sand right',
        entries: [{ heap_id: this.heap, at: this.at(), session_id, ...body }]
      });
      if (!ok) this.harm('out-of-order', `putting right was refused: ${said.detail}`);
    };
    if (needs.discard_kg > 0.005) {
      await this.spend(5);
      // What is black is found, and of the rest whatever is taken.
      const black = Math.min(massOf(this.burnt), needs.discard_kg);
      this.burnt = times(this.burnt, massOf(this.burnt) > 0 ? 1 - black / massOf(this.burnt) : 0);
      const rest = Math.max(0, needs.discard_kg - black);
      this.sand = times(this.sand, 1 - rest / massOf(this.sand));
      await write({ kind: 'discarded', kg: this.weighed(needs.discard_kg), burnt: true });
    }
    this.mixInBurnt();
    for (const { ingredient, kg, lot_id } of needs.additions) {
      await this.spend(3);
      this.putIn({ [roleOf(ingredient)]: kg });
      await write({
        kind: 'added',
        ingredient,
        kg: this.weighed(kg),
        ...(lot_id !== undefined && { lot_id })
      });
    }
    if (needs.oil_kg > 0.002) {
      this.putIn({ oil: needs.oil_kg });
      await write({ kind: 'added', ...this.stock.oil, kg: this.weighed(needs.oil_kg) });
    }
    if (needs.water_kg > 0.004 && this.shed.nature.binder !== 'oil') {
      await this.spend(10);
      this.putIn({ water: needs.water_kg * (1 + this.by.noise(0.03)) });
      await write({ kind: 'water', kg: needs.water_kg });
    }
    await this.spend(20);
    await this.squeeze();
  }

  private async finish(session_id: number): Promise<void> {
    const session = await need(
      this.app.get<Id & { molds: (Id & { state: string })[] }>(`/sessions/${session_id}`)
    );
    // A mold that is not poured gives its sand back.
    for (const [number, mold] of this.molds) {
      if (mold.poured_at !== null) continue;
      this.sand = plus(this.sand, mold.sand);
      await this.sure('/acts', {
        name: 'gave the sand back',
        entries: [
          {
            heap_id: this.heap,
            kind: 'returned',
            at: this.at(),
            session_id,
            mold_id: mold.id,
            kg: this.weighed(massOf(mold.sand)),
            rest_lost: true
          }
        ],
        molds: [{ id: mold.id, state: 'broken', broken_because: 'not poured' }]
      });
      this.molds.delete(number);
    }
    const { version } = await need(this.app.get<Id>(`/sessions/${session_id}`));
    const over = await this.app.patch<Problem>(`/sessions/${session_id}`, { stage: 'done', version });
    if (!over.ok)
      this.harm(
        'out-of-order',
        `the day cannot be ended: ${over.body.detail} (${session.molds.map(({ state }) => state).join(', ')})`
      );
  }

  /** Whatever stands on several pages must be the same on all of them, and in the answers. */
  private async compare(when: string, session_id: number): Promise<void> {
    const pages = [
      '/',
      `/heaps/${this.heap}`,
      '/plan',
      '/pour',
      ...[...this.molds.values()].map(({ id }) => `/mold/${id}`)
    ];
    const told = await need(this.app.get<Record<string, number>>('/figures'));
    for (const page of pages)
      for (const { id, value } of await this.app.figures(page)) {
        const there = told[id];
        if (there === undefined) continue;
        if (Math.abs(value - there) > SAME * Math.max(Math.abs(value), Math.abs(there), 0.01))
          this.harm(
            'disagree',
            `${when}, day ${session_id}: ${id} is ${value} on ${page}, ${there} in the answers`
          );
      }
  }
}

const roleOf = (ingredient: string): Role =>
  ingredient === 'water'
    ? 'water'
    : /oil/.test(ingredient)
      ? 'oil'
      : /sand|silica|olivine/.test(ingredient)
        ? 'sand'
        : 'binder';

/** The next evening at half past six. */
const evening = (ms: number): number => Math.ceil(ms / (24 * HOUR_MS)) * 24 * HOUR_MS + 18.5 * HOUR_MS;

/** Midnight before the next Saturday or Sunday. */
function dayOff(ms: number): number {
  let day = Math.floor(ms / (24 * HOUR_MS)) * 24 * HOUR_MS;
  while (![0, 6].includes(new Date(day).getUTCDay())) day += 24 * HOUR_MS;
  return day;
}

/** An answer that nobody may refuse here. @throws with what was said */
async function need<T>(of: Promise<Answer<T>>): Promise<T> {
  const { ok, status, body } = await of;
  if (!ok) throw new Error(`${status}: ${JSON.stringify(body)}`);
  return body;
}
