import { nowMs } from '$core/time/now';

/**
 * The time, for what moves by itself while it is on the page.
 *
 * To be made where a component is: its clock stands still once the component is gone.
 */
export class Ticking {
  /** ms since 1970 */
  now = $state(nowMs());

  /** @param every_ms how often it is read anew */
  constructor(every_ms: number) {
    $effect(() => {
      const tick = setInterval(() => (this.now = nowMs()), every_ms);
      return () => clearInterval(tick);
    });
  }
}
