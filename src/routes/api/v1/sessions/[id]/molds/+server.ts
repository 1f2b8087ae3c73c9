import { listOf, ref } from '$lib/server/http/answer-schemas';
import { newMold } from '$lib/schema/session';
import { createMold, readSession } from '$lib/server/session/sessions';
import { create, pathId, read } from '$lib/server/http/endpoint';

export const GET = read({ summary: 'Its molds', answer: listOf(ref('Mold')) }, async (db, event) => {
  const { molds } = await readSession(db, pathId(event, 'id', 'session'));
  return { items: molds, total: molds.length };
});

export const POST = create({ summary: 'A new mold', body: newMold, answer: ref('Mold') }, (db, mold, event) =>
  createMold(db, pathId(event, 'id', 'session'), mold)
);
