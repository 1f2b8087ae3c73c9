import { array, boolean, mixed, number, object, string, tuple, type AnySchema } from 'yup';
import { benchTestOf } from '$core/bench/bench-tests';
import type { HeapTest } from '$core/bench/heap-test';
import { isKind, kindOf, type Event } from '$core/heap/kinds';
import { MESH_FORMATS, MESH_UNIT_NAMES } from '$core/pattern/file/format';
import { ALLOY_NAMES } from '$core/reference/alloys';
import { MOLD_STATES } from '$core/session/mold-life';
import { entries } from '$lib/schema/entry';
import {
  REQUIRED,
  between,
  choice,
  id,
  isoTime,
  kg,
  kgOrNone,
  shape,
  text,
  whole,
  yesNo
} from '$lib/schema/fields';
import { newBranch } from '$lib/schema/branch';
import { newFlask } from '$lib/schema/flask';
import { heapChange, newHeap } from '$lib/schema/heap';
import { heapTests } from '$lib/schema/heap-test';
import { newPattern } from '$lib/schema/pattern';
import { newPlan, planNote } from '$lib/schema/plan';
import { newAlloy, newCasting } from '$lib/schema/pour';
import { READING_RANGES } from '$lib/schema/reading';
import { sandPlan } from '$lib/schema/recondition';
import { memberChange, newMold, newSession, sessionStep } from '$lib/schema/session';
import { newLot, newMaterial } from '$lib/schema/stock';
import { newTrial } from '$lib/schema/trial';
import { check, type FieldError } from '$lib/schema/validate';
import { eventFrom, testFrom } from '../database/event-format';
import { FILE_HASH, MEDIA_KEPT } from '../database/packed-files';

/**
 * What each table may hold. Where records are made through the interface, a row is put as it would have been sent there and
 * held against that schema; what only the server writes has one here.
 */

/** A row, its JSON read and its yes-or-no told from figures. */
export type Row = Record<string, unknown>;

/** What is wrong with a row, in today's layout; null where nothing is. */
export function rowTrouble(table: string, row: Row): FieldError | null {
  const late = check(TIMES, some(row, Object.keys(TIMES.fields)));
  if (!late.ok) return late.errors[0]!;
  const known = ROWS[table];
  if (!known) return null;
  let held: readonly [AnySchema, unknown][];
  try {
    held = known(row);
  } catch (thrown) {
    // What it is made of cannot even be taken apart.
    return { path: 'row', message: `is no record (${(thrown as Error).message})` };
  }
  for (const [schema, value] of held) {
    const checked = check(schema, value);
    if (!checked.ok) return checked.errors[0]!;
  }
  return null;
}

const TIMES = shape({
  created_at: isoTime(),
  written_at: isoTime(),
  changed_at: isoTime(),
  removed_at: isoTime(),
  undone_at: isoTime(),
  version: whole(1, Number.MAX_SAFE_INTEGER)
});

/** Those fields of it that are not empty. */
function some(row: Row, names: readonly string[]): Row {
  return Object.fromEntries(
    names.flatMap((name) => (row[name] === null || row[name] === undefined ? [] : [[name, row[name]]]))
  );
}

/** A fraction as the percentage that it was given as, without the last digits of the division. */
const percent = (fraction: unknown) =>
  typeof fraction === 'number' ? Number((fraction * 100).toPrecision(12)) : fraction;
const percents = (window: unknown) => {
  const { min, max } = (window ?? {}) as Row;
  return window == null ? undefined : { min: percent(min), max: percent(max) };
};

const finite = () =>
  number().typeError('must be a number').test('finite', 'must be a number', isFiniteOrNone);
const isFiniteOrNone = (value: unknown) => value == null || Number.isFinite(value);
/** A number where one must stand, and where one may. */
const figure = () => finite().required(REQUIRED);
const maybe = () => finite().nullable();
const point = () =>
  tuple([figure(), figure(), figure()]).typeError('must be three numbers').required(REQUIRED);
const words = () => string().typeError('must be text').required(REQUIRED);
const list = <S extends AnySchema>(of: S) => array(of).typeError('must be a list').required(REQUIRED);
/** An object of at least these fields. */
const having = (fields: Record<string, AnySchema>) =>
  object(fields).typeError('must be an object').default(undefined).required(REQUIRED);

const hash = () => string().matches(FILE_HASH, 'must be the hash of a file').required(REQUIRED);

/** A pour that was worked out when it was noted. */
const poured = having({
  at: isoTime().required(REQUIRED),
  pour_c: between('°C', 100, 1800).required(REQUIRED),
  seconds: maybe().min(0),
  interrupted: yesNo().required(REQUIRED),
  metal_kg: kg().required(REQUIRED),
  act_id: id().required(REQUIRED),
  heat: having({
    solid_s: maybe().min(0),
    likely_s: maybe().min(0),
    open_s: maybe().min(0),
    by_hand_s: maybe().min(0),
    people_s: finite().min(0).optional(),
    burnt_mm: figure().min(0),
    spent_kg: figure().min(0),
    steam_kg: figure().min(0),
    condensed_kg: figure().min(0),
    modulus_mm: figure().min(0),
    sand_mm: figure().min(0)
  })
});

const mesh = having({
  file_hash: hash(),
  format: choice(MESH_FORMATS).required(REQUIRED),
  unit: choice(MESH_UNIT_NAMES).required(REQUIRED),
  unit_stated: yesNo().required(REQUIRED),
  analysis: having({
    triangles: figure().min(1),
    volume_cm3: figure().min(0),
    area_cm2: figure().min(0),
    box_mm: point(),
    watertight: yesNo().required(REQUIRED),
    open_edges: figure(),
    turned_edges: figure(),
    crowded_edges: figure(),
    repairs: having({}),
    wall_mm: having({
      usual: maybe(),
      thinnest: list(having({ at_mm: point(), thickness_mm: figure() })),
      wall: maybe()
    }),
    pulls: list(
      having({
        way: point(),
        parting_mm: figure(),
        flat_undercut_cm2: figure(),
        undercut_cm2: figure(),
        no_draft_cm2: figure(),
        cope_mm: figure(),
        drag_mm: figure()
      })
    ),
    drawing: having({
      way: point(),
      parting_mm: figure(),
      cope_mm: figure(),
      drag_mm: figure(),
      projected_cm2: figure(),
      cope_share: figure(),
      degrees_cm2: list(figure()),
      area_cm2: having({})
    }),
    metal: choice(ALLOY_NAMES).required(REQUIRED),
    findings: list(having({ is: words(), remedies: list(having({ name: words(), costs: words() })) }))
  })
});

const act = shape({
  name: text(120),
  molds: list(
    shape({
      mold_id: id().required(REQUIRED),
      before: choice(MOLD_STATES).required(REQUIRED),
      after: choice(MOLD_STATES).required(REQUIRED),
      because: text(200)
    }).required(REQUIRED)
  )
});

/** What is set, by name, as it stands in its JSON. */
const SETTINGS: Record<string, AnySchema> = {
  simulated_devices: boolean().required(REQUIRED),
  simulated_weather: boolean().required(REQUIRED),
  schools: object().typeError('must be an object').required(REQUIRED)
};

const reading = shape({
  device: text(60).required(REQUIRED),
  kind: choice(Object.keys(READING_RANGES)).required(REQUIRED),
  value: between('', -50, 1800).required(REQUIRED),
  stable: yesNo().required(REQUIRED),
  at: isoTime().required(REQUIRED)
});

const busy = shape({
  source: text(500).required(REQUIRED),
  what: text(2000),
  from_at: isoTime().required(REQUIRED),
  to_at: isoTime().required(REQUIRED)
});

const answer = shape({
  card: text(60).required(REQUIRED),
  at: isoTime().required(REQUIRED),
  seed: whole(0, 2_147_483_647).required(REQUIRED),
  truth: object().typeError('must be an object').required(REQUIRED),
  answer: object().typeError('must be an object').required(REQUIRED),
  right: yesNo().required(REQUIRED),
  off: finite()
});

const file = shape({
  hash: hash(),
  media: choice(MEDIA_KEPT).required(REQUIRED),
  bytes: whole(0, Number.MAX_SAFE_INTEGER).required(REQUIRED),
  name: text(500)
});

/** The entry or test that an event was written as, and the schema of that. */
function writtenAs(row: Row): [AnySchema, unknown][] {
  const event = eventFrom(Number(row.format), row.event as object);
  const kind: unknown = event?.kind;
  if (typeof kind !== 'string' || !isKind(kind) || kind !== row.kind) return [[NO_KIND, { kind: row.kind }]];
  const head = some(row, ['at', 'zone', 'note', 'session_id', 'mold_id', 'member', 'typed', 'simulated']);
  if (event.kind === 'tested') {
    const { typed: _, ...rest } = head;
    const { batch_id, excluded } = event;
    const told = { batch_entry_id: batch_id, excluded_reason: excluded, confirmed: event.confirmed };
    return [testAs(event.test, { ...rest, ...some(told, Object.keys(told)) })];
  }
  return [[entries[event.kind], { kind, ...head, ...shown(event) }]];
}

/** What an event was written with: what is shown of it beside that is worked out. */
function shown(event: Exclude<Event, { kind: 'tested' }>): Row {
  const kind = kindOf(event.kind);
  const all = some(kind.show(event), Object.keys(kind.fields));
  if (Array.isArray(all.additions)) all.additions = all.additions.map((each: Row) => some(each, ADDITION));
  return all;
}

const ADDITION = ['ingredient', 'kg', 'moisture_percent', 'active_percent', 'lot_id'];

const NO_KIND = shape({
  kind: mixed().test('kind', 'must be a kind of entry, as its event says', () => false)
});

function testAs(test: HeapTest, head: Row): [AnySchema, unknown] {
  const known = Object.hasOwn(heapTests, test?.kind);
  if (!known) return [NO_KIND, { kind: test?.kind }];
  return [heapTests[test.kind], { kind: test.kind, ...head, ...benchTestOf(test).show(test) }];
}

/** By table: what a row says, and the schema that holds it. */
const ROWS: Record<string, (row: Row) => [AnySchema, unknown][]> = {
  materials: (row) => [[newMaterial, some(row, ['kind', 'name', 'note'])]],
  lots: (row) => [
    [
      newLot,
      {
        ...some(row, [
          'material_id',
          'bought_kg',
          'supplier',
          'cost',
          'currency',
          'fineness_number',
          'bag_kg',
          'bought_at',
          'note'
        ]),
        moisture_percent: percent(row.moisture_fraction),
        active_percent: percent(row.active_fraction),
        fines_percent: percent(row.fines_fraction)
      }
    ],
    [between('kg', -10_000, 10_000), row.adjusted_kg]
  ],
  lot_tests: (row) => [
    testAs(testFrom(Number(row.format), row.test as HeapTest), some(row, ['at', 'zone', 'note', 'simulated']))
  ],
  heaps: ({ targets, policy, ...row }) => [
    [
      newHeap,
      {
        ...some(row, ['name', 'system', 'binder', 'container', 'scale_g', 'zone']),
        ...(targets != null && {
          targets: some(
            {
              moisture_percent: percents((targets as Row).moisture),
              active_clay_percent: percents((targets as Row).active_clay)
            },
            ['moisture_percent', 'active_clay_percent']
          )
        })
      }
    ],
    [heapChange, { policy, version: row.version }]
  ],
  entry_versions: writtenAs,
  lot_uses: (row) => [[kgOrNone(), row.kg]],
  settings: (row) => {
    const schema = SETTINGS[String(row.name)];
    return schema ? [[schema, JSON.parse(String(row.value))]] : [];
  },
  acts: (row) => [[act, some(row, ['name', 'molds'])]],
  members: (row) => [
    [
      memberChange,
      {
        ...some(row, ['name', 'version']),
        hours: row.hours,
        ...(row.hand_bias != null && {
          hand: { squeeze_bias: row.hand_bias, squeeze_sd: row.hand_spread }
        })
      }
    ]
  ],
  sessions: ({ sand, steps, ...row }) => [
    [newSession, some(row, ['name', 'at', 'zone', 'members', 'stage', 'note', 'melt', 'lessons'])],
    [list(sessionStep), steps],
    ...Object.values((sand ?? {}) as Row).map((plan): [AnySchema, unknown] => [sandPlan().required(), plan])
  ],
  molds: (row) => [
    [
      newMold,
      some(row, [
        'flask_id',
        'patterns',
        'facing_heap_id',
        'backing_heap_id',
        'state',
        'metal',
        'layout',
        'gating',
        'alloy_id',
        'broken_because',
        'note'
      ])
    ],
    ...(row.poured == null ? [] : [[poured, row.poured] as [AnySchema, unknown]])
  ],
  alloys: ({ id: _id, version: _version, created_at: _created, removed_at: _removed, ...row }) => [
    [newAlloy, some(row, Object.keys(row))]
  ],
  trials: ({ lot, molds, ended_at, ...row }) => [
    [newTrial, withoutMarks(row)],
    [list(choice(['as-now', 'otherwise'] as const).required(REQUIRED)).length(2 * Number(row.pairs)), lot],
    [
      list(
        having({
          place: whole(0, 2 * Number(row.pairs) - 1).required(REQUIRED),
          mold_id: id().required(REQUIRED),
          value: finite().nullable().notRequired()
        })
      ),
      molds
    ],
    [isoTime().nullable().notRequired(), ended_at]
  ],
  castings: (row) => [
    [newCasting, some(row, ['mold_id', 'pattern_id', 'result', 'kg', 'defects', 'seen', 'cause', 'note'])],
    [hash().nullable().notRequired(), row.photo_hash]
  ],
  plans: (row) => [
    [newPlan, some(row, ['session_id', 'heap_id', 'metal', 'wanted', 'delivery_days', 'own'])],
    [
      list(
        having({
          flask_id: id().required(REQUIRED),
          patterns: list(
            having({ pattern_id: id().required(REQUIRED), count: whole(1, 500).required(REQUIRED) })
          ),
          sand_kg: figure().min(0),
          round: figure().min(0)
        })
      ),
      row.molds
    ],
    [list(planNote), row.notes]
  ],
  busy: (row) => [[busy, some(row, ['source', 'what', 'from_at', 'to_at'])]],
  branches: (row) => [[newBranch, some(row, ['heap_id', 'name', 'steps'])]],
  answers: (row) => [[answer, some(row, Object.keys(answer.fields))]],
  readings: (row) => [[reading, some(row, Object.keys(reading.fields))]],
  files: (row) => [[file, some(row, Object.keys(file.fields))]],
  meshes: (row) => [[mesh, row]],
  flasks: (row) => [[newFlask, withoutMarks(row)]],
  patterns: ({ photo_hash, ...row }) => [
    [newPattern, withoutMarks(row)],
    [hash().nullable().notRequired(), photo_hash]
  ]
};

/** Without what the server keeps of every record. */
const withoutMarks = ({
  id: _id,
  version: _version,
  created_at: _created,
  removed_at: _removed,
  ...row
}: Row): Row => some(row, Object.keys(row));
