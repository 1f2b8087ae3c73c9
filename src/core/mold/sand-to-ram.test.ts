import { describe, expect, it } from 'vitest';
import { VERDICT_WORDS, type Verdict } from '../judge/temper-verdict';
import { sandRemarks, type SandToRam } from './sand-to-ram';

const sand = (over: Partial<SandToRam>): SandToRam => ({
  verdict: 'in-temper',
  seen: true,
  says_mud: false,
  total_kg: 29,
  wants_kg: 12,
  back_h: null,
  ...over
});

describe('sand before it is rammed', () => {
  it('in temper, enough and cold: nothing is said', () => {
    expect(sandRemarks(sand({}))).toEqual([]);
    expect(sandRemarks(sand({ verdict: 'probably-in-temper' }))).toEqual([]);
  });
  it.each([
    ['too-wet', 'wet', true],
    ['probably-wet', 'wet', true],
    ['a-little-wet', 'a-little-wet', true],
    ['dry', 'dry', true],
    ['probably-dry', 'a-little-dry', false],
    ['lifeless', 'lifeless', true],
    ['falls-apart', 'falls-apart', true],
    ['too-oily', 'too-oily', true],
    ['not-known', 'not-known', false],
    ['short-of-clay', 'short-of-clay', false]
  ] as const)('%s', (verdict, is, stops) => {
    // Sand that was looked at and is not known yet has a test of its own below.
    expect(sandRemarks(sand({ verdict, seen: verdict !== 'not-known' }))).toEqual([{ is, stops }]);
  });
  it('a look that says mud stops it, whatever the estimate says, and never beside a verdict that says otherwise', () => {
    expect(sandRemarks(sand({ says_mud: true, verdict: 'too-wet' }))).toEqual([{ is: 'wet', stops: true }]);
    for (const verdict of ['in-temper', 'probably-in-temper', 'dry', 'not-known'] as const)
      expect(sandRemarks(sand({ says_mud: true, verdict }))).toEqual([{ is: 'unsettled', stops: true }]);
  });
  it('too little of it stops, by what is lacking; an empty heap too', () => {
    expect(sandRemarks(sand({ total_kg: 9.5 }))).toEqual([{ is: 'short', stops: true, short_kg: 2.5 }]);
    expect(sandRemarks(sand({ verdict: 'empty', total_kg: 0 }))).toEqual([
      { is: 'short', stops: true, short_kg: 12 }
    ]);
    expect(sandRemarks(sand({ total_kg: 9.5, wants_kg: null }))).toEqual([]);
  });
  it('out of a hot mold it is felt for four hours; what stops stands first', () => {
    expect(sandRemarks(sand({ back_h: 3.9 }))).toEqual([{ is: 'warm', stops: false }]);
    expect(sandRemarks(sand({ back_h: 4.1 }))).toEqual([]);
    expect(
      sandRemarks(sand({ back_h: 1, verdict: 'not-known', seen: false, total_kg: 1 })).map(({ is }) => is)
    ).toEqual(['short', 'not-known', 'warm']);
  });
  it('sand whose looks disagree is not said to be unlooked at', () => {
    expect(sandRemarks(sand({ verdict: 'not-known' }))).toEqual([{ is: 'unsettled', stops: false }]);
  });
  it('every verdict that forbids a pour stops the ramming before it', () => {
    const forbidden: Verdict[] = ['too-wet', 'probably-wet', 'too-oily', 'falls-apart', 'lifeless'];
    for (const verdict of Object.keys(VERDICT_WORDS) as Verdict[])
      if (forbidden.includes(verdict)) expect(sandRemarks(sand({ verdict }))[0]?.stops, verdict).toBe(true);
  });
});
