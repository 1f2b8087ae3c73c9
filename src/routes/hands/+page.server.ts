import type { PageServerLoad } from './$types';
import { database } from '$lib/server/database/current';
import { listMembers } from '$lib/server/member/members';

export const load: PageServerLoad = async () => ({ members: (await listMembers(await database())).items });
