import { describe, expect, it } from 'vitest';
import { clockText, goneOn, type Timer } from './timers.svelte';

const mull: Timer = {
  name: 'mull:1',
  says: 'Gate heap: mull',
  seconds: 240,
  ends_at: 1_000_000,
  href: '/heaps/1',
  then: { says: 'Gate heap rests, covered', seconds: 900 }
};

describe('a timer', () => {
  it('shows a clock', () => {
    expect([0, 59, 61, 3600, 3725].map(clockText)).toEqual(['0:00', '0:59', '1:01', '1:00:00', '1:02:05']);
  });
  it('goes over into what comes after it from the moment it ended, watched or not', () => {
    expect(goneOn(mull, 999_999)).toBe(mull);
    const rest = goneOn(mull, 1_400_000);
    expect(rest).toMatchObject({ says: 'Gate heap rests, covered', seconds: 900, ends_at: 1_900_000 });
    expect(rest.then).toBeUndefined();
    expect(goneOn(rest, 9_000_000)).toBe(rest);
  });
});
