import { describe, expect, it } from 'vitest';
import { REST_MIN } from '$core/reference/rest';
import type { CastingFacts } from './steps/casting-facts';
import { castingSteps, stepsLeft } from './casting-steps';
import { POUR } from './steps/ids';
import { USUAL_HOURS, openTime } from './open-hours';
import { planBack, type Plan } from './plan-back';
import { whenItSlips } from './slips';
import { MINUTE_MS, inOrder } from './steps/step';
import { stepPage, stepWords } from './steps/kinds';

const NOW = Date.UTC(2026, 2, 16, 8);
const mold = (number: number, rest: Partial<CastingFacts['molds'][number]> = {}) => ({
  number,
  mold_id: null,
  flask_id: number,
  flask: `flask ${number}`,
  makes: 'a latch',
  pattern_ids: [1],
  heap_id: 1,
  sand_kg: 15,
  way: null,
  round: 1,
  rammed: false,
  poured: false,
  people_min: 15,
  opens_at: null as number | null,
  ...rest
});
const facts = (rest: Partial<CastingFacts> = {}): CastingFacts => ({
  now: NOW,
  people: ['1', '2'],
  patterns: [
    {
      id: 1,
      name: 'Latch',
      coats: [
        { what: 'primer', grit: 400, dry_h: 4 },
        { what: 'varnish', grit: null, dry_h: 12 }
      ],
      dry_at: NOW,
      wear: null
    }
  ],
  heaps: [
    {
      id: 1,
      name: 'Gate heap',
      keeps_h: 26,
      water_kg: 0.3,
      binder_kg: 0,
      dry_off_kg: 0,
      unknown: false,
      renew: true,
      short_kg: 2,
      again: [],
      cools_min: 30,
      frost_c: 1,
      frost_known: true,
      back_at: null
    }
  ],
  buy: [
    {
      what: 'sodium bentonite',
      kind: 'sodium-bentonite',
      kg: 2,
      cost: 2.6,
      currency: 'GBP',
      days: 5,
      heap_id: 1
    }
  ],
  molds: [mold(1), mold(2, { flask_id: 1, round: 2 })],
  melts: [
    { molds: [1], charge_kg: 1.4, heat_min: 40 },
    { molds: [2], charge_kg: 1.4, heat_min: 30 }
  ],
  alloy: 'aluminium, 7 Si',
  short_rest: null,
  ramming_pace: 1,
  own: [{ id: 'a', what: 'ask the neighbour', minutes: 10, before: true }],
  ...rest
});

const people = (from = NOW) => {
  const hours = openTime(USUAL_HOURS, [], 'Europe/London', from, from + 60 * 86_400_000);
  return { 1: hours, 2: hours };
};
const planOf = (steps: ReturnType<typeof castingSteps>, wanted: number): Plan => {
  const plan = planBack(steps, POUR, wanted, people(), NOW);
  if ('too_long' in plan) throw new Error(plan.too_long.join());
  return plan;
};
const SATURDAY = Date.UTC(2026, 3, 4, 13);

describe('the steps of a casting day', () => {
  it('each waits for what it needs, and all of them find their place', () => {
    const steps = castingSteps(facts());
    expect(inOrder(steps)).toHaveLength(steps.length);
    const plan = planOf(steps, SATURDAY);
    const of = (id: string) => plan.steps.find((each) => each.id === id)!;
    expect(plan.late_min).toBe(0);
    expect(of(POUR).from).toBe(SATURDAY);
    // Sanded when the first coat is dry, then the second; ramming when the last is.
    expect(of('sand:1:1').from - of('coat:1:1').to).toBeGreaterThanOrEqual(4 * 60 * MINUTE_MS);
    expect(of('coat:1:2').from).toBeGreaterThanOrEqual(of('sand:1:1').to);
    expect(of('ram:1').from - of('coat:1:2').to).toBeGreaterThanOrEqual(12 * 60 * MINUTE_MS);
    // Bought, then renewed when it has come, then tempered and left for the night.
    expect(of('renew:1').from - of('buy:1:sodium-bentonite').to).toBeGreaterThanOrEqual(
      5 * 24 * 60 * MINUTE_MS
    );
    expect(of('temper:1').from).toBeGreaterThanOrEqual(of('renew:1').to);
    expect(of('ram:1').from - of('temper:1').to).toBeGreaterThanOrEqual(8 * 60 * MINUTE_MS);
    expect(of('temper:1').from - of('indoors:1').to).toBeGreaterThanOrEqual(12 * 60 * MINUTE_MS);
    // One flask: rammed again once it was shaken out, and poured of the second melt.
    expect(of('ram:2').from).toBeGreaterThanOrEqual(of('shake:1').to);
    expect(of('pour:2').from).toBeGreaterThanOrEqual(of('ram:2').to);
    expect(of('recondition:1').from).toBeGreaterThanOrEqual(of('shake:2').to);
    expect(of('own:a').to).toBeLessThanOrEqual(of(POUR).from);
  });

  it('a round that wants sand of the molds before it waits until that is cool and tempered again', () => {
    const again = { round: 2, water_kg: 0.2, binder_kg: 0, dry_off_kg: 0, sand_c: 61.4, cools_min: 74.6 };
    const of = (heap: Partial<CastingFacts['heaps'][number]>) => {
      const { heaps, ...rest } = facts();
      const steps = castingSteps({ ...rest, heaps: [{ ...heaps[0]!, renew: false, ...heap }] });
      const plan = planOf(steps, SATURDAY);
      return { steps, at: (id: string) => plan.steps.find((each) => each.id === id)! };
    };
    const { steps, at } = of({ again: [again], cools_min: 74.6 });
    // Numbers and their units are held together by spaces that do not break.
    const words = (id: string) =>
      stepWords(steps.find((step) => step.id === id)!.about, 'metric').replaceAll(/\s/g, ' ');
    expect(words('cool:1:2')).toBe(
      'riddle Gate heap and spread it 50 mm deep: out of the molds it is about 61 °C, cool in 75 min'
    );
    expect(words('temper:1:2')).toBe(
      'temper Gate heap for round 2, by then likely with 200 g of water, and cover it 20 min'
    );
    expect(at('cool:1:2').from).toBeGreaterThanOrEqual(at('shake:1').to);
    expect(at('temper:1:2').from - at('cool:1:2').to).toBeGreaterThanOrEqual(74.6 * MINUTE_MS);
    expect(at('ram:2').from - at('temper:1:2').to).toBeGreaterThanOrEqual(20 * MINUTE_MS);
    expect(at('recondition:1').from - at('shake:2').to).toBeGreaterThanOrEqual(74.6 * MINUTE_MS);
    // New clay takes up its water for an hour.
    const clay = of({ again: [{ ...again, binder_kg: 0.1 }] });
    expect(clay.at('ram:2').from - clay.at('temper:1:2').to).toBeGreaterThanOrEqual(60 * MINUTE_MS);
    // Nothing goes into it: it is squeezed all the same.
    const plain = of({ again: [{ ...again, water_kg: 0 }] });
    const { about } = plain.steps.find(({ id }) => id === 'temper:1:2')!;
    expect(stepWords(about, 'metric')).toBe('squeeze Gate heap before round 2');
    const wet = of({ again: [{ ...again, water_kg: 0, dry_off_kg: 0.3 }] });
    const dried = stepWords(wet.steps.find(({ id }) => id === 'temper:1:2')!.about, 'metric');
    expect(dried).toMatch(/^spread Gate heap until 300.g has dried off, before round 2$/);
    // The heap has sand for both: nothing is spread.
    expect(of({}).steps.some(({ id }) => id.startsWith('cool:'))).toBe(false);
  });

  it('each step may slip as far as it says, and hardly any could slip an hour more', () => {
    let [slips, further] = [0, 0];
    for (const molds of [[mold(1)], [mold(1), mold(2)]])
      for (const who of [['1'], ['1', '2']])
        for (const day of [2, 9]) {
          const melts = [{ molds: molds.map(({ number }) => number), charge_kg: 2, heat_min: 40 }];
          const steps = castingSteps(facts({ molds, melts, buy: [], people: who }));
          const wanted = NOW + (day * 24 + 5) * 60 * MINUTE_MS;
          const hours = Object.fromEntries(Object.entries(people()).filter(([id]) => who.includes(id)));
          const plan = planBack(steps, POUR, wanted, hours, NOW);
          if ('too_long' in plan) throw new Error(plan.too_long.join());
          const poured = (id: string, by_min: number) =>
            whenItSlips(steps, plan, { id, by_min }, POUR, wanted, hours, NOW)!.pour_by_min;
          for (const { id, slack_min } of plan.steps) {
            if (slack_min === null || id === POUR) continue;
            expect([id, poured(id, slack_min)]).toEqual([id, 0]);
            slips += 1;
            if (poured(id, slack_min + 60) === 0) further += 1;
          }
        }
    expect(slips).toBeGreaterThan(70);
    expect(further / slips).toBeLessThan(0.05);
  });

  it('a mold keeps as long as its sand does', () => {
    const keeps = castingSteps(facts()).filter(({ keeps_min }) => keeps_min !== undefined);
    expect(keeps.map(({ id, keeps_min }) => [id, keeps_min])).toEqual([
      ['ram:1', 1560],
      ['ram:2', 1560]
    ]);
  });

  it('a mold that is rammed names its pins, in the reader’s units', () => {
    const words = (way: CastingFacts['molds'][number]['way'], units: 'metric' | 'us') => {
      const { about } = castingSteps(facts({ molds: [mold(1, { way })] })).find(({ id }) => id === 'ram:1')!;
      return stepWords(about, units).replaceAll(/\s/g, ' ');
    };
    expect(words(null, 'metric')).toBe('ram mold 1: a latch in flask 1');
    expect(words({ sprue_m: 0.008, riser_m: null }, 'metric')).toBe(
      'ram mold 1: a latch in flask 1, sprue 8 mm at its foot, no riser'
    );
    expect(words({ sprue_m: 0.0127, riser_m: 0.0254 }, 'us')).toMatch(
      /sprue 1.2 in at its foot, riser 1 in$|sprue 0\.50 in at its foot, riser 1\.00 in$/
    );
  });

  it('sand lies overnight; where there is no night for it, as long as its ticket says', () => {
    const plain = { ...facts().heaps[0]!, renew: false, short_kg: 0, frost_c: null };
    const rested = (short: boolean, over: Partial<typeof plain> = {}) => {
      const steps = castingSteps(
        facts({ short_rest: short ? REST_MIN : null, heaps: [{ ...plain, ...over }], buy: [] })
      );
      const { about } = steps.find(({ id }) => id === 'temper:1')!;
      return {
        lag_min: steps.find(({ id }) => id === 'ram:1')!.after.find(({ id }) => id === 'temper:1')!.lag_min,
        words: stepWords(about, 'metric')
      };
    };
    expect(rested(false).lag_min).toBe(480);
    expect(rested(false).words).toMatch(/cover it overnight$/);
    expect(rested(true).lag_min).toBe(20);
    expect(rested(true).words).toMatch(/and cover it 20 min$/);
    // Clay is to take up its water first.
    expect(rested(true, { binder_kg: 0.2 }).lag_min).toBe(60);
    expect(rested(true, { water_kg: 0 }).lag_min).toBe(0);
  });

  it('lights the furnace right before the pour, never the evening before', () => {
    // They have time in the evenings, and from nine on Saturday; the pour is set at nine sharp.
    const nine = Date.UTC(2026, 3, 4, 8);
    for (const wanted of [nine, nine + 2 * 60 * MINUTE_MS, NOW]) {
      const plan = planOf(castingSteps(facts()), wanted);
      const [heat, pour] = ['heat:1', POUR].map((id) => plan.steps.find((each) => each.id === id)!);
      expect(pour!.from - heat!.to, new Date(wanted).toISOString()).toBeLessThanOrEqual(15 * MINUTE_MS);
      expect(pour!.from).toBeGreaterThanOrEqual(heat!.to);
    }
  });

  it('is poured by who is there: never in what their calendars have, later where all are busy', () => {
    const wanted = SATURDAY;
    const steps = castingSteps(facts());
    const plan = (busy: Record<string, { from: number; to: number }[]>) => {
      const made = planBack(steps, POUR, wanted, people(), NOW, busy);
      if ('too_long' in made) throw new Error(made.too_long.join());
      const of = (id: string) => made.steps.find((each) => each.id === id)!;
      return { ...made, heat: of('heat:1'), pour: of(POUR) };
    };
    const until = (minutes: number) => [
      { from: wanted - 3 * 60 * MINUTE_MS, to: wanted + minutes * MINUTE_MS }
    ];
    // One is at the dentist until five past: the other lights and pours.
    const one = plan({ 1: until(5) });
    expect([one.heat.who, one.pour.who, one.pour_at]).toEqual(['2', '2', wanted]);
    // Both are away until an hour later: the metal is not lit for an empty shed.
    const both = plan({ 1: until(60), 2: until(60) });
    expect(both.pour_at).toBeGreaterThan(wanted);
    expect(both.late_min).toBe((both.pour_at - wanted) / MINUTE_MS);
    expect(both.pour.from - both.heat.to).toBeLessThanOrEqual(15 * MINUTE_MS);
  });

  it('every wait is as long as it has to be, whatever else is in the way', () => {
    const steps = new Map(castingSteps(facts()).map((step) => [step.id, step]));
    const lag = (id: string, behind: string) =>
      steps.get(id)!.after.find((each) => each.id === behind)?.lag_min;
    expect(lag('sand:1:1', 'coat:1:1')).toBe(4 * 60);
    expect(lag('ram:1', 'coat:1:2')).toBe(12 * 60);
    expect(lag('take-in:1:sodium-bentonite', 'buy:1:sodium-bentonite')).toBe(5 * 24 * 60);
    // A bin that comes in from the frost warms half a day, tempered sand lies overnight, a mold is left shut for an hour.
    expect(lag('temper:1', 'indoors:1')).toBe(12 * 60);
    expect(lag('ram:1', 'temper:1')).toBe(8 * 60);
    expect(lag('shake:1', 'pour:1')).toBe(60);
    expect(lag('ram:2', 'shake:1')).toBe(0);
    expect(lag('recondition:1', 'shake:2')).toBe(30);
    // One furnace, for each melt.
    for (const id of ['heat:1', 'pour:1', 'pour:2']) expect(steps.get(id)!.uses, id).toEqual(['furnace']);
  });

  it('takes the pace of who rams, and nothing else by it', () => {
    const minutes = (ramming_pace: number) =>
      new Map(castingSteps(facts({ ramming_pace })).map((step) => [step.id, step.minutes]));
    const [usual, slow] = [minutes(1), minutes(1.5)];
    expect(usual.get('ram:1')).toBe(40);
    expect(slow.get('ram:1')).toBe(60);
    for (const [id, of] of slow) if (!id.startsWith('ram:')) expect(of, id).toBe(usual.get(id));
  });

  it('the evening before: sand that can wait is tempered as late as the night allows', () => {
    const plan = planOf(
      castingSteps(facts({ molds: [mold(1)], melts: [{ molds: [1], charge_kg: 1, heat_min: 40 }] })),
      SATURDAY
    );
    const of = (id: string) => plan.steps.find((each) => each.id === id)!;
    const before = (of('ram:1').from - of('temper:1').to) / 3_600_000;
    expect(before).toBeGreaterThanOrEqual(8);
    expect(of('temper:1').from).toBeGreaterThan(Date.UTC(2026, 3, 2));
  });

  it('what is done is gone, and its wait runs from when it was done; what is moved is not sooner', () => {
    const done_at = new Date(NOW + 2 * 3_600_000).toISOString();
    const later = new Date(Date.UTC(2026, 2, 25, 18)).toISOString();
    const left = stepsLeft(castingSteps(facts()), [
      { id: 'coat:1:1', done_at },
      { id: 'tools', not_before: later, member: 2 },
      { id: 'ram:1', minutes: 20 }
    ]);
    expect(left.map(({ id }) => id)).not.toContain('coat:1:1');
    expect(left.find(({ id }) => id === 'sand:1:1')!.not_before).toBe(Date.parse(done_at) + 4 * 3_600_000);
    const tools = left.find(({ id }) => id === 'tools')!;
    expect(tools).toMatchObject({ not_before: Date.parse(later), by: ['2'], late: false });
    expect(left.find(({ id }) => id === 'ram:1')!.minutes).toBe(20);
    const plan = planOf(left, SATURDAY);
    expect(plan.steps.find(({ id }) => id === 'tools')!.who).toBe('2');
  });

  it('every step has words, and a page where there is one', () => {
    for (const step of castingSteps(facts())) {
      expect(stepWords(step.about, 'metric')).toMatch(/\w/);
      expect(stepWords(step.about, 'us')).not.toMatch(/\d (kg|g)\b/);
      expect(stepPage(step.about) ?? '/').toMatch(/^\//);
    }
  });

  it('where all is poured already there is the rest: nothing waits for a pour that was', () => {
    const steps = castingSteps(
      facts({
        molds: [mold(1, { poured: true, rammed: true })],
        melts: [],
        own: [{ id: 'b', what: 'sweep', minutes: 5, before: false }]
      })
    );
    const ids = inOrder(steps).map(({ id }) => id);
    expect(ids).toContain('shake:1');
    expect(ids).not.toContain('ram:1');
    expect(ids).not.toContain(POUR);
    expect(planBack(steps, steps.at(-1)!.id, SATURDAY, people(), NOW)).not.toHaveProperty('too_long');
  });

  it('a mold is shaken out once it may be opened: by its own heat, else as long as people leave its like', () => {
    const shaken = (rest: Parameters<typeof mold>[1], poured: boolean) =>
      castingSteps(
        facts({
          molds: [mold(1, { rammed: true, poured, ...rest })],
          melts: poured ? [] : [{ molds: [1], charge_kg: 1, heat_min: 30 }]
        })
      ).find(({ id }) => id === 'shake:1')!;
    const opens_at = NOW + 93 * 60_000;
    expect(shaken({ opens_at }, true)).toMatchObject({ not_before: opens_at, after: [] });
    expect(shaken({}, true).not_before).toBeUndefined();
    const lags = [15, 180, 720].map((people_min) => shaken({ people_min }, false).after[0]!.lag_min);
    expect(lags).toEqual([60, 180, 720]);
  });

  it('a mold that is rammed already is only poured', () => {
    const steps = castingSteps(
      facts({ molds: [mold(1, { rammed: true })], melts: [{ molds: [1], charge_kg: 1, heat_min: 30 }] })
    );
    expect(steps.map(({ id }) => id)).not.toContain('ram:1');
    expect(steps.map(({ id }) => id)).toContain('shake:1');
  });
});

describe('open hours', () => {
  it('six in the evening stays six through both changes of the clock', () => {
    const evening = [0, 1, 2, 3, 4, 5, 6].map((weekday) => ({ weekday, from_min: 18 * 60, to_min: 20 * 60 }));
    const span = (from: number) => openTime(evening, [], 'Europe/London', from, from + 3 * 86_400_000);
    // The clock goes forward on 29 March 2026 and back on 25 October.
    expect(span(Date.UTC(2026, 2, 28)).map(({ from }) => new Date(from).toISOString())).toEqual([
      '2026-03-28T18:00:00.000Z',
      '2026-03-29T17:00:00.000Z',
      '2026-03-30T17:00:00.000Z'
    ]);
    expect(span(Date.UTC(2026, 9, 24)).map(({ from }) => new Date(from).toISOString())).toEqual([
      '2026-10-24T17:00:00.000Z',
      '2026-10-25T18:00:00.000Z',
      '2026-10-26T18:00:00.000Z'
    ]);
  });

  it('what the calendar has is taken out', () => {
    const from = Date.UTC(2026, 5, 6);
    const busy = [{ from: Date.UTC(2026, 5, 6, 10), to: Date.UTC(2026, 5, 6, 11) }];
    expect(openTime(USUAL_HOURS, busy, 'UTC', from, from + 86_400_000 - 1)).toEqual([
      { from: Date.UTC(2026, 5, 6, 9), to: Date.UTC(2026, 5, 6, 10) },
      { from: Date.UTC(2026, 5, 6, 11), to: Date.UTC(2026, 5, 6, 18) }
    ]);
  });
  it('nothing is done to sand once all is rammed of it, and it is put right after the last mold is open', () => {
    const heap = { ...facts().heaps[0]!, unknown: true };
    const ids = (of: Partial<CastingFacts>) =>
      castingSteps(facts({ patterns: [], own: [], heaps: [heap], ...of })).map(({ id }) => id);
    const rammed = [mold(1, { rammed: true }), mold(2, { rammed: true })];
    expect(ids({ molds: rammed })).toEqual([
      'tools',
      'metal',
      'shake:1',
      'shake:2',
      'heat:1',
      'pour:1',
      'pour:2',
      'recondition:1',
      'record'
    ]);
    // The last mold is shaken out: no metal is weighed out for nothing, and the sand still waits.
    const out = { molds: [], melts: [], heaps: [{ ...heap, back_at: NOW }] };
    expect(ids(out)).toEqual(['recondition:1', 'record']);
    const [recondition] = castingSteps(facts({ patterns: [], own: [], ...out }));
    expect(recondition).toMatchObject({ after: [], not_before: NOW + 30 * MINUTE_MS });
    expect(ids({ ...out, heaps: [heap] })).toEqual(['record']);
  });
  it('a heap that its molds find short is renewed by what they lack', () => {
    const renew = castingSteps(facts()).find(({ id }) => id === 'renew:1')!;
    expect(stepPage(renew.about)).toBe('/heaps/1/renew?more_kg=2');
  });
  it('sand that is right as it is gets a squeeze before it is rammed, no night and no tempering', () => {
    const heap = facts().heaps[0]!;
    const right = { ...heap, water_kg: 0, renew: false, short_kg: 0, frost_c: null };
    const of = (over: Partial<typeof heap>) => {
      const steps = castingSteps(facts({ heaps: [{ ...right, ...over }], buy: [] }));
      const temper = steps.find(({ id }) => id === 'temper:1')!;
      const ram = steps.find(({ id }) => id === 'ram:1')!;
      return {
        says: stepWords(temper.about, 'metric'),
        minutes: temper.minutes,
        lag_min: ram.after.find(({ id }) => id === 'temper:1')!.lag_min
      };
    };
    expect(of({})).toEqual({
      says: 'squeeze Gate heap before you ram',
      minutes: 5,
      lag_min: 0
    });
    // Whatever goes into it, or nobody knowing it, asks for the night.
    for (const over of [
      { water_kg: 0.2 },
      { binder_kg: 0.1 },
      { dry_off_kg: 0.1 },
      { unknown: true },
      { renew: true },
      { short_kg: 1 }
    ])
      expect(of(over).lag_min).toBe(8 * 60);
  });
});
