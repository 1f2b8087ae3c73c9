import type { LayoutLoad } from './$types';
import { lotSubject } from '$lib/ui/bench/subject';

export const load: LayoutLoad = async ({ parent }) => ({ subject: lotSubject((await parent()).lot) });
