import { renewalRequest } from '$lib/schema/renewal';
import { readRenewal } from '$lib/server/heap/renewal';
import { pathId, respond } from '$lib/server/http/endpoint';

export const POST = respond(renewalRequest, (db, request, event) =>
  readRenewal(db, pathId(event, 'id', 'heap'), request)
);
