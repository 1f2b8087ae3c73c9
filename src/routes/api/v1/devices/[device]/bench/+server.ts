import { benchAction } from '$lib/schema/reading';
import { handle } from '$lib/server/device/simulated-bench';
import { respond } from '$lib/server/http/endpoint';

export const POST = respond(
  { summary: 'Lay something on a simulated device, or press its tare', body: benchAction },
  (_, action, event) => handle(event.params.device ?? '', action)
);
