import { describe, expect, it } from 'vitest';
import { RUNGS, climbNow, nextOnLadder, type Rung } from './temper-ladder';

const MINUTE = 60_000;
const rung = (minutes: number): Rung => ({ ms: minutes * MINUTE, moisture: 0.03, compactability: 0.4 });
const day = 24 * 60;

describe('the ladder of a temper curve', () => {
  it('is the latest points without a long pause', () => {
    const points = [0, 20, day, day + 30, day + 55].map(rung);
    expect(climbNow(points, (day + 60) * MINUTE)).toEqual(points.slice(2));
    expect(climbNow(points, (day + 55 + 180) * MINUTE)).toHaveLength(3);
    expect(climbNow(points, (day + 55 + 181) * MINUTE)).toEqual([]);
    expect(climbNow([], 0)).toEqual([]);
  });
  it('wants a test first, then a splash and a test in turn, until there are enough', () => {
    const rungs: Rung[] = [];
    let splashed_ms: number | null = null;
    const course: string[] = [nextOnLadder(rungs, splashed_ms)];
    for (let i = 0; i < RUNGS; i++) {
      rungs.push(rung(30 * i));
      course.push(nextOnLadder(rungs, splashed_ms));
      splashed_ms = (30 * i + 10) * MINUTE;
      if (i < RUNGS - 1) course.push(nextOnLadder(rungs, splashed_ms));
    }
    expect(course).toEqual([
      'start',
      ...Array(RUNGS - 1)
        .fill(['splash', 'test'])
        .flat(),
      'done'
    ]);
  });
  it('counts a splash after the last rung as one that wants testing, even beyond the last', () =>
    expect(nextOnLadder([0, 1, 2, 3, 4, 5].map(rung), 6 * MINUTE)).toBe('test'));
  it('does not count what went in before it was begun', () =>
    expect([nextOnLadder([], 5 * MINUTE), nextOnLadder([rung(9)], 5 * MINUTE)]).toEqual(['start', 'splash']));
});
