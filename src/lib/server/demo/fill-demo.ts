import type { HeapTest } from '$core/bench/heap-test';
import { sandIn, sandOut } from '$core/heap/ledger';
import { aimMoisture } from '$core/judge/temper-window';
import { dryShare, moistureFraction, totalMass } from '$core/material/composition';
import { TARGETS, type HeapBinder } from '$core/reference/targets';
import { entries, type NewEntry } from '$lib/schema/entry';
import { newHeap } from '$lib/schema/heap';
import { heapTests, type NewHeapTest } from '$lib/schema/heap-test';
import { newMember, newMold, newSession } from '$lib/schema/session';
import { newLot } from '$lib/schema/stock';
import { check } from '$lib/schema/validate';
import type { Database } from '../database/database';
import { createHeap } from '../heap/heaps';
import { readState } from '../heap/heap-state';
import { listEntries } from '../heap/ledger';
import { loadEntries } from '../heap/ledger-cache';
import { appendEntry, appendTest } from '../heap/ledger-writing';
import { createMember } from '../member/members';
import { createMold, createSession } from '../session/sessions';
import { changeSettings } from '../settings/settings';
import { appendLotTest } from '../stock/lot-tests';
import { createLot } from '../stock/stock';
import { chance, type Chance } from './chance';
import { DETAIL_WORK, HEAPS, LOTS, MEMBERS, SESSIONS, SHED_WORK, TEA_SIEVE } from './scenario';
import { after, squeezed, standing, trueSand, weighedDry, type TrueSand } from './true-sand';

const DAY_MS = 86_400_000;

/**
 * Fourteen months of a made-up allotment society's casting, written through the same services and schemas
 * as the interface uses. Deterministic: the same day always gives the same records.
 *
 * @param today the day on which the records end
 */
export async function fillDemo(db: Database, today: Date): Promise<void> {
  const midday = Date.UTC(today.getUTCFullYear(), today.getUTCMonth(), today.getUTCDate(), 9);
  const daysAgo = (days: number, minutes = 0) =>
    new Date(midday - days * DAY_MS + minutes * 60_000).toISOString();
  const lots: Record<string, number> = {};
  for (const { key, bought_days_ago, ...lot } of LOTS) {
    const input = accepted(newLot, { ...lot, bought_at: daysAgo(bought_days_ago) });
    lots[key] = (await createLot(db, input)).id;
  }
  await testTheBags(db, lots, daysAgo);
  const members: number[] = [];
  for (const name of MEMBERS) members.push((await createMember(db, accepted(newMember, { name }))).id);
  await greenSandHeap(db, lots, daysAgo, members);
  await oilHeap(db, lots, daysAgo, members);
  await inheritedHeap(db, daysAgo, members);
  await lastCastingDay(db, daysAgo, members);
  await nextCastingDay(db, today, members);
  await tryingOut(db);
}

/** What they know of their bags beyond the handbook: the damp sand dried twice, the second silica sieved. */
async function testTheBags(db: Database, lots: Record<string, number>, at: DaysAgo): Promise<void> {
  const test = (lot: string, fields: { kind: HeapTest['kind'] } & Record<string, unknown>) =>
    appendLotTest(db, lots[lot]!, accepted(heapTests[fields.kind], fields) as NewHeapTest);
  const dried = { kind: 'moisture', method: 'oven', pan_g: 118.4 } as const;
  await test('sharp', { ...dried, at: at(119), wet_g: 198.4, dry_g: 195.9 });
  await test('sharp', { ...dried, at: at(119, 90), wet_g: 206.2, dry_g: 203.4 });
  await test('silica2', {
    kind: 'sieve',
    at: at(298),
    sample_g: 80,
    retained: [
      { sieve: '40', grams: 1.1 },
      { sieve: '50', grams: 6.8 },
      { sieve: '70', grams: 19.4 },
      { sieve: '100', grams: 26.9 },
      { sieve: '140', grams: 18.2 },
      { sieve: '200', grams: 5.1 },
      { sieve: '270', grams: 1.3 },
      { sieve: 'pan', grams: 0.7 }
    ],
    note: 'The school’s set of sieves, on loan.'
  });
  await test('bentonite2', {
    kind: 'methylene-blue',
    at: at(245),
    standards: [{ active_percent: 100, ml: 206 }],
    ml: 182,
    note: 'Against the potter’s own clay, taken as pure.'
  });
}

type DaysAgo = (days: number, minutes?: number) => string;

/** A heap of the demo and the true sand behind it; everything written goes to both. */
class DemoHeap {
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

  /** The dearer tests, twice a year: dye, washing, burning, sieving, air, the drop and the gauge. */
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
  async castInto(at: DaysAgo, day: number, flask_kg: number, burnt_kg: number, note: string): Promise<void> {
    const drawn = Math.min(flask_kg, totalMass(sandIn(this.sand.books)) * 0.8);
    const careful = day % 2 === 1;
    const litres = drawn / (this.binder === 'oil' ? 1.66 : 1.63) + this.by.noise(0.25);
    await this.log(at(day, 60), {
      kind: 'drawn',
      kg: tenths(drawn),
      ...(careful && { rammed_l: tenths(litres) })
    });
    const metal_kg = Math.max(
      0.2,
      tenths((burnt_kg / (this.binder === 'oil' ? 0.5 : 0.36)) * this.by.between(0.75, 1.3))
    );
    await this.log(at(day, 120), {
      kind: 'poured',
      metal_kg,
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

async function greenSandHeap(
  db: Database,
  lots: Record<string, number>,
  at: DaysAgo,
  members: readonly number[]
): Promise<void> {
  const start = SESSIONS[0]! + 2;
  const heap = await DemoHeap.make(db, HEAPS.gate, at(start), 20250917, 1.25, members);
  await heap.log(at(start), {
    kind: 'mixed',
    additions: [
      { ingredient: 'washed-silica', kg: 38, lot_id: lots.silica },
      { ingredient: 'sodium-bentonite', kg: 4.1, lot_id: lots.bentonite },
      { ingredient: 'water', kg: 1.05 }
    ],
    note: 'First mix, on the potting bench.'
  });
  await heap.squeeze(at(start, 30));
  for (const [i, day] of SESSIONS.entries()) {
    if (i === 12) await climbLadder(heap, (minutes) => at(day, minutes - 300));
    if (i % 3 === 0) await heap.dryAndWeigh(at(day, 0), i % 2 === 0 ? 'oven' : 'pan');
    await heap.squeeze(at(day, 5));
    const dose = await heap.prescription(at(day, 10));
    const tooMuch = i === 9 ? 0.42 : 0;
    if (dose.binder_kg > 0.05) {
      await heap.log(at(day, 15), {
        kind: 'mixed',
        additions: [
          {
            ingredient: 'sodium-bentonite',
            kg: hundredths(dose.binder_kg),
            lot_id: i < 12 ? lots.bentonite : lots.bentonite2
          },
          ...(dose.water_kg > 0.01 ? [{ ingredient: 'water', kg: hundredths(dose.water_kg) }] : [])
        ]
      });
    } else if (dose.water_kg + tooMuch > 0.02) {
      await heap.log(at(day, 15), {
        kind: 'water',
        kg: hundredths(dose.water_kg + tooMuch),
        ...(tooMuch > 0 && { note: 'Bram was in a hurry and used the can.' })
      });
    } else if (dose.water_to_lose_kg > 0.05) {
      await heap.log(at(day, 15), { kind: 'dried', kg: hundredths(dose.water_to_lose_kg) });
    }
    if (i % 2 === 0) await heap.ramAndBreak(at(day, 22));
    if (i % 13 === 7) await heap.workUp((minutes) => at(day - 1, minutes));
    if (i % 6 === 5) {
      await heap.log(at(day, 25), {
        kind: 'mixed',
        additions: [
          { ingredient: 'washed-silica', kg: 3.5, lot_id: lots.silica2 },
          { ingredient: 'sodium-bentonite', kg: 0.36, lot_id: i < 12 ? lots.bentonite : lots.bentonite2 },
          { ingredient: 'water', kg: 0.11 }
        ],
        note: 'A little new sand, to keep up with what is thrown out.'
      });
      if (i === 11) await heap.probeLastBatch(at(day, 24));
    }
    await heap.castInto(
      at,
      day,
      heap.by.between(17, 27),
      heap.by.between(0.5, 1.3),
      SHED_WORK[i % SHED_WORK.length]!
    );
    // In the first hard frost the bin came into the potting room, and went out again in spring.
    if (i === 5)
      await heap.log(at(day, 500), {
        kind: 'moved',
        container: { ...HEAPS.gate.container, place: 'indoors' }
      });
    if (i === 8) await heap.log(at(day, 500), { kind: 'moved', container: HEAPS.gate.container });
    if (i === 9) {
      await heap.log(at(day, 400), {
        kind: 'noted',
        note: 'Two brackets with blow holes under the cope skin. The sand was too wet; Ottla had said so at the squeeze.'
      });
    }
  }
}

/** Five small splashes, each rammed and broken, from a little dry to a little soft. */
async function climbLadder(heap: DemoHeap, at: (minutes: number) => string): Promise<void> {
  await heap.dryAndWeigh(at(0), 'oven');
  for (let rung = 0; rung < 5; rung++) {
    await heap.log(at(10 + 30 * rung), { kind: 'water', kg: 0.12 });
    await heap.ramAndBreak(at(20 + 30 * rung));
  }
  await heap.log(at(200), { kind: 'dried', kg: 0.3 });
}

async function oilHeap(
  db: Database,
  lots: Record<string, number>,
  at: DaysAgo,
  members: readonly number[]
): Promise<void> {
  const start = SESSIONS[4]! + 1;
  const heap = await DemoHeap.make(db, HEAPS.dial, at(start), 733, 1, members);
  await heap.log(at(start), {
    kind: 'mixed',
    additions: [
      { ingredient: 'olivine', kg: 11.5, lot_id: lots.olivine },
      { ingredient: 'organoclay', kg: 0.58, lot_id: lots.organoclay },
      { ingredient: 'light-oil', kg: 0.235, lot_id: lots.oil },
      { ingredient: 'activator', kg: 0.018, lot_id: lots.activator }
    ],
    note: 'Fine olivine for the sundial.'
  });
  for (const [i, day] of SESSIONS.filter((_, i) => i > 5 && i % 4 === 2).entries()) {
    await heap.test(at(day, 300), {
      kind: 'squeeze',
      holds: true,
      shrinks: true,
      breaks: i % 2 ? 'ragged' : 'crisp',
      palm: 'clean',
      prints: 'sharp'
    });
    const dose = await heap.prescription(at(day, 305));
    if (dose.oil_kg > 0.005 && i < 5) {
      const clay =
        dose.binder_kg > 0.005
          ? [{ ingredient: 'organoclay', kg: thousandths(dose.binder_kg), lot_id: lots.organoclay }]
          : [];
      await heap.log(at(day, 310), {
        kind: 'mixed',
        additions: [{ ingredient: 'light-oil', kg: thousandths(dose.oil_kg), lot_id: lots.oil }, ...clay]
      });
    }
    await heap.castInto(
      (days, minutes = 0) => at(days, minutes + 320),
      day,
      7,
      heap.by.between(0.25, 0.5),
      DETAIL_WORK[i % DETAIL_WORK.length]!
    );
  }
}

async function inheritedHeap(db: Database, at: DaysAgo, members: readonly number[]): Promise<void> {
  const start = SESSIONS[14]! - 1;
  const heap = await DemoHeap.make(db, HEAPS.bin, at(start), 41, 1.1, members);
  await heap.log(at(start), {
    kind: 'bought',
    kg: 31,
    moisture_percent: 5.6,
    active_clay_percent: 7.4,
    note: 'Left behind the tool store by whoever had plot 9. Grey, full of fines.'
  });
  await heap.test(at(start, 20), {
    kind: 'squeeze',
    holds: false,
    shrinks: false,
    breaks: 'crumbles',
    palm: 'film',
    prints: 'blurred'
  });
  await heap.test(at(start, 60), {
    kind: 'sieve',
    retained: [
      { mesh: TEA_SIEVE, grams: 9.5 },
      { sieve: '70', grams: 22 },
      { sieve: '140', grams: 21.5 },
      { sieve: 'pan', grams: 12.6 }
    ],
    note: 'With the tea sieve and the two sieves of our own.'
  });
  for (const day of SESSIONS.filter((_, i) => i > 15 && i % 5 === 1)) {
    await heap.log(at(day, 500), { kind: 'water', kg: 0.4 });
    await heap.squeeze(at(day, 520));
    await heap.castInto(
      (days, minutes = 0) => at(days, minutes + 520),
      day,
      12,
      heap.by.between(0.4, 0.9),
      'Row markers in the old sand, rough but readable.'
    );
  }
}

/** The casting that comes next, in two days at ten in the morning. */
async function nextCastingDay(db: Database, today: Date, members: readonly number[]): Promise<void> {
  const at = new Date(today.getTime() + 2 * DAY_MS);
  at.setUTCHours(10, 0, 0, 0);
  await createSession(
    db,
    accepted(newSession, {
      name: 'The sundial’s gnomon',
      at: at.toISOString(),
      zone: HEAPS.gate.zone,
      members: [...members],
      stage: 'mold'
    })
  );
}

/** The demo is for trying out: its scale and probe are simulated. */
const tryingOut = (db: Database) => changeSettings(db, { simulated_devices: true });

/** The last casting day, with its two molds, as a session. */
async function lastCastingDay(db: Database, at: DaysAgo, members: readonly number[]): Promise<void> {
  const session = await createSession(
    db,
    accepted(newSession, {
      name: 'Gate latches and a row marker',
      at: at(SESSIONS.at(-1)!),
      zone: HEAPS.gate.zone,
      members: [...members],
      stage: 'done'
    })
  );
  for (const note of ['Four latches', 'Row markers'])
    await createMold(db, session.id, accepted(newMold, { backing_heap_id: 1, state: 'shaken-out', note }));
}

/** The value, having passed the schema that every input passes; anything else is a fault in the scenario. */
function accepted<S extends Parameters<typeof check>[0]>(schema: S, value: unknown) {
  const result = check(schema, value);
  if (!result.ok)
    throw new Error(
      `The demo scenario is refused: ${JSON.stringify(result.errors)} in ${JSON.stringify(value)}`
    );
  return result.value;
}

const tenths = (kg: number) => Math.round(kg * 10) / 10;
const hundredths = (kg: number) => Math.round(kg * 100) / 100;
const thousandths = (kg: number) => Math.round(kg * 1000) / 1000;
