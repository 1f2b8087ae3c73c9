import { read } from '$lib/server/http/endpoint';
import { readFigures } from '$lib/server/figure/figures';

export const GET = read(
  {
    summary:
      'Every figure of the heaps and the coming casting day by its identity, as pages carry it in data-figure',
    answer: { type: 'object', additionalProperties: { type: 'number' } }
  },
  (db) => readFigures(db)
);
