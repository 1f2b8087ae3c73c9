import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { earliestPlan } from './earliest';
import { planBack, type Plan } from './plan-back';
import { whatToDrop, whenItSlips } from './slips';
import { firstFree, joined, less, tidy, without, type Span } from './spans';
import { MINUTE_MS, inOrder, type PlanStep } from './steps/step';
import type { People } from './timetable';

const HOUR = 60 * MINUTE_MS;
const at = (minutes: number) => minutes * MINUTE_MS;
const step = (id: string, minutes: number, rest: Partial<PlanStep> = {}): PlanStep => ({
  id,
  minutes,
  by: ['ada'],
  uses: [],
  after: [],
  ...rest
});
const after = (...ids: string[]) => ({ after: ids.map((id) => ({ id, lag_min: 0 })) });

/** Every begin of every step on a grid, by every hand that may do it: the soonest begin of the goal. */
function bruteForce(steps: PlanStep[], goal: string, people: People, horizon_min: number): number | null {
  const sorted = inOrder(steps);
  let best: number | null = null;
  const placed = new Map<string, { from: number; to: number; names: string[] }>();
  const put = (i: number): void => {
    if (i === sorted.length) {
      const begins = placed.get(goal)!.from;
      if (best === null || begins < best) best = begins;
      return;
    }
    const one = sorted[i]!;
    for (const who of one.by.length > 0 ? one.by : [null])
      for (let minute = 0; minute + one.minutes <= horizon_min; minute++) {
        const [from, to] = [at(minute), at(minute + one.minutes)];
        if (best !== null && one.id === goal && from >= best) break;
        if (from < (one.not_before ?? 0)) continue;
        if (one.after.some(({ id, lag_min }) => placed.get(id)!.to + at(lag_min) > from)) continue;
        if (who !== null && !people[who]!.some((span) => span.from <= from && to <= span.to)) continue;
        const names = [...one.uses, ...(who === null ? [] : [who])];
        const meets = [...placed.values()].some(
          (other) => other.names.some((name) => names.includes(name)) && other.from < to && from < other.to
        );
        if (meets) continue;
        placed.set(one.id, { from, to, names });
        put(i + 1);
        placed.delete(one.id);
      }
  };
  put(0);
  return best;
}

/** Small tasks: up to five steps of some minutes, two people with gaps, a furnace, waits. */
const smallTask = fc
  .record({
    minutes: fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 2, maxLength: 4 }),
    links: fc.array(fc.tuple(fc.nat(4), fc.nat(4), fc.integer({ min: 0, max: 3 })), { maxLength: 4 }),
    hands: fc.array(fc.constantFrom(['ada'], ['bo'], ['ada', 'bo'], []), { minLength: 4, maxLength: 4 }),
    furnace: fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
    ada: fc.array(fc.tuple(fc.nat(18), fc.integer({ min: 1, max: 8 })), { minLength: 1, maxLength: 3 }),
    bo: fc.array(fc.tuple(fc.nat(18), fc.integer({ min: 1, max: 8 })), { minLength: 1, maxLength: 3 })
  })
  .map(({ minutes, links, hands, furnace, ada, bo }) => {
    const steps: PlanStep[] = minutes.map((each, i) => ({
      id: `s${i}`,
      minutes: each,
      by: hands[i]!,
      uses: furnace[i] ? ['furnace'] : [],
      after: []
    }));
    for (const [a, b, lag_min] of links) {
      const [low, high] = [Math.min(a, b), Math.max(a, b)];
      if (low === high || high >= steps.length) continue;
      steps[high]!.after = [...steps[high]!.after, { id: `s${low}`, lag_min }];
    }
    const goal = step('goal', 1, {
      by: [],
      after: steps.map(({ id }) => ({ id, lag_min: 0 }))
    });
    const spans = (list: [number, number][]) =>
      tidy(list.map(([from, length]) => ({ from: at(from), to: at(Math.min(26, from + length)) })));
    const people: People = { ada: spans(ada), bo: spans(bo) };
    return { steps: [...steps, goal], people };
  });

describe('the soonest plan', () => {
  it('is the one that looking at everything finds, on small cases', () => {
    fc.assert(
      fc.property(smallTask, ({ steps, people }) => {
        const found = earliestPlan(steps, 'goal', people, 0);
        const truth = bruteForce(steps, 'goal', people, 30);
        if (truth === null) expect(found === null || found.placed.get('goal')!.to > at(30)).toBe(true);
        else {
          expect(found).not.toBeNull();
          expect(found!.proven).toBe(true);
          expect(found!.placed.get('goal')!.from).toBe(truth);
        }
      }),
      { numRuns: 60, seed: 7 }
    );
  });

  it('a chain waits for its coats to dry and for the evening', () => {
    const evenings: People = {
      ada: [18, 42, 66].map((hour) => ({ from: hour * HOUR, to: (hour + 3) * HOUR }))
    };
    const steps = [
      step('coat', 20),
      step('sand', 30, { after: [{ id: 'coat', lag_min: 12 * 60 }] }),
      step('pour', 60, after('sand'))
    ];
    const { placed } = earliestPlan(steps, 'pour', evenings, 0)!;
    expect(placed.get('coat')!.from).toBe(18 * HOUR);
    expect(placed.get('sand')!.from).toBe(42 * HOUR);
    expect(placed.get('pour')!.from).toBe(42 * HOUR + at(30));
  });

  it('has none where no opening is long enough', () => {
    const people: People = { ada: [{ from: 0, to: HOUR }] };
    expect(earliestPlan([step('pour', 90)], 'pour', people, 0)).toBeNull();
    expect(planBack([step('pour', 90)], 'pour', 0, people, 0)).toEqual({ too_long: ['pour'] });
  });

  it('refuses what waits for itself, or for nothing that is there', () => {
    const people: People = { ada: [{ from: 0, to: HOUR }] };
    const circle = [step('a', 1, after('b')), step('b', 1, after('a'))];
    expect(() => earliestPlan(circle, 'b', people, 0)).toThrow(/waits in the end for itself/);
    expect(() => earliestPlan([step('a', 1, after('b'))], 'a', people, 0)).toThrow(/not there/);
  });
});

/** Larger tasks: layered steps, two people with evenings, melts at one furnace. */
const largeTask = fc
  .record({
    count: fc.integer({ min: 3, max: 25 }),
    seed: fc.infiniteStream(fc.nat(1000)),
    busy: fc.array(fc.tuple(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 10, max: 170 })), {
      maxLength: 8
    })
  })
  .map(({ count, seed, busy }) => {
    const next = () => seed.next().value as number;
    const steps: PlanStep[] = Array.from({ length: count }, (_, i) => {
      const waits = i === 0 ? [] : [...new Set([next() % i, next() % i])].filter(() => next() % 3 > 0);
      return {
        id: `s${i}`,
        minutes: 5 + (next() % 60),
        by: [['ada'], ['bo'], ['ada', 'bo']][next() % 3]!,
        uses: next() % 3 === 0 ? ['furnace'] : [],
        after: waits.map((k) => ({ id: `s${k}`, lag_min: (next() % 4) * 100 })),
        late: next() % 5 === 0,
        ...(next() % 6 === 0 && { not_before: at(next() * 3) })
      };
    });
    // What the pour may not wait long after.
    const heat = step('heat', 20 + (next() % 60), {
      by: ['ada', 'bo'],
      uses: ['furnace'],
      late: true,
      after: [{ id: 's0', lag_min: 0 }]
    });
    const pour = step('pour', 45, {
      by: ['ada', 'bo'],
      uses: ['furnace'],
      after: [
        ...steps.slice(0, Math.ceil(count * 0.8)).map(({ id }) => ({ id, lag_min: 0 })),
        { id: 'heat', lag_min: 0, most_min: 15 }
      ]
    });
    // What comes after the pour.
    for (const each of steps.slice(Math.ceil(count * 0.8))) each.after = [{ id: 'pour', lag_min: 30 }];
    const evenings = Array.from({ length: 40 }, (_, day) => ({
      from: at(day * 1440 + 1110),
      to: at(day * 1440 + 1290)
    }));
    const taken: Span[] = busy.map(([day, from]) => ({
      from: at(day * 1440 + 1110 + from),
      to: at(day * 1440 + 1110 + from + 60)
    }));
    const people: People = { ada: without(evenings, taken), bo: evenings };
    return { steps: [...steps, heat, pour], people, taken };
  });

describe('the plan back from a pour', () => {
  const planned = (result: ReturnType<typeof planBack>): Plan => {
    if ('too_long' in result) throw new Error(`no place for ${result.too_long.join(', ')}`);
    return result;
  };

  it('never in busy time, never two at one furnace or on the same hands, all in their order; slack is never less than none', () => {
    fc.assert(
      fc.property(largeTask, fc.integer({ min: 0, max: 30 * 1440 }), ({ steps, people, taken }, minute) => {
        // Any hour: most of them nobody's.
        const wanted = at(minute);
        const plan = planned(planBack(steps, 'pour', wanted, people, 0));
        const by_id = new Map(plan.steps.map((each) => [each.id, each]));
        expect(plan.steps).toHaveLength(steps.length);
        for (const one of steps) {
          const place = by_id.get(one.id)!;
          expect(place.to - place.from).toBe(one.minutes * MINUTE_MS);
          expect(place.from).toBeGreaterThanOrEqual(one.not_before ?? 0);
          for (const { id, lag_min } of one.after)
            expect(place.from).toBeGreaterThanOrEqual(by_id.get(id)!.to + lag_min * MINUTE_MS);
          for (const { id, most_min } of one.after)
            if (most_min !== undefined)
              expect(place.from - by_id.get(id)!.to).toBeLessThanOrEqual(most_min * MINUTE_MS);
          expect(one.by).toContain(place.who);
          // The hour that was set for the pour is everybody's, for it and for its heating; all else lies in open hours.
          const at_the_pour = one.id === 'pour' || one.id === 'heat';
          if (!at_the_pour)
            expect(people[place.who!]!.some(({ from, to }) => from <= place.from && place.to <= to)).toBe(
              true
            );
          if (place.who === 'ada' && !at_the_pour)
            expect(taken.some(({ from, to }) => from < place.to && place.from < to)).toBe(false);
          if (place.slack_min !== null) expect(place.slack_min).toBeGreaterThanOrEqual(0);
        }
        for (const [i, a] of steps.entries())
          for (const b of steps.slice(i + 1)) {
            const [pa, pb] = [by_id.get(a.id)!, by_id.get(b.id)!];
            const shares = pa.who === pb.who || a.uses.some((each) => b.uses.includes(each));
            if (shares) expect(pa.to <= pb.from || pb.to <= pa.from).toBe(true);
          }
        expect(by_id.get('pour')!.from).toBe(plan.pour_at);
        expect(plan.pour_at).toBe(Math.max(plan.earliest, wanted));
      }),
      { numRuns: 150, seed: 11 }
    );
  });

  const week: People = {
    ada: Array.from({ length: 14 }, (_, day) => ({ from: at(day * 1440 + 1080), to: at(day * 1440 + 1260) }))
  };
  const steps = [
    step('coat-a', 20, { serves: ['a'] }),
    step('coat-b', 20, { serves: ['b'] }),
    step('ram-a', 60, { after: [{ id: 'coat-a', lag_min: 24 * 60 }], serves: ['a'] }),
    step('ram-b', 60, { after: [{ id: 'coat-b', lag_min: 10 * 24 * 60 }], serves: ['b'] }),
    step('temper', 30, { late: true }),
    step('pour', 60, after('ram-a', 'ram-b', 'temper')),
    step('shake', 30, { after: [{ id: 'pour', lag_min: 40 }] })
  ];
  const ok = at(12 * 1440 + 1080);

  it('tempers late, coats at once, and says what may slip', () => {
    const plan = planned(planBack(steps, 'pour', ok, week, 0));
    const of = (id: string) => plan.steps.find((each) => each.id === id)!;
    expect(plan.late_min).toBe(0);
    expect(of('coat-a').from).toBeLessThan(at(1440));
    // The last opening before the pour.
    expect(of('temper')).toMatchObject({ to: at(11 * 1440 + 1260), slack_min: 0 });
    expect(of('ram-a').slack_min).toBeGreaterThan(0);
    expect(of('shake').slack_min).toBeNull();
    expect(of('shake').from).toBeGreaterThanOrEqual(of('pour').to + 40 * MINUTE_MS);
  });

  it('a step that slips within its slack moves nothing behind it; beyond, it moves the pour', () => {
    const plan = planned(planBack(steps, 'pour', ok, week, 0));
    const slack = plan.steps.find(({ id }) => id === 'coat-b')!.slack_min!;
    const within = whenItSlips(
      steps,
      plan,
      { id: 'coat-b', by_min: Math.min(60, slack) },
      'pour',
      ok,
      week,
      0
    )!;
    expect(within.pour_by_min).toBe(0);
    const beyond = whenItSlips(steps, plan, { id: 'coat-b', by_min: slack + 1440 }, 'pour', ok, week, 0)!;
    expect(beyond.pour_by_min).toBeGreaterThan(0);
    expect(beyond.moved.map(({ id }) => id)).toContain('ram-b');
  });

  it('what is done by the last evening is poured at the hour that was set, though nobody’s week has it', () => {
    // Evenings from 18:00 to 21:00; poured the next day at 13:00, with 40 minutes of heating before it.
    const noon = at(12 * 1440 + 780);
    const hot = [
      step('ram', 170),
      step('heat', 40, { uses: ['furnace'] }),
      step('pour', 20, {
        after: [
          { id: 'ram', lag_min: 0 },
          { id: 'heat', lag_min: 0, most_min: 15 }
        ]
      })
    ];
    // From the last evening on: by the week alone it is poured at six the next evening.
    const late = at(11 * 1440 + 1080);
    const plan = planned(planBack(hot, 'pour', noon, week, late));
    expect(plan).toMatchObject({ late_min: 0, pour_at: noon, earliest: noon });
    const of = (id: string) => plan.steps.find((each) => each.id === id)!;
    expect(of('heat')).toMatchObject({ from: noon - at(40), to: noon, who: 'ada', slack_min: 0 });
    expect(of('ram').slack_min).toBe(10);
    const slip = (id: string, by_min: number) =>
      whenItSlips(hot, plan, { id, by_min }, 'pour', noon, week, late)!.pour_by_min;
    // Within its slack nothing moves; heated half an hour later it is poured half an hour later.
    expect([slip('ram', 0), slip('ram', 10), slip('heat', 0), slip('heat', 30)]).toEqual([0, 0, 0, 30]);
    // Rammed too late for the evening, and heated later than anybody stays, it waits for the next.
    expect(slip('ram', 11)).toBeGreaterThan(5 * 60);
    expect(slip('heat', 200)).toBeGreaterThan(5 * 60);
    // Somewhat late they are there still; the next morning nobody is, and it waits for the evening.
    const pour = [step('pour', 20)];
    const poured = (hours_late: number) =>
      planned(planBack(pour, 'pour', noon, week, noon + at(hours_late * 60))).pour_at - noon;
    expect([poured(0.5), poured(2), poured(3), poured(19)]).toEqual([30, 120, 300, 1740].map(at));
    // Nor is anybody there who is busy.
    const busy = { ada: [{ from: noon, to: noon + at(30) }] };
    expect(planned(planBack(hot, 'pour', noon, week, late, busy)).late_min).toBeGreaterThan(5 * 60 - 60);
  });

  it('whoever told their hours lights no furnace before them, for a pour that lies within', () => {
    const hot = [step('heat', 85), step('pour', 20, { after: [{ id: 'heat', lag_min: 0, most_min: 15 }] })];
    // Told from nine on; poured at ten, with an hour and 25 minutes of heating.
    const people: People = {
      ada: [
        { from: at(540), to: at(1200) },
        { from: at(1980), to: at(2640) }
      ]
    };
    const planOf = (wanted: number, told: string[]) => {
      const plan = planned(planBack(hot, 'pour', at(wanted), people, 0, {}, told));
      return [plan.steps.find(({ id }) => id === 'heat')!.from, plan.pour_at, plan.late_min];
    };
    expect(planOf(2040, ['ada'])).toEqual([at(1980), at(2065), 25]);
    // Of hours that are a guess the hour that was set knows better; one that is set outside of them is meant so.
    expect(planOf(2040, [])).toEqual([at(1955), at(2040), 0]);
    expect(planOf(1900, ['ada'])).toEqual([at(1815), at(1900), 0]);
    expect(planOf(2100, ['ada'])).toEqual([at(2015), at(2100), 0]);
  });

  it('what does not keep until the pour is done nearer to it; where nobody has time then, the day is missed', () => {
    // Two evenings before a pour at the third, and time for one thing each.
    const evenings: People = {
      ada: [1, 2, 3, 4].map((day) => ({ from: at(day * 1440), to: at(day * 1440 + 60) }))
    };
    const pour = step('pour', 30, after('ram'));
    const wanted = at(3 * 1440);
    const of = (keeps_min: number | undefined, people = evenings) => {
      const plan = planned(planBack([step('ram', 60, { keeps_min }), pour], 'pour', wanted, people, 0));
      return { ...plan, ram: plan.steps.find(({ id }) => id === 'ram')!.from };
    };
    expect(of(undefined)).toMatchObject({ ram: at(1440), late_min: 0 });
    expect(of(26 * 60)).toMatchObject({ ram: at(2 * 1440), late_min: 0, earliest: of(undefined).earliest });
    // Without the second evening it would have to be rammed two days before.
    const without_second = { ada: [evenings.ada![0]!, ...evenings.ada!.slice(2)] };
    expect(of(undefined, without_second).late_min).toBe(0);
    expect(of(26 * 60, without_second).late_min).toBe(1440);
  });

  it('where all are busy at the hour, a slip is told from when it is poured then, and nothing has to be left out for less', () => {
    const away = Object.fromEntries(
      Object.keys(week).map((who) => [who, [{ from: ok - 60 * MINUTE_MS, to: ok + 30 * MINUTE_MS }]])
    );
    const plan = planned(planBack(steps, 'pour', ok, week, 0, away));
    expect(plan.pour_at).toBeGreaterThan(ok);
    const slip = { id: 'coat-b', by_min: 1 };
    expect(whenItSlips(steps, plan, slip, 'pour', ok, week, 0, away)!.pour_by_min).toBe(0);
    // Leaving castings out makes nobody free.
    expect(whatToDrop(steps, 'pour', ok, week, 0, away)).toBeNull();
  });

  it('a day that is too soon names the soonest one, and what to leave out if it must stand', () => {
    const soon = at(3 * 1440 + 1080);
    const plan = planned(planBack(steps, 'pour', soon, week, 0));
    expect(plan.late_min).toBeGreaterThan(0);
    expect(plan.earliest).toBeGreaterThan(soon);
    expect(whatToDrop(steps, 'pour', soon, week, 0)).toEqual(['b']);
    expect(whatToDrop(steps, 'pour', ok, week, 0)).toEqual([]);
    // Even one alone comes too late for tonight.
    expect(whatToDrop(steps, 'pour', at(1), week, 0)).toBeNull();
  });
});

describe('many castings', () => {
  it('twelve, with time for nine: three are left out', () => {
    const names = Array.from({ length: 12 }, (_, i) => `c${i}`);
    const rammed = names.map((name) => step(`ram-${name}`, 60, { serves: [name] }));
    const many = [...rammed, step('pour', 30, after(...rammed.map(({ id }) => id)))];
    const day: People = { ada: [{ from: 0, to: at(24 * 60) }] };
    const nine = at(9 * 60);
    const out = whatToDrop(many, 'pour', nine, day, 0)!;
    expect(out).toHaveLength(3);
    expect(
      planBack(
        many
          .filter(({ serves }) => !serves || !out.includes(serves[0]!))
          .map((each) => ({ ...each, after: each.after.filter(({ id }) => !out.includes(id.slice(4))) })),
        'pour',
        nine,
        day,
        0
      )
    ).toMatchObject({ late_min: 0 });
    // Not even one of them in half an hour.
    expect(whatToDrop(many, 'pour', at(30), day, 0)).toBeNull();
  });
});

describe('stretches of time', () => {
  it('are put in order, and others taken out of them', () => {
    const spans = tidy([
      { from: 5, to: 9 },
      { from: 0, to: 3 },
      { from: 3, to: 4 },
      { from: 8, to: 8 }
    ]);
    expect(spans).toEqual([
      { from: 0, to: 4 },
      { from: 5, to: 9 }
    ]);
    expect(without(spans, [{ from: 2, to: 6 }])).toEqual([
      { from: 0, to: 2 },
      { from: 6, to: 9 }
    ]);
    expect(firstFree([spans, [{ from: 6, to: 20 }]], 0, 3)).toBe(6);
    expect(firstFree([spans], 7, 3)).toBeNull();
    expect(firstFree([], 7, 3)).toBe(7);
  });
  it('one more, or one less, is hour by hour what it should be, and tidy', () => {
    const stretch = fc.tuple(fc.nat(30), fc.nat(8)).map(([from, long]) => ({ from, to: from + long }));
    const hours = (spans: readonly Span[]) =>
      Array.from({ length: 40 }, (_, h) => spans.some(({ from, to }) => from <= h && h < to));
    fc.assert(
      fc.property(fc.array(stretch, { maxLength: 8 }), stretch, (any, one) => {
        const spans = tidy(any);
        const more = joined(spans, one);
        expect(hours(more)).toEqual(hours([...spans, one]));
        expect(more).toEqual(tidy(more));
        const left = less(spans, one);
        expect(hours(left)).toEqual(hours(spans).map((free, h) => free && !hours([one])[h]));
        expect(left).toEqual(tidy(left));
      })
    );
  });
});
