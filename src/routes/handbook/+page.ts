import type { PageLoad } from './$types';

// What searches comes only where something is looked up.
export const load: PageLoad = async ({ data }) => ({
  ...data,
  hits: data.words === '' ? [] : (await import('$lib/ui/handbook/search')).found(data.words)
});
