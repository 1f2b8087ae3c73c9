import { massOf, trueFactor } from '../bench/rough/true-heap';
import { tickedSteps } from '../src/core/session/pour-day';
import type { Problem } from './app';
import type { HarmName } from './harm';
import { MoldWork, type PourPage, type StandingMold } from './mold-work';
import { somebodyThere } from './shed';
import { blockVolume, TRUE_METALS } from './true-metal';
import { MIN_MS, need, ZONE, type Id } from './workshop';

/** The work at the fire: charged, heated, measured, checked and poured. */
export abstract class MetalWork extends MoldWork {
  protected lit: { ready_at: number; set_c: number } | null = null;
  private crucible_kg = 0;
  private melt = { true_c: 0, told_c: 0 };

  /** Whatever stands on several pages must be the same on all of them, and in the answers. */
  protected abstract compare(when: string, session_id: number): Promise<void>;

  protected async pourMelt(
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
      this.lit = { ready_at: this.now, set_c: first.pour_c + first.alloy.set_point.carry_c };
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
  protected async measure(session_id: number, charged_kg: number | null): Promise<void> {
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
  protected async mostHot(): Promise<number> {
    const { molds } = await this.app.given<PourPage>('/pour');
    return molds.find(({ state }) => state === 'closed')?.melt.most_c ?? Infinity;
  }

  /** What stands against a pour is seen to, one after the other. @returns whether all of it could be */
  protected async seeTo(session_id: number, mold: StandingMold, against: string[]): Promise<boolean> {
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

  protected async pourOne(session_id: number, mold: StandingMold): Promise<boolean> {
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
}
