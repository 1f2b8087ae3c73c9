import { benchAction } from '$lib/schema/reading';
import { handle } from '$lib/server/device/simulated-bench';
import { respond } from '$lib/server/http/endpoint';

export const POST = respond(benchAction, (_, action, event) => handle(event.params.device ?? '', action));
