import { redirect } from '@sveltejs/kit';
import type { Actions, PageServerLoad } from './$types';
import { signIn } from '$lib/schema/access';
import { door, serving } from '$lib/server/access/current';
import { SESSION_SECONDS } from '$lib/server/access/door';
import { checkedForm } from '$lib/server/http/form';
import { SESSION_COOKIE } from '$lib/server/http/gate';
import { formAction, pageLoad } from '$lib/server/http/guard';

/** Only a place of our own: an address of somebody else's would be a way to be led astray. */
const placeOf = (to: string | null | undefined): string =>
  to && /^\/(?![/\\])/.test(to) && !to.startsWith('/sign-in') ? to : '/';

export const load: PageServerLoad = pageLoad(async (_, { url }) => {
  const to = placeOf(url.searchParams.get('to'));
  if (!serving().guarded) redirect(303, to);
  return { to };
});

export const actions: Actions = {
  default: formAction(async (_, event) => {
    const { passphrase, to } = await checkedForm(event, signIn);
    const secret = await door().signIn(passphrase);
    event.cookies.set(SESSION_COOKIE, secret, {
      path: '/',
      httpOnly: true,
      sameSite: 'lax',
      // Plain http in the home network: a cookie for https alone would never come back.
      secure: event.url.protocol === 'https:',
      maxAge: SESSION_SECONDS
    });
    redirect(303, placeOf(to));
  })
};
