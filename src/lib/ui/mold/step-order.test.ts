import { describe, expect, it } from 'vitest';
import { rammingSteps } from '$core/mold/ramming-steps';
import { keptLayout, layoutOf } from '$lib/schema/kept-layout';
import { castingsOf, moldDraft, type ShelfPattern } from './mold-draft';
import { latestNotes } from '$core/session/noted-step';
import { dueStep, stepId, stepsInOrder } from './step-order';

const planned = rammingSteps({
  cope_m: 0.1,
  drag_m: 0.08,
  lies: 'flat',
  bedding: 'bed-in',
  carried_over: false,
  facing: false,
  washed: false,
  rap: 'before-cope'
});
const done = (kind: string) => ({ id: stepId(4, kind), kind, state: 'done' as const });

describe('steps of a mold', () => {
  it('the first that is neither done nor skipped is due; notes of other molds do not count', () => {
    expect(dueStep(stepsInOrder(4, planned, [], null))?.kind).toBe('board');
    expect(dueStep(stepsInOrder(4, planned, [done('board')], null))?.kind).toBe('dust-drag');
    const skipped = { ...done('dust-drag'), state: 'skipped' as const, why_skipped: 'waxed' };
    expect(dueStep(stepsInOrder(4, planned, [done('board'), skipped], null))?.kind).toBe('ram-drag');
    expect(dueStep(stepsInOrder(5, planned, [done('board')], null))?.kind).toBe('board');
    expect(
      dueStep(
        stepsInOrder(
          4,
          planned,
          planned.map(({ kind }) => done(kind)),
          null
        )
      )
    ).toBeNull();
  });

  it('stand in the order that somebody gave them, none lost and none twice', () => {
    const kinds = planned.map(({ kind }) => kind);
    const moved = ['vent', ...kinds.filter((kind) => kind !== 'vent' && kind !== 'gates')];
    const order = stepsInOrder(4, planned, [], moved).map(({ kind }) => kind);
    expect(order[0]).toBe('vent');
    expect([...order].sort()).toEqual([...kinds].sort());
    // One that the order does not know stays behind the one before it.
    expect(order.indexOf('gates')).toBe(order.indexOf('inspect') + 1);
  });
});

describe('what was noted here and there', () => {
  const at = (id: string, minute: number, state: 'done' | 'to-do' = 'done') => ({
    id,
    kind: id,
    state,
    at: `2026-05-01T12:0${minute}:00.000Z`
  });
  it('the later counts, whichever side it comes from', () => {
    expect(latestNotes([at('a', 1)], [at('b', 2)]).map(({ id }) => id)).toEqual(['a', 'b']);
    expect(latestNotes([at('a', 1)], [at('a', 2, 'to-do')])).toEqual([at('a', 2, 'to-do')]);
    expect(latestNotes([at('a', 3)], [at('a', 2, 'to-do')])).toEqual([at('a', 3)]);
    expect(latestNotes([{ id: 'a', kind: 'a', state: 'running' }], [at('a', 2)])).toEqual([at('a', 2)]);
  });
});

describe('a mold that is planned', () => {
  const box = { length_m: 0.1, width_m: 0.05, above_m: 0, below_m: 0.02, kg: 0.3 };
  // The plan asks for one metal at a time.
  const shelf = [7, 8].map((id) => ({
    pattern: { id, name: `P${id}`, coats: [], draw: null },
    castings: { aluminium: box }
  })) as unknown as ShelfPattern[];

  it('takes what an address gives, and the first pattern where it gives none', () => {
    expect(moldDraft({ pattern: '8', count: '3', metal: 'iron' }, { heap: 1, pattern: 7 })).toMatchObject({
      patterns: [{ pattern_id: 8, count: 3 }],
      metal: 'iron',
      backing: '1'
    });
    expect(moldDraft({ metal: 'gold' }, { heap: undefined, pattern: undefined })).toMatchObject({
      patterns: [],
      metal: 'aluminium'
    });
  });

  it('its layout goes out and comes back the same, and not for another number of castings', () => {
    const { boxes, of } = castingsOf(
      [
        { pattern_id: 7, count: 2 },
        { pattern_id: 8, count: 1 },
        { pattern_id: 99, count: 4 }
      ],
      shelf,
      'aluminium'
    );
    expect(boxes.length).toBe(3);
    expect(of.map(({ id }) => id)).toEqual([7, 7, 8]);
    const layout = {
      places: boxes.map((_, i) => ({ x_m: 0.01 * i, y_m: -0.02, turned_rad: (i * Math.PI) / 2 })),
      sprue: { x_m: 0.05, y_m: 0 }
    };
    const back = layoutOf(keptLayout(layout, of), 3)!;
    back.places.forEach((place, i) => {
      expect(place.x_m).toBeCloseTo(layout.places[i]!.x_m, 6);
      expect(place.turned_rad).toBeCloseTo(layout.places[i]!.turned_rad, 4);
    });
    expect(layoutOf(keptLayout(layout, of), 2)).toBeNull();
    expect(layoutOf(null, 0)).toBeNull();
  });
});
