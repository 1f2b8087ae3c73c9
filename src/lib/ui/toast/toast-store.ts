import { createToaster } from '@skeletonlabs/skeleton-svelte';

/** So many are read at a glance. */
export const MOST_NOTES = 3;
/**
 * On the phone what one is about to press lies below, at the desk on the right: a note comes where neither is.
 */
const desk = typeof matchMedia === 'undefined' || matchMedia('(min-width: 62rem)').matches;
export const toaster = createToaster({
  placement: desk ? 'bottom-start' : 'top',
  max: MOST_NOTES,
  duration: 12_000
});
