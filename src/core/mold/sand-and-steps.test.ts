import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { barPlaces } from './bars';
import { castingOf } from './casting';
import { cutList } from './cut-list';
import { facingVolume } from './facing';
import { leastFlask } from './fit';
import type { Flask } from './flask';
import { judgeFlask, solidsOf } from './judge-flask';
import { BREAKAGE_NAMES, layersOf, likelyBreakages, rammingSteps } from './ramming-steps';

const flask: Flask = { shape: 'rectangular', length_m: 0.35, width_m: 0.25, cope_m: 0.09, drag_m: 0.07 };
const box = { length_m: 0.12, width_m: 0.08, above_m: 0, below_m: 0.02, kg: 0.4 };

describe('a pattern’s casting', () => {
  it('is as heavy as its volume, less what it shrinks; by its box where nobody knows', () => {
    const pattern = {
      length_mm: 120,
      width_mm: 80,
      height_mm: 20,
      above_mm: 5,
      volume_l: 0.1,
      footprint_mm: null
    };
    const casting = castingOf(pattern, 'aluminium');
    expect(casting.kg).toBeCloseTo(0.1 * 2.68 * 0.987 ** 3, 9);
    expect([casting.above_m, casting.below_m]).toEqual([0.005, 0.015]);
    expect(castingOf({ ...pattern, volume_l: null }, 'aluminium').kg).toBeCloseTo(0.5 * 0.192 * 2.68, 9);
    const measured = castingOf({ ...pattern, projected_cm2: 80, cope_share: 0.4 }, 'aluminium');
    expect(measured).toMatchObject({ projected_m2: 0.008, cope_share: 0.4 });
    expect(solidsOf([measured], 'aluminium', null).drag_m3 / (casting.kg / 2680)).toBeCloseTo(0.6, 9);
  });
});

describe('facing and backing', () => {
  it('facing lies over the pattern in both halves; with the backing it is all of the sand', () => {
    const judged = judgeFlask(
      [box],
      'aluminium',
      flask,
      { cope_kg: null, drag_kg: null, wall: 'plain', bars: false },
      { density_kg_m3: 1600, green: null }
    );
    const { demand, facing } = judged;
    expect(facing!.drag_kg).toBeGreaterThan(0);
    expect(facing!.cope_kg + facing!.drag_kg).toBeLessThan(demand!.sand_kg);
    // A flat-backed pattern: over it a finger of sand in the cope, about it and under it one in the drag.
    const solids = { cope_m3: 0, drag_m3: 1e-4 };
    const faced = facingVolume([box], flask, solids);
    expect(faced.cope_m3).toBeCloseTo(0.16 * 0.12 * 0.02, 12);
    expect(faced.drag_m3).toBeCloseTo(0.16 * 0.12 * 0.04 - 1e-4, 12);
  });
  it('is never more than the flask holds', () => {
    const size = fc.double({ min: 0.01, max: 0.6, noNaN: true });
    fc.assert(
      fc.property(size, size, size, (l, w, h) => {
        const faced = facingVolume([{ ...box, length_m: l, width_m: w, below_m: h }], flask, {
          cope_m3: 0,
          drag_m3: 0
        });
        expect(faced.cope_m3).toBeLessThanOrEqual(0.35 * 0.25 * 0.09 + 1e-12);
        expect(faced.drag_m3).toBeLessThanOrEqual(0.35 * 0.25 * 0.07 + 1e-12);
      })
    );
  });
});

describe('lift', () => {
  it('metal pushes over the runners too, and over a shadow where it is known', () => {
    const own = { cope_kg: 0, drag_kg: 0, wall: 'plain' as const, bars: false };
    const sand = { density_kg_m3: 1600, green: null };
    const lift = (casting: object, runner = 0) =>
      judgeFlask([{ ...box, ...casting }], 'aluminium', flask, own, sand, runner).cope_lift!.lift_kg;
    expect(lift({})).toBeCloseTo(0.12 * 0.08 * 0.09 * 2400, 9);
    expect(lift({ projected_m2: 0.005 })).toBeCloseTo(0.005 * 0.09 * 2400, 9);
    expect(lift({}, 0.001) - lift({})).toBeCloseTo(0.001 * 0.09 * 2400, 9);
  });
});

describe('cut list', () => {
  it('is rounded up to what one cuts, and holds the castings that it is for', () => {
    const least = leastFlask([box], 'aluminium');
    const { inside, pieces, pins, clamps } = cutList(least, 2);
    for (const side of ['length_m', 'width_m', 'cope_m', 'drag_m'] as const) {
      expect(inside[side]).toBeGreaterThanOrEqual(least[side] - 1e-9);
      expect(inside[side] - least[side]).toBeLessThan(0.005);
    }
    const sides = pieces.find(({ what }) => what === 'cope side')!;
    expect(sides.length_m).toBeCloseTo(inside.length_m + 0.04, 9);
    expect(pieces.find(({ what }) => what === 'bar')!.count).toBe(2);
    expect(pins).toBe(2);
    expect(clamps).toBe(2);
    expect(cutList({ length_m: 0.6, width_m: 0.3, cope_m: 0.1, drag_m: 0.1 }, 0).clamps).toBe(4);
    expect(cutList({ length_m: 0.6, width_m: 0.3, cope_m: 0.1, drag_m: 0.1 }, 0).inside.length_m).toBeCloseTo(
      0.6,
      12
    );
  });
});

describe('bars', () => {
  it('leave no span above 150 mm, and keep off the sprue; a small cope has none', () => {
    const wide: Flask = { ...flask, length_m: 0.5, width_m: 0.35 };
    const places = barPlaces(wide, null);
    const edges = [-0.25, ...places, 0.25];
    edges.slice(1).forEach((x, i) => expect(x - edges[i]!).toBeLessThanOrEqual(0.15 + 1e-9));
    expect(barPlaces(flask, 0)).toEqual([]);
    for (const x of barPlaces(wide, places[1]!))
      expect(Math.abs(x - places[1]!)).toBeGreaterThanOrEqual(0.02);
  });
});

describe('steps of ramming', () => {
  const kinds = (over: object) =>
    rammingSteps({
      cope_m: 0.1,
      drag_m: 0.07,
      lies: 'flat',
      bedding: 'bed-in',
      carried_over: false,
      facing: false,
      washed: false,
      rap: 'before-cope',
      ...over
    }).map(({ kind }) => kind);
  it('a mold for iron is washed once its gates are cut, before it is closed; one of foam with its foam', () => {
    expect(kinds({})).not.toContain('wash');
    const washed = kinds({ washed: true });
    expect(washed.slice(washed.indexOf('gates'))).toEqual(['gates', 'wash', 'trial-close', 'close']);
    expect(kinds({ washed: true, lies: 'left-in' })).not.toContain('wash');
  });
  it('chills go against the pattern before sand does, in the half that they lie in', () => {
    expect(kinds({}).filter((kind) => kind.startsWith('chill'))).toEqual([]);
    const both = kinds({ chilled: ['drag', 'cope'], facing: true });
    expect(both.slice(both.indexOf('chill-drag')).slice(0, 3)).toEqual([
      'chill-drag',
      'face-drag',
      'ram-drag'
    ]);
    expect(both.slice(both.indexOf('chill-cope')).slice(0, 3)).toEqual([
      'chill-cope',
      'face-cope',
      'ram-cope'
    ]);
    // Bedded in, the pattern is pressed onto its chills: that step says so.
    const bedded = { lies: 'up-in-cope', chilled: ['drag'] };
    expect(kinds(bedded)).not.toContain('chill-drag');
    expect(kinds({ ...bedded, bedding: 'cope-down' })).toContain('chill-drag');
  });
  it('go in layers of at most 55 mm, with facing only where there is some, rapped once', () => {
    expect([0.05, 0.055, 0.056, 0.12].map(layersOf)).toEqual([1, 1, 2, 3]);
    expect(kinds({})).not.toContain('face-drag');
    expect(kinds({ facing: true })).toEqual(expect.arrayContaining(['face-drag', 'face-cope']));
    expect(kinds({}).filter((kind) => kind.startsWith('rap'))).toEqual(['rap-first']);
    const after = kinds({ rap: 'after-cope' });
    expect(after.indexOf('rap-last')).toBeGreaterThan(after.indexOf('lift-cope'));
    expect(kinds({}).indexOf('strike-drag')).toBeLessThan(kinds({}).indexOf('roll-over'));
    expect(kinds({}).at(-1)).toBe('close');
  });
  it('a pattern that no board carries is bedded in, or carried by a false cope, and coped down', () => {
    const up = { lies: 'up-in-cope' } as const;
    expect(kinds({ ...up }).slice(0, 6)).toEqual([
      'ram-drag',
      'strike-drag',
      'bed-in',
      'cope-down',
      'rap-first',
      'dust-parting'
    ]);
    const carried = kinds({ ...up, bedding: 'false-cope' });
    expect(carried.slice(0, 2)).toEqual(['false-cope', 'dust-drag']);
    expect(carried.slice(carried.indexOf('roll-over'), carried.indexOf('roll-over') + 3)).toEqual([
      'roll-over',
      'off-false-cope',
      'cope-down'
    ]);
    const cut = kinds({ ...up, bedding: 'cope-down' });
    expect(cut[0]).toBe('board');
    expect(cut.indexOf('cope-down')).toBe(cut.indexOf('blow-out') + 1);
    for (const bedding of ['bed-in', 'false-cope', 'cope-down'])
      for (const needed of ['ram-drag', 'strike-drag', 'ram-cope', 'lift-cope', 'draw', 'close'])
        expect(kinds({ ...up, bedding }), bedding).toContain(needed);
  });
  it('foam is never dusted, rapped or drawn, and its mold is never lifted open', () => {
    const foam = kinds({ lies: 'left-in', rap: 'after-cope' });
    expect(foam).toEqual([
      'foam',
      'board',
      'ram-drag',
      'butt-drag',
      'strike-drag',
      'roll-over',
      'blow-out',
      'cope-on',
      'sprue-pin',
      'ram-cope',
      'butt-cope',
      'strike-cope',
      'vent',
      'basin',
      'close'
    ]);
  });
  it('a plate is the board and the parting of both halves: nothing is blown clean, coped down or carried over', () => {
    const plate = kinds({ lies: 'on-plate' });
    for (const kind of ['blow-out', 'cope-down', 'bed-in', 'carry-over', 'false-cope'] as const)
      expect(plate).not.toContain(kind);
    expect(plate.slice(0, 2)).toEqual(['board', 'dust-drag']);
    expect(plate.indexOf('roll-over')).toBeLessThan(plate.indexOf('dust-parting'));
    expect(plate.indexOf('lift-cope')).toBeLessThan(plate.indexOf('draw'));
  });

  it('what a split pattern carries over is marked before its cope is on; nothing of this is done of a flat one', () => {
    const split = kinds({ lies: 'split', carried_over: true });
    expect(split.indexOf('carry-over')).toBeLessThan(split.indexOf('cope-on'));
    expect(split.indexOf('carry-over')).toBeGreaterThan(split.indexOf('roll-over'));
    for (const step of ['foam', 'false-cope', 'off-false-cope', 'bed-in', 'cope-down', 'carry-over'])
      expect(kinds({ carried_over: true })).not.toContain(step);
  });

  it('a broken mold is explained by what is known of the day', () => {
    const unknown = { moisture: null, draft: null, coats_drying: false, drop_out: null };
    expect(likelyBreakages({ ...unknown, moisture: 'dry' })[0]).toBe('too-dry');
    expect(likelyBreakages({ ...unknown, moisture: 'wet' })[0]).toBe('too-wet');
    expect(likelyBreakages({ ...unknown, moisture: 'in', draft: true })[0]).toBe('no-draft');
    expect(likelyBreakages({ ...unknown, moisture: 'in', draft: false, coats_drying: true })[0]).toBe(
      'rough'
    );
    expect(likelyBreakages({ ...unknown, moisture: 'in', draft: false, drop_out: 0.6 })[0]).toBe(
      'cope-dropped'
    );
    expect([...likelyBreakages(unknown)].sort()).toEqual([...BREAKAGE_NAMES].sort());
  });
});
