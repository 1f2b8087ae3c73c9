import { browser } from '$app/environment';
import { deviceStorage } from '../draft/storage';

const NAME = 'single-keys';

/** Whether single keys act on this device: who dictates, or brushes against keys, turns them off. */
class SingleKeys {
  on = $state(browser ? deviceStorage().get(NAME) !== false : true);

  set(on: boolean): void {
    this.on = on;
    deviceStorage().set(NAME, on);
  }
}

export const singleKeys = new SingleKeys();
