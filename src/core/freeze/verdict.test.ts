import { describe, expect, it } from 'vitest';
import type { HotSpot, RiserVerdict } from './mold-freezing';
import { feeds, feedsSurely, hollowText, riserWords } from './verdict';

const spot: HotSpot = {
  x_m: 0,
  y_m: 0,
  z_m: 0,
  casting: 0,
  solid_s: 140,
  cut_off_s: 61,
  liquid_m3: 7.3e-6,
  chill: { x_m: 0, y_m: 0, half: 'drag' },
  hollow_m3: 0.4e-6
};
const says = (riser: RiserVerdict, hot_spots: HotSpot[] = []) => riserWords({ riser, hot_spots }, 'metric');

describe('what is said of a riser', () => {
  it('that it feeds, and where its margin is less than the estimate is good for, that it only just does', () => {
    expect(says({ is: 'feeds', longer_s: 30, casting_s: 120 })).toEqual({
      says: 'The riser feeds',
      why: 'It stays liquid 30 s longer than the casting and is joined to it until then.'
    });
    const narrow = says({ is: 'feeds', longer_s: 2, casting_s: 135 });
    expect(narrow.says).toBe('The riser just feeds');
    expect(narrow.why).toContain('A wider one is safer.');
    // The cells are good to a fiftieth: of 135 s that is 2.7.
    expect(feedsSurely({ is: 'feeds', longer_s: 2.6, casting_s: 135 })).toBe(false);
    expect(feedsSurely({ is: 'feeds', longer_s: 2.8, casting_s: 135 })).toBe(true);
    expect(feedsSurely({ is: 'none' })).toBe(false);
  });
  it('why it does not: frozen first, cut off, too little; and what goes missing without one', () => {
    expect(says({ is: 'freezes-first', riser_s: 60, casting_s: 80 }).why).toBe(
      'It is solid after 60 s, the casting after 80 s: make it wider.'
    );
    expect(says({ is: 'cut-off', from_s: 61, liquid_m3: 7.3e-6 }, [spot]).why).toBe(
      'After 61 s nothing feeds 7.3\u202fcm³ that is still liquid: about 0.4\u202fcm³ goes missing there, as a sunk face or a hollow.'
    );
    expect(says({ is: 'too-little', asks_m3: 12e-6, gives_m3: 9e-6 }).why).toContain(
      'can give 9\u202fcm³ and 12\u202fcm³ shrinks away'
    );
    expect(says({ is: 'none' }).says).toBe('It feeds itself');
    expect(says({ is: 'none' }, [spot]).says).toBe('Nothing feeds the last of it');
  });
  it('feeds is yes, no, or nothing to say; a small hollow is no nothing in inches', () => {
    expect([feeds({ is: 'none' }), feeds({ is: 'feeds', longer_s: 1, casting_s: 2 })]).toEqual([null, true]);
    expect(feeds({ is: 'cut-off', from_s: 1, liquid_m3: 1 })).toBe(false);
    expect(hollowText(1.2e-6, 'metric')).toBe('1.2\u202fcm³');
    expect(hollowText(1.2e-6, 'us')).toBe('0.073\u202fin³');
  });
});
