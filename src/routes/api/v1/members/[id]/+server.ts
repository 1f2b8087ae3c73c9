import { ref } from '$lib/server/http/answer-schemas';
import { memberChange } from '$lib/schema/session';
import { amendMember, readMember, removeMember } from '$lib/server/member/members';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';

export const GET = read({ summary: 'A member', answer: ref('Member') }, (db, event) =>
  readMember(db, pathId(event, 'id', 'member'))
);
export const PATCH = respond(
  {
    summary: 'Change the name, or hold the hand; a hand of null is learned anew',
    body: memberChange,
    answer: ref('Member')
  },
  (db, change, event) => amendMember(db, pathId(event, 'id', 'member'), change)
);
export const DELETE = act({ summary: 'Take them off the list' }, (db, event) =>
  removeMember(db, pathId(event, 'id', 'member'))
);
