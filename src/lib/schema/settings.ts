import type { InferType } from 'yup';
import { SCHOOL_IDS, WAY_IDS } from '$core/reference/schools';
import { REQUIRED, choice, shape, yesNo } from './fields';

export const settingsChange = shape({
  /** The scale and the probe that ship simulated, for trying out. */
  simulated_devices: yesNo().optional(),
  /** The weather station that ships simulated; off, heaps dry in the handbook's air. */
  simulated_weather: yesNo().optional(),
  /** The way one goes where practitioners differ, by what is differed about; null takes a choice back. */
  school: shape({
    of: choice(SCHOOL_IDS).required(REQUIRED),
    way: choice(WAY_IDS).nullable().defined()
  }).optional()
}).required(REQUIRED);

export type SettingsChange = InferType<typeof settingsChange>;
