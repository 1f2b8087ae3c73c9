import { browser } from '$app/environment';

/** A person of the shed, as pages know them. */
export interface Member {
  id: number;
  name: string;
}

const KEY = 'brunkel-hand';

/** Whose hand squeezed last on this device, if they are still there; empty for nobody. */
export function rememberedHand(members: readonly Member[]): string {
  const last = browser ? (localStorage.getItem(KEY) ?? '') : '';
  return members.some(({ id }) => String(id) === last) ? last : '';
}

export function rememberHand(hand: string | null): void {
  if (browser) localStorage.setItem(KEY, hand ?? '');
}
