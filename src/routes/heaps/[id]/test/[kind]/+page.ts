import { error } from '@sveltejs/kit';
import type { PageLoad } from './$types';
import { GUIDES } from '$lib/ui/bench/guides';

export const load: PageLoad = ({ params }) => {
  if (!Object.hasOwn(GUIDES, params.kind)) error(404, `There is no test called ${params.kind}.`);
  return { kind: params.kind as keyof typeof GUIDES };
};
