import type { LayoutServerLoad } from './$types';
import { isAtTheDesk } from '$lib/server/http/gate';
import { pageLoad } from '$lib/server/http/guard';
import { memberNames } from '$lib/server/member/members';

export const load: LayoutServerLoad = pageLoad(async (db, event) => {
  const members = await memberNames(db);
  const { preferences, member } = event.locals;
  return {
    preferences,
    members,
    /** Who works at this device, if they are still there. */
    member: members.some(({ id }) => id === member) ? member : null,
    desk: isAtTheDesk(event)
  };
});
