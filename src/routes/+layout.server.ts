import type { LayoutServerLoad } from './$types';
import { clockAhead } from '$core/time/now';
import { isAtTheDesk } from '$lib/server/http/gate';
import { pageLoad } from '$lib/server/http/guard';
import { memberNames } from '$lib/server/member/members';
import { nextCasting } from '$lib/server/casting/next-casting';

export const load: LayoutServerLoad = pageLoad(async (db, event) => {
  const { preferences, member, locale, within } = event.locals;
  // Before the passphrase nobody learns who works here, or what is to be cast.
  const [members, session] = within ? await Promise.all([memberNames(db), nextCasting(db)]) : [[], null];
  return {
    preferences,
    locale,
    members,
    /** The casting that is on, or that comes next. */
    session,
    /** Who works at this device, if they are still there. */
    member: members.some(({ id }) => id === member) ? member : null,
    desk: isAtTheDesk(event),
    /** How far the server's clock is set off, as tests do: the page goes by it. */
    clock_ahead_ms: clockAhead()
  };
});
