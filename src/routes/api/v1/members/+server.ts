import { newMember } from '$lib/schema/session';
import { createMember, listMembers } from '$lib/server/member/members';
import { create, read } from '$lib/server/http/endpoint';

export const GET = read((db) => listMembers(db));
export const POST = create(newMember, createMember);
