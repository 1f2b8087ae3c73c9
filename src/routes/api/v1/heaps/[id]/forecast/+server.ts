import { forecastQuery } from '$lib/schema/query';
import { SHED } from '$core/heap/state/drying';
import { readForecast } from '$lib/server/heap/drying';
import { pathId, read } from '$lib/server/http/endpoint';

export const GET = read(
  {
    summary:
      'How it dries from now on, and the water it will want; the simulated weather station unless air_c and relative_humidity_percent are given',
    query: forecastQuery
  },
  (db, event, query) => {
    const {
      hours = 168,
      air_c,
      relative_humidity_percent: humidity,
      air_speed_m_s = SHED.air_speed_m_s,
      sand_c
    } = query;
    const typed = air_c !== undefined && humidity !== undefined;
    return readForecast(db, pathId(event, 'id', 'heap'), {
      hours,
      climate: typed ? { air_c, relative_humidity: humidity / 100, air_speed_m_s } : undefined,
      sand_c
    });
  }
);
