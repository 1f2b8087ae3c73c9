import { nowIso } from '$core/time/now';
import { newAct, sessionStep } from '$lib/schema/session';
import type { Database } from '../database/database';
import { writeAct } from '../heap/acts';
import { pathId } from '../http/endpoint';
import { checkedBody, postedForm } from '../http/posted';
import { byWhoWorksHere } from '../member/members';
import { sessionOfMold } from '../session/sessions';
import { markStep } from '../session/steps';

const back = (_: number, { params }: { params: Partial<Record<string, string>> }) => `/mold/${params.id}`;

/** A step of ramming the mold in the path, done now, posted without a script. */
export const stepAction = postedForm(async (db: Database, body, event) => {
  const id = pathId(event, 'id', 'mold');
  const step = checkedBody(sessionStep, { ...body, mold_id: id, at: nowIso() });
  return markStep(db, (await sessionOfMold(db, id)).id, step);
}, back);

/** The sand that went into the mold in the path, drawn from its heaps, posted without a script. */
export const sandAction = postedForm(async (db: Database, body, event) => {
  const id = pathId(event, 'id', 'mold');
  const session_id = (await sessionOfMold(db, id)).id;
  const of = Array.isArray(body.entries) ? (body.entries as Record<string, unknown>[]) : [];
  const entries = of.map((entry) => ({ ...entry, kind: 'drawn', at: nowIso(), session_id, mold_id: id }));
  const act = checkedBody(newAct, {
    name: 'rammed a mold',
    entries,
    molds: [{ id, state: 'rammed' }]
  });
  const by = await Promise.all(
    act.entries.map((entry) => byWhoWorksHere(db, event.locals.member, entry as { member?: number }))
  );
  return writeAct(db, { ...act, entries: by });
}, back);
