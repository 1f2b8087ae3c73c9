/** What `npm test` runs: fewer tries, on a machine that may have much else to do. */
export const SHORT = process.argv.includes('--short');

/** On a busy machine an answer may take so many times as long; what takes longer hangs. */
const BUSY = 10;

/**
 * Whether an answer came too late. `npm run faults`, by itself on a quiet machine, holds it to its time; in the short
 * form only a hang counts, and what was slow is printed.
 */
export function late(what: string, ms: number, most_ms: number, short = SHORT): boolean {
  if (ms <= most_ms) return false;
  if (short && ms <= BUSY * most_ms) {
    console.log(`slow: ${what}: ${Math.round(ms)} ms of ${most_ms}`);
    return false;
  }
  return true;
}
