import { describe, expect, it } from 'vitest';
import { brokenEdges } from './broken-edges';

const cause = (runs: boolean, no_mark: boolean, at_temper: boolean) =>
  brokenEdges({ runs, no_mark, at_temper }).cause;

describe('why edges break out', () => {
  it('is water where it crumbles and is not at temper, clay where it is', () => {
    expect([cause(true, false, false), cause(true, true, false)]).toEqual(['too-dry', 'too-dry']);
    expect([cause(true, false, true), cause(true, true, true)]).toEqual([
      'too-little-clay',
      'too-little-clay'
    ]);
  });
  it('is the rammer where it holds and takes no mark, else the knife', () => {
    expect(cause(false, true, true)).toBe('too-hard');
    expect(cause(false, false, true)).toBe('blunt-tool');
  });
  it('always has one thing to do now and one for the next mold', () => {
    for (const runs of [true, false])
      for (const no_mark of [true, false])
        for (const at_temper of [true, false]) {
          const { now, next, why } = brokenEdges({ runs, no_mark, at_temper });
          expect([now, next, why].every((text) => text.length > 20)).toBe(true);
        }
  });
});
