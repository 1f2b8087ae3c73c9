import { describe, expect, it } from 'vitest';
import { nextStep } from './next-step';
import type { HeapState } from '$lib/schema/heap-state';

const state = (prescription: Partial<HeapState['prescription']>, rest: Partial<HeapState> = {}): HeapState =>
  ({
    verdict: 'in-temper',
    latest_look: null,
    ...rest,
    prescription: {
      water_kg: 0,
      binder_kg: 0,
      oil_kg: 0,
      fines_kg: 0,
      water_to_lose_kg: 0,
      dry_off_s: null,
      ...prescription
    }
  }) as HeapState;

describe('nextStep', () => {
  it.each<[Partial<HeapState['prescription']>, string]>([
    [{ need: 'sand' }, 'Mix the first batch'],
    [{ need: 'water', water_kg: 0.31 }, 'Add 310\u202fg of water'],
    [
      { need: 'clay-and-water', binder_kg: 1.2, water_kg: 0.5 },
      'Add 1.20\u202fkg of clay and 500\u202fg of water'
    ],
    [{ need: 'clay-and-water', binder_kg: 1.2 }, 'Add 1.20\u202fkg of clay'],
    [{ need: 'oil', oil_kg: 0.05 }, 'Add 50\u202fg of oil'],
    [{ need: 'oil', oil_kg: 0.05, binder_kg: 0.1 }, 'Add 50\u202fg of oil and 100\u202fg of organoclay'],
    [
      { need: 'dry-mix-or-drying', water_to_lose_kg: 0.4, dry_off_s: 7200 },
      'Dry off 400\u202fg of water, about 2 h spread out'
    ],
    [{ need: 'nothing' }, 'Ready to ram; squeeze it first']
  ])('%j → %s', (prescription, words) => expect(nextStep(state(prescription), 'metric', false)).toBe(words));
  it('of sand that is held in temper by a hand is to ram it, and never sooner', () => {
    const nothing = { need: 'nothing' } as const;
    const look = (grade: number | null) => ({ latest_squeeze: { grade } as HeapState['latest_look'] });
    expect(nextStep(state(nothing, look(3)), 'metric', false)).toBe('Ready to ram');
    expect(nextStep(state(nothing, look(2)), 'metric', false)).toBe('Ready to ram; squeeze it again');
    expect(nextStep(state(nothing, look(4)), 'metric', false)).toBe('Cut it over, and squeeze again');
    const likely = state(nothing, { verdict: 'probably-in-temper', ...look(3) });
    expect(nextStep(likely, 'metric', false)).toBe('Likely ready to ram');
    const probably = state({ need: 'water', water_kg: 0.1 }, { verdict: 'probably-in-temper' });
    expect(nextStep(probably, 'metric', false)).toBe('Likely ready; squeeze it first');
    expect(nextStep({ ...probably, ...look(2) } as HeapState, 'metric', false)).toBe(
      'One splash, then squeeze again'
    );
  });
  it('of sand that nobody looked at is a look, and of a lifeless one fines or clay', () => {
    expect(nextStep(state({ need: 'test' }), 'metric', false)).toBe('Squeeze it: nobody has yet');
    expect(nextStep(state({ need: 'test' }), 'metric', true)).toBe('Squeeze it, and dry and weigh');
    expect(nextStep(state({ need: 'fines-or-clay', fines_kg: 0.4 }), 'metric', false)).toBe(
      'Riddle in 400\u202fg of fines'
    );
    expect(nextStep(state({ need: 'fines-or-clay', binder_kg: 0.6 }), 'metric', false)).toBe(
      'Mix in 600\u202fg of clay'
    );
  });
});
