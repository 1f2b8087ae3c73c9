import type { RequestHandler } from './$types';
import { follow } from '$lib/server/device/simulated-bench';

/** Server-sent events: a device's readings as they come. A device that never sends is silent, not an error. */
export const GET: RequestHandler = ({ params, request }) => {
  const encoder = new TextEncoder();
  let leave: (() => void) | undefined;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      controller.enqueue(encoder.encode('retry: 2000\n\n'));
      leave = follow(params.device, (reading) => {
        controller.enqueue(encoder.encode(`event: reading\ndata: ${JSON.stringify(reading)}\n\n`));
      });
      request.signal.addEventListener('abort', () => leave?.());
    },
    cancel() {
      leave?.();
    }
  });
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' }
  });
};
