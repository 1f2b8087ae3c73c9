import { branchChange } from '$lib/schema/branch';
import { amendBranch, followOne, removeBranch } from '$lib/server/branch/branches';
import { ref } from '$lib/server/http/answer-schemas';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';

export const GET = read(
  { summary: 'A branch, and how the heap would stand along it beside how it stands left alone' },
  (db, event) => followOne(db, pathId(event, 'id', 'branch'))
);
export const PATCH = respond(
  { summary: 'Other steps, another name', body: branchChange, answer: ref('Branch') },
  (db, change, event) => amendBranch(db, pathId(event, 'id', 'branch'), change)
);
export const DELETE = act({ summary: 'Throw it away' }, (db, event) =>
  removeBranch(db, pathId(event, 'id', 'branch'))
);
