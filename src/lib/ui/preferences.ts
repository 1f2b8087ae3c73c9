import { readAnew } from '$lib/ui/read-anew';
import { page } from '$app/state';
import type { UnitSystem } from '$core/quantity/unit';
import { DEFAULT_LOCALE } from '$lib/schema/locale';
import type { Preferences } from '$lib/schema/preferences';

/** The units that the reader wants; reactive where it is read. */
export const units = (): UnitSystem => page.data.preferences.units;

/** What the page was given; nothing where none is drawn: a load reads as nobody in particular. */
function given(): Partial<typeof page.data> {
  try {
    return page.data;
  } catch {
    return {};
  }
}

/** How the reader's device writes dates and money. */
export const locale = (): string => given().locale ?? DEFAULT_LOCALE;

/** How days and hours are written: as the reader chose, else as their device has it; in English words. */
export function datesAs(): string {
  const way = given().preferences?.dates;
  if (way === 'month-first') return 'en-US';
  return way || !locale().startsWith('en') ? DEFAULT_LOCALE : locale();
}

const A_YEAR_S = 31_536_000;

/** What was chosen while the pages have not heard of it yet: a second choice at once goes on from there. */
let chosen: Preferences | null = null;

/** Keeps a preference in the cookie and shows everything anew in it. */
export async function prefer(
  change: Partial<Preferences> | ((now: Preferences) => Partial<Preferences>)
): Promise<void> {
  const now = chosen ?? page.data.preferences;
  const next: Preferences = { ...now, ...(typeof change === 'function' ? change(now) : change) };
  chosen = next;
  document.cookie = `preferences=${encodeURIComponent(JSON.stringify(next))}; path=/; max-age=${A_YEAR_S}; samesite=lax`;
  document.documentElement.dataset.mode = next.mode;
  try {
    await readAnew();
  } finally {
    if (chosen === next) chosen = null;
  }
}

/** Keeps who works at this device; null: nobody is named. */
export async function workingHere(member: number | null): Promise<void> {
  document.cookie = `member=${member ?? ''}; path=/; max-age=${member === null ? 0 : A_YEAR_S}; samesite=lax`;
  await readAnew();
}
