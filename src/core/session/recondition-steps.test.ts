import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MULLING_WAYS, mullingTime, reconditionSteps, type SandToRecondition } from './recondition-steps';

const sand: SandToRecondition = {
  system: 'water',
  kg: 25,
  hot: true,
  cools_s: 3600,
  rubbish: false,
  facing: true,
  discard_kg: 1.2,
  dry_kg: 0.9,
  water_kg: 0.6,
  oil_kg: 0,
  splashes: 3,
  way: 'foot'
};
const kinds = (over: Partial<SandToRecondition>) =>
  reconditionSteps({ ...sand, ...over }).map(({ kind }) => kind);

describe('putting sand right after a pour', () => {
  it('goes in the shop’s order, with what is not asked of it left out', () => {
    expect(kinds({})).toEqual(
      'cool sort break magnet riddle riddle-fine discard spread dose-dry mix-dry splash splash splash mull rest riddle-again test'.split(
        ' '
      )
    );
    expect(kinds({ hot: false, facing: false, discard_kg: 0, dry_kg: 0, water_kg: 0 })).toEqual(
      'sort break magnet riddle mull rest riddle-again test'.split(' ')
    );
  });
  it('oil takes no water and no rest, and resin crumbs are picked out first', () => {
    const oil = kinds({ system: 'oil', oil_kg: 0.1, rubbish: true });
    expect(oil).toContain('oil');
    expect(oil).not.toContain('splash');
    expect(oil).not.toContain('rest');
    expect(oil.indexOf('rubbish')).toBeLessThan(oil.indexOf('riddle'));
  });
  it('splashes make up the water; mulling takes longer the more there is, whatever it is done by', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 120, noNaN: true }),
        fc.integer({ min: 1, max: 6 }),
        (kg, splashes) => {
          const water = reconditionSteps({ ...sand, kg, splashes }).filter(({ kind }) => kind === 'splash');
          expect(water.reduce((sum, each) => sum + each.kg!, 0)).toBeCloseTo(0.6, 9);
          for (const way of MULLING_WAYS)
            expect(mullingTime(kg * 1.5, way)).toBeGreaterThan(mullingTime(kg, way));
        }
      )
    );
  });
});
