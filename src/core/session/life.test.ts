import { describe, expect, it } from 'vitest';
import { MOLD_STATES, holdsSand, moldMayBecome, moldStateWords, wasPoured } from './mold-life';
import { againstStage } from './session-life';

describe('the life of a mold', () => {
  it('goes from sand to casting, and never back over a pour', () => {
    const steps = MOLD_STATES.flatMap((from) =>
      MOLD_STATES.filter((to) => moldMayBecome(from, to)).map((to) => `${from} > ${to}`)
    );
    expect(steps).toEqual([
      'planned > rammed',
      'planned > broken',
      'rammed > closed',
      'rammed > poured',
      'rammed > broken',
      'closed > rammed',
      'closed > poured',
      'closed > broken',
      'poured > shaken-out'
    ]);
  });

  it('knows what holds sand and what was poured', () => {
    expect(MOLD_STATES.filter(holdsSand)).toEqual(['rammed', 'closed', 'poured']);
    expect(MOLD_STATES.filter(wasPoured)).toEqual(['poured', 'shaken-out']);
    expect(moldStateWords('shaken-out')).toBe('shaken out');
  });
});

describe('the stages of a casting day', () => {
  const molds = (...states: (typeof MOLD_STATES)[number][]) => states.map((state, id) => ({ id, state }));
  it('follow its molds', () => {
    expect(againstStage('pour', molds('planned', 'broken'))).toBe('needs a rammed mold');
    expect(againstStage('pour', molds('planned', 'rammed'))).toBeNull();
    expect(againstStage('shake-out', molds('closed'))).toBe('needs a poured mold');
    expect(againstStage('shake-out', molds('closed', 'poured'))).toBeNull();
    for (const stage of ['mold', 'recondition', 'done'] as const) expect(againstStage(stage, [])).toBeNull();
    // Sand that stands in a mold is nobody's once the day is over.
    for (const state of ['rammed', 'closed'] as const)
      expect(againstStage('done', molds('shaken-out', state))).toMatch(/rammed mold was not poured/);
    expect(againstStage('done', molds('rammed', 'poured'))).toMatch(/shake out/);
    expect(againstStage('done', molds('planned', 'shaken-out', 'broken'))).toBeNull();
  });
});
