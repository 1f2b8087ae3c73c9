import type { Progress } from '$lib/schema/progress';
import { v4 as uuid } from 'uuid';
import { api, type HowSent } from '../api-client';

/** Sooner nobody wonders what it is at; then it is asked so often, ms. */
const ASKED_EVERY_MS = 400;
/** Nobody waits longer, though they see it going on: then it counts as not reached, ms. */
const PATIENCE_MS = 300_000;

/** Work of the server that one waits for: how far it is, and how to call it off. */
export class LongWork {
  /** null where nothing is waited for, or not for long yet. */
  progress = $state.raw<Progress | null>(null);
  private caller: AbortController | null = null;

  /**
   * Sends something that takes long.
   *
   * @param send is handed what has to go along with it
   * @throws what `send` throws, and ApiProblem where it was called off
   */
  async follow<T>(send: (how: HowSent) => Promise<T>): Promise<T> {
    const name = uuid();
    const caller = (this.caller = new AbortController());
    const patience = setTimeout(
      () => caller.abort(new DOMException('too long', 'TimeoutError')),
      PATIENCE_MS
    );
    let over = false;
    const ask = async () => {
      const now = await api<Progress | { doing: null }>('GET', `/works/${name}`).catch(() => null);
      if (over) return;
      this.progress = now?.doing == null ? null : now;
      later();
    };
    const later = () => setTimeout(() => over || void ask(), ASKED_EVERY_MS);
    later();
    try {
      return await send({ signal: caller.signal, work: name });
    } finally {
      over = true;
      clearTimeout(patience);
      this.progress = null;
      this.caller = null;
    }
  }

  /** Calls it off. */
  stop(): void {
    this.caller?.abort();
  }
}
