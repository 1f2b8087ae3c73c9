import { newPour } from '$lib/schema/pour';
import { create, pathId } from '$lib/server/http/endpoint';
import { pourMold } from '$lib/server/pour/pours';

export const POST = create(
  {
    summary:
      'A mold was poured: its heat worked out, burnt sand and steam entered; refused while a check stands against it',
    body: newPour,
    place: ({ id }) => `/api/v1/acts/${id}`
  },
  (db, pour, event) => pourMold(db, pathId(event, 'id', 'session'), pour)
);
