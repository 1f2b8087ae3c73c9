import { array, type InferType } from 'yup';
import { GEAR_NAMES } from '$core/bench/gear';
import { choice, shape } from './fields';

/** How one person wants to see things; kept in a cookie so that the server renders it so from the start. */
export const preferences = shape({
  units: choice(['metric', 'us']).required(),
  mode: choice(['light', 'dark', 'auto']).required(),
  /** How days and hours are written; absent: as the device has it. */
  dates: choice(['day-first', 'month-first']).optional(),
  /** What they own to test sand with; absent where they never said. */
  gear: array(choice(GEAR_NAMES).required()).max(GEAR_NAMES.length).optional()
});

export type Preferences = NonNullable<InferType<typeof preferences>>;

export const DEFAULT_PREFERENCES: Preferences = { units: 'metric', mode: 'auto' };
