import { massOf, plus, pour as pourOn, times, type TrueSand } from '../bench/rough/true-heap';
import type { Problem } from './app';
import { SandWork } from './sand-work';
import { lying } from './shed';
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
import { need, type Id } from './workshop';

interface MoldPage {
  way: ToldGating | null;
  mold: Id & { flask_id: number; state: string; patterns: { pattern_id: number; count: number }[] };
  patterns: { pattern: { id: number }; castings: Record<string, { above_m: number }> }[];
}
export interface PourPage {
  molds: {
    id: number;
    state: string;
    pour_c: number;
    before: { wants_kg: number };
    melt: { most_c: number };
    alloy: { set_point: { carry_c: number } };
  }[];
}
/** A mold as it stands in the shed. */
export interface StandingMold {
  id: number;
  sand: TrueSand;
  blocks: Block[];
  bodies: MetalBody[];
  poured_at: number | null;
  /** When it was said to be ready to open, ms; null where nobody said. */
  open_at: number | null;
  metal_kg: number;
  harmed: boolean;
}

/** The work at the molds: rammed, closed, held down, opened and shaken out. */
export abstract class MoldWork extends SandWork {
  protected pattern_ids: number[] = [];
  protected flask_ids: number[] = [];
  protected molds = new Map<number, StandingMold>();

  /** What the mold's page says of its sand must be seen to before it is rammed. */
  protected async sandIsRight(mold_id: number): Promise<boolean> {
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

  protected async ram(plan_id: number, session_id: number, number: number): Promise<boolean> {
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
      bodies,
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

  protected async shakeOut(session_id: number, number: number): Promise<boolean> {
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
        // A few fail for reasons that are nobody's advice.
        const good = !mold.harmed && by.between(0, 1) > 0.03;
        if (!mold.harmed) this.castings.sound += 1;
        await need(
          app.post('/castings', {
            mold_id: mold.id,
            pattern_id,
            result: good ? 'good' : 'scrap',
            ...(!good && { defects: [{ defect: 'cold-shut' }] })
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
}
