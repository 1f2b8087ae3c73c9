import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { squeeze } from '../bench/formula/squeeze';
import { CARDS, cardAfter, levelAfter, nextCard, trainingOf, type Answered } from './cards';
import { handBias, type GradedAnswer } from './hand-bias';
import { MOLD_FAULTS, faultsOf, moldQuestion } from './mold-question';
import {
  REMEDIES,
  SAND_FAULTS,
  gradeOf,
  sandAnswerRight,
  sandQuestion,
  type Level,
  type SandQuestion
} from './sand-question';
import { WORDS, wordChoices } from './word-question';

const seeds = fc.nat(2 ** 31 - 1);
const levels = fc.constantFrom<Level>(1, 2, 3);

describe('a simulated sand', () => {
  it('is the same for the same seed, and another for another', () => {
    expect(sandQuestion('short', 2, 7)).toEqual(sandQuestion('short', 2, 7));
    const factors = new Set(Array.from({ length: 40 }, (_, i) => sandQuestion('short', 2, i).factor));
    expect(factors.size).toBe(40);
  });
  it('at the first level is read by the squeeze as what it is', () => {
    const grades = { dry: 1, short: 2, temper: 3, soft: 4, wet: 5 } as const;
    for (const [fault, grade] of Object.entries(grades))
      for (let seed = 0; seed < 60; seed++) {
        // The names are those of the list.
        const { looks } = sandQuestion(fault as keyof typeof grades, 1, seed);
        expect(squeeze(looks).grade, `${fault} ${seed}`).toBe(grade);
      }
    for (let seed = 0; seed < 60; seed++)
      expect(squeeze(sandQuestion('lifeless', 1, seed).looks).suspects).toContain('fines');
  });
  it('of too little clay is never taken for too little water, and looks like no other', () => {
    for (const level of [1, 2, 3] as const)
      for (let seed = 0; seed < 200; seed++) {
        const weak = sandQuestion('weak', level, seed).looks;
        expect(squeeze(weak)).toMatchObject({ tells_water: false, suspects: ['fines', 'binder'] });
        expect(weak.prints).toBe('blurred');
        for (const fault of ['short', 'temper', 'lifeless'] as const)
          expect(sandQuestion(fault, level, seed).looks).not.toEqual(weak);
      }
  });
  it('can be told: who weighs all looks is right in 97 of 100 at every level', () => {
    let seed = 1;
    const drawn = (level: Level, each: number) =>
      SAND_FAULTS.flatMap((fault) => Array.from({ length: each }, () => sandQuestion(fault, level, seed++)));
    for (const level of [1, 2, 3] as const) {
      // What is best answered to each set of looks, by 2,000 sands of each kind; then asked of others.
      const seen = new Map<string, SandQuestion[]>();
      for (const question of drawn(level, 2000)) {
        const key = JSON.stringify(question.looks);
        if (!seen.has(key)) seen.set(key, []);
        seen.get(key)!.push(question);
      }
      const answers = REMEDIES.flatMap((remedy) => [1, 2, 3, 4, 5].map((grade) => ({ remedy, grade })));
      const best = new Map(
        [...seen].map(([key, those]) => {
          const right = answers.map(
            (answer) => those.filter((question) => sandAnswerRight(question, answer)).length
          );
          return [key, answers[right.indexOf(Math.max(...right))]!] as const;
        })
      );
      const asked = drawn(level, 500);
      const right = asked.filter((question) => {
        const answer = best.get(JSON.stringify(question.looks));
        return answer !== undefined && sandAnswerRight(question, answer);
      });
      expect(right.length / asked.length, `level ${level}`).toBeGreaterThanOrEqual(0.97);
    }
  });
  it('gets harder: its looks agree less with what it is', () => {
    const misread = (level: Level) => {
      let wrong = 0;
      for (const fault of ['short', 'temper', 'soft'] as const)
        for (let seed = 0; seed < 200; seed++) {
          const { looks, grade } = sandQuestion(fault, level, seed);
          if (Math.abs(squeeze(looks).grade - grade) > 0.5) wrong += 1;
        }
      return wrong;
    };
    expect(misread(1)).toBe(0);
    expect(misread(3)).toBeGreaterThan(misread(2));
  });
  it('is answered by its grade to the nearest and by what it wants', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SAND_FAULTS), levels, seeds, (fault, level, seed) => {
        const question = sandQuestion(fault, level, seed);
        const said = { grade: Math.min(5, Math.max(1, Math.round(question.grade))), remedy: question.remedy };
        expect(sandAnswerRight(question, said)).toBe(true);
        const wrong = question.remedy === 'water' ? ('dry-off' as const) : ('water' as const);
        expect(sandAnswerRight(question, { ...said, remedy: wrong })).toBe(false);
      })
    );
    expect(gradeOf(1)).toBe(3);
    expect([gradeOf(0.1), gradeOf(9)]).toEqual([0.5, 5.5]);
  });
});

describe('a drawn mold', () => {
  it('has the fault that it was drawn for and no other, by its measures', () => {
    fc.assert(
      fc.property(fc.constantFrom(...MOLD_FAULTS), levels, seeds, (fault, level, seed) => {
        const mold = moldQuestion(fault, level, seed);
        expect(faultsOf({ ...mold, breadth: mold.pattern.across + 40 })).toContain('margin');
        expect(faultsOf(mold)).toEqual(fault === 'sound' ? [] : [fault]);
        expect(mold.pattern.to).toBeLessThan(mold.runner.from);
        // Sprue, gate and trap lie along the runner with sand to both walls.
        const { sprue, gate, breadth } = mold;
        expect((breadth - gate.width - sprue.width) / 2 - sprue.before).toBeGreaterThanOrEqual(25);
        expect((breadth - gate.width) / 2 - mold.trap).toBeGreaterThanOrEqual(25);
        expect(faultsOf({ ...mold, sprue: { ...sprue, before: sprue.before + 60 } })).toContain('margin');
        expect(mold.pattern.above).toBeLessThan(mold.cope);
      }),
      { numRuns: 400 }
    );
  });
});

describe('words', () => {
  it('offers four, the right one among them, none twice', () => {
    fc.assert(
      fc.property(fc.constantFrom('term' as const, 'defect' as const), seeds, (group, seed) => {
        const word = WORDS[group][seed % WORDS[group].length]!;
        const choices = wordChoices(group, word, seed);
        expect(new Set(choices).size).toBe(4);
        expect(choices).toContain(word);
      })
    );
  });
});

describe('the hand', () => {
  /** Learners with noise of another kind than the model's: a sum of even chances, and now and then a slip. */
  function learner(bias: number, seed: number, answers: number): GradedAnswer[] {
    let x = seed * 48_271 + 11;
    const u = () => (x = (x * 16_807) % 2_147_483_647) / 2_147_483_647;
    return Array.from({ length: answers }, () => {
      const was = 1 + 4 * u();
      const stray = 0.5 * (u() + u() + u() - 1.5) + (u() < 0.02 ? 1 : 0);
      return { was, said: Math.min(5, Math.max(1, Math.round(was + bias + stray))) };
    });
  }
  it('of a simulated learner is recovered within a tenth of a grade after thirty answers', () => {
    for (const bias of [-0.6, -0.25, 0, 0.4, 0.8]) {
      const errors = Array.from({ length: 60 }, (_, i) => handBias(learner(bias, i + 1, 30))!.bias - bias);
      const mean = errors.reduce((sum, each) => sum + each, 0) / errors.length;
      expect(Math.abs(mean), `bias ${bias}`).toBeLessThan(0.1);
      const within = errors.filter((each) => Math.abs(each) < 0.1).length / errors.length;
      expect(within, `bias ${bias}`).toBeGreaterThan(0.6);
    }
  });
  it('is not known before it answered, and surer with every answer', () => {
    expect(handBias([])).toBeNull();
    const [few, many] = [handBias(learner(0.3, 5, 4))!, handBias(learner(0.3, 5, 40))!];
    expect(many.bias_sd).toBeLessThan(few.bias_sd);
  });
});

describe('cards', () => {
  const at = (hours: number) => new Date(Date.UTC(2026, 0, 1) + hours * 3_600_000).toISOString();
  it('what was forgotten comes back sooner than what is known', () => {
    const known = cardAfter([0, 24, 96].map((hours) => ({ card: 'a', at: at(hours), right: true })))!;
    const forgotten = cardAfter([0, 24, 96].map((hours, i) => ({ card: 'a', at: at(hours), right: i < 2 })))!;
    expect(forgotten.due < known.due).toBe(true);
    expect(cardAfter([])).toBeNull();
  });
  it('every card is asked once before one that is not due is asked again, and none twice running', () => {
    const answers: Answered[] = [];
    for (let i = 0; i < CARDS.sand.length; i++) {
      const card = nextCard('sand', answers, new Date(at(i * 0.001)));
      expect(answers.map((answer) => answer.card)).not.toContain(card);
      answers.push({ card, at: at(i * 0.001), right: true });
    }
    const again = nextCard('sand', answers, new Date(at(1)));
    expect(again).not.toBe(answers.at(-1)!.card);
  });
  it('gets harder with success, easier with failure', () => {
    const of = (...rights: boolean[]) => levelAfter(rights.map((right) => ({ right })));
    const six = (right: boolean) => Array.from({ length: 6 }, () => right);
    expect(of()).toBe(1);
    expect(of(...six(true))).toBe(2);
    expect(of(...six(true), ...six(true), ...six(true))).toBe(3);
    expect(of(...six(true), ...six(false))).toBe(1);
  });
  it('belong to one training each', () => {
    for (const [training, cards] of Object.entries(CARDS))
      for (const card of cards) expect(trainingOf(card)).toBe(training);
    expect(trainingOf('nothing')).toBeNull();
  });
});
