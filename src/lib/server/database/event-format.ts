import type { HeapTest } from '$core/bench/heap-test';
import type { Event } from '$core/heap/kinds';

/** The format that events and tests are stored in now; each older one is brought up to date when it is read. */
export const EVENT_FORMAT = 2;

/** An event as it was stored, in today's format. */
export function eventFrom(format: number, stored: string | object): Event {
  const event = (typeof stored === 'string' ? JSON.parse(stored) : stored) as Event;
  if (format >= 2) return event;
  return event.kind === 'tested' ? { ...event, test: testFrom(format, event.test) } : event;
}

/** A test as it was stored, in today's format. */
export function testFrom(format: number, test: HeapTest): HeapTest {
  return format >= 2 ? test : withScale(test);
}

/**
 * Format 1 took every scale for one that shows tenths. What it showed is in the figures: whole grams throughout are
 * those of a kitchen scale.
 */
function withScale(test: HeapTest): HeapTest {
  if (test.kind !== 'moisture') return test;
  const whole = [test.pan_g, test.wet_g, test.dry_g].every((grams) => Number.isInteger(grams));
  return { ...test, scale_g: whole ? 1 : 0.1 };
}
