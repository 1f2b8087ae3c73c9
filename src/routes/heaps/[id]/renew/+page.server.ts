import { nowIso } from '$core/time/now';
import type { Actions, PageServerLoad } from './$types';
import { bareMassUnit } from '$core/quantity/display';
import { UNITS } from '$core/quantity/unit';
import { renewalDone, renewalRequest, type RenewalRequest } from '$lib/schema/renewal';
import { check } from '$lib/schema/validate';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { checkedBody, postedForm } from '$lib/server/http/posted';
import { readRenewal } from '$lib/server/heap/renewal';
import { windowsWhenShort } from '$lib/server/heap/renewal-short';
import { logRenewal } from '$lib/server/heap/renewal-done';
import { byWhoWorksHere } from '$lib/server/member/members';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const large_kg = UNITS.mass[bareMassUnit('large', event.locals.preferences.units)]!;
  const id = pathId(event, 'id', 'heap');
  const { searchParams } = event.url;
  // Molds find it short, `more_kg=3`: so much more than it holds.
  const more_kg = Number(searchParams.get('more_kg'));
  const short = more_kg > 0 ? check(renewalRequest, await windowsWhenShort(db, id, more_kg)) : null;
  const asked = { ...(short?.ok && short.value), ...askedIn(searchParams, large_kg) };
  return { asked, renewal: await readRenewal(db, id, asked) };
});

/**
 * The windows that the address asks for, `moisture_percent.min=3`; those that make no sense are the heap's own.
 *
 * @param large_kg of the unit that its masses are typed in, kg
 */
function askedIn(query: URLSearchParams, large_kg: number): RenewalRequest {
  const asked: Record<string, unknown> = {};
  for (const [name, text] of query) {
    const [field = '', edge] = name.split('.');
    if (text.trim() === '' || !Object.hasOwn(renewalRequest.fields, field)) continue;
    if (edge === 'min' || edge === 'max')
      asked[field] = {
        ...(asked[field] as object | undefined),
        [edge]: Number(text.replace(',', '.')) * (field === 'total_kg' ? large_kg : 1)
      };
    else if (field === 'least') asked.least = text;
    else if (field === 'whole_bags') asked.whole_bags = text === 'yes';
  }
  const checked = check(renewalRequest, asked);
  return checked.ok ? checked.value : ({} as RenewalRequest);
}

export const actions: Actions = {
  /** Without a name of its own it is only posted where no script waits for the sliders. */
  default: postedForm(
    async (db, body, event) => {
      const done = checkedBody(renewalDone, { at: nowIso(), ...body });
      return logRenewal(db, pathId(event, 'id', 'heap'), await byWhoWorksHere(db, event.locals.member, done));
    },
    (_, { params }) => `/heaps/${params.id}`
  )
};
