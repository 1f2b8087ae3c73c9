import { nowIso, nowMs } from '$core/time/now';
import { onMount, untrack } from 'svelte';
import { deviceStorage } from './storage';

interface Kept {
  saved_at: string;
  /** What it was filled in for: a draft for another state of things is let go. */
  stamp: string;
  value: unknown;
}

/** A draft that nobody came back to for so long is let go, days. */
const KEPT_DAYS = 30;

/**
 * What is typed in a form, kept on the device from the first letter until it is taken or thrown away: over a reload, a way
 * back, sleep, and a server that is gone.
 */
export class KeptDraft<T> {
  /** When what stands there was typed, if it was before this page; null: it was not. */
  restored = $state<string | null>(null);
  private readonly storage = deviceStorage();
  private readonly fresh: string;
  private awake = $state(false);
  private handedOver = $state<string | null>(null);
  private finished = false;

  /**
   * Call it while a component is set up.
   *
   * @param name of the form and of what it is about
   * @param read what is typed now
   * @param write puts it back
   * @param stamp what it is filled in for (a version, say)
   */
  constructor(
    private readonly name: string,
    private readonly read: () => T,
    private readonly write: (value: T) => void,
    private readonly stamp = ''
  ) {
    this.fresh = untrack(() => JSON.stringify(read()));
    // Not before the page is awake: what the server drew must be met first.
    onMount(() => {
      this.restore();
      this.awake = true;
    });
    $effect(() => {
      const now = JSON.stringify(read());
      if (this.awake) untrack(() => this.keep(now));
    });
  }

  private restore(): void {
    const kept = this.storage.get(`draft:${this.name}`) as Kept | null;
    if (!kept) return;
    const old = nowMs() - Date.parse(kept.saved_at) > KEPT_DAYS * 86_400_000;
    if (old || kept.stamp !== this.stamp) return this.storage.remove(`draft:${this.name}`);
    try {
      this.write(kept.value as T);
      this.restored = kept.saved_at;
    } catch {
      // Of another version of this form.
      this.throwAway();
    }
  }

  private keep(now: string): void {
    if (this.finished) return;
    // What was handed over is not kept twice; once it is changed again it is a draft again.
    if (now === this.fresh || now === this.handedOver) return this.storage.remove(`draft:${this.name}`);
    const kept: Kept = { saved_at: nowIso(), stamp: this.stamp, value: JSON.parse(now) };
    this.storage.set(`draft:${this.name}`, kept);
  }

  /** Taken, or on its way in the outbox: it needs no keeping here. */
  handOver(): void {
    this.handedOver = JSON.stringify(this.read());
    this.storage.remove(`draft:${this.name}`);
  }

  /** All of it is taken: nothing of it is kept any more, whatever still stands in the form. */
  finish(): void {
    this.finished = true;
    this.storage.remove(`draft:${this.name}`);
  }

  /** It came back refused: what stands there is a draft again. */
  takeBack(): void {
    this.handedOver = null;
    this.keep(JSON.stringify(this.read()));
  }

  /** The form as it was before anything was typed. */
  throwAway(): void {
    this.restored = null;
    this.write(JSON.parse(this.fresh) as T);
    this.storage.remove(`draft:${this.name}`);
  }
}
