import type { Actions, PageServerLoad } from './$types';
import { settingsChange } from '$lib/schema/settings';
import { newPassphrase, newToken } from '$lib/schema/access';
import { filesHeld } from '$lib/server/database/packed-files';
import { door, serving } from '$lib/server/access/current';
import { asQr, waysIn } from '$lib/server/access/ways-in';
import { checkedForm, formFields } from '$lib/server/http/form';
import { SESSION_COOKIE, isAtTheDesk } from '$lib/server/http/gate';
import { formAction, pageLoad } from '$lib/server/http/guard';
import { pathId } from '$lib/server/http/endpoint';
import { checkedBody } from '$lib/server/http/posted';
import { copyOfTheDay, lastFailure, listCopies } from '$lib/server/records/copies';
import { recordTables } from '$lib/server/records/open-format';
import { changeSettings, readSettings } from '$lib/server/settings/settings';
import { Refusal } from '$lib/server/refusal';

export const load: PageServerLoad = pageLoad(async (db) => {
  const addresses = waysIn();
  const { guarded } = serving();
  return {
    copies: listCopies(db.folder).map(({ day, bytes }) => ({ day, bytes })),
    failure: lastFailure(),
    held: await filesHeld(db.sequelize, db.folder),
    tables: await recordTables(db.sequelize),
    addresses,
    qr: addresses[0] ? await asQr(addresses[0]) : null,
    guarded,
    tokens: door().tokens(),
    has_passphrase: door().hasPassphrase,
    devices: door().sessions,
    settings: await readSettings(db)
  };
});

const atTheDesk = (event: Parameters<typeof isAtTheDesk>[0]) => {
  if (!isAtTheDesk(event)) throw new Refusal(403, 'Only at the machine that Brunkel runs on.');
};

export const actions: Actions = {
  simulated: formAction(async (db, event) => {
    const { setting, on } = await formFields(event);
    const change = { [setting ?? '']: on === 'yes' };
    await changeSettings(db, checkedBody(settingsChange, change));
    return { simulated: on === 'yes' };
  }),
  copy: formAction(async (db) => ({ copied: await copyOfTheDay(db) })),
  token: formAction(async (_, event) => {
    const { name, only } = await checkedForm(event, newToken);
    return { token: door().newToken(name, { only }) };
  }),
  revoke: formAction(async (_, event) => {
    door().revokeToken(pathId({ params: await formFields(event) }, 'id', 'token'));
    return {};
  }),
  passphrase: formAction(async (_, event) => {
    atTheDesk(event);
    await door().setPassphrase((await checkedForm(event, newPassphrase)).passphrase);
    return { passphrase_set: true };
  }),
  leave: formAction(async (_, event) => {
    door().signOut(event.cookies.get(SESSION_COOKIE));
    event.cookies.delete(SESSION_COOKIE, { path: '/', secure: false });
    return { left: true };
  })
};
