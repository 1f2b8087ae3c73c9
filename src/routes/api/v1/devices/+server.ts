import { listDevices } from '$lib/server/device/devices';
import { read } from '$lib/server/http/endpoint';

export const GET = read(async (db) => {
  const items = await listDevices(db);
  return { items, total: items.length };
});
