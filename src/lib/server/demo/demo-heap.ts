import type { HeapTest } from '$core/bench/heap-test';
import { sandIn, sandOut } from '$core/heap/ledger';
import { aimMoisture } from '$core/judge/temper-window';
import { dryShare, moistureFraction, totalMass } from '$core/material/composition';
import { TARGETS, type HeapBinder } from '$core/reference/targets';
import { entries, type NewEntry } from '$lib/schema/entry';
import { newHeap } from '$lib/schema/heap';
import { heapTests, type NewHeapTest } from '$lib/schema/heap-test';
import type { Database } from '../database/database';
import { readState } from '../heap/heap-state';
import { createHeap } from '../heap/heaps';
import { listEntries } from '../heap/ledger';
import { loadEntries } from '../heap/ledger-cache';
import { appendEntry, appendTest } from '../heap/ledger-writing';
import { accepted, hundredths, tenths } from './accepted';
import { chance, type Chance } from './chance';
import type { DaysAgo } from './days-ago';
import type { HEAPS } from './scenario';
import { after, squeezed, standing, trueSand, weighedDry, type TrueSand } from './true-sand';

/** A heap of the demo and the true sand behind it; everything written goes to both. */
export class DemoHeap {
  private constructor(
    private readonly db: Database,
    readonly id: number,
    private readonly binder: HeapBinder,
    private sand: TrueSand,
    readonly by: Chance,
    private readonly members: readonly number[]
  ) {}

  private get keeping() {
    return {
      system: this.binder === 'oil' ? ('oil' as const) : ('water' as const),
      binder: this.binder,
      targets: TARGETS[this.binder]
    };
  }

  static async make(
    db: Database,
    heap: (typeof HEAPS)[keyof typeof HEAPS],
    at: string,
    seed: number,
    drying: number,
    members: readonly number[]
  ): Promise<DemoHeap> {
    const { id, binder, container } = await createHeap(db, accepted(newHeap, heap));
    return new DemoHeap(db, id, binder, trueSand(container, at, drying), chance(seed), members);
  }

  async log(at: string, fields: { kind: keyof typeof entries } & Record<string, unknown>): Promise<void> {
    const entry = accepted(entries[fields.kind], { at, ...fields }) as NewEntry;
    const { id } = await appendEntry(this.db, this.id, entry);
    const { event } = (await loadEntries(this.db, this.id)).find((each) => each.id === id)!;
    this.sand = after(standing(this.sand, at), event, this.keeping);
    if (event.kind === 'moved') this.sand = { ...this.sand, container: event.container };
  }

  async test(at: string, reading: { kind: HeapTest['kind'] } & Record<string, unknown>): Promise<void> {
    this.sand = standing(this.sand, at);
    await appendTest(this.db, this.id, accepted(heapTests[reading.kind], { at, ...reading }) as NewHeapTest);
  }

  async squeeze(at: string, note?: string): Promise<void> {
    this.sand = standing(this.sand, at);
    const factor = this.temperFactor();
    await this.test(at, {
      kind: 'squeeze',
      member: this.by.pick(this.members),
      ...squeezed(factor + this.by.noise(0.07)),
      ...(note && { note })
    });
  }

  async dryAndWeigh(at: string, method: 'oven' | 'pan'): Promise<void> {
    this.sand = standing(this.sand, at);
    await this.test(at, {
      kind: 'moisture',
      method,
      ...weighedDry(this.sand, this.by, method === 'oven' ? 0.001 : 0.002)
    });
  }

  /** Compactability, and strength, as the true sand would give them. */
  async ramAndBreak(at: string): Promise<void> {
    this.sand = standing(this.sand, at);
    const factor = this.temperFactor();
    const sunk = Math.min(0.75, Math.max(0.1, 0.45 + 0.48 * (factor - 1) + this.by.noise(0.012)));
    await this.test(at, {
      kind: 'compactability',
      start_mm: 100,
      end_mm: Math.round(1000 * (1 - sunk)) / 10
    });
    const strength_pa = Math.max(15e3, 96e3 - 260e3 * (factor - 0.93) ** 2 + this.by.noise(3e3));
    const load_kg = tenths((strength_pa * Math.PI * 0.0254 ** 2) / 9.80665);
    await this.test(at, { kind: 'green-compression', load_kg, diameter_mm: 50.8 });
  }

  /** The longer tests, twice a year: dye, washing, burning, sieving, air, the drop and the gauge. */
  async workUp(at: (minutes: number) => string): Promise<void> {
    const sand = sandIn(this.sand.books);
    const share = (part: 'active_clay' | 'dead_clay' | 'fines') => dryShare(sand, part);
    const standards = [
      { active_percent: 5, ml: 10.5 },
      { active_percent: 10, ml: 20.5 }
    ];
    await this.test(at(0), {
      kind: 'methylene-blue',
      standards,
      ml: Math.round(2 * (share('active_clay') / 0.00485 + this.by.noise(0.6))) / 2
    });
    const washed = share('active_clay') + share('dead_clay') + 0.5 * share('fines');
    await this.test(at(60), {
      kind: 'clay-wash',
      before_g: 50,
      after_g: tenths(50 * (1 - washed) + this.by.noise(0.2))
    });
    await this.test(at(120), { kind: 'ignition', before_g: 10, after_g: 9.9 });
    const caught = {
      '50': 11,
      '70': 27,
      '100': 31,
      '140': 17,
      '200': 4,
      '270': 1.1,
      pan: 0.9 + 60 * share('fines')
    };
    const retained = Object.entries(caught).map(([sieve, grams]) => ({
      sieve,
      grams: tenths(grams * (1 + this.by.noise(0.04)))
    }));
    await this.test(at(180), { kind: 'sieve', sample_g: 106, retained });
    const time_s = tenths(48 + this.by.noise(3));
    await this.test(at(200), {
      kind: 'permeability',
      air_cm3: 2000,
      height_cm: 5.08,
      pressure_g_cm2: 10,
      area_cm2: 20.268,
      time_s
    });
    await this.test(at(210), { kind: 'shatter', kept_g: 118, through_g: 34 });
    await this.test(at(215), { kind: 'hardness', reading: Math.round(79 + this.by.noise(3)) });
  }

  /** Temper ratio of the true sand as a multiple of what its clay wants. */
  private temperFactor(): number {
    const sand = sandIn(this.sand.books);
    const onDry = (w: number) => w / (1 - w);
    return onDry(moistureFraction(sand)) / onDry(aimMoisture(TARGETS[this.binder], sand));
  }

  /** A probe pushed into the batch just mixed, while it lies by itself. */
  async probeLastBatch(at: string): Promise<void> {
    const { items } = await listEntries(this.db, this.id, { kind: 'mixed', limit: 1 });
    for (const moisture_percent of [2.9, 3.3])
      await this.test(at, { kind: 'probe', moisture_percent, batch_entry_id: items[0]!.id });
  }

  prescription(at: string) {
    return readState(this.db, this.id, at).then((state) => state.prescription);
  }

  /**
   * What a mold draws, what burns, what comes back. Some volumes are measured and some sand is weighed on its way
   * back; some is not, as it goes.
   */
  async castInto(at: DaysAgo, day: number, flask_kg: number, metal_kg: number, note: string): Promise<void> {
    const drawn = Math.min(flask_kg, totalMass(sandIn(this.sand.books)) * 0.8);
    const careful = day % 2 === 1;
    const litres = drawn / (this.binder === 'oil' ? 1.66 : 1.63) + this.by.noise(0.25);
    await this.log(at(day, 60), {
      kind: 'drawn',
      kg: tenths(drawn),
      ...(careful && { rammed_l: tenths(litres) })
    });
    const burnt_kg = (metal_kg * (this.binder === 'oil' ? 0.5 : 0.36)) / this.by.between(0.75, 1.3);
    await this.log(at(day, 120), {
      kind: 'poured',
      metal_kg: hundredths(metal_kg),
      ...(careful && { burnt_kg: hundredths(burnt_kg) }),
      note
    });
    const out = totalMass(sandOut(this.sand.books));
    const spilled = hundredths(out * this.by.between(0.006, 0.018));
    if (careful) {
      await this.log(at(day, 240), { kind: 'returned', kg: tenths(out - spilled), rest_lost: true });
    } else {
      await this.log(at(day, 240), { kind: 'returned' });
    }
    await this.log(at(day, 250), {
      kind: 'discarded',
      kg: hundredths(burnt_kg * this.by.between(0.7, 1)),
      burnt: true
    });
  }
}
