import type { Actions, PageServerLoad } from './$types';
import { STAGES } from '$core/handbook/stages';
import { settingsChange } from '$lib/schema/settings';
import { ownFigures } from '$lib/server/handbook/own-figures';
import { pageLoad } from '$lib/server/http/guard';
import { checkedBody, postedForm } from '$lib/server/http/posted';
import { notFound } from '$lib/server/refusal';
import { changeSettings, readSettings } from '$lib/server/settings/settings';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const chapter = STAGES.find((stage) => stage === event.params.chapter);
  if (!chapter) throw notFound('chapter', event.params.chapter ?? '');
  const [own, settings] = await Promise.all([ownFigures(db), readSettings(db)]);
  return { chapter, own, schools: settings.schools };
});

export const actions: Actions = {
  /** A school chosen without a script. */
  school: postedForm(
    async (db, body) => {
      await changeSettings(db, checkedBody(settingsChange, body));
      return { id: 1 };
    },
    (_, event) => `${event.url.pathname}`
  )
};
