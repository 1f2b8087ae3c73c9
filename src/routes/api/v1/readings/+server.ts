import { newReading } from '$lib/schema/reading';
import { listReadings, takeReading } from '$lib/server/device/readings';
import { create, queryWhole, read } from '$lib/server/http/endpoint';

export const GET = read((db, event) =>
  listReadings(db, {
    device: event.url.searchParams.get('device') ?? undefined,
    limit: queryWhole(event, 'limit', 50, 1, 500),
    offset: queryWhole(event, 'offset', 0, 0, 1e9)
  })
);

export const POST = create(newReading, takeReading);
