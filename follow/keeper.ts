import { massOf, plus } from '../bench/rough/true-heap';
import type { StepAbout } from '../src/core/plan/steps/kinds';
import type { ScheduledStep } from '../src/lib/schema/plan';
import type { Schedule } from '../src/lib/server/plan/schedule';
import type { Problem } from './app';
import { MetalWork } from './metal-work';
import type { PourPage } from './mold-work';
import { blockLitres, HOURS, somebodyThere } from './shed';
import { HOUR_MS, MIN_MS, need, ZONE, type Id } from './workshop';

/** Off by less, two pages say the same: sand dries while one turns a page. */
const SAME = 2e-3;

/** Somebody who knows only what the pages and answers say, and does exactly that, in a shed where other things are so. */
export class Keeper extends MetalWork {
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

  /** A whole turn: planned, rammed, poured, shaken out, put right. */
  async castingDay(n: number): Promise<void> {
    const { app, by, shed } = this;
    this.castings.wanted += shed.blocks.reduce((sum, { count }) => sum + count, 0);
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

  protected async steps(plan_id: number, session_id: number): Promise<void> {
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
  protected async step(plan_id: number, session_id: number, step: ScheduledStep): Promise<boolean> {
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
      case 'temper-again':
        await this.temper();
        return (await tick()) !== null;
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
        await this.spend(step.minutes);
        this.lit = { ready_at: this.now, set_c: first.pour_c + first.alloy.set_point.carry_c };
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

  protected async temperByPlan(
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

  protected async finish(session_id: number): Promise<void> {
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
  protected async compare(when: string, session_id: number): Promise<void> {
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

/** The next evening at half past six. */
const evening = (ms: number): number => Math.ceil(ms / (24 * HOUR_MS)) * 24 * HOUR_MS + 18.5 * HOUR_MS;

/** Midnight before the next Saturday or Sunday. */
function dayOff(ms: number): number {
  let day = Math.floor(ms / (24 * HOUR_MS)) * 24 * HOUR_MS;
  while (![0, 6].includes(new Date(day).getUTCDay())) day += 24 * HOUR_MS;
  return day;
}
