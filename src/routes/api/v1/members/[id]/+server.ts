import { memberChange } from '$lib/schema/session';
import { amendMember, readMember, removeMember } from '$lib/server/member/members';
import { act, pathId, read, respond } from '$lib/server/http/endpoint';

export const GET = read((db, event) => readMember(db, pathId(event, 'id', 'member')));
export const PATCH = respond(memberChange, (db, change, event) =>
  amendMember(db, pathId(event, 'id', 'member'), change)
);
export const DELETE = act((db, event) => removeMember(db, pathId(event, 'id', 'member')));
