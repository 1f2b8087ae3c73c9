import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALLOYS } from '$core/reference/alloys';
import type { Flask } from './flask';
import type { RiserKind } from '../metal/riser';
import { gatingFor, moldToGate, usualGating } from './mold-gating';
import { castingBoxes, judgeFlask, outlineMass, type CastingOutline } from './judge-flask';

const flask: Flask = { shape: 'rectangular', length_m: 0.35, width_m: 0.25, cope_m: 0.09, drag_m: 0.07 };
const bare = { cope_kg: null, drag_kg: null, wall: 'plain' as const, bars: false };
const sand = { density_kg_m3: 1600, green: null };
const plate: CastingOutline = {
  length_m: 0.18,
  width_m: 0.12,
  height_m: 0.02,
  lies: 'drag',
  kg: 1.2,
  count: 1
};

describe('a flask for some castings', () => {
  it('half of a box is taken for metal while nobody weighed it', () => {
    expect(outlineMass(plate, 'aluminium')).toBe(1.2);
    expect(outlineMass({ ...plate, kg: undefined }, 'aluminium')).toBeCloseTo(0.5 * 0.000432 * 2680, 9);
    expect(castingBoxes({ ...plate, lies: 'split', count: 3 }, 'aluminium')).toHaveLength(3);
    expect(castingBoxes({ ...plate, lies: 'split' }, 'aluminium')[0]).toMatchObject({
      above_m: 0.01,
      below_m: 0.01
    });
  });
  it('sand and metal fill it: what is lifted is all that lies in it', () => {
    const judged = judgeFlask(
      castingBoxes(plate, 'aluminium'),
      'aluminium',
      flask,
      { ...bare, cope_kg: 2, drag_kg: 1.8 },
      sand
    );
    expect(judged.fit.fits).toBe(true);
    // Castings and the way in that they are poured through, which the pour page sizes.
    const { gating_kg } = usualGating(castingBoxes(plate, 'aluminium'), ALLOYS.aluminium, flask)!;
    const metal_kg = 1.2 + gating_kg;
    expect(judged.metal_kg).toBeCloseTo(metal_kg, 9);
    const inside = 0.35 * 0.25 * 0.16;
    expect(judged.demand!.sand_kg).toBeCloseTo((inside - metal_kg / 2680) * 1600, 9);
    expect(judged.lifts.map(({ what }) => what)).toEqual(['drag', 'cope', 'closed', 'poured']);
    expect(judged.lifts[2]!.kg).toBeCloseTo(judged.demand!.sand_kg + 3.8, 9);
    expect(judged.lifts[3]!.kg - judged.lifts[2]!.kg).toBeCloseTo(metal_kg, 9);
    // 18 × 12 cm under 90 mm of head, as liquid aluminium.
    expect(judged.cope_lift!.lift_kg).toBeCloseTo(0.0216 * 0.09 * 2400, 9);
    const above = judgeFlask(
      castingBoxes({ ...plate, lies: 'cope' }, 'aluminium'),
      'aluminium',
      flask,
      bare,
      sand
    );
    expect(above.cope_lift!.lift_kg).toBeCloseTo(0.0216 * 0.07 * 2400, 9);
    expect(judged.drop_out).toBeNull();
  });
  it('metal under sand lifts the cope over a blind riser too, and not over one that is open', () => {
    const boxes = castingBoxes({ ...plate, height_m: 0.04 }, 'aluminium');
    const gate = moldToGate(boxes, ALLOYS.aluminium, flask);
    const lift = (riser_stands: RiserKind) => {
      const way = gatingFor(gate, { riser_m: 0.03, riser_stands })!;
      return judgeFlask(boxes, 'aluminium', flask, bare, sand, 0, way).cope_lift!.lift_kg;
    };
    // 30 mm across and 45 mm high: 45 mm of head over it.
    const more_kg = (Math.PI / 4) * 0.03 ** 2 * 0.045 * 2400;
    expect(lift('blind') - lift('beside')).toBeCloseTo(more_kg, 9);
    expect(lift('on-top')).toBeCloseTo(lift('beside'), 9);
  });
  it('says what falls short, and gives no sand where the pattern is more than the flask', () => {
    const large = castingBoxes({ ...plate, length_m: 0.34, kg: 4 }, 'tin-bronze');
    const judged = judgeFlask(large, 'tin-bronze', flask, bare, {
      density_kg_m3: 1600,
      green: { least_pa: 80e3, most_pa: 80e3, measured: true }
    });
    expect(judged.fit.short.map(({ side }) => side)).toContain('length');
    expect(judged.drop_out!.ratio).toBeGreaterThan(1);
    const block = castingBoxes({ ...plate, kg: 60 }, 'aluminium');
    expect(judgeFlask(block, 'aluminium', flask, bare, sand)).toMatchObject({ demand: null, lifts: [] });
  });
  it('one casting more never takes more sand, nor weighs less once it is poured', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.double({ min: 0.05, max: 1.5, noNaN: true }),
        (count, kg) => {
          const of = (n: number) =>
            judgeFlask(castingBoxes({ ...plate, kg, count: n }, 'aluminium'), 'aluminium', flask, bare, sand);
          const [few, more] = [of(count), of(count + 1)];
          if (!few.demand || !more.demand) return;
          expect(more.demand.sand_kg).toBeLessThan(few.demand.sand_kg);
          expect(more.lifts[3]!.kg).toBeGreaterThan(few.lifts[3]!.kg);
          expect(more.cope_lift!.lift_kg).toBeGreaterThan(few.cope_lift!.lift_kg);
        }
      )
    );
  });
});
