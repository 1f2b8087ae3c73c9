import { describe, expect, it } from 'vitest';
import { castingWords } from './casting-words';

const now = new Date(2026, 9, 1, 20, 0);
const at = (day: number, hour = 10) => new Date(2026, 9, day, hour).toISOString();
const words = (day: number, name: string | null = null, stage = 'mold') =>
  castingWords({ id: 1, name, at: at(day), stage, version: 1 }, now);

describe('how a casting is spoken of', () => {
  it('is by its day, or by its name', () => {
    expect(words(3)).toEqual({ name: 'Saturday’s casting', when: 'in 2 days, 10:00', on: false });
    expect(words(2, 'Gnomon')).toEqual({ name: 'Gnomon', when: 'tomorrow, 10:00', on: false });
  });
  it('is on from its day until it is over', () => {
    expect(words(1)).toEqual({ name: 'Today’s casting', when: 'under way: ramming', on: true });
    expect(words(1, 'Gnomon', 'shake-out').when).toBe('under way: shaking out');
  });
});
