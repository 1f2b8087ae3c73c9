import { deviceNames } from '$lib/server/device/simulated-bench';
import { read } from '$lib/server/http/endpoint';

export const GET = read(async () => {
  const items = deviceNames().map((name) => ({ name, simulated: true }));
  return { items, total: items.length };
});
