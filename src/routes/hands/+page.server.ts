import type { PageServerLoad } from './$types';
import { pageLoad } from '$lib/server/http/guard';
import { listMembers } from '$lib/server/member/members';

export const load: PageServerLoad = pageLoad(async (db) => ({ members: (await listMembers(db)).items }));
