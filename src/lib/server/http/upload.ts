import type { RequestEvent, RequestHandler } from '@sveltejs/kit';
import type { AnySchema, InferType } from 'yup';
import type { Database } from '../database/database';
import { letGo, takeIn, type Incoming } from '../file/files';
import { guarded } from './guard';
import { describing, type Described } from './operation';
import { queryOf } from './query';

/**
 * Takes a file as the body of a request, as it comes, and answers 201 with what was made of it.
 *
 * @param named its query, the most bytes that it takes, and what it answers with
 * @param make is handed the file, which is let go unless it was kept
 */
export function upload<Q extends AnySchema>(
  named: { summary: string; query: Q; most_bytes: number; answer: Described },
  make: (
    db: Database,
    file: Incoming,
    query: NonNullable<InferType<Q>>,
    event: RequestEvent
  ) => Promise<{ id: number; place?: string }>
): RequestHandler {
  return describing(
    { ...named, status: 201, takes: 'application/octet-stream' },
    guarded(async (db, event) => {
      const query = queryOf(named.query, event.url) as NonNullable<InferType<Q>>;
      // Node's streams can be looped over; the types of the web do not know it yet.
      const body = event.request.body as unknown as AsyncIterable<Uint8Array> | null;
      const file = await takeIn(db, body, named.most_bytes);
      try {
        const { place, ...record } = await make(db, file, query, event);
        const location = place ?? `${event.url.pathname}/${record.id}`;
        return Response.json(record, { status: 201, headers: { location } });
      } finally {
        letGo(file);
      }
    })
  );
}
