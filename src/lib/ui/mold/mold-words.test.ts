import { describe, expect, it } from 'vitest';
import { rammingSteps } from '$core/mold/ramming-steps';
import { gatingFor } from '$core/mold/mold-gating';
import { ALLOYS } from '$core/reference/alloys';
import { stepWords } from './mold-words';

/** What the steps of a mold say, in their order. */
function said(filter: string | null): string[] {
  const way = gatingFor({
    alloy: ALLOYS.iron,
    castings_kg: 1,
    castings: 1,
    sprue_m: 0.1,
    casting_m: 0.03,
    in_cope_m: 0,
    side_m: 0.1,
    wall_m: 0.01,
    modulus_m: 0.006,
    gate: 'parting',
    school: 'carved',
    pour_c: 1380
  });
  return rammingSteps({
    cope_m: 0.1,
    drag_m: 0.08,
    lies: 'flat',
    bedding: 'bed-in',
    carried_over: false,
    facing: false,
    washed: filter !== null,
    rap: 'before-cope'
  }).map(
    (step) =>
      stepWords(step, {
        dust: 'cornstarch',
        bars: false,
        lies: 'flat',
        bedding: 'bed-in',
        carry_over: [],
        facing: false,
        length: (m) => `${Math.round(m * 1000)} mm`,
        way,
        filter,
        holds: null
      }).text
  );
}

describe('what the steps of a mold say', () => {
  it('a filter gets its seat before the wash, and goes in after it: wash would close its holes', () => {
    const steps = said('258 mm²');
    const seat = steps.findIndex((text) => text.includes('258 mm² of open holes'));
    const wash = steps.findIndex((text) => text.includes('mold wash'));
    const set = steps.findIndex((text) => text.endsWith('Then set the filter.'));
    expect(seat).toBeGreaterThan(0);
    expect(steps[seat]).toMatch(/take the filter out again/);
    expect(wash).toBeGreaterThan(seat);
    expect(set).toBe(wash);
  });
  it('no torch is laid on oil; without a filter nothing is said of one', () => {
    expect(said('258 mm²').find((text) => text.includes('torch'))).toContain('No torch on oil-bonded sand');
    expect(said(null).join(' ')).not.toMatch(/filter|wash/);
  });
});
