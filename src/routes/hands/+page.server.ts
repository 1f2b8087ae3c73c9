import type { Actions, PageServerLoad } from './$types';
import { newMember } from '$lib/schema/session';
import { checkedBody, postedForm } from '$lib/server/http/posted';
import { pageLoad } from '$lib/server/http/guard';
import { createMember, listMembers } from '$lib/server/member/members';

export const load: PageServerLoad = pageLoad(async (db) => ({ members: (await listMembers(db)).items }));

export const actions: Actions = {
  /** A member, posted without a script. */
  make: postedForm(
    (db, body) => createMember(db, checkedBody(newMember, body)),
    () => '/hands'
  )
};
