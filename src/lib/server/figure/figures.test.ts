import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { FIGURES, FIGURE_THINGS } from '$core/quantity/figure-id';
import { nextCasting } from '../casting/next-casting';
import { demoDatabase } from '../demo/demo-database';
import { planOfSession } from '../plan/plans';
import { readSchedule } from '../plan/schedule';
import { gatingOf, pourMolds } from '../pour/pour-mold';
import { readSession } from '../session/sessions';
import { readFigures } from './figures';

let shed: Awaited<ReturnType<typeof demoDatabase>>;
beforeAll(async () => {
  shed = await demoDatabase();
});
afterAll(() => shed.remove());

describe('figures by their identity', () => {
  it('the plan weighs out what the pour page says, castings and their way in', async () => {
    const { db } = shed;
    const { id } = (await nextCasting(db))!;
    const { steps } = await readSchedule(db, (await planOfSession(db, id))!.id);
    const charge_kg = steps.flatMap(({ about }) => (about.do === 'metal' ? [about.charge_kg] : []));
    const told = (await readFigures(db))[`session:${id}.charge-kg`]!;
    expect(charge_kg).toEqual([expect.closeTo(told, 9)]);
    // Over what is not lost, four of a hundred, with a heel of eight.
    const molds = await pourMolds(db, await readSession(db, id));
    const poured = molds.reduce((sum, of) => sum + of.castings_kg + gatingOf(of)!.gating_kg, 0);
    expect(told).toBeCloseTo((poured / (1 - 0.04)) * 1.08, 9);
  });
  it('are all that there are to tell of a heap and a mold, and no other', async () => {
    const figures = await readFigures(shed.db);
    const of = (thing: keyof typeof FIGURES) => [
      ...new Set(
        Object.keys(figures)
          .filter((name) => name.startsWith(`${thing}:`))
          .map((name) => name.slice(name.indexOf('.') + 1))
      )
    ];
    for (const thing of FIGURE_THINGS)
      expect([thing, of(thing).sort()]).toEqual([thing, [...FIGURES[thing]].sort()]);
    const [mold] = Object.keys(figures).filter((name) => name.endsWith('.metal-kg'));
    const id = mold!.split('.')[0]!;
    expect(figures[`${id}.metal-kg`]).toBeCloseTo(
      figures[`${id}.castings-kg`]! + figures[`${id}.gating-kg`]!,
      12
    );
    expect(figures[`${id}.poured-kg`]! - figures[`${id}.closed-kg`]!).toBeCloseTo(
      figures[`${id}.metal-kg`]!,
      9
    );
  });
});
