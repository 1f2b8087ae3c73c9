import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { FORMULAS } from '$core/handbook/formula/formulas';
import { demoDatabase } from '../demo/demo-database';
import { readState } from '../heap/heap-state';
import { listTests } from '../heap/tests';
import { temporaryDatabase } from '../testing/temporary-database';
import { ownFigures } from './own-figures';

let shed: Awaited<ReturnType<typeof demoDatabase>>;
beforeAll(async () => {
  shed = await demoDatabase();
});
afterAll(() => shed.remove());

describe('the reader’s own figures', () => {
  it('are in every formula, with their units', async () => {
    const own = await ownFigures(shed.db);
    for (const formula of FORMULAS)
      for (const units of ['metric', 'us'] as const) {
        const said = formula.own(own, units);
        expect(said, formula.id).toMatch(/\d/);
        expect(said, formula.id).not.toMatch(/NaN|undefined|Infinity/);
      }
  });
  it('are those of the heap as it stands, and its latest tests', async () => {
    const { db } = shed;
    const own = await ownFigures(db);
    const state = await readState(db, 1);
    expect(own.heap!.total_kg).toBeCloseTo(state.total_kg, 3);
    expect(own.heap!.parts.dead_clay).toBeCloseTo(state.composition_kg.dead_clay, 6);
    const { items } = await listTests(db, 1, { test_kind: 'moisture', limit: 20 });
    const counted = items.filter((test) => !test.excluded_reason && !test.batch_entry_id);
    expect(own.tests.moisture).toMatchObject({ wet_g: counted[0]!.wet_g, dry_g: counted[0]!.dry_g });
    // The last of a run is the latest.
    const { wet_g, pan_g, dry_g } = own.tests.moisture!;
    expect(own.readings!.of.at(-1)).toBeCloseTo((wet_g - dry_g) / (wet_g - pan_g), 9);
    expect(own.readings!.of).toHaveLength(Math.min(20, counted.length));
  });
  it('are none where nothing is kept yet', async () => {
    const { db, remove } = await temporaryDatabase();
    const own = await ownFigures(db);
    for (const formula of FORMULAS) expect(formula.own(own, 'metric'), formula.id).toBeNull();
    await remove();
  });
});
