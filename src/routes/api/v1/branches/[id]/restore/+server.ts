import { restoreBranch } from '$lib/server/branch/branches';
import { ref } from '$lib/server/http/answer-schemas';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act({ summary: 'Take it back', answer: ref('Branch') }, (db, event) =>
  restoreBranch(db, pathId(event, 'id', 'branch'))
);
