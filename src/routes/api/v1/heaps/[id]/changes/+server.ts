import { onChange } from '$lib/server/heap/changes';
import { readHeap } from '$lib/server/heap/heaps';
import { pathId, stream } from '$lib/server/http/endpoint';

export const GET = stream(
  {
    summary:
      'What happens to a heap while somebody looks on, as server-sent events named changed: its version then, and where it stands when the stream begins'
  },
  async (db, event, send) => {
    const id = pathId(event, 'id', 'heap');
    const { version } = await readHeap(db, id);
    send('changed', { heap_id: id, version });
    return onChange(db, (change) => change.heap_id === id && send('changed', change));
  }
);

/** A stream has no end that a head could tell of. */
export const HEAD = () => new Response(null, { headers: { 'content-type': 'text/event-stream' } });
