import { createToaster } from '@skeletonlabs/skeleton-svelte';

/** So many are read at a glance. */
const MOST_NOTES = 3;
/**
 * On the phone what one is about to press lies below, at the desk on the right: a note comes where neither is.
 */
const desk = typeof matchMedia === 'undefined' || matchMedia('(min-width: 62rem)').matches;
export const toaster = createToaster({
  placement: desk ? 'bottom-start' : 'top',
  max: MOST_NOTES,
  duration: 12_000
});

/** What was done last is told at once: where there is no more room the oldest note goes, one of trouble last of all. */
export function makeRoom(): void {
  const shown = toaster.getVisibleToasts();
  if (shown.length < MOST_NOTES) return;
  const oldest = shown.findLast(({ type }) => type !== 'error') ?? shown.at(-1);
  if (oldest?.id) toaster.remove(oldest.id);
}
