import { invalidateAll } from '$app/navigation';
import { page } from '$app/state';
import type { UnitSystem } from '$core/quantity/unit';
import { DEFAULT_LOCALE } from '$lib/schema/locale';
import type { Preferences } from '$lib/schema/preferences';

/** The units that the reader wants; reactive where it is read. */
export const units = (): UnitSystem => page.data.preferences.units;

/** How the reader writes dates and money; where no page is drawn (a load), as nobody in particular. */
export function locale(): string {
  try {
    return page.data.locale ?? DEFAULT_LOCALE;
  } catch {
    return DEFAULT_LOCALE;
  }
}

const A_YEAR_S = 31_536_000;

/** Keeps a preference in the cookie and shows everything anew in it. */
export async function prefer(change: Partial<Preferences>): Promise<void> {
  const next: Preferences = { ...page.data.preferences, ...change };
  document.cookie = `preferences=${encodeURIComponent(JSON.stringify(next))}; path=/; max-age=${A_YEAR_S}; samesite=lax`;
  document.documentElement.dataset.mode = next.mode;
  await invalidateAll();
}

/** Keeps who works at this device; null: nobody is named. */
export async function workingHere(member: number | null): Promise<void> {
  document.cookie = `member=${member ?? ''}; path=/; max-age=${member === null ? 0 : A_YEAR_S}; samesite=lax`;
  await invalidateAll();
}
