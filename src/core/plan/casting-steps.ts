import { LEFT_SHUT_MIN, NIGHT_H, SAND_COOLS_MIN, WARM_UP_H, WORK_MIN } from '../reference/plan';
import type { MaterialKind } from '../reference/ingredients';
import type { CoatKind } from '../reference/pattern';
import { rammingMinutes } from './ramming-pace';
import type { PlanStep } from './step';

/** What a step is about, for its words and for what it logs. */
export type StepAbout =
  | {
      do: 'coat';
      pattern_id: number;
      pattern: string;
      nth: number;
      of: number;
      what: CoatKind;
      grit: number | null;
      dry_h: number;
    }
  | { do: 'sand'; pattern_id: number; pattern: string; nth: number; of: number; what: CoatKind; grit: number }
  | { do: 'repair'; pattern_id: number; pattern: string; wear: string }
  | {
      do: 'buy';
      what: string;
      kind: MaterialKind | null;
      kg: number;
      cost: number | null;
      currency: string;
      days: number;
    }
  | {
      do: 'take-in';
      what: string;
      kind: MaterialKind | null;
      kg: number;
      cost: number | null;
      currency: string;
    }
  | { do: 'renew'; heap_id: number; heap: string; short_kg: number }
  | { do: 'indoors'; heap_id: number; heap: string; air_c: number }
  | { do: 'squeeze'; heap_id: number; heap: string }
  | { do: 'temper'; heap_id: number; heap: string; water_kg: number; binder_kg: number; dry_off_kg: number }
  | { do: 'tools' }
  | { do: 'metal'; charge_kg: number; alloy: string }
  | { do: 'ram'; mold: number; mold_id: number | null; flask: string; makes: string; sand_kg: number }
  | { do: 'heat'; melt: number; charge_kg: number }
  | { do: 'pour'; melt: number; molds: number[]; charge_kg: number }
  | { do: 'shake-out'; mold: number; mold_id: number | null }
  | { do: 'recondition'; heap_id: number; heap: string }
  | { do: 'record' }
  | { do: 'own'; what: string };

export interface CastingStep extends PlanStep {
  about: StepAbout;
}

export interface CoatToDo {
  what: CoatKind;
  grit: number | null;
  dry_h: number;
}

/** All that a casting day is planned from. Masses kg, times ms since 1970. */
export interface CastingFacts {
  now: number;
  /** Who may do it. */
  people: readonly string[];
  patterns: readonly {
    id: number;
    name: string;
    /** Coats that are still to come, in order. */
    coats: readonly CoatToDo[];
    /** When what was put on already is dry. */
    dry_at: number;
    wear: string | null;
  }[];
  heaps: readonly {
    id: number;
    name: string;
    water_kg: number;
    binder_kg: number;
    dry_off_kg: number;
    /** Nobody knows how it stands. */
    unknown: boolean;
    renew: boolean;
    /** What the molds want beyond what it holds, kg. */
    short_kg: number;
    /** The coldest that is forecast where it stands; null where no frost is. */
    frost_c: number | null;
    /** There is a forecast for where it stands, or none is wanted. */
    frost_known: boolean;
  }[];
  buy: readonly {
    what: string;
    /** What lot it becomes in stock; null where nobody can tell. */
    kind: MaterialKind | null;
    kg: number;
    cost: number | null;
    currency: string;
    days: number;
    heap_id: number | null;
  }[];
  molds: readonly {
    /** Its number in the day, from 1. */
    number: number;
    mold_id: number | null;
    flask_id: number | null;
    flask: string;
    makes: string;
    pattern_ids: readonly number[];
    heap_id: number;
    sand_kg: number;
    /** In which round it is rammed: a flask is free again once it is shaken out. */
    round: number;
    rammed: boolean;
    /** It waits to be shaken out. */
    poured: boolean;
  }[];
  /** Molds of each melt, by their number, and how long the furnace takes. */
  melts: readonly { molds: readonly number[]; charge_kg: number; heat_min: number }[];
  alloy: string;
  /** How long a mold takes here against the handbook; 1 until that is known. */
  ramming_pace: number;
  own: readonly { id: string; what: string; minutes: number; before: boolean }[];
}

export const POUR = 'pour:1';

/**
 * Every errand, wait and act of a casting day: what each waits for, what it takes, and which molds it serves.
 *
 * A flask that is used twice is rammed again once it was shaken out; a melt waits for the furnace and for its molds; sand is
 * bought before it is renewed, renewed before it is tempered, tempered the evening before it is rammed; what has dried is
 * sanded and coated again, and a mold is rammed when its patterns are dry.
 */
export function castingSteps(facts: CastingFacts): CastingStep[] {
  const { people, molds } = facts;
  const steps: CastingStep[] = [];
  const add = (
    id: string,
    about: StepAbout,
    minutes: number,
    after: PlanStep['after'] = [],
    rest: Partial<PlanStep> = {}
  ) => {
    steps.push({
      id,
      about,
      minutes: Math.max(1, Math.round(minutes)),
      by: people,
      uses: [],
      after,
      ...rest
    });
    return id;
  };
  const now = (id: string) => ({ id, lag_min: 0 });
  const mold_name = (number: number) => `mold ${number}`;
  const serving = (of: (mold: CastingFacts['molds'][number]) => boolean) => {
    const names = molds.filter(of).map(({ number }) => mold_name(number));
    // What all of them need is no reason to leave one out.
    return names.length > 0 && names.length < molds.length ? { serves: names } : {};
  };

  const pattern_ready = new Map<number, { id: string; lag_min: number }[]>();
  for (const { id, name, coats, dry_at, wear } of facts.patterns) {
    const serves = serving(({ pattern_ids }) => pattern_ids.includes(id));
    let before: PlanStep['after'] = [];
    if (wear)
      before = [
        now(
          add(
            `repair:${id}`,
            { do: 'repair', pattern_id: id, pattern: name, wear },
            WORK_MIN.repair,
            [],
            serves
          )
        )
      ];
    for (const [i, coat] of coats.entries()) {
      const about = {
        do: 'coat' as const,
        pattern_id: id,
        pattern: name,
        nth: i + 1,
        of: coats.length,
        ...coat
      };
      const first = i === 0 ? { not_before: dry_at } : {};
      const coated = add(`coat:${id}:${i + 1}`, about, WORK_MIN.coat, before, { ...serves, ...first });
      before = [{ id: coated, lag_min: Math.round(coat.dry_h * 60) }];
      const { dry_h: _, ...sanded } = about;
      if (coat.grit !== null)
        before = [
          now(
            add(
              `sand:${id}:${i + 1}`,
              { ...sanded, do: 'sand', grit: coat.grit },
              WORK_MIN.sand,
              before,
              serves
            )
          )
        ];
    }
    pattern_ready.set(id, [...before]);
  }

  const bought = new Map<number | null, string[]>();
  for (const { heap_id, days, ...about } of facts.buy) {
    const key = `${heap_id ?? 'all'}:${about.kind ?? about.what}`;
    const ordered = add(`buy:${key}`, { do: 'buy', ...about, days }, WORK_MIN.order);
    const taken_in = add(`take-in:${key}`, { do: 'take-in', ...about }, WORK_MIN.take_in, [
      { id: ordered, lag_min: Math.round(days * 24 * 60) }
    ]);
    bought.set(heap_id, [...(bought.get(heap_id) ?? []), taken_in]);
  }

  const heap_ready = new Map<number, { id: string; lag_min: number }[]>();
  for (const heap of facts.heaps) {
    const of = { heap_id: heap.id, heap: heap.name };
    const serves = serving(({ heap_id }) => heap_id === heap.id);
    let before: PlanStep['after'] = [...(bought.get(heap.id) ?? []), ...(bought.get(null) ?? [])].map(now);
    if (heap.renew)
      before = [
        now(
          add(
            `renew:${heap.id}`,
            { do: 'renew', ...of, short_kg: heap.short_kg },
            WORK_MIN.renew,
            before,
            serves
          )
        )
      ];
    if (heap.frost_c !== null)
      before = [
        ...before,
        {
          id: add(
            `indoors:${heap.id}`,
            { do: 'indoors', ...of, air_c: heap.frost_c },
            WORK_MIN.indoors,
            [],
            serves
          ),
          lag_min: WARM_UP_H * 60
        }
      ];
    if (heap.unknown)
      before = [now(add(`squeeze:${heap.id}`, { do: 'squeeze', ...of }, WORK_MIN.squeeze, before, serves))];
    const { water_kg, binder_kg, dry_off_kg } = heap;
    const tempered = add(
      `temper:${heap.id}`,
      { do: 'temper', ...of, water_kg, binder_kg, dry_off_kg },
      20 +
        0.5 *
          molds.filter(({ heap_id }) => heap_id === heap.id).reduce((sum, { sand_kg }) => sum + sand_kg, 0),
      before,
      { ...serves, late: true }
    );
    heap_ready.set(heap.id, [{ id: tempered, lag_min: NIGHT_H * 60 }]);
  }

  const tools = add('tools', { do: 'tools' }, WORK_MIN.tools, [], { late: true });
  const all_kg = facts.melts.reduce((sum, { charge_kg }) => sum + charge_kg, 0);
  const metal = add('metal', { do: 'metal', charge_kg: all_kg, alloy: facts.alloy }, WORK_MIN.metal);

  // Melts in turn: each waits for its molds, and those of a later round for their flasks.
  const melt_of = (number: number) => facts.melts.findIndex(({ molds: of }) => of.includes(number));
  const rammed = new Map<number, string>();
  const shaken = new Map<number, string>();
  for (const mold of molds) {
    const { number, mold_id, flask, flask_id, makes, sand_kg } = mold;
    const serves = { serves: [mold_name(number)] };
    const same_flask = molds.filter(
      (other) => flask_id !== null && other.flask_id === flask_id && other.round < mold.round
    );
    const waits = [
      ...mold.pattern_ids.flatMap((id) => pattern_ready.get(id) ?? []),
      ...(heap_ready.get(mold.heap_id) ?? []),
      ...same_flask.map((other) => now(`shake:${other.number}`))
    ];
    if (!mold.rammed && !mold.poured)
      rammed.set(
        number,
        add(
          `ram:${number}`,
          { do: 'ram', mold: number, mold_id, flask, makes, sand_kg },
          facts.ramming_pace * rammingMinutes(sand_kg),
          waits,
          serves
        )
      );
    shaken.set(
      number,
      add(
        `shake:${number}`,
        { do: 'shake-out', mold: number, mold_id },
        WORK_MIN.shake_out,
        mold.poured ? [] : [{ id: `pour:${melt_of(number) + 1}`, lag_min: LEFT_SHUT_MIN }],
        serves
      )
    );
  }
  for (const [i, { molds: of, charge_kg, heat_min }] of facts.melts.entries()) {
    const ready = of.flatMap((number) => {
      const id = rammed.get(number);
      return id ? [now(id)] : [];
    });
    const serves = of.length < molds.length ? { serves: of.map(mold_name) } : {};
    const pouring = WORK_MIN.pour_first + WORK_MIN.pour_each * of.length;
    const about = { do: 'pour' as const, melt: i + 1, molds: [...of], charge_kg };
    if (i === 0) {
      const heated = add('heat:1', { do: 'heat', melt: 1, charge_kg }, heat_min, [now(metal), now(tools)], {
        uses: ['furnace'],
        late: true
      });
      add(POUR, about, pouring, [...ready, now(heated)], { uses: ['furnace'] });
    } else
      // A later melt is heated and poured in one go, as metal waits for nobody.
      add(`pour:${i + 1}`, about, heat_min + pouring, [...ready, now(POUR)], {
        uses: ['furnace'],
        ...serves
      });
  }
  for (const heap of facts.heaps) {
    const opened = molds
      .filter(({ heap_id }) => heap_id === heap.id)
      .map(({ number }) => shaken.get(number)!);
    if (opened.length > 0)
      add(
        `recondition:${heap.id}`,
        { do: 'recondition', heap_id: heap.id, heap: heap.name },
        WORK_MIN.recondition,
        opened.map((id) => ({ id, lag_min: SAND_COOLS_MIN }))
      );
  }
  add('record', { do: 'record' }, WORK_MIN.record, [...shaken.values()].map(now));
  // Where all is poured already nothing waits for it.
  const poured_yet = facts.melts.length > 0;
  const own_before = facts.own.filter(({ before }) => before);
  for (const { id, what, minutes, before } of facts.own)
    add(`own:${id}`, { do: 'own', what }, minutes, before || !poured_yet ? [] : [now(POUR)]);
  if (own_before.length > 0) {
    const pour = steps.find(({ id }) => id === POUR);
    if (pour) pour.after = [...pour.after, ...own_before.map(({ id }) => now(`own:${id}`))];
  }
  return steps;
}

/** What somebody noted of a step. */
export interface StepNote {
  id: string;
  /** When it was done, ISO time; null while it is not. */
  done_at?: string | null | undefined;
  not_before?: string | null | undefined;
  /** Who does it. */
  member?: number | null | undefined;
  /** How long it takes here, where somebody knows better. */
  minutes?: number | null | undefined;
}

/**
 * The steps with what was noted of them: one that is done is gone, and what waited for it waits from when it was done; one
 * that was moved is not sooner than where it was moved to.
 */
export function stepsLeft(steps: readonly CastingStep[], notes: readonly StepNote[]): CastingStep[] {
  const noted = new Map(notes.map((note) => [note.id, note]));
  const doneAt = (id: string) => {
    const at = noted.get(id)?.done_at;
    return at ? Date.parse(at) : null;
  };
  return steps
    .filter(({ id }) => doneAt(id) === null)
    .map((step) => {
      const note = noted.get(step.id);
      const put_off = note?.not_before ? Date.parse(note.not_before) : -Infinity;
      const from_done = step.after.map(({ id, lag_min }) => {
        const at = doneAt(id);
        return at === null ? -Infinity : at + lag_min * 60_000;
      });
      const not_before = Math.max(step.not_before ?? -Infinity, put_off, ...from_done);
      return {
        ...step,
        after: step.after.filter(({ id }) => doneAt(id) === null),
        ...(note?.member != null && { by: [String(note.member)] }),
        ...(note?.minutes != null && { minutes: note.minutes }),
        ...(note?.not_before && { late: false }),
        ...(Number.isFinite(not_before) && { not_before })
      };
    });
}
