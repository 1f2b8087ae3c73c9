import { describe, expect, it } from 'vitest';
import { castingOf, wrongCount, wrongLength } from './given-casting';

describe('a casting that an address gives', () => {
  it('is read in the reader’s units, and left open where nothing is said', () => {
    const given = castingOf({ length: '180', width: '4 3/4 in', height: 'x', lies: 'split' }, 'metric');
    expect(given.length).toEqual({ text: '180', si: expect.closeTo(0.18, 9) as number });
    expect(given.width.si).toBeCloseTo(0.12065, 6);
    expect(given.height).toEqual({ text: 'x', si: undefined });
    expect(given).toMatchObject({ lies: 'split', metal: 'aluminium', count: { si: 1 }, mass: { text: '' } });
    expect(castingOf({ length: '7' }, 'us').length.si).toBeCloseTo(0.1778, 9);
    expect(castingOf({ lies: 'upside down' }, 'us').lies).toBe('drag');
  });
  it('says what cannot be at its field', () => {
    const si = (si: number | undefined) => ({ text: '', si });
    expect([undefined, 0.18, 2].map((m) => wrongLength(si(m)))).toEqual([undefined, undefined, undefined]);
    expect([0, -0.1, 2.1].every((m) => wrongLength(si(m)))).toBe(true);
    expect([undefined, 1, 50].map((n) => wrongCount(si(n)))).toEqual([undefined, undefined, undefined]);
    expect([0, 51, 1.5].every((n) => wrongCount(si(n)))).toBe(true);
    expect(castingOf({ metal: 'unobtainium' }, 'metric').metal).toBe('aluminium');
  });
});
