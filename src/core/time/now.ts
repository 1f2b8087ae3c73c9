/** How far this program's clock is set off the machine's, ms. */
let ahead_ms = 0;

/** What time it is, ms since 1970. Everything that asks for the time asks here, so that a test can set it. */
export const nowMs = (): number => Date.now() + ahead_ms;

/** What time it is, as records write it. */
export const nowIso = (): string => new Date(nowMs()).toISOString();

/** Sets the clock; it goes on from there. @param at ISO 8601 */
export function setNow(at: string): void {
  const ms = Date.parse(at);
  if (Number.isNaN(ms)) throw new RangeError(`${at} is no time`);
  ahead_ms = ms - Date.now();
}

/** How far it is set off, so that a page can go by the clock of its server. */
export const clockAhead = (): number => ahead_ms;

/** Goes by another's clock. @param ms as its `clockAhead` says */
export const goBy = (ms: number): void => void (ahead_ms = ms);
