import { listDevices } from '$lib/server/device/devices';
import { read } from '$lib/server/http/endpoint';

export const GET = read(
  {
    summary: 'Devices that have sent readings, and those that ship with the application, which are simulated'
  },
  async (db) => {
    const items = await listDevices(db);
    return { items, total: items.length };
  }
);
