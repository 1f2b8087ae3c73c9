import { renewalRequest } from '$lib/schema/renewal';
import { readRenewal } from '$lib/server/heap/renewal';
import { pathId, respond } from '$lib/server/http/endpoint';

export const POST = respond(
  {
    summary:
      'The general prescription from stock: additions, water and what to throw out, to land in windows at least cost or material',
    body: renewalRequest
  },
  (db, request, event) => readRenewal(db, pathId(event, 'id', 'heap'), request)
);
