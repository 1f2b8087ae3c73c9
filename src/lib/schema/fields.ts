import { nowMs } from '$core/time/now';
import { boolean, number, object, string, type NumberSchema, type ObjectShape } from 'yup';
import { getDaysInMonth } from 'date-fns';
import { COVERS } from '$core/heap/state/drying';
import { PLACES } from '$core/heap/state/place';
import { isZone } from '$core/time/zone';

/**
 * The fields that records and calculators are built from. Each says what it allows in its own message, so
 * that the same words stand at a form field and in a problem document.
 */

/** Heaviest thing a hobby foundry weighs, kg. */
export const MOST_KG = 1000;

const ranged = (unit: string, least: number, most: number, aboveLeast: boolean) => {
  const range = `${aboveLeast ? 'more than ' : ''}${least} to ${most} ${unit}`.trim();
  const message = `must be ${range}`;
  const base = number()
    .typeError(`must be a number, ${range}`)
    .test('finite', message, (value) => value === undefined || value === null || Number.isFinite(value))
    .max(most, message);
  return aboveLeast ? base.moreThan(least, message) : base.min(least, message);
};

/** A mass in kg, more than nothing. */
export const kg = (most = MOST_KG) => ranged('kg', 0, most, true);
/** A mass in kg that may be nothing. */
export const kgOrNone = (most = MOST_KG) => ranged('kg', 0, most, false);
/** A weight on the bench scale in g. */
export const grams = (most = 20_000) => ranged('g', 0, most, true);
export const gramsOrNone = (most = 20_000) => ranged('g', 0, most, false);
/** A percentage from 0 up. */
export const percent = (most = 100) => ranged('%', 0, most, false);
/** A percentage above 0. */
export const somePercent = (most = 100) => ranged('%', 0, most, true);
/** Parts per hundred of dry sand. */
export const phs = (most: number) => ranged('phs', 0, most, false);
export const whole = (least: number, most: number) =>
  ranged('', least, most, false).integer(`must be a whole number, ${least} to ${most}`);
export const between = (unit: string, least: number, most: number) => ranged(unit, least, most, false);
export const moreThanNothing = (unit: string, most: number) => ranged(unit, 0, most, true);
export const id = () => whole(1, Number.MAX_SAFE_INTEGER);

/** Wettest stock that is still sand and not slurry, %. */
export const WETTEST_STOCK = 60;
/** Wettest moisture that a target may ask for, %. */
export const WETTEST_TARGET = 30;

export const text = (most: number) =>
  string().typeError('must be text').max(most, `must be at most ${most} characters`);

/** A zone of the world by its name in the time zone database. */
export const zone = () =>
  text(64).test(
    'zone',
    'must be a time zone such as Europe/London',
    (value) => value == null || isZone(value)
  );

/** One of a closed list; the message names the list. */
export const choice = <const T extends string>(values: readonly T[]) =>
  string()
    .typeError(`must be one of ${values.join(', ')}`)
    .oneOf(values, `must be one of ${values.join(', ')}`);

export const yesNo = () => boolean().typeError('must be true or false');

/** An object that refuses fields it does not know; an absent optional one stays absent. */
export const shape = <T extends ObjectShape>(fields: T) =>
  object(fields).typeError('must be an object').noUnknown().default(undefined);

const EARLIEST = Date.parse('1990-01-01T00:00:00Z');
const DAY_MS = 86_400_000;

/** An ISO 8601 time in UTC, between 1990 and tomorrow (clocks differ, but nothing happened next week). */
export const pastTime = () =>
  isoTime().test('past', 'must be a time between 1990 and now', (value) => {
    if (!value) return true;
    const ms = Date.parse(value);
    return ms >= EARLIEST && ms <= nowMs() + DAY_MS;
  });

export const isoTime = () =>
  string()
    .typeError('must be an ISO 8601 time such as 2026-05-01T09:30:00Z')
    .test('iso', 'must be an ISO 8601 time in UTC such as 2026-05-01T09:30:00Z', (value) => {
      if (value === undefined || value === null) return true;
      return (
        /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,9})?)?(Z|[+-]\d{2}:\d{2})$/.test(value) &&
        !Number.isNaN(Date.parse(value))
      );
    })
    .test('calendar', 'names a day that is not in the calendar', (value) => !value || isCalendarDay(value));

/** Whether the day that an ISO text begins with is one; the parser rolls the 30th of February over into March. */
export function isCalendarDay(iso: string): boolean {
  const parts = /^(\d{4})-(\d{2})-(\d{2})/.exec(iso);
  if (!parts) return true;
  const [year, month, day] = parts.slice(1).map(Number) as [number, number, number];
  return month >= 1 && month <= 12 && day >= 1 && day <= getDaysInMonth(new Date(year, month - 1));
}

export const REQUIRED = 'is required';

/** A window of percentages, min below max. */
export const percentWindow = (most: number) =>
  shape({ min: percent(most).required(REQUIRED), max: somePercent(most).required(REQUIRED) }).test(
    'ordered',
    'min must be less than max',
    (value) => !value || !(Number(value.min) >= Number(value.max))
  );

/** A window whose two ends may be alike, each by the field that is given for them. */
export const windowOf = (least: NumberSchema<number | undefined>, most = least) =>
  shape({ min: least.required(REQUIRED), max: most.required(REQUIRED) }).test(
    'ordered',
    'min must not be more than max',
    (value) => !value || !(Number(value.min) > Number(value.max))
  );

/** Where a heap stands. */
export const container = () =>
  shape({
    cover: choice(COVERS).required(REQUIRED),
    exposed_area_m2: between('m²', 0.001, 20).required(REQUIRED),
    place: choice(PLACES).optional(),
    capacity_kg: kg(5000).optional()
  });
