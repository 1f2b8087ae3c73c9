import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { HeapState } from '$lib/schema/heap-state';
import { demoDatabase } from '../demo/demo-database';
import { readCharts } from './control-charts';
import { readState } from './heap-state';
import { listHeaps } from './heaps';
import { listEntries } from './ledger';

let shed: Awaited<ReturnType<typeof demoDatabase>>;
beforeAll(async () => {
  shed = await demoDatabase();
});
afterAll(() => shed.remove());

describe('control charts of a heap', () => {
  it('hold every test once and every estimate, in phases that renewals begin', async () => {
    const { db } = shed;
    const { charts } = await readCharts(db, 1);
    const names = charts.map(({ name }) => name);
    expect(names).toEqual(
      expect.arrayContaining(['moisture by drying', 'mass', 'active clay', 'dead clay', 'fines'])
    );
    const drying = charts.find(({ name }) => name === 'moisture by drying')!;
    const tests = (await listEntries(db, 1, { kind: 'tested', test_kind: 'moisture', limit: 500 })).items;
    const counted = tests.filter((test) => !test.excluded && !test.batch_entry_id).length;
    expect(drying.phases.reduce((sum, { readings }) => sum + readings.length, 0)).toBe(counted);
    expect(drying).toMatchObject({ unit: '%', measured: true });
    expect(charts.find(({ name }) => name === 'dead clay')!.measured).toBe(false);
    // Grades by hand have no limits that a reading could break.
    const squeezes = charts.filter(({ graded }) => graded);
    expect(squeezes.map(({ name }) => name)).toEqual(['squeeze']);
    expect(squeezes[0]!.phases.every(({ chart, signals }) => chart === null && signals.length === 0)).toBe(
      true
    );
    // Worked out as the heap page tells it: the latest of a chart is how the heap stood at that hour.
    for (const [name, of] of [
      ['moisture', ({ moisture_percent }: HeapState) => moisture_percent.value],
      ['temper ratio', ({ temper_ratio }: HeapState) => temper_ratio]
    ] as const) {
      const last = charts
        .find((chart) => chart.name === name)!
        .phases.at(-1)!
        .readings.at(-1)!;
      expect(last.value, name).toBe(of(await readState(db, 1, new Date(last.at).toISOString())));
    }
    const oiled = (await listHeaps(db)).find(({ system }) => system === 'oil')!;
    const of_oil = (await readCharts(db, oiled.id)).charts.filter(({ measured }) => !measured);
    expect(of_oil.map(({ name }) => name)).toEqual(['mass', 'oil', 'active clay', 'dead clay', 'fines']);
    for (const { phases } of charts)
      for (const { signals, readings } of phases)
        for (const { index, at } of signals) expect(readings[index]!.at).toBe(at);
  });
});
