import { ref } from '$lib/server/http/answer-schemas';
import { restoreMember } from '$lib/server/member/members';
import { act, pathId } from '$lib/server/http/endpoint';

export const POST = act({ summary: 'Put a removed member back', answer: ref('Member') }, (db, event) =>
  restoreMember(db, pathId(event, 'id', 'member'))
);
