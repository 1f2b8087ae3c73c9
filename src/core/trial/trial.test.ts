import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seeded } from '$core/judge/seeded';
import { answerSoFar, type PairResult, type Question } from './answer';
import { drawLot } from './lot';
import { chanceByLot } from './randomization-test';
import { madeUpTrial, powerOf, trialSize } from './size';

describe('chanceByLot', () => {
  it.each<[number[], number]>([
    [[1, 1, 1, 1, 1], 1 / 32],
    [[3, 2, 1], 1 / 8],
    // Of 3, 2 and 1 with signs, 4, 6 come to 4 or more: two ways of eight.
    [[3, 2, -1], 2 / 8],
    // What came out even tells nothing either way.
    [[1, 0, 1, 0], 1 / 4],
    [[0, 0, 0], 1],
    [[-1, -1], 1]
  ])('%j → %d', (differences, chance) => expect(chanceByLot(differences)).toBe(chance));

  it('of Darwin’s maize, 15 pairs crossed and selfed in eighths of an inch, is what Fisher counted: 863 ways of 32,768', () => {
    const maize = [49, -67, 8, 16, 6, 23, 28, 41, 14, 29, 56, 24, 75, 60, -48];
    expect(chanceByLot(maize)).toBe(863 / 32_768);
  });

  it('is the same in any order, and of all ways together with their mirror one and what is tied', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -9, max: 9 }), { minLength: 1, maxLength: 10 }), (of) => {
        const chance = chanceByLot(of);
        expect(chanceByLot([...of].reverse())).toBe(chance);
        expect(chance + chanceByLot(of.map((each) => -each))).toBeGreaterThanOrEqual(1);
      })
    ));

  it('refuses more pairs than can be gone through', () =>
    expect(() => chanceByLot(Array.from({ length: 17 }, () => 1))).toThrow(RangeError));
});

const graded: Question = { outcome: 'grade', better: 'higher', worth: 1, pairs: 8 };
const pairs = (...of: [number, number][]): PairResult[] =>
  of.map(([as_now, otherwise]) => ({ as_now, otherwise }));
const repeated = (n: number, pair: [number, number]) => pairs(...Array.from({ length: n }, () => pair));

describe('answerSoFar', () => {
  it('says nothing of fewer than five pairs', () => {
    expect(answerSoFar(graded, [])).toMatchObject({ pairs: 0, gain: null, low: null, says: 'go-on' });
    expect(answerSoFar(graded, repeated(4, [1, 5])).says).toBe('go-on');
  });

  it('says yes early only where chance would do so less than once in two hundred', () => {
    expect(answerSoFar(graded, repeated(7, [2, 4]))).toMatchObject({ by_chance: 1 / 128, says: 'go-on' });
    expect(answerSoFar({ ...graded, pairs: 12 }, repeated(8, [2, 4])).says).toBe('yes');
  });

  it('says yes with the last pair at the limit that is left', () => {
    const five = { ...graded, pairs: 5 };
    expect(answerSoFar(five, repeated(5, [2, 3]))).toMatchObject({ by_chance: 1 / 32, gain: 1, says: 'yes' });
    const six = answerSoFar({ ...graded, pairs: 6 }, [...repeated(5, [2, 3]), ...pairs([3, 2])]);
    // 7 ways of 64 come to four or more.
    expect(six.by_chance).toBe(7 / 64);
    expect(six.says).not.toBe('yes');
  });

  it('knows which way is better', () => {
    const smoke: Question = { outcome: 'figure', better: 'lower', worth: 0.1, pairs: 5 };
    expect(answerSoFar(smoke, repeated(5, [0.8, 0.5]))).toMatchObject({
      gain: expect.closeTo(0.3, 12) as number,
      says: 'yes'
    });
    expect(answerSoFar({ ...smoke, better: 'higher' }, repeated(5, [0.8, 0.5])).says).toBe('no');
  });

  it('says no where the difference stays under what is worth having, by Student’s interval', () => {
    // Mean 0.1, sd 0.2 (n − 1): 0.1 ± 2.132 · 0.2/√5.
    const gains = [-0.1, 0.3, 0.3, -0.1, 0.1];
    const question: Question = { outcome: 'figure', better: 'higher', worth: 0.5, pairs: 5 };
    const answer = answerSoFar(
      question,
      gains.map((otherwise) => ({ as_now: 0, otherwise }))
    );
    expect(answer.low).toBeCloseTo(0.1 - 2.132 * (0.2 / Math.sqrt(5)), 10);
    expect(answer.high).toBeCloseTo(0.1 + 2.132 * (0.2 / Math.sqrt(5)), 10);
    expect(answer.says).toBe('no');
    // With a pair to come, 3.747 standard errors count: 0.1 + 0.335 stays below 0.5, too, and not below 0.4.
    const more = { ...question, pairs: 9 };
    const results = gains.map((otherwise) => ({ as_now: 0, otherwise }));
    expect(answerSoFar(more, results).says).toBe('no');
    expect(answerSoFar({ ...more, worth: 0.4 }, results).says).toBe('go-on');
  });

  it('of a fault takes five pairs without it for no certainty', () => {
    const fault: Question = { outcome: 'fault', better: 'lower', worth: 0.4, pairs: 5 };
    const answer = answerSoFar(fault, repeated(5, [0, 0]));
    // Half a mold is added to each side: 0 ± 1.6449 · √1/7.
    expect(answer.high).toBeCloseTo(1.6449 / 7, 10);
    expect(answerSoFar({ ...fault, worth: 0.2 }, repeated(5, [0, 0])).says).toBe('not-told');
  });

  it('ends: with all pairs in it never goes on', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 5 })), {
          minLength: 5,
          maxLength: 12
        }),
        (of) => {
          expect(answerSoFar({ ...graded, pairs: of.length }, pairs(...of)).says).not.toBe('go-on');
        }
      )
    ));
});

describe('drawLot', () => {
  it('gives each pair one of both, as the coin falls', () => {
    const falls = [true, false, true];
    expect(drawLot(3, () => falls.shift()!)).toEqual([
      'otherwise',
      'as-now',
      'as-now',
      'otherwise',
      'otherwise',
      'as-now'
    ]);
  });
});

describe('a trial that was planned', () => {
  const asked = { outcome: 'figure', better: 'lower', worth: 1.5, scatter: 1 } as const;
  const share = (of: boolean[]) => of.filter(Boolean).length / of.length;
  const trials = (count: number, gain: number, question = { ...asked, pairs: 8 }) => {
    const next = seeded(4242);
    return Array.from({ length: count }, () => madeUpTrial(question, gain, next));
  };

  it('wants as many pairs as find the difference four times in five', () => {
    const { pairs, power } = trialSize(asked);
    expect(pairs).toBe(8);
    expect(power.map((each) => each.pairs)).toEqual([5, 6, 7, 8]);
    // A paired t-test of 1.5 with an sd of √2 and eight pairs finds it in 85 % (published tables); this one looks early, too.
    expect(power.at(-1)!.share).toBeGreaterThan(0.8);
    expect(power.at(-1)!.share).toBeLessThan(0.86);
  });

  it('finds it as often as it was planned, in 200 others, within five points', () => {
    const planned = powerOf({ ...asked, pairs: 8 }, 1000);
    const found = share(trials(200, asked.worth).map(({ says }) => says === 'yes'));
    expect(Math.abs(found - planned)).toBeLessThanOrEqual(0.05);
  });

  it.each([
    { outcome: 'figure', better: 'lower', worth: 1.5, scatter: 1, pairs: 8 },
    { outcome: 'figure', better: 'higher', worth: 1, scatter: 1, pairs: 13 },
    { outcome: 'grade', better: 'higher', worth: 1, scatter: 0.8, pairs: 12 },
    { outcome: 'fault', better: 'lower', worth: 0.4, scatter: 0.5, pairs: 13 }
  ] as const)('says a false yes in no more than one of twenty: %j', (question) => {
    const next = seeded(99);
    // 2,000 trials tell 5 % to ± 1.
    const says = Array.from({ length: 2000 }, () => madeUpTrial(question, 0, next).says);
    expect(share(says.map((each) => each === 'yes'))).toBeLessThanOrEqual(0.055);
    // Where there is none, a no is the usual end, sooner or later.
    if (question.outcome !== 'fault') expect(share(says.map((each) => each === 'no'))).toBeGreaterThan(0.6);
  });

  it('of a scatter that drowns the difference says that no trial of this size finds it', () => {
    expect(trialSize({ ...asked, worth: 0.2 }).pairs).toBeNull();
  });
});
