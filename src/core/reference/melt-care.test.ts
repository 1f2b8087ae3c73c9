import { describe, expect, it } from 'vitest';
import { ALLOY_NAMES } from './alloys';
import { FUMES_ZINC, HOLDS_LEAD, familyOf, meltCare } from './melt-care';

describe('care of a melt', () => {
  it('every alloy with zinc in it fumes, red brass holds lead, nothing else is called so', () => {
    expect([...FUMES_ZINC].sort()).toEqual(['red-brass', 'yellow-brass', 'zinc-12', 'zinc-27', 'zinc-4']);
    expect(HOLDS_LEAD).toEqual(['red-brass']);
  });
  it('begins with a slow dry crucible and ends with skimming and an empty one, whatever the metal', () => {
    for (const alloy of ALLOY_NAMES) {
      const care = meltCare(alloy);
      expect(care[0], alloy).toMatch(/slowly.*damp/);
      expect(care.at(-2), alloy).toMatch(/^Skim just before you pour/);
      expect(care.at(-1), alloy).toMatch(/Never let it freeze in the crucible/);
      expect(new Set(care).size, alloy).toBe(care.length);
    }
  });
  it('tells light metals of hydrogen, zinc of its smoke, and copper of none of these', () => {
    expect(meltCare('aluminium').join(' ')).toMatch(/hydrogen/);
    expect(meltCare('zinc-12').join(' ')).toMatch(/white smoke/);
    expect(meltCare('copper').join(' ')).not.toMatch(/hydrogen|white smoke/);
    expect(familyOf('aluminium-wrought')).toBe('light');
    expect(familyOf('pewter')).toBe('tin');
  });
});
