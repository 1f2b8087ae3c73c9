import type { InferType } from 'yup';
import { REQUIRED, shape, yesNo } from './fields';

export const settingsChange = shape({
  /** The scale and the probe that ship simulated, for trying out. */
  simulated_devices: yesNo().optional(),
  /** The weather station that ships simulated; off, heaps dry in the handbook's air. */
  simulated_weather: yesNo().optional()
}).required(REQUIRED);

export type SettingsChange = InferType<typeof settingsChange>;
