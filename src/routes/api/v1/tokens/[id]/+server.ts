import { door } from '$lib/server/access/current';
import { act, pathId } from '$lib/server/http/endpoint';

export const DELETE = act(
  { summary: 'Revoke a token: whoever holds it is let in no more' },
  async (_, event) => door().revokeToken(pathId(event, 'id', 'token'))
);
