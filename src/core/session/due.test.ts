import { describe, expect, it } from 'vitest';
import { dueNow, type MoldUnderway } from './due';
import { latestNotes } from './noted-step';
import { checkStep, checksOf, hoursSince } from './pour-day';

const mold = (id: number, over: Partial<MoldUnderway>): MoldUnderway => ({
  id,
  state: 'planned',
  opens: null,
  opened: false,
  ...over
});

describe('what is due', () => {
  it('an open mold before metal, metal before sand, sand before the wait', () => {
    const molds = [
      mold(1, { state: 'poured', opens: 2000 }),
      mold(2, { state: 'closed' }),
      mold(3, { state: 'planned' })
    ];
    expect(dueNow('pour', molds, 1000)).toEqual({ do: 'pour', mold_id: 2 });
    expect(dueNow('pour', molds, 3000)).toEqual({ do: 'open', mold_id: 1 });
    expect(dueNow('pour', [{ ...molds[0]!, opened: true }, molds[1]!], 1000)).toEqual({
      do: 'shake-out',
      mold_id: 1
    });
    expect(dueNow('pour', [molds[0]!, molds[2]!], 1000)).toEqual({ do: 'ram', mold_id: 3 });
    expect(dueNow('pour', [molds[0]!, mold(4, { state: 'poured', opens: 1500 })], 1000)).toEqual({
      do: 'wait',
      mold_id: 4,
      until: 1500
    });
  });
  it('ends with the sand', () => {
    expect(dueNow('mold', [], 0)).toEqual({ do: 'plan' });
    expect(dueNow('mold', [mold(1, { state: 'broken' })], 0)).toEqual({ do: 'plan' });
    expect(dueNow('shake-out', [mold(1, { state: 'shaken-out' })], 0)).toEqual({ do: 'sand' });
    expect(dueNow('recondition', [mold(1, { state: 'closed' })], 0)).toEqual({ do: 'sand' });
    expect(dueNow('done', [], 0)).toEqual({ do: 'over' });
  });
});

describe('what was noted', () => {
  it('is the later of what the server knows and what was ticked here', () => {
    const known = [{ id: 'a', kind: 'a', state: 'done' as const, at: '2026-01-01T10:00:00Z' }];
    const here = (at: string) => [{ id: 'a', kind: 'a', state: 'to-do' as const, at }];
    expect(latestNotes(known, here('2026-01-01T10:00:01Z'))[0]!.state).toBe('to-do');
    expect(latestNotes(known, here('2026-01-01T09:59:59Z'))[0]!.state).toBe('done');
  });
  it('makes checks right, or lets them by with a reason', () => {
    const before = {
      id: 4,
      moisture: null,
      denied: false,
      wettest: 0.04,
      sand_c: null,
      closed_h: hoursSince('2026-01-01T08:00:00Z', Date.parse('2026-01-01T10:00:00Z')),
      held_kg: null,
      wants_kg: 0
    };
    expect(before.closed_h).toBe(2);
    expect(hoursSince(null, 0)).toBeNull();
    const melt = { charged_kg: 2, wants_kg: 1, melt_c: 740, liquidus_c: 613, pour_c: 700, most_c: 800 };
    const now = Date.UTC(2026, 3, 4, 10);
    const note = (id: string, state: 'done' | 'skipped', why_skipped?: string, minutes_ago = 5) => ({
      id,
      kind: id,
      state,
      at: new Date(now - minutes_ago * 60_000).toISOString(),
      ...(why_skipped && { why_skipped })
    });
    const noted = [
      note('check:helper', 'done', undefined, 180),
      note('check:skimmed', 'done'),
      note('4:check:vents', 'done'),
      note('4:check:sand-wet', 'skipped', 'squeezed by an old hand, dry enough')
    ];
    const checks = checksOf([before], melt, noted, now);
    const of = (check: string) => checks.find((each) => each.check === check)!;
    expect(of('helper').level).toBe('go');
    expect(of('clothing').level).toBe('not-known');
    // Vents are of each mold, and what was seen of a melt is of that melt.
    expect([of('vents').mold_id, of('vents').level]).toEqual([4, 'go']);
    expect(of('weights-on').level).toBe('not-known');
    const other = checksOf([{ ...before, id: 5 }], melt, noted, now + 16 * 60_000);
    const level = (check: string) => other.find((each) => each.check === check)!.level;
    expect([level('vents'), level('skimmed'), level('helper')]).toEqual(['not-known', 'not-known', 'go']);
    expect(of('sand-wet').overridden).toBe('squeezed by an old hand, dry enough');
    expect(checkStep(of('sand-wet'))).toBe('4:check:sand-wet');
    expect(checkStep(of('helper'))).toBe('check:helper');
  });
});
