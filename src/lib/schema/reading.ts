import type { InferType } from 'yup';
import { REQUIRED, between, choice, isoTime, shape, text, yesNo } from './fields';

/** What a device measures, and the range in which a value can be real. */
export const READING_RANGES = {
  scale: { unit: 'kg', least: -5, most: 200 },
  probe: { unit: '%', least: 0, most: 60 },
  thermocouple: { unit: '°C', least: -50, most: 1800 }
} as const;

export type ReadingKind = keyof typeof READING_RANGES;
const READING_KINDS = Object.keys(READING_RANGES) as ReadingKind[];

/** A reading from a scale (kg), a moisture probe (percent) or a furnace's thermocouple (°C), as a real one would send it. */
export const newReading = shape({
  device: text(60)
    .matches(/^[a-z0-9][a-z0-9-]*$/, 'must be lower-case letters, digits and hyphens')
    .required(REQUIRED),
  kind: choice(READING_KINDS).required(REQUIRED),
  value: between('kg, % or °C', -50, 1800)
    .required(REQUIRED)
    .test('in-range', function (value, { parent }) {
      const range = READING_RANGES[(parent as { kind: ReadingKind }).kind];
      if (!range || (Number(value) >= range.least && Number(value) <= range.most)) return true;
      const { least, most, unit } = range;
      return this.createError({ message: `cannot be: a ${parent.kind} reads ${least} to ${most} ${unit}` });
    }),
  at: isoTime().required(REQUIRED),
  stable: yesNo().optional(),
  /** False: the device has lost its sensor, so its value means nothing. */
  connected: yesNo().optional()
})
  .required(REQUIRED)
  .test('connected', function (reading) {
    if (reading.connected !== false) return true;
    return this.createError({ path: 'connected', message: 'a disconnected device has no reading to give' });
  });

export type NewReading = InferType<typeof newReading>;

/** What is laid on a simulated device, or that its tare is pressed. */
export const benchAction = shape({
  load: between('kg, % or °C', 0, 1800).optional(),
  tare: yesNo().optional()
}).required(REQUIRED);

/** What a device shows at a moment. */
export interface LiveReading {
  device: string;
  kind: ReadingKind;
  /** kg or percent; null while the device is not connected. */
  value: number | null;
  stable: boolean;
  connected: boolean;
  simulated: boolean;
  at: string;
}
