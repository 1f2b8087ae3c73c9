import { planNote } from '$lib/schema/plan';
import { pathId, respond } from '$lib/server/http/endpoint';
import { notePlanStep } from '$lib/server/plan/plan-notes';

export const POST = respond(
  {
    summary: 'Note a step: done (and entered where it belongs), put off, by whom, how long',
    body: planNote,
    once: true
  },
  (db, note, event) => notePlanStep(db, pathId(event, 'id', 'plan'), note)
);
