import * as Comlink from 'comlink';
import { moldAfterPour, type HotMold, type MoldAfterPour } from '$core/heat/mold-after-pour';

const hearth = {
  /** The heat of a mold, run by run; what is told meanwhile is how much of it is done, 0 to 1. */
  run: (mold: HotMold, told: (share: number) => void): MoldAfterPour =>
    moldAfterPour(mold, ({ done }) => told(done))
};

export type Hearth = typeof hearth;

Comlink.expose(hearth);
