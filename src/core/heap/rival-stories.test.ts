import { describe, expect, it } from 'vitest';
import type { HeapTest } from '$core/bench/heap-test';
import { TARGETS } from '$core/reference/targets';
import type { LedgerEntry } from './entry';
import { believe } from './estimate';
import type { Event } from './kinds';
import { likelyStory, rivalStories } from './rival-stories';
import { believedMass, believedMoisture, type HeapNature } from './state/belief';

const NATURE: HeapNature = {
  system: 'water',
  binder: 'sodium-bentonite',
  targets: TARGETS['sodium-bentonite'],
  container: { cover: 'lid', exposed_area_m2: 0.15 }
};
const DAY_MS = 86_400_000;
const BATCH: Event = {
  kind: 'mixed',
  additions: [part('sand', 27, 0.002, 0), part('binder', 2.9, 0.09, 0.9), part('water', 0.85, 1, 0)]
};
function part(
  role: 'sand' | 'binder' | 'water',
  kg: number,
  moisture_fraction: number,
  active_fraction: number
) {
  const stated = { moisture_stated: true, active_stated: false };
  return { ingredient: role, role, kg, moisture_fraction, active_fraction, ...stated };
}
const oven = (percent: number): Event => ({
  kind: 'tested',
  test: { kind: 'moisture', method: 'oven', pan_g: 100, wet_g: 200, dry_g: 200 - percent, scale_g: 0.1 }
});
const SQUEEZES: Record<2 | 3 | 5, HeapTest> = {
  2: { kind: 'squeeze', holds: true, shrinks: true, breaks: 'crumbles', palm: 'clean', prints: 'blurred' },
  3: { kind: 'squeeze', holds: true, shrinks: true, breaks: 'crisp', palm: 'clean', prints: 'sharp' },
  5: { kind: 'squeeze', holds: false, shrinks: true, breaks: 'bends', palm: 'smeared', prints: 'blurred' }
};
const squeeze = (grade: 2 | 3 | 5): Event => ({ kind: 'tested', test: SQUEEZES[grade] });

/** A ledger by days. */
const ledger = (...days: [day: number, event: Event][]): LedgerEntry[] =>
  days.map(([day, event], id) => ({
    id,
    at: new Date(Date.UTC(2026, 4, 1, 9) + day * DAY_MS + id * 60_000).toISOString(),
    event
  }));
const likely = (entries: LedgerEntry[]) => likelyStory(rivalStories(NATURE, entries));

/** A heap that does as it was told of: it dries a little under its lid, and is in temper where its water says so. */
const honest = ledger(
  [0, BATCH],
  [0, oven(3.5)],
  [0, squeeze(3)],
  [6, oven(3.4)],
  [6, squeeze(3)],
  [12, oven(3.3)],
  [12, squeeze(3)]
);

describe('what was foretold', () => {
  it('of one reading is the logarithm of its chance, blunders among them', () => {
    const before = believe(NATURE, ledger([0, BATCH]));
    const { value, sd } = believedMoisture(before);
    const after = believe(NATURE, ledger([0, BATCH], [0, oven(3.5)]));
    // A drying test of a scoop, by its own doubt: put together from what the estimate moved by.
    const moved = believedMoisture(after);
    const gain = (moved.value - value) / (0.035 - value);
    const spread = sd / Math.sqrt(gain);
    const z = (0.035 - value) / spread;
    const density = Math.exp(-0.5 * z * z) / (spread * Math.sqrt(2 * Math.PI));
    expect(after.foretold).toBeCloseTo(Math.log(density), 1);
    expect(before.foretold).toBe(0);
  });
});

describe('another story than the one that was told', () => {
  it('is not looked for where the readings are as foretold', () => expect(likely(honest)).toBeNull());

  it('is less clay, where sand of the right water is too wet in the hand, again and again', () => {
    const story = likely(
      ledger(
        [0, BATCH],
        [0, oven(3.5)],
        [0, squeeze(5)],
        [6, oven(3.4)],
        [6, squeeze(5)],
        [12, oven(3.3)],
        [12, squeeze(5)]
      )
    );
    expect(story?.suspect).toBe('less-clay');
    expect(story?.stay).toBeNull();
  });

  it('is more clay, where it is too dry in the hand', () => {
    const dry = ledger(
      [0, BATCH],
      [0, oven(4)],
      [0, squeeze(2)],
      [6, oven(3.9)],
      [6, squeeze(2)],
      [12, oven(3.8)],
      [12, squeeze(2)]
    );
    expect(likely(dry)?.suspect).toBe('more-clay');
  });

  it('is a lid left off, where a covered heap lost in four days what an open one does', () => {
    const dried = ledger([0, BATCH], [0, oven(3.5)], [6, oven(3.4)], [12, oven(3.35)], [16, oven(1.6)]);
    const story = likely(dried);
    expect(story?.suspect).toBe('stood-open');
    expect(story!.stay).toEqual({ from: dried[3]!.at, to: dried[4]!.at, container: NATURE.container });
    // Told as it was, the drying test is what was to be expected.
    expect(story!.belief.questioned).toEqual([]);
  });

  it('is sand that is gone, where the same water makes it wetter by more than it should', () => {
    const gone = ledger(
      [0, BATCH],
      [0, oven(3.2)],
      ...[6, 12, 18].flatMap((day): [number, Event][] => [
        [day, oven(2.5)],
        [day, { kind: 'water', kg: 0.3 }],
        // 0.3 kg in 30 kg are 0.97 points, in 20 kg 1.4.
        [day, oven(4)],
        [day, { kind: 'dried', kg: 0.28 }],
        [day, oven(2.5)]
      ])
    );
    const story = likely(gone);
    expect(story?.suspect).toBe('sand-gone');
    expect(believedMass(story!.belief).value).toBeLessThan(26);
  });

  it('is none any more once somebody answered', () => {
    const wet = [
      [0, BATCH],
      [0, oven(3.5)],
      [0, squeeze(5)],
      [6, oven(3.4)],
      [6, squeeze(5)]
    ] as [number, Event][];
    const blue: Event = {
      kind: 'tested',
      test: { kind: 'methylene-blue', standards: [{ active_clay: 0.1, ml: 20 }], ml: 15 }
    };
    const suspects = (entries: LedgerEntry[]) => rivalStories(NATURE, entries).map(({ suspect }) => suspect);
    expect(suspects(ledger(...wet))).toContain('less-clay');
    expect(suspects(ledger(...wet, [6, blue]))).not.toContain('less-clay');
    expect(suspects(ledger(...wet))).toContain('sand-gone');
    expect(suspects(ledger(...wet, [6, { kind: 'weighed', kg: 30 }]))).not.toContain('sand-gone');
    const covered: Event = { kind: 'moved', container: NATURE.container };
    expect(suspects(ledger(...wet))).toContain('stood-open');
    expect(suspects(ledger(...wet.slice(0, 3), [0, covered], ...wet.slice(3)))).not.toContain('stood-open');
  });

  it('of clay that was measured it takes more to doubt it, from a checkpoint on', () => {
    const begun = believe(NATURE, ledger([0, BATCH]));
    const later = ledger([6, oven(3.4)], [6, squeeze(3)]);
    const blue = believe(
      NATURE,
      ledger(
        [0, BATCH],
        [
          0,
          {
            kind: 'tested',
            test: { kind: 'methylene-blue', standards: [{ active_clay: 0.1, ml: 20 }], ml: 18 }
          }
        ]
      )
    );
    const gain = (from: typeof begun) =>
      rivalStories(NATURE, later, from).find(({ suspect }) => suspect === 'less-clay')!.gain;
    expect(gain(blue)).toBeLessThan(gain(begun));
  });

  it('is not looked for in oil-bonded sand', () =>
    expect(rivalStories({ ...NATURE, system: 'oil' }, honest)).toEqual([]));
});
