import { newToken } from '$lib/schema/access';
import { door } from '$lib/server/access/current';
import { create, read } from '$lib/server/http/endpoint';

export const GET = read(
  { summary: 'Tokens of devices and scripts, by name; what they hold is not kept' },
  async () => {
    const items = door().tokens();
    return { items, total: items.length };
  }
);

export const POST = create(
  { summary: 'A new token; it is shown whole in this answer only', body: newToken },
  async (_, { name, ...good_for }) => door().newToken(name, good_for)
);
