import { describe, expect, it } from 'vitest';
import type { Trial } from '$lib/schema/trial';
import { answerWords, apartText, betterWords, sizeWords } from './trial-words';

const trial = (answer: Partial<Trial['answer']>, rest: Partial<Trial> = {}): Trial =>
  ({
    outcome: 'grade',
    better: 'higher',
    defect: null,
    unit: null,
    worth: 1,
    pairs: 8,
    otherwise: 'Sprue pin of 8 mm',
    ...rest,
    answer: { pairs: 6, gain: 1, low: 0.5, high: 1.5, by_chance: 1 / 32, says: 'go-on', ...answer }
  }) as Trial;

describe('what a trial says', () => {
  it('is nothing before five pairs', () =>
    expect(answerWords(trial({ pairs: 4 }))).toMatchObject({ head: 'Too early to tell', over: false }));
  it('says better and worse in words, not by a sign', () => {
    const { head, body } = answerWords(trial({ gain: -0.5, low: -1.2, high: 0.2, by_chance: 0.9 }));
    expect(head).toBe('Not sure yet: it looks no better');
    expect(body).toBe(
      '6 of 8 pairs are in. So far it is 0.5 grades worse. Nine times in ten the truth lies between 1.2 grades worse and 0.2 grades better. Luck alone would show as much more often than not.'
    );
  });
  it('ends with the way that is better, or with what was wanted', () => {
    const yes = answerWords(trial({ says: 'yes', pairs: 8, by_chance: 1 / 256 }));
    expect(yes).toMatchObject({ head: 'Yes: Sprue pin of 8 mm', over: true });
    expect(yes.body).toContain('one time in 260.');
    const fault = { outcome: 'fault', defect: 'scab', better: 'lower', worth: 30 } as const;
    const no = answerWords(trial({ says: 'no', gain: 0, low: -23, high: 23 }, fault));
    expect(no.body).toContain('You wanted 30 of 100 molds or more. It is 0 of 100 molds better.');
    expect(betterWords(trial({}, fault))).toMatch(/^fewer molds with /);
    expect(answerWords(trial({ says: 'not-told', pairs: 8 })).over).toBe(true);
  });
  it('has the unit of its figure', () => {
    const figure = trial({}, { outcome: 'figure', unit: 'kg', better: 'lower' });
    expect(apartText(figure, 0.3)).toBe('0.30 kg');
    expect(betterWords(figure)).toBe('less kg');
    expect(betterWords({ ...figure, unit: null })).toBe('less of it');
  });
  it('says how many molds, and where even the most are too few', () => {
    expect(sizeWords({ pairs: 8, power: [{ pairs: 8, share: 0.834 }] })).toContain(
      '16 molds, in 8 pairs, find such a difference 83 times in 100.'
    );
    expect(sizeWords({ pairs: null, power: [{ pairs: 16, share: 0.42 }] })).toContain('Even 32 molds');
  });
});
