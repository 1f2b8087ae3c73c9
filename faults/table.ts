/** What a fault came to. */
export interface Found {
  what: string;
  /** How often it was tried. */
  tried: number;
  /** What went wrong, of those. */
  wrong: string[];
  /** It could not be tried here, and why. */
  skipped?: string;
}

/** @returns whether all held */
export function print(found: readonly Found[]): boolean {
  for (const { what, tried, wrong, skipped } of found) {
    const held = skipped ? `skipped: ${skipped}` : wrong.length === 0 ? 'held' : `FAILED (${wrong.length})`;
    console.log(`${what.padEnd(58)} ${String(tried).padStart(6)}  ${held}`);
    for (const each of wrong.slice(0, 5)) console.log(`    ${each}`);
  }
  return found.every(({ wrong }) => wrong.length === 0);
}
