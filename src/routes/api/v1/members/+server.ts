import { listOf, ref } from '$lib/server/http/answer-schemas';
import { newMember } from '$lib/schema/session';
import { createMember, listMembers } from '$lib/server/member/members';
import { create, read } from '$lib/server/http/endpoint';

export const GET = read(
  {
    summary: 'Those who test, with the bias and spread of their hands as learned or held',
    answer: listOf(ref('Member'))
  },
  (db) => listMembers(db)
);
export const POST = create({ summary: 'A new member', body: newMember, answer: ref('Member') }, createMember);
