import { invalidateAll } from '$app/navigation';
import { navigating } from '$app/state';

/**
 * Reads the page anew. Whoever is on their way to another page gets there first: reading this one meanwhile would call them
 * back, and what they asked for would be lost.
 */
export async function readAnew(): Promise<void> {
  if (navigating.complete) await navigating.complete.catch(() => undefined);
  await invalidateAll();
}
