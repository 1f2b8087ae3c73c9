import { newAct } from '$lib/schema/session';
import { writeAct } from '$lib/server/heap/acts';
import { create } from '$lib/server/http/endpoint';

export const POST = create(newAct, writeAct);
