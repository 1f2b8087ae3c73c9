/** After a wrong passphrase the next one of the same caller waits, twice as long each time. */
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

/** Callers that are told apart; of more the one that guessed longest ago is let go. */
const MOST_CALLERS = 1000;

/** The guesses of each caller: nobody's wrong ones hold up somebody else. */
export class GuessesByCaller {
  private readonly callers = new Map<string, Guesses>();

  of(caller: string): Guesses {
    const guesses = this.callers.get(caller) ?? new Guesses();
    // The latest stands last.
    this.callers.delete(caller);
    this.callers.set(caller, guesses);
    if (this.callers.size > MOST_CALLERS) this.callers.delete(this.callers.keys().next().value!);
    return guesses;
  }
}

/** Where a caller comes from: of the long addresses the half that names a network, the rest they choose by themselves. */
export function networkOf(address: string): string {
  const plain = address.replace(/^::ffff:(?=\d+\.)/i, '');
  if (!plain.includes(':')) return plain;
  const [head = '', tail] = plain.split('::');
  const groups = head.split(':').filter(Boolean);
  const rest = tail === undefined ? [] : tail.split(':').filter(Boolean);
  const whole = [
    ...groups,
    ...Array<string>(Math.max(0, 8 - groups.length - rest.length)).fill('0'),
    ...rest
  ];
  return whole.slice(0, 4).join(':');
}
