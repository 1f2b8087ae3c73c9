import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  aimMoisture,
  moistureAtRatio,
  temperWindow,
  usualMoistureCheck,
  waterAtRatio
} from '$core/judge/temper-window';
import { temperVerdict, verdictOf, type Judged, type Verdict } from '$core/judge/temper-verdict';
import { arrivalOf } from '$core/material/arrival';
import {
  composition,
  dryShare,
  moistureFraction,
  plus,
  totalMass,
  type Composition
} from '$core/material/composition';
import { HEAP_BINDERS, TARGETS } from '$core/reference/targets';
import { mixingSteps, mullingMinutes } from './mixing-order';
import { NEEDS_OF, knownExactly, prescribe, type Prescription, type StockAtHand } from './prescription';
import { costOf, stockCheck } from './stock-check';

const targets = TARGETS['sodium-bentonite'];
const stock = (binder_kg: number | null = null): StockAtHand => ({
  binder: { moisture_fraction: 0.09, active_fraction: 0.9, available_kg: binder_kg },
  sand: { moisture_fraction: 0.002, active_fraction: 0, available_kg: null },
  oil: { moisture_fraction: 0, active_fraction: 1, available_kg: null }
});
/** A heap of 40 kg of dry mix with this share of active clay and this moisture. */
const heap = (active: number, moisture: number): Composition =>
  composition({
    grain: 40 * (1 - active),
    active_clay: 40 * active,
    water: (40 * moisture) / (1 - moisture)
  });
const ask = (sand: Composition, at = stock()) => prescribe(knownExactly('water', targets, sand), at);

describe('temper window', () => {
  it('follows the clay that is there, with the water that dead clay and fines hold on top', () => {
    const mix = composition({ grain: 76, active_clay: 8, dead_clay: 6, fines: 10 });
    expect(waterAtRatio(mix, 0.475)).toBeCloseTo(4.7, 10);
    expect(moistureAtRatio(mix, 0.475)).toBeCloseTo(0.04489, 5);
    expect(temperWindow(targets, heap(0.072, 0.03)).min).toBeCloseTo((0.38 * 0.072) / (1 + 0.38 * 0.072), 12);
  });
  it('is never clamped: natural sand with 8 % clay is mud at 5.2 % water, and the usual moisture is a check beside it', () => {
    const natural = TARGETS.natural;
    const sand = heap(0.08, 0.052);
    expect(verdictOf('water', natural, sand)).toBe('too-wet');
    expect(usualMoistureCheck(natural, sand)).toBe('below-usual');
    expect(usualMoistureCheck(natural, heap(0.13, 0.05))).toBeNull();
    expect(usualMoistureCheck(targets, heap(0.2, 0.05))).toBe('above-usual');
  });
  it('is the user’s own window where there is no ratio', () => {
    const own = { ...targets, temper_ratio: null };
    expect(temperWindow(own, heap(0.068, 0.03))).toEqual(targets.moisture);
    expect(aimMoisture(own, heap(0.068, 0.03))).toBeCloseTo(0.035, 12);
  });
  it('holds its own aim, and does not hang on the water that is there', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...HEAP_BINDERS),
        fc.double({ min: 0.01, max: 0.3, noNaN: true }),
        fc.double({ min: 0, max: 0.2, noNaN: true }),
        (binder, active, moisture) => {
          const window = temperWindow(TARGETS[binder], heap(active, moisture));
          const aim = aimMoisture(TARGETS[binder], heap(active, moisture));
          expect(window.max).toBeGreaterThan(window.min);
          expect(aim).toBeGreaterThan(window.min);
          expect(aim).toBeLessThan(window.max);
          expect(temperWindow(TARGETS[binder], heap(active, 0)).max).toBeCloseTo(window.max, 12);
        }
      )
    );
  });
});

describe('verdict', () => {
  const at = (moisture: number, active = 0.08) => verdictOf('water', targets, heap(active, moisture));
  const judged = (more: Partial<Judged>): Verdict =>
    temperVerdict({
      system: 'water',
      targets,
      sand: heap(0.08, 0.034),
      chances: { below: 0.05, inside: 0.9, above: 0.05 },
      seen: true,
      squeeze: null,
      short_of_clay: false,
      doubt: null,
      wettest_read: null,
      ...more
    });
  const grade = (of: 1 | 2 | 3 | 4 | 5) => ({ grade: of, lifeless: false });
  it('climbs from dry to too wet', () => {
    expect([0.01, 0.027, 0.034, 0.042, 0.055].map((w) => at(w))).toEqual([
      'dry',
      'a-little-dry',
      'in-temper',
      'a-little-wet',
      'too-wet'
    ]);
  });
  it('is not known of sand that nobody looked at, whatever was weighed', () => {
    expect(judged({ seen: false })).toBe('not-known');
    expect(judged({ seen: false, chances: { below: 0, inside: 1, above: 0 } })).toBe('not-known');
  });
  it('says in temper only where it is sure, probably where it is likely, and not known at a coin toss', () => {
    const inside = (p: number) => judged({ chances: { below: (1 - p) / 2, inside: p, above: (1 - p) / 2 } });
    expect([0.95, 0.8, 0.79, 0.6, 0.59].map(inside)).toEqual([
      'in-temper',
      'in-temper',
      'probably-in-temper',
      'probably-in-temper',
      'not-known'
    ]);
    const below = (p: number) =>
      judged({ sand: heap(0.08, 0.027), chances: { below: p, inside: 1 - p, above: 0 } });
    expect([0.9, 0.7, 0.5].map(below)).toEqual(['a-little-dry', 'probably-dry', 'not-known']);
  });
  it('is ruled by the latest squeeze: never in temper where the hand denies it', () => {
    for (const of of [1, 5] as const) expect(judged({ squeeze: grade(of) })).not.toMatch(/in-temper/);
    // One grade beside the middle is evidence, and no veto.
    for (const of of [2, 4] as const) expect(judged({ squeeze: grade(of) })).toBe('probably-in-temper');
    expect(judged({ squeeze: grade(3) })).toBe('in-temper');
    expect(judged({ squeeze: grade(5) })).toBe('probably-wet');
    expect(judged({ squeeze: { grade: 2, lifeless: true } })).toBe('lifeless');
    const wet = { sand: heap(0.08, 0.06), chances: { below: 0, inside: 0, above: 1 } };
    expect(judged({ ...wet, squeeze: grade(5) })).toBe('too-wet');
    expect(judged({ ...wet, squeeze: grade(3) })).toBe('not-known');
    const dry = { sand: heap(0.08, 0.02), chances: { below: 1, inside: 0, above: 0 } };
    expect(judged({ ...dry, squeeze: grade(4) })).toBe('not-known');
    expect(judged({ ...wet, squeeze: grade(2) })).toBe('not-known');
  });
  it('is not called dry or fit while a look that strays says wet, nor wet while one says dry', () => {
    const dry = { sand: heap(0.08, 0.02), chances: { below: 1, inside: 0, above: 0 } };
    const wet = { sand: heap(0.08, 0.06), chances: { below: 0, inside: 0, above: 1 } };
    expect([dry, {}].map((of) => judged({ ...of, doubt: 'wet' }))).toEqual(['not-known', 'not-known']);
    expect([wet, {}].map((of) => judged({ ...of, doubt: 'dry' }))).toEqual(['not-known', 'not-known']);
    expect([judged({ ...wet, doubt: 'wet' }), judged({ ...dry, doubt: 'dry' })]).toEqual(['too-wet', 'dry']);
  });
  it('oil sand that falls apart or smears is not in temper, whatever its water', () => {
    const oil = { system: 'oil', targets: TARGETS.oil } as const;
    const sand = composition({ grain: 9.3, active_clay: 0.47, oil: 0.19, water: 0.02 });
    const of = (more: Partial<Judged>) => judged({ ...oil, sand, ...more });
    expect(of({})).toBe('in-temper');
    expect(([1, 2, 3, 4, 5] as const).map((each) => of({ squeeze: grade(each) }))).toEqual([
      'falls-apart',
      'falls-apart',
      'in-temper',
      'too-oily',
      'too-oily'
    ]);
    expect(of({ sand: { ...sand, oil: 0.1 }, squeeze: grade(1) })).toBe('short-of-oil');
    // A drying test of 1.1 % is a danger even where the estimate does not believe it.
    expect(of({ wettest_read: 0.011 })).toBe('probably-wet');
    expect(of({ wettest_read: 0.007 })).toBe('in-temper');
  });
  it('judges oil sand by the water it should not have', () => {
    const oil = (moisture: number, share: number) => {
      const dry = composition({ grain: 9.5 - 10 * share, active_clay: 0.47, oil: 10 * share });
      return verdictOf('oil', TARGETS.oil, { ...dry, water: (totalMass(dry) * moisture) / (1 - moisture) });
    };
    expect([oil(0.002, 0.018), oil(0.006, 0.018), oil(0.009, 0.018), oil(0.002, 0.01)]).toEqual([
      'in-temper',
      'a-little-wet',
      'too-wet',
      'short-of-oil'
    ]);
  });
  it('has a word for an empty heap', () => {
    expect(verdictOf('water', targets, composition())).toBe('empty');
  });
});

describe('prescribe', () => {
  it('asks for water alone when only water is missing, in splashes', () => {
    const answer = ask(heap(0.08, 0.022));
    expect(answer.need).toBe('water');
    expect(answer.binder_kg).toBe(0);
    expect(answer.splashes_kg.reduce((a, b) => a + b, 0)).toBeCloseTo(answer.water_kg, 12);
    expect(moistureFraction(answer.after)).toBeCloseTo(aimMoisture(targets, heap(0.08, 0.022)), 10);
    expect(answer.reason).toContain('0.43 of its weight');
  });
  it('dashes splashes by how unsure it is, and stops a little dry', () => {
    const unsure = (off_aim_sd: number) =>
      prescribe({ ...knownExactly('water', targets, heap(0.08, 0.018)), off_aim_sd }, stock());
    const sure_kg = ({ splashes_kg, sure_splashes }: Prescription) =>
      splashes_kg.slice(0, sure_splashes).reduce((sum, kg) => sum + kg, 0);
    const [sure, little, much] = [unsure(0), unsure(0.004), unsure(0.2)];
    expect(sure_kg(sure)).toBeGreaterThan(0.9 * sure.water_kg);
    expect(sure_kg(little)).toBeLessThan(sure_kg(sure));
    expect(much.sure_splashes).toBe(0);
    expect(little.water_kg).toBeLessThan(sure.water_kg);
    expect(little.water_kg).toBeGreaterThan(0.9 * sure.water_kg);
    for (const each of [sure, little, much])
      expect(each.splashes_kg.reduce((a, b) => a + b, 0)).toBeCloseTo(each.water_kg, 12);
  });
  it('asks for clay and water together when clay is short', () => {
    const answer = ask(heap(0.055, 0.022));
    expect(answer.need).toBe('clay-and-water');
    expect(dryShare(answer.after, 'active_clay')).toBeCloseTo(0.0775, 10);
    expect(moistureFraction(answer.after)).toBeCloseTo(answer.aim.moisture, 10);
    expect(moistureFraction(answer.after)).toBeCloseTo(aimMoisture(targets, answer.after), 4);
    expect(answer.rest_s).toBeGreaterThan(ask(heap(0.08, 0.022)).rest_s);
  });
  it('names the material that stock lacks', () => {
    const wished = ask(heap(0.055, 0.022)).binder_kg;
    const answer = ask(heap(0.055, 0.022), stock(0.2));
    expect(answer.missing).toEqual([{ what: 'binder', short_kg: expect.closeTo(wished - 0.2, 10) }]);
    expect(answer.binder_kg).toBeCloseTo(0.2, 12);
  });
  it('never waters clay that is not there: what goes in tempers the clay that is', () => {
    for (const there_kg of [0, 0.05, 0.2]) {
      const short = heap(0.055, 0.018);
      const { after, water_kg, need, missing } = ask(short, stock(there_kg));
      expect(moistureFraction(after)).toBeCloseTo(aimMoisture(targets, after), 9);
      expect(water_kg).toBeGreaterThan(0);
      expect(need).toBe(there_kg > 0 ? 'clay-and-water' : 'water');
      expect(missing.map(({ what }) => what)).toEqual(['binder']);
    }
  });
  it('offers dry mix or drying off, with how long, when too wet', () => {
    const wet = heap(0.08, 0.055);
    const answer = ask(wet);
    expect(answer.need).toBe('dry-mix-or-drying');
    expect(answer.water_kg).toBe(0);
    expect(moistureFraction(answer.after)).toBeCloseTo(answer.aim.moisture, 10);
    expect(answer.dry_off_s).toBeGreaterThan(1800);
    const { binder, sand } = stock();
    const mixed = plus(
      plus(wet, arrivalOf({ role: 'binder', kg: answer.dry_mix!.binder_kg, ...binder })),
      arrivalOf({ role: 'sand', kg: answer.dry_mix!.sand_kg, ...sand })
    );
    expect(moistureFraction(mixed)).toBeCloseTo(answer.aim.moisture, 10);
    expect(dryShare(mixed, 'active_clay')).toBeCloseTo(0.08, 10);
  });
  it('leaves sand in temper alone, and an empty heap too', () => {
    expect(ask(heap(0.08, aimMoisture(targets, heap(0.08, 0)))).need).toBe('nothing');
    expect(ask(composition()).need).toBe('sand');
  });
  it('asks for a look before anything, where nobody looked', () => {
    const unseen = {
      ...knownExactly('water', targets, heap(0.08, 0.022)),
      verdict: 'not-known' as const,
      seen: false
    };
    const answer = prescribe(unseen, stock());
    expect(answer).toMatchObject({ need: 'test', sure_splashes: 0, binder_kg: 0 });
    expect(answer.water_kg).toBeGreaterThan(0);
    expect(answer.reason).toContain('Nobody has looked');
    const looked = prescribe({ ...unseen, seen: true, latest_squeeze: { grade: 2 } }, stock());
    expect(looked.reason).not.toContain('Nobody has looked');
  });
  it('puts no water into likely sand that a hand found good or soft, and a splash where it found it short', () => {
    const likely = (grade: number | null) =>
      prescribe(
        {
          ...knownExactly('water', targets, heap(0.08, 0.03)),
          verdict: 'probably-in-temper',
          off_aim_sd: 0.003,
          latest_squeeze: grade === null ? null : { grade }
        },
        stock()
      );
    for (const grade of [3, 4, 5]) expect(likely(grade)).toMatchObject({ need: 'nothing', water_kg: 0 });
    for (const grade of [null, 1, 2]) expect(likely(grade)).toMatchObject({ need: 'water' });
    expect(likely(2).reason).toContain('the squeeze says short');
    expect(likely(null).reason).toContain('only if that says short');
  });
  it('mends lifeless sand with fines, or with clay where it has those, never with water', () => {
    const lifeless = (sand: Composition) =>
      prescribe({ ...knownExactly('water', targets, sand), verdict: 'lifeless' }, stock());
    const coarse = lifeless(heap(0.08, 0.034));
    expect(coarse).toMatchObject({ need: 'fines-or-clay', water_kg: 0, binder_kg: 0 });
    expect(dryShare(coarse.after, 'fines')).toBeCloseTo(0.03, 10);
    const fine = lifeless(plus(heap(0.06, 0.034), composition({ fines: 2 })));
    expect(fine).toMatchObject({ need: 'fines-or-clay', water_kg: 0, fines_kg: 0 });
    expect(dryShare(fine.after, 'active_clay')).toBeCloseTo(0.0775, 3);
  });
  it('does not prescribe a clay weaker than the mix', () => {
    const weak = { ...stock(), binder: { moisture_fraction: 0.09, active_fraction: 0.05, available_kg: 50 } };
    const answer = ask(heap(0.055, 0.01), weak);
    expect(answer.binder_kg).toBe(0);
    expect(answer.missing[0]?.what).toBe('binder');
  });
  it('doses oil and organoclay to their windows, keeps water out', () => {
    const dryMix = composition({ grain: 9.5, active_clay: 0.42, oil: 0.1, water: 0.02 });
    const oilStock: StockAtHand = {
      ...stock(),
      binder: { moisture_fraction: 0.01, active_fraction: 1, available_kg: 2 }
    };
    const answer = prescribe(knownExactly('oil', TARGETS.oil, dryMix), oilStock);
    expect(answer.need).toBe('oil');
    expect(dryShare(answer.after, 'oil')).toBeCloseTo(
      TARGETS.oil.oil!.min * 0.75 + TARGETS.oil.oil!.max * 0.25,
      10
    );
    expect(answer.water_kg).toBe(0);
    const damp = prescribe(knownExactly('oil', TARGETS.oil, { ...dryMix, water: 0.12 }), oilStock);
    expect(damp.need).toBe('drying');
    expect(damp.reason).toContain('Do not pour');
  });
  it('agrees with the verdict, is never negative, and never dries sand in temper: a grid of every kind of heap', () => {
    let states = 0;
    for (const binder of HEAP_BINDERS)
      for (let active = 0.01; active <= 0.2; active += 0.01)
        for (let moisture = 0.002; moisture <= 0.12; moisture += 0.006)
          for (const verdict of [null, ...(Object.keys(NEEDS_OF) as Verdict[])]) {
            const system = binder === 'oil' ? 'oil' : 'water';
            const exact = knownExactly(system, TARGETS[binder], heap(active, moisture));
            // Verdicts come from squeezes and doubt as well: whichever is given, the need goes with it.
            const patient = { ...exact, verdict: verdict ?? exact.verdict, off_aim_sd: verdict ? 0.004 : 0 };
            if (
              system === 'oil' &&
              ['dry', 'a-little-dry', 'probably-dry', 'lifeless'].includes(patient.verdict)
            )
              continue;
            if (system === 'water' && ['short-of-oil', 'falls-apart', 'too-oily'].includes(patient.verdict))
              continue;
            if (patient.verdict === 'empty') continue;
            const answer = prescribe(patient, stock());
            states += 1;
            expect([patient.verdict, NEEDS_OF[patient.verdict]]).toEqual([
              patient.verdict,
              expect.arrayContaining([answer.need])
            ]);
            const { water_kg, binder_kg, oil_kg, fines_kg, water_to_lose_kg, splashes_kg } = answer;
            for (const kg of [water_kg, binder_kg, oil_kg, fines_kg, water_to_lose_kg, ...splashes_kg])
              expect(kg).toBeGreaterThanOrEqual(0);
            if (patient.verdict === 'in-temper') expect(water_to_lose_kg).toBe(0);
          }
    expect(states).toBeGreaterThan(20_000);
  });
  it('carried out, always leaves the sand in temper, or short of a clay that is too weak', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...HEAP_BINDERS.filter((binder) => binder !== 'oil')),
        fc.double({ min: 0.02, max: 0.2, noNaN: true }),
        fc.double({ min: 0.001, max: 0.12, noNaN: true }),
        (binder, active, moisture) => {
          const patient = knownExactly('water', TARGETS[binder], heap(active, moisture));
          const { after } = prescribe(patient, stock());
          expect(verdictOf('water', TARGETS[binder], after)).toBe('in-temper');
        }
      ),
      // Too wet for the clay it has, and short of water once it has what it lacks.
      { examples: [['natural', 0.02, 0.03460837887067396]] }
    );
  });
});

describe('stock check', () => {
  it('finds what is short and the largest batch that stock would make', () => {
    const check = stockCheck([
      { lot_id: 1, needed_kg: 25, on_hand_kg: 50 },
      { lot_id: 2, needed_kg: 2.5, on_hand_kg: 2 },
      { lot_id: 1, needed_kg: 5, on_hand_kg: 50 }
    ]);
    expect(check.enough).toBe(false);
    expect(check.largest_factor).toBeCloseTo(0.8, 12);
    expect(check.lines[0]).toMatchObject({ needed_kg: 30, left_kg: 20, short_kg: 0 });
    expect(check.lines[1]!.short_kg).toBeCloseTo(0.5, 12);
  });
  it('prices by currency and counts what has no price', () => {
    const { cost, unpriced } = costOf([
      { kg: 25, bought_kg: 25, cost: 8, currency: 'EUR' },
      { kg: 1, bought_kg: 5, cost: 10, currency: 'EUR' },
      { kg: 1, bought_kg: 2, cost: 3, currency: 'GBP' },
      { kg: 1, bought_kg: 2, cost: null, currency: 'GBP' }
    ]);
    expect(cost).toEqual({ EUR: 10, GBP: 1.5 });
    expect(unpriced).toBe(1);
  });
  it('has no bound when nothing is drawn from stock', () =>
    expect(stockCheck([]).largest_factor).toBe(Infinity));
});

describe('mixing order', () => {
  it('puts clay on dry sand before water, with the dust caution at that step', () => {
    const steps = mixingSteps('water', ['sand', 'binder', 'water', 'carbon'], 30);
    expect(steps[0]).toMatchObject({ roles: ['sand', 'binder'], caution: 'dust' });
    expect(steps.findIndex((step) => step.roles.includes('water'))).toBe(1);
    expect(mullingMinutes(steps)).toBe(12);
  });
  it('puts the activator last but for the riddle, and warns of fire', () => {
    const steps = mixingSteps('oil', ['sand', 'binder', 'oil', 'activator'], 10);
    expect(steps.at(-2)).toMatchObject({ roles: ['activator'], caution: 'flammable' });
    expect(steps.some((step) => step.roles.includes('water'))).toBe(false);
  });
});
