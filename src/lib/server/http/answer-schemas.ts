import type { Described as Json } from './operation';

/**
 * What the interface answers with, as JSON Schema: the fields that are always there, with their types. Records may carry
 * more, which is said by their summary.
 */

const string: Json = { type: 'string' };
const number: Json = { type: 'number' };
const whole: Json = { type: 'integer' };
const truth: Json = { type: 'boolean' };
const object: Json = { type: 'object' };
const time: Json = { type: 'string', format: 'date-time' };
const list = (items: Json): Json => ({ type: 'array', items });
const orNull = (of: Json): Json => ({ ...of, type: [of.type as string, 'null'] });
export const ref = (name: string): Json => ({ $ref: `#/components/schemas/${name}` });
const record = (properties: Record<string, Json>): Json => ({
  type: 'object',
  required: Object.keys(properties),
  properties
});
const page = (of: Json, more: Record<string, Json> = {}) => record({ items: list(of), ...more });
/** All of them, with how many. */
export const listOf = (of: Json): Json => page(of, { total: whole });
/** Some of them, with how many there are in all. */
export const pageOf = (of: Json): Json => page(of, { total: whole, limit: whole, offset: whole });
const estimate = record({ value: number, sd: number });
const range = record({ min: number, max: number });
const sourced = { type: ['object', 'null'], required: ['source'], properties: { source: string } };
const belonging = { session_id: orNull(whole), mold_id: orNull(whole), member: orNull(whole) };

/** Records by name. */
export const ANSWER_SCHEMAS: Record<string, Json> = {
  Heap: record({
    id: whole,
    name: string,
    system: { enum: ['water', 'oil'] },
    binder: string,
    container: object,
    targets: object,
    scale_g: number,
    version: whole,
    created_at: time
  }),
  Entry: record({
    id: whole,
    heap_id: whole,
    kind: string,
    at: time,
    note: orNull(string),
    ...belonging,
    act_id: whole,
    version: whole,
    undone_at: orNull(time)
  }),
  Test: record({
    id: whole,
    kind: string,
    at: time,
    result: object,
    version: whole,
    undone_at: orNull(time)
  }),
  State: record({
    at: time,
    heap_version: whole,
    total_kg: number,
    out_kg: number,
    molds: list(object),
    burnt_kg: number,
    moisture_percent: estimate,
    active_clay_percent: estimate,
    dead_clay_percent: estimate,
    fines_percent: estimate,
    window_percent: range,
    verdict: string,
    chance_in_window: number,
    seen: truth,
    latest_look: { type: ['object', 'null'] },
    latest_squeeze: { type: ['object', 'null'] },
    doubted_look: { type: ['object', 'null'] },
    says_wet: truth,
    says_mud: truth,
    short_of_clay: truth,
    prescription: record({
      need: string,
      water_kg: number,
      binder_kg: number,
      oil_kg: number,
      fines_kg: number,
      splashes_kg: list(number),
      sure_splashes: whole,
      water_to_lose_kg: number,
      reason: string,
      missing: list(object),
      mull_s: number,
      rest_s: number
    }),
    questioned_tests: list(object),
    learned: object
  }),
  Act: record({
    id: whole,
    name: orNull(string),
    entries: list(ref('Entry')),
    molds: list(object),
    created_at: time,
    undone_at: orNull(time)
  }),
  Mold: record({
    id: whole,
    session_id: whole,
    flask_id: orNull(whole),
    patterns: list(record({ pattern_id: whole, count: whole })),
    facing_heap_id: orNull(whole),
    backing_heap_id: whole,
    state: string,
    metal: orNull(string),
    layout: { type: ['object', 'null'] },
    broken_because: orNull(string),
    gating: { type: ['object', 'null'] },
    poured: { type: ['object', 'null'] },
    alloy_id: orNull(whole),
    version: whole
  }),
  Casting: record({
    id: whole,
    session_id: whole,
    mold_id: whole,
    pattern_id: whole,
    result: { enum: ['good', 'usable', 'scrap'] },
    kg: orNull(number),
    defects: list(record({ defect: string })),
    seen: { type: 'object' },
    cause: orNull(string),
    photo_hash: orNull(string),
    note: orNull(string),
    created_at: time,
    version: whole
  }),
  Trial: record({
    id: whole,
    name: string,
    heap_id: orNull(whole),
    as_now: string,
    otherwise: string,
    hold: orNull(string),
    outcome: { enum: ['fault', 'grade', 'figure'] },
    defect: orNull(string),
    unit: orNull(string),
    better: { enum: ['lower', 'higher'] },
    worth: number,
    scatter: number,
    pairs: whole,
    lot: list(string),
    molds: list(record({ place: whole, mold_id: whole, value: orNull(number) })),
    places: list(
      record({ place: whole, way: string, mold: { type: ['object', 'null'] }, result: orNull(number) })
    ),
    next: { type: ['object', 'null'] },
    answer: record({
      pairs: whole,
      gain: orNull(number),
      low: orNull(number),
      high: orNull(number),
      by_chance: number,
      says: { enum: ['yes', 'no', 'not-told', 'go-on'] }
    }),
    ended_at: orNull(time),
    created_at: time,
    version: whole
  }),
  Alloy: record({
    id: whole,
    name: string,
    based_on: string,
    solidus_c: orNull(number),
    liquidus_c: orNull(number),
    pour_low_c: orNull(number),
    pour_high_c: orNull(number),
    solid_kg_l: orNull(number),
    loss_percent: orNull(number),
    parts: { type: ['array', 'null'] },
    created_at: time,
    version: whole
  }),
  Session: record({
    id: whole,
    name: orNull(string),
    at: time,
    zone: string,
    members: list(whole),
    stage: string,
    melt: { type: ['object', 'null'] },
    lessons: orNull(string),
    molds: list(ref('Mold')),
    version: whole
  }),
  Member: record({
    id: whole,
    name: string,
    hand: record({ squeeze_bias: number, squeeze_bias_sd: number, squeeze_sd: number }),
    created_at: time,
    version: whole
  }),
  Flask: record({
    id: whole,
    name: string,
    shape: { enum: ['rectangular', 'round'] },
    length_mm: number,
    width_mm: number,
    cope_mm: number,
    drag_mm: number,
    wall: { enum: ['plain', 'grooved'] },
    wall_mm: orNull(number),
    material: orNull(string),
    pins: orNull(string),
    closing: orNull(string),
    bars: truth,
    cope_kg: orNull(number),
    drag_kg: orNull(number),
    created_at: time,
    version: whole
  }),
  Mesh: record({
    id: whole,
    file_hash: string,
    format: { enum: ['stl', 'obj', '3mf'] },
    unit: { enum: ['mm', 'cm', 'in', 'm'] },
    unit_stated: truth,
    bytes: whole,
    analysis: record({
      triangles: whole,
      volume_cm3: number,
      area_cm2: number,
      box_mm: list(number),
      watertight: truth,
      repairs: object,
      wall_mm: object,
      pulls: list(object),
      drawing: object,
      findings: list(record({ is: string, remedies: list(object) }))
    }),
    created_at: time
  }),
  Pattern: record({
    id: whole,
    name: string,
    kind: { enum: ['loose', 'split', 'flat-back', 'plate', 'one-off'] },
    material: orNull(string),
    known_by: { enum: ['mesh', 'solids', 'displacement', 'mass', 'box'] },
    length_mm: number,
    width_mm: number,
    height_mm: number,
    above_mm: number,
    volume_l: orNull(number),
    pattern_kg: orNull(number),
    mesh_id: orNull(whole),
    metal: orNull(string),
    made: whole,
    coats: list(object),
    carry_over: list(string),
    photo_hash: orNull(string),
    created_at: time,
    version: whole
  }),
  Plan: record({
    id: whole,
    session_id: whole,
    heap_id: whole,
    metal: string,
    wanted: list(object),
    molds: list(object),
    own: list(object),
    notes: list(object),
    version: whole,
    created_at: time
  }),
  Schedule: record({
    plan: object,
    session: object,
    steps: list(
      record({
        id: string,
        about: object,
        from: orNull(time),
        to: orNull(time),
        minutes: number,
        member: orNull(whole),
        slack_min: orNull(number),
        done_at: orNull(time)
      })
    ),
    pour_at: orNull(time),
    earliest: orNull(time),
    late_min: number,
    too_long: list(string)
  }),
  Branch: record({
    id: whole,
    heap_id: whole,
    name: string,
    steps: list(object),
    version: whole,
    created_at: time
  }),
  Material: record({ id: whole, kind: string, name: string, version: whole }),
  Lot: record({
    id: whole,
    kind: string,
    role: string,
    bought_kg: number,
    on_hand_kg: number,
    used_kg: number,
    cost: orNull(number),
    currency: string,
    moisture_percent: sourced,
    active_percent: sourced,
    version: whole
  }),
  Story: record({
    moisture: list(list(number)),
    active_clay: list(list(number)),
    moisture_tests: list(list(number)),
    clay_tests: list(list(number)),
    marks: list({ type: 'array' })
  })
};
