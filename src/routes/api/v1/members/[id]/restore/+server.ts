import { restoreMember } from '$lib/server/member/members';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act((db, event) => restoreMember(db, pathId(event, 'id', 'member')));
