import type { PageLoad } from './$types';

/** Less, kg, nobody scrapes off. */
const LEAST_BURNT_KG = 0.005;

/** What is only there while burnt sand lies by the heap comes with the page then, and not with every other. */
export const load: PageLoad = async ({ parent, data }) => {
  const { state } = await parent();
  // Of the last pour and the last burnt sand thrown out, the latter came last: what the books still have of it is
  // within the doubt of what burnt.
  const sorted =
    data.ledger.items.find(
      ({ kind, burnt, undone_at }) =>
        undone_at === null && (kind === 'poured' || (kind === 'discarded' && burnt))
    )?.kind === 'discarded';
  const burnt = state.burnt_kg > LEAST_BURNT_KG && !sorted;
  return {
    ...data,
    burnt,
    BurntSkin: burnt ? (await import('$lib/ui/heap/BurntSkin.svelte')).default : null
  };
};
