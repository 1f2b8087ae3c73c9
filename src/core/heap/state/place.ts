import { humidityRatio, relativeHumidity, type Climate } from './drying';

/** Where a container stands. */
export type Place = 'shed' | 'indoors' | 'outdoors';

export const PLACES: readonly Place[] = ['shed', 'indoors', 'outdoors'];

export const PLACE_NAMES: Record<Place, string> = {
  shed: 'in an unheated shed',
  indoors: 'indoors, heated',
  outdoors: 'outdoors, under a roof'
};

/** A room kept this warm, °C, holds a little more vapour than the air outside: breath, cooking, drying washing. */
const ROOM_C = 18;
const ROOM_VAPOUR = 0.002;
/** Still air inside; under a roof about a third of the wind reaches a bin. */
const STILL_M_S = 0.1;
const SHELTERED = 0.3;

/**
 * The air around a container from the air outdoors. Inside walls the air keeps the vapour it came in with, so
 * warming it makes it drier.
 *
 * @source conservation of the humidity ratio on heating; room and shelter are handbook defaults
 */
export function airIn(place: Place, outdoors: Climate): Climate {
  switch (place) {
    case 'outdoors':
      return { ...outdoors, air_speed_m_s: SHELTERED * outdoors.air_speed_m_s };
    case 'shed':
      return { ...outdoors, air_speed_m_s: STILL_M_S };
    case 'indoors': {
      const air_c = Math.max(ROOM_C, outdoors.air_c);
      const vapour = humidityRatio(outdoors.air_c, outdoors.relative_humidity) + ROOM_VAPOUR;
      return {
        air_c,
        relative_humidity: Math.min(0.95, relativeHumidity(air_c, vapour)),
        air_speed_m_s: STILL_M_S
      };
    }
  }
}
