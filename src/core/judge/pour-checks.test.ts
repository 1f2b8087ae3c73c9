import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  CHECK_LEVELS,
  TICKED,
  isReason,
  moldChecks,
  pourChecks,
  pourVerdict,
  withOverrides,
  type MoldBeforePour
} from './pour-checks';

const mold: MoldBeforePour = {
  id: 7,
  moisture: { value: 0.035, sd: 0.002 },
  denied: false,
  wettest: 0.042,
  sand_c: 20,
  closed_h: 1,
  held_kg: 12,
  wants_kg: 8,
  ticked: [...TICKED]
};
const level = (over: Partial<MoldBeforePour>, check: string) =>
  moldChecks({ ...mold, ...over }).find((each) => each.check === check)!.level;
const pour = (over: Partial<Parameters<typeof pourChecks>[0]> = {}) =>
  pourChecks({
    charged_kg: 2,
    wants_kg: 1.9,
    melt_c: 745,
    liquidus_c: 613,
    pour_c: 720,
    most_c: 800,
    ticked: [...TICKED],
    ...over
  });

describe('before a pour', () => {
  it('what nobody looked at is not known, and never go', () => {
    expect(level({ moisture: null }, 'sand-wet')).toBe('not-known');
    // A look that says wet forbids it, whatever the estimate.
    expect(level({ denied: true }, 'sand-wet')).toBe('no-go');
    expect(level({ denied: true, moisture: null }, 'sand-wet')).toBe('no-go');
    expect(level({ closed_h: null }, 'mold-age')).toBe('not-known');
    expect(level({ held_kg: null }, 'hold-down')).toBe('not-known');
    expect(pourVerdict([...moldChecks(mold), ...pour()])).toBe('go');
    expect(pourVerdict(pour({ ticked: [] }))).toBe('not-known');
    expect(pourVerdict(pour({ melt_c: null }))).toBe('not-known');
    expect(pourVerdict(pour({ melt_c: 610 }))).toBe('no-go');
    // Hotter than it bears it takes up gas: as it is let cool, so it is held against that limit.
    expect(pourVerdict(pour({ melt_c: 800 }))).toBe('go');
    expect(pour({ melt_c: 805 }).find(({ check }) => check === 'melt-hot')).toMatchObject({
      level: 'no-go',
      value: 805,
      limit: 800
    });
    expect(pourVerdict(pour({ charged_kg: 1.5 }))).toBe('no-go');
  });
  it('sand is wet where that is likelier than one in three, and looked at from one in seven on', () => {
    const at = (value: number) => level({ moisture: { value, sd: 0.002 }, wettest: 0.042 }, 'sand-wet');
    expect(at(0.0425)).toBe('no-go');
    expect(at(0.0415)).toBe('no-go');
    expect(at(0.0405)).toBe('not-known');
    expect(at(0.039)).toBe('go');
  });
  it('wetter sand never raises the verdict, nor does an older mold, nor a lighter cope', () => {
    const rank = (over: Partial<MoldBeforePour>) =>
      CHECK_LEVELS.indexOf(pourVerdict(moldChecks({ ...mold, ...over })));
    const up = (min: number, max: number) =>
      fc.tuple(fc.double({ min, max, noNaN: true }), fc.double({ min, max, noNaN: true }));
    fc.assert(
      fc.property(up(0.005, 0.12), fc.double({ min: 0.0005, max: 0.02, noNaN: true }), ([a, b], sd) => {
        const [dry, wet] = [Math.min(a, b), Math.max(a, b)];
        expect(rank({ moisture: { value: wet, sd } })).toBeGreaterThanOrEqual(
          rank({ moisture: { value: dry, sd } })
        );
      })
    );
    fc.assert(
      fc.property(up(0, 100), ([a, b]) => {
        const [less, more] = [Math.min(a, b), Math.max(a, b)];
        expect(rank({ closed_h: more })).toBeGreaterThanOrEqual(rank({ closed_h: less }));
        expect(rank({ held_kg: less })).toBeGreaterThanOrEqual(rank({ held_kg: more }));
        expect(rank({ wants_kg: more })).toBeGreaterThanOrEqual(rank({ wants_kg: less }));
      })
    );
  });
  it('wet sand is let by only for a reason that is one', () => {
    const wet = moldChecks({ ...mold, moisture: { value: 0.06, sd: 0.002 } });
    const by = (why: string | undefined) => pourVerdict(withOverrides(wet, () => why));
    expect(by(undefined)).toBe('no-go');
    expect(by('')).toBe('no-go');
    expect(by('ok ok ok')).toBe('no-go');
    expect(by('         \n          ')).toBe('no-go');
    expect(by('skin dried with a torch for ten minutes')).toBe('go');
    expect(isReason('helper', 'alone')).toBe(true);
    expect(isReason('sand-wet', 'alone')).toBe(false);
    // What is right needs none.
    expect(
      withOverrides(moldChecks(mold), () => 'because I say so, and often').every(
        ({ overridden }) => overridden === null
      )
    ).toBe(true);
  });
});
