import { afterEach, describe, expect, it } from 'vitest';
import { clockAhead, goBy, nowIso, nowMs, setNow } from './now';

describe('the clock', () => {
  const before = clockAhead();
  afterEach(() => goBy(before));

  it('is the machine’s until it is set, and goes on from there', () => {
    goBy(0);
    expect(Math.abs(nowMs() - Date.now())).toBeLessThan(1000);
    setNow('2028-02-29T23:50:00Z');
    expect(nowIso().slice(0, 15)).toBe('2028-02-29T23:5');
    const then = nowMs();
    expect(nowMs()).toBeGreaterThanOrEqual(then);
  });
  it('is handed on as what it is ahead', () => {
    setNow('2030-01-01T00:00:00Z');
    const ahead = clockAhead();
    goBy(0);
    goBy(ahead);
    expect(nowIso().slice(0, 10)).toBe('2030-01-01');
  });
  it('is set to a time, or not at all', () => {
    expect(() => setNow('next week')).toThrow(RangeError);
    expect(clockAhead()).toBe(before);
  });
});
