import { SHED } from '$core/heap/drying';
import { readForecast } from '$lib/server/heap/drying';
import { pathId, queryNumber, queryWhole, read } from '$lib/server/http/endpoint';

export const GET = read((db, event) => {
  const air_c = queryNumber(event, 'air_c', -30, 60);
  const humidity = queryNumber(event, 'relative_humidity_percent', 0, 100);
  const air_speed_m_s = queryNumber(event, 'air_speed_m_s', 0, 20) ?? SHED.air_speed_m_s;
  const typed = air_c !== undefined && humidity !== undefined;
  return readForecast(db, pathId(event, 'id', 'heap'), {
    hours: queryWhole(event, 'hours', 168, 1, 2160),
    climate: typed ? { air_c, relative_humidity: humidity / 100, air_speed_m_s } : undefined,
    sand_c: queryNumber(event, 'sand_c', -30, 400)
  });
});
