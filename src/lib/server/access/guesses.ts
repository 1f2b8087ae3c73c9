/** After a wrong passphrase the next one waits, twice as long each time, whoever guesses. */
const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 30_000;
/** So long after the last wrong one all is forgotten. */
const FORGOTTEN_MS = 15 * 60_000;

export class Guesses {
  private wrong = 0;
  private last = -Infinity;

  /** How long the next guess has to wait, ms; 0: it may come. */
  wait(now: number): number {
    if (now - this.last > FORGOTTEN_MS) this.wrong = 0;
    if (this.wrong === 0) return 0;
    const pause = Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** (this.wrong - 1));
    return Math.max(0, this.last + pause - now);
  }

  /** A guess counts as wrong from its start: many at once do not slip through side by side. */
  begin(now: number): void {
    this.wrong += 1;
    this.last = now;
  }

  right(): void {
    this.wrong = 0;
  }
}
