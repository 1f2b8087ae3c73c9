import { proxy, wrap } from 'comlink';
import type { HotMold, MoldAfterPour } from '$core/heat/mold-after-pour';
import type { FreezeAnswer } from '$lib/schema/freeze';
import { ApiProblem, api } from '$lib/ui/api-client';
import { LongWork } from '$lib/ui/work/long-work.svelte';
import type { Hearth } from '$lib/workers/heat-worker';
import { heatWorker } from './heat-worker-thread';

export type OpeningOf = Pick<
  MoldAfterPour,
  | 'solid_s'
  | 'last'
  | 'likely_s'
  | 'open_s'
  | 'by_hand_s'
  | 'people_s'
  | 'spent_kg'
  | 'steam_kg'
  | 'condensed_kg'
>;

/**
 * The heat of a mold as it would be poured: worked out by the server as the pour itself will be, so that both tell the same;
 * while the server is out of reach, roughly by this device.
 */
export class HeatRun {
  /** 0 to 1 while it runs; null while nothing does. */
  done = $state<number | null>(null);
  after = $state.raw<OpeningOf | null>(null);
  /** It was worked out by this device, each body by itself. */
  roughly = $state(false);
  trouble = $state<string | null>(null);
  private worker: Worker | null = null;
  private work: LongWork | null = null;

  /** Runs it anew; what ran before is called off. */
  async run(mold_id: number, mold: HotMold): Promise<void> {
    this.cancel();
    const work = (this.work = new LongWork());
    [this.done, this.trouble] = [0, null];
    try {
      const found = await work.follow((how) =>
        api<FreezeAnswer>('POST', '/calc/freeze', { mold_id, pour_c: mold.pour_c }, how)
      );
      if (this.work !== work) return;
      const { all_solid_s: solid_s, burnt_kg: spent_kg } = found;
      this.after = { ...found, solid_s, spent_kg };
      this.roughly = false;
      this.done = null;
    } catch (thrown) {
      if (this.work !== work) return;
      if (thrown instanceof ApiProblem && thrown.status === 0) return this.here(mold);
      this.trouble = (thrown as Error).message;
      this.done = null;
    }
  }

  private async here(mold: HotMold): Promise<void> {
    const worker = (this.worker = heatWorker());
    try {
      const after = await wrap<Hearth>(worker).run(
        mold,
        proxy((share: number) => {
          if (this.worker === worker) this.done = share;
        })
      );
      if (this.worker === worker) [this.after, this.roughly] = [after, true];
    } catch (thrown) {
      if (this.worker === worker) this.trouble = (thrown as Error).message;
    } finally {
      if (this.worker === worker) this.cancel();
    }
  }

  cancel(): void {
    this.work?.stop();
    this.work = null;
    this.worker?.terminate();
    this.worker = null;
    this.done = null;
  }
}
