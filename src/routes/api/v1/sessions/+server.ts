import { sessionsQuery } from '$lib/schema/query';
import { pageOf, ref } from '$lib/server/http/answer-schemas';
import { newSession } from '$lib/schema/session';
import { createSession, listSessions } from '$lib/server/session/sessions';
import { create, read } from '$lib/server/http/endpoint';

export const GET = read(
  { summary: 'Casting days, latest first', query: sessionsQuery, answer: pageOf(ref('Session')) },
  (db, _, { stage, limit = 50, offset = 0 }) => listSessions(db, { stage: stage || undefined, limit, offset })
);

export const POST = create(
  { summary: 'A new casting day', body: newSession, answer: ref('Session') },
  createSession
);
