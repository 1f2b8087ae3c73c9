import { readingsQuery } from '$lib/schema/query';
import { newReading } from '$lib/schema/reading';
import { listReadings, takeReading } from '$lib/server/device/readings';
import { create, read } from '$lib/server/http/endpoint';

export const GET = read(
  { summary: 'Readings from scales and probes, latest first', query: readingsQuery },
  (db, _, { device, limit = 50, offset = 0 }) => listReadings(db, { device, limit, offset })
);

export const POST = create(
  {
    summary: 'A reading: kg from a scale, percent from a probe; stored once however often it is sent',
    body: newReading
  },
  takeReading
);
