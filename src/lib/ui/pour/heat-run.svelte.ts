import { proxy, wrap } from 'comlink';
import type { HotMold, MoldAfterPour } from '$core/heat/mold-after-pour';
import type { Hearth } from '$lib/workers/heat-worker';
import { heatWorker } from './heat-worker-thread';

/** The heat of a mold, worked out beside the page: how far it has come, what came of it, and how to call it off. */
export class HeatRun {
  /** 0 to 1 while it runs; null while nothing does. */
  done = $state<number | null>(null);
  after = $state.raw<MoldAfterPour | null>(null);
  trouble = $state<string | null>(null);
  private worker: Worker | null = null;

  /** Runs it anew; what ran before is called off. */
  async run(mold: HotMold): Promise<void> {
    this.cancel();
    const worker = heatWorker();
    this.worker = worker;
    [this.done, this.trouble] = [0, null];
    try {
      const after = await wrap<Hearth>(worker).run(
        mold,
        proxy((share: number) => {
          if (this.worker === worker) this.done = share;
        })
      );
      if (this.worker === worker) this.after = after;
    } catch (thrown) {
      if (this.worker === worker) this.trouble = (thrown as Error).message;
    } finally {
      if (this.worker === worker) this.cancel();
    }
  }

  cancel(): void {
    this.worker?.terminate();
    this.worker = null;
    this.done = null;
  }
}
