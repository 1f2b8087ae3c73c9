import { redirect, type RequestEvent } from '@sveltejs/kit';
import type { Actions, PageServerLoad } from './$types';
import { signIn } from '$lib/schema/access';
import { door, serving } from '$lib/server/access/current';
import { SESSION_SECONDS } from '$lib/server/access/door';
import { ownPlace } from '$lib/server/access/own-place';
import { checkedForm } from '$lib/server/http/form';
import { DEVICE_COOKIE, SESSION_COOKIE } from '$lib/server/http/gate';
import { formAction, pageLoad } from '$lib/server/http/guard';

/** Whoever signs in: a device that did so before by what it holds, another by where it comes from. */
const callerOf = (event: RequestEvent) => ({
  address: event.getClientAddress(),
  device: event.cookies.get(DEVICE_COOKIE)
});

export const load: PageServerLoad = pageLoad(async (_, { url }) => {
  const to = ownPlace(url.searchParams.get('to'));
  if (!serving().guarded) redirect(303, to);
  return { to };
});

export const actions: Actions = {
  default: formAction(async (_, event) => {
    const { passphrase, to } = await checkedForm(event, signIn);
    const { session, device } = await door().signIn(passphrase, callerOf(event));
    const kept = {
      path: '/',
      httpOnly: true,
      sameSite: 'lax',
      // Plain http in the home network: a cookie for https alone would never come back.
      secure: event.url.protocol === 'https:'
    } as const;
    event.cookies.set(SESSION_COOKIE, session, { ...kept, maxAge: SESSION_SECONDS });
    event.cookies.set(DEVICE_COOKIE, device, { ...kept, maxAge: 2 * SESSION_SECONDS });
    redirect(303, ownPlace(to));
  })
};
