import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planGating } from '$core/metal/gating-plan';
import { ALLOYS, ALLOY_NAMES, type Alloy } from '$core/reference/alloys';
import { peopleWait } from '$core/reference/heat';
import { afterPour, coolsTo, type PouredInto } from './after-pour';
import { gatingBodies } from './gating-bodies';
import { moldAfterPour } from './mold-after-pour';
import { LEAST_SHUT_S, coolingLimits, opening } from './opening';
import { spreadOf } from './shape';

/** A box in damp sand, and what it is poured of. */
function block(sides_mm: readonly [number, number, number]) {
  const [a, b, c] = sides_mm.map((mm) => mm / 1000) as [number, number, number];
  const area_m2 = 2 * (a * b + b * c + c * a);
  return { volume_m3: a * b * c, area_m2, around: spreadOf(area_m2, [a, b, c]) };
}
const into = (alloy: Alloy, over: Partial<PouredInto> = {}): PouredInto => ({
  alloy: ALLOYS[alloy],
  pour_c: ALLOYS[alloy].pour_c,
  moisture: 0.035,
  binder: 'sodium-bentonite',
  thick_m: 0.07,
  ...over
});
/** All of a mold by itself: a casting of a box, gated as it would be. */
function mold(alloy: Alloy, sides_mm: readonly [number, number, number]) {
  const casting = block(sides_mm);
  const [length, , height] = sides_mm;
  const plan = planGating({
    alloy: ALLOYS[alloy],
    castings_kg: casting.volume_m3 * ALLOYS[alloy].solid_kg_m3,
    castings: 1,
    sprue_m: 0.1,
    casting_m: height / 1000,
    in_cope_m: height / 2000,
    side_m: length / 1000,
    wall_m: Math.min(...sides_mm) / 1000,
    modulus_m: casting.volume_m3 / casting.area_m2,
    gate: 'parting',
    school: 'carved',
    pour_c: ALLOYS[alloy].pour_c
  });
  return { ...into(alloy), castings: [{ ...casting, count: 1 }], gating: gatingBodies(plan) };
}

describe('how a body cools, against runs in three dimensions that were made apart', () => {
  // A cube, a bar and an iron cube in damp sand, frozen by another program: within a tenth.
  it.each([
    ['aluminium', [80, 80, 80], 366, 12.5 * 60],
    ['aluminium', [300, 50, 50], 296, 10 * 60],
    ['iron', [100, 100, 100], 587, 1.8 * 3600]
  ] as const)('%s of %j mm is solid and under 400 °C when it should be', (alloy, sides, solid, cool) => {
    const found = coolsTo(block(sides), into(alloy), [ALLOYS[alloy].solidus_c, 400]).reached_s;
    expect(Math.abs(found[0]! / solid - 1)).toBeLessThan(0.1);
    // Iron's hangs on how much sand lies around it; 70 mm are usual.
    expect(Math.abs(found[1]! / cool - 1)).toBeLessThan(0.1);
  });
  it('an iron cube of 100 mm burns 1.2 kg of sodium bentonite sand, not the 1.8 kg of a plate', () => {
    const burnt = afterPour(block([100, 100, 100]), into('iron'), coolingLimits(ALLOYS.iron)).burnt_kg;
    expect(Math.abs(burnt / 1.2 - 1)).toBeLessThan(0.1);
  });
});

describe('when a mold may be opened', () => {
  it('never before all of it is solid: a coin is after seconds, its basin after more than a minute', () => {
    const coin = mold('zinc-4', [40, 40, 3]);
    const after = moldAfterPour(coin);
    expect(coolsTo(coin.castings[0]!, coin, [381]).reached_s[0]).toBeLessThan(15);
    expect(after.last).toBe('basin');
    expect(after.solid_s).toBeGreaterThan(60);
    expect(after.open_s).toBe(LEAST_SHUT_S);
    expect(after.people_s).toBe(15 * 60);
  });
  it('a thick casting waits for its shake-out temperature, not for 400 °C', () => {
    const cube = into('aluminium');
    const body = block([80, 80, 80]);
    const [solid_s, out_s] = coolsTo(body, cube, [557, 350]).reached_s as number[];
    const run = afterPour(body, cube, coolingLimits(ALLOYS.aluminium));
    const open = opening([{ part: 'casting', body, reached_s: run.reached_s }], cube);
    expect(open.solid_s).toBeCloseTo(solid_s!, 9);
    expect(open.likely_s).toBeCloseTo(out_s!, 9);
    expect(out_s).toBeGreaterThan(coolsTo(body, cube, [557, 400]).reached_s[1]!);
  });
  it('the slow end has hotter metal, less and drier sand, and is what stands', () => {
    const cube = into('aluminium');
    const body = block([80, 80, 80]);
    const { reached_s } = coolsTo(body, cube, coolingLimits(ALLOYS.aluminium));
    const { likely_s, open_s } = opening([{ part: 'casting', body, reached_s }], cube);
    const slow = into('aluminium', { pour_c: 750, thick_m: 0.056, moisture: 0.0175 });
    expect(open_s).toBeCloseTo(coolsTo(body, slow, [557, 350]).reached_s[1]!, 9);
    expect(open_s).toBeGreaterThan(likely_s!);
  });
  it('a riser that feeds is solid after its casting, in every metal', () => {
    for (const alloy of ALLOY_NAMES) {
      const { castings, gating, ...rest } = mold(alloy, [60, 60, 60]);
      const { solidus_c } = ALLOYS[alloy];
      const [casting_s, riser_s] = [castings[0]!, gating.find(({ part }) => part === 'riser')!].map(
        (body) => coolsTo(body, { ...rest, castings, gating } as PouredInto, [solidus_c]).reached_s[0]!
      );
      expect([alloy, riser_s! > casting_s!]).toEqual([alloy, true]);
      expect(moldAfterPour({ ...rest, castings, gating }).last).toBe('riser');
    }
  }, 60_000);
  it('what never cools in three days is not known, and sand that is hot through is not opened', () => {
    const body = { volume_m3: 1, area_m2: 6 };
    const hot = into('iron', { thick_m: 0.01 });
    expect(opening([{ part: 'casting', body, reached_s: [null, null, null] }], hot)).toMatchObject({
      solid_s: null,
      likely_s: null
    });
  });
  it('hotter metal never opens sooner', () => {
    fc.assert(
      fc.property(fc.integer({ min: 690, max: 760 }), fc.integer({ min: 5, max: 40 }), (pour_c, hotter) => {
        const of = (c: number) => moldAfterPour({ ...mold('aluminium', [40, 30, 20]), pour_c: c });
        expect(of(pour_c + hotter).open_s!).toBeGreaterThanOrEqual(of(pour_c).open_s! - 1e-6);
      }),
      { numRuns: 5 }
    );
  });
  it('people wait a quarter of an hour for a coin, half an hour for a skillet, overnight for a bar', () => {
    expect([0.05, 2, 5, 12].map((kg) => peopleWait(kg) / 3600)).toEqual([0.25, 0.5, 3, 12]);
  });
});
