import type { InferType } from 'yup';
import { REQUIRED, shape, yesNo } from './fields';

export const settingsChange = shape({
  /** The scale and the probe that ship simulated, for trying out. */
  simulated_devices: yesNo().optional()
}).required(REQUIRED);

export type SettingsChange = InferType<typeof settingsChange>;
