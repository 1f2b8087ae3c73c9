import { follow } from '$lib/server/device/simulated-bench';
import { stream } from '$lib/server/http/endpoint';

/** A device that never sends is silent, not an error. */
export const GET = stream(
  { summary: 'Readings as they come, as server-sent events named reading' },
  (_, event, send) => follow(event.params.device ?? '', (reading) => send('reading', reading))
);

/** A stream has no end that a head could tell of. */
export const HEAD = () => new Response(null, { headers: { 'content-type': 'text/event-stream' } });
