import type { PageServerLoad } from './$types';
import { nextCasting } from '$lib/server/casting/next-casting';
import { pageLoad } from '$lib/server/http/guard';
import { moldShelf } from '$lib/server/mold/mold-page';
import { readSession } from '$lib/server/session/sessions';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const casting = await nextCasting(db);
  const day = casting && (await readSession(db, casting.id));
  return {
    ...(await moldShelf(db)),
    given: Object.fromEntries(event.url.searchParams),
    molds: day?.molds ?? []
  };
});
