import { read } from '$lib/server/http/endpoint';
import { readWork } from '$lib/server/worker/works';

export const GET = read(
  {
    summary:
      'How far long work is that was sent with this name as its Brunkel-Work header; null once it is over',
    answer: {
      type: 'object',
      properties: {
        doing: { type: ['string', 'null'] },
        done: { type: ['number', 'null'], minimum: 0, maximum: 1 }
      }
    }
  },
  async (_, event) => readWork(event.params.name ?? '')
);
