import type { AnySchema, SchemaDescription, SchemaFieldDescription, SchemaObjectDescription } from 'yup';
import { calculators } from '$lib/schema/calculator';
import { entries } from '$lib/schema/entry';
import { heapChange, newHeap } from '$lib/schema/heap';
import { heapTests } from '$lib/schema/heap-test';
import { renewalDone, renewalRequest } from '$lib/schema/renewal';
import { benchAction, newReading } from '$lib/schema/reading';
import {
  memberChange,
  moldChange,
  newAct,
  newMember,
  newMold,
  newSession,
  sessionChange
} from '$lib/schema/session';
import { lotChange, materialChange, newLot, newMaterial } from '$lib/schema/stock';

import { ANSWERS, ANSWER_SCHEMAS } from './openapi-answers';

type Json = Record<string, unknown>;

/** JSON Schema (2020-12) of a Yup schema: types, ranges, closed lists, required and unknown fields. */
export function jsonSchema(schema: AnySchema): Json {
  return fromDescription(schema.describe() as SchemaFieldDescription);
}

function fromDescription(field: SchemaFieldDescription): Json {
  const described = field as SchemaDescription;
  const tests = new Map((described.tests ?? []).map((test) => [test.name ?? '', test.params ?? {}]));
  const param = (test: string, name: string) => tests.get(test)?.[name];
  const json: Json = {};
  if (described.type === 'object') {
    const { fields } = field as SchemaObjectDescription;
    const required = Object.entries(fields).filter(
      ([, each]) => (each as SchemaDescription).optional === false
    );
    Object.assign(json, {
      type: 'object',
      properties: Object.fromEntries(
        Object.entries(fields).map(([name, each]) => [name, fromDescription(each)])
      ),
      additionalProperties: false,
      ...(required.length > 0 && { required: required.map(([name]) => name) })
    });
  } else if (described.type === 'array') {
    const { innerType } = field as unknown as { innerType?: SchemaFieldDescription };
    Object.assign(json, { type: 'array', items: innerType ? fromDescription(innerType) : {} });
    if (param('min', 'min') !== undefined) json.minItems = param('min', 'min');
    if (param('max', 'max') !== undefined) json.maxItems = param('max', 'max');
  } else if (described.type === 'number') {
    json.type = tests.has('integer') ? 'integer' : 'number';
    const [min, max] = [tests.get('min'), tests.get('max')];
    if (min?.more !== undefined) json.exclusiveMinimum = min.more;
    else if (min?.min !== undefined) json.minimum = min.min;
    if (max?.max !== undefined) json.maximum = max.max;
  } else {
    json.type = described.type === 'boolean' ? 'boolean' : 'string';
    if (param('max', 'max') !== undefined) json.maxLength = param('max', 'max');
    if (param('min', 'min') !== undefined) json.minLength = param('min', 'min');
    if (tests.has('iso')) json.format = 'date-time';
  }
  if ((described.oneOf ?? []).length > 0) json.enum = described.oneOf;
  if (described.nullable) json.type = [json.type, 'null'];
  return json;
}

const oneOf = (schemas: Record<string, AnySchema>): Json => ({
  oneOf: Object.values(schemas).map(jsonSchema)
});

const jsonContent = (schema: Json): Json => ({ 'application/json': { schema } });
const answer = (description: string): Json => ({ description, content: jsonContent({ type: 'object' }) });
const PROBLEMS: Json = {
  '4XX': {
    description: 'Refused, and what would be right',
    content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } }
  }
};

const withBody = (summary: string, schema: Json, status: '200' | '201'): Json => ({
  summary,
  requestBody: { required: true, content: jsonContent(schema) },
  responses: {
    [status]: answer(status === '201' ? 'Created; Location says where' : 'The answer'),
    ...PROBLEMS
  }
});
const creates = (summary: string, schema: Json): Json => ({
  ...withBody(summary, schema, '201'),
  parameters: [
    {
      name: 'Idempotency-Key',
      in: 'header',
      required: false,
      schema: { type: 'string', maxLength: 200 },
      description: 'A retry with the same key and body is answered as the first was, and stores nothing more.'
    }
  ]
});
const reads = (summary: string, query: Json[] = []): Json => ({
  summary,
  ...(query.length > 0 && { parameters: query }),
  responses: { '200': answer('The record or records'), ...PROBLEMS }
});
const acts = (summary: string, status: '200' | '204'): Json => ({
  summary,
  responses: {
    [status]: status === '200' ? answer('The record as it is now') : { description: 'Done' },
    ...PROBLEMS
  }
});
const query = (name: string, schema: Json, description: string): Json => ({
  name,
  in: 'query',
  required: false,
  schema,
  description
});
const PAGE = [
  query('limit', { type: 'integer', minimum: 1, maximum: 500 }, 'Records on a page, 50 unless said'),
  query('offset', { type: 'integer', minimum: 0 }, 'Records passed over')
];
const AT = { type: 'string', format: 'date-time' };

const LEDGER_FILTERS = [
  query('kind', { type: 'string' }, 'Of one kind'),
  query('test_kind', { type: 'string' }, 'Tests of one kind'),
  query('words', { type: 'string', maxLength: 200 }, 'Words in a note, a name, an ingredient'),
  query('from', AT, 'Not before'),
  query('to', AT, 'Not after; a day alone means to its end'),
  query('zone', { type: 'string' }, 'Where days begin and end; UTC unless said'),
  query('session_id', { type: 'integer' }, 'Of one casting day'),
  query('mold_id', { type: 'integer' }, 'Of one mold'),
  query('act_id', { type: 'integer' }, 'Of one press'),
  query('undone', { type: 'boolean' }, 'Those struck out too'),
  query('order', { type: 'string', enum: ['latest', 'oldest'] }, 'Which comes first; the latest unless said')
];

const CALCULATOR_SUMMARIES: Record<keyof typeof calculators, string> = {
  moisture: 'Moisture by drying, from gross weights',
  batch:
    'Scale weights of a batch, with the water of damp stock taken off. binder.active_percent is of the dry clay.',
  correction:
    'Water, clay or dry mix to bring a heap to a target. All percentages are of total mass, binder.active_percent of the clay as weighed.',
  squeeze: 'Grade, temper factor and suspects of one squeeze',
  'grain-fineness': 'Fineness number and grading from any subset of the sieve series',
  blend: 'Cheapest mix of stock that lands in the windows; 422 names the window that cannot be met',
  compactability: 'How far loose sand sinks under ramming',
  'green-compression': 'Strength from the load that broke a cylinder',
  permeability: 'Permeability number of a rig of any dimensions',
  'methylene-blue': 'Active clay from dye, by a factor fitted to your own standards',
  loss: 'Loss by clay wash or ignition',
  'temper-curve': 'Strength peak and temper moisture from a ladder of points',
  drying: 'Moisture over the coming hours; active clay is of the dry mix',
  'control-chart': 'Individuals and moving-range chart with run rules'
};

/** The OpenAPI 3.1 document of /api/v1, from the same schemas that check the requests. */
export function openapi(): Json {
  const id = (name: string): Json => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'integer', minimum: 1 }
  });
  const record = (ids: string[], methods: Json): Json => ({ parameters: ids.map(id), ...methods });
  const paths: Json = {
    '/heaps': { get: reads('Heaps'), post: creates('A new heap', jsonSchema(newHeap)) },
    '/heaps/{id}': record(['id'], {
      get: reads('A heap'),
      patch: withBody('Change its name, container or windows', jsonSchema(heapChange), '200'),
      delete: acts('Take it off the bench', '204')
    }),
    '/heaps/{id}/restore': record(['id'], { post: acts('Put a removed heap back', '200') }),
    '/heaps/{id}/state': record(['id'], {
      get: reads('Condition and prescription at a time; a later time forecasts the drying until then', [
        query('at', AT, 'Now, unless said')
      ])
    }),
    '/heaps/{id}/story': record(['id'], {
      get: reads('Moisture and active clay through time, with their nine-in-ten range, tests and marks', [
        query('days', { type: 'integer', minimum: 1, maximum: 3660 }, 'Looking back, 90 unless said'),
        query('at', AT, 'Up to when; now, unless said')
      ])
    }),
    '/heaps/{id}/forecast': record(['id'], {
      get: reads(
        'How it dries from now on, and the water it will want; the simulated weather station unless air is given',
        [
          query('hours', { type: 'integer', minimum: 1, maximum: 2160 }, 'Looking ahead, 168 unless said'),
          query(
            'air_c',
            { type: 'number', minimum: -30, maximum: 60 },
            'With relative_humidity_percent: the air'
          ),
          query(
            'relative_humidity_percent',
            { type: 'number', minimum: 0, maximum: 100 },
            'With air_c: the air'
          ),
          query('air_speed_m_s', { type: 'number', minimum: 0, maximum: 20 }, 'Still shed air, unless said'),
          query('sand_c', { type: 'number', minimum: -30, maximum: 400 }, 'The sand’s own temperature')
        ]
      )
    }),
    '/heaps/{id}/compare/{other}': record(['id', 'other'], {
      get: reads('Two heaps figure by figure, real differences told from doubt', [
        query('at', AT, 'Now, unless said')
      ])
    }),
    '/heaps/{id}/ledger.csv': {
      parameters: [id('id')],
      get: {
        summary: 'The ledger as a table (RFC 4180), oldest first, with the heap after each entry',
        parameters: LEDGER_FILTERS,
        responses: { '200': { description: 'A file', content: { 'text/csv': {} } }, ...PROBLEMS }
      }
    },
    '/heaps/{id}/learned': record(['id'], {
      get: reads(
        'What its records have taught of it: drying factor, rammed density, spill and burning, each with its nine-in-ten range and the handbook’s figure; an entry of kind learning holds one or starts it anew',
        [query('at', AT, 'Now, unless said')]
      )
    }),
    '/heaps/{id}/renewal': record(['id'], {
      post: withBody(
        'The general prescription from stock: additions, water and what to throw out, to land in windows at least cost or material',
        jsonSchema(renewalRequest),
        '200'
      )
    }),
    '/heaps/{id}/renewal/done': record(['id'], {
      post: creates('A renewal as it was carried out: both its entries, or neither', jsonSchema(renewalDone))
    }),
    '/heaps/{id}/temper-curve': record(['id'], {
      get: reads('Temper curve from the heap’s own compactability and compression tests')
    }),
    ...ledgerPaths('entries', 'entryId', 'entry', oneOf(entries), record),
    '/heaps/{id}/entries/{entryId}/revert/{version}': record(['id', 'entryId', 'version'], {
      post: acts('Make an older version count again', '200')
    }),
    ...ledgerPaths('tests', 'testId', 'test', oneOf(heapTests), record),
    '/heaps/{id}/tests/{testId}/confirm': record(['id', 'testId'], {
      post: acts('A far reading is right all the same: it counts from now on', '200')
    }),
    '/acts': {
      post: creates(
        'Entries in several ledgers and the states of molds, by one press: all of it or nothing. entries are ledger entries with a heap_id each',
        jsonSchema(newAct)
      )
    },
    '/acts/{id}': record(['id'], { get: reads('An act with all that it wrote') }),
    '/acts/{id}/undo': record(['id'], { post: acts('Strike out all that it wrote', '200') }),
    '/acts/{id}/restore': record(['id'], { post: acts('Let all of it count again', '200') }),
    '/sessions': {
      get: reads('Casting days, latest first', [...PAGE, query('stage', { type: 'string' }, 'At one stage')]),
      post: creates('A new casting day', jsonSchema(newSession))
    },
    '/sessions/{id}': record(['id'], {
      get: reads('A casting day with its molds'),
      patch: withBody('Change it; 409 when version is not the latest', jsonSchema(sessionChange), '200'),
      delete: acts('Take it off the list', '204')
    }),
    '/sessions/{id}/restore': record(['id'], { post: acts('Put a removed casting day back', '200') }),
    '/sessions/{id}/molds': record(['id'], {
      get: reads('Its molds'),
      post: creates('A new mold', jsonSchema(newMold))
    }),
    '/sessions/{id}/molds/{moldId}': record(['id', 'moldId'], {
      get: reads('A mold'),
      patch: withBody('Change a mold', jsonSchema(moldChange), '200'),
      delete: acts('Take it off the list', '204')
    }),
    '/members': {
      get: reads('Those who test, with the bias and spread of their hands as learned or held'),
      post: creates('A new member', jsonSchema(newMember))
    },
    '/members/{id}': record(['id'], {
      get: reads('A member'),
      patch: withBody(
        'Change the name, or hold the hand; a hand of null is learned anew',
        jsonSchema(memberChange),
        '200'
      ),
      delete: acts('Take them off the list', '204')
    }),
    '/members/{id}/restore': record(['id'], { post: acts('Put a removed member back', '200') }),
    '/readings': {
      get: reads('Readings from scales and probes, latest first', [
        ...PAGE,
        query('device', { type: 'string' }, 'Of one device')
      ]),
      post: creates(
        'A reading: kg from a scale, percent from a probe; stored once however often it is sent',
        jsonSchema(newReading)
      )
    },
    '/devices': {
      get: reads(
        'Devices that have sent readings, and those that ship with the application, which are simulated'
      )
    },
    '/devices/{device}/stream': {
      parameters: [{ name: 'device', in: 'path', required: true, schema: { type: 'string' } }],
      get: {
        summary: 'Readings as they come, as server-sent events named reading',
        responses: { '200': { description: 'A stream', content: { 'text/event-stream': {} } }, ...PROBLEMS }
      }
    },
    '/devices/{device}/bench': {
      parameters: [{ name: 'device', in: 'path', required: true, schema: { type: 'string' } }],
      post: withBody('Lay something on a simulated device, or press its tare', jsonSchema(benchAction), '200')
    },
    '/materials': {
      get: reads('Materials, with the handbook defaults of their kind'),
      post: creates('A new material', jsonSchema(newMaterial))
    },
    '/materials/{id}': record(['id'], {
      get: reads('A material'),
      patch: withBody('Change a material', jsonSchema(materialChange), '200'),
      delete: acts('Take it off the list', '204')
    }),
    '/lots': {
      get: reads('Lots and what is on hand', [query('material_id', { type: 'integer' }, 'Of one material')]),
      post: creates('A new lot; name its material or its handbook kind', jsonSchema(newLot))
    },
    '/lots/{id}': record(['id'], {
      get: reads('A lot'),
      patch: withBody(
        'Change a lot; on_hand_kg is a fresh weighing of what is left',
        jsonSchema(lotChange),
        '200'
      ),
      delete: acts('Take it off the list', '204')
    }),
    '/lots/{id}/tests': record(['id'], {
      get: reads('Tests of a lot, latest first'),
      post: creates('A new test of a lot; what it reads counts for the lot from then on', oneOf(heapTests))
    }),
    '/lots/{id}/tests/{testId}': record(['id', 'testId'], {
      get: reads('A test of a lot'),
      delete: acts('Undo: strike it out', '200')
    }),
    '/lots/{id}/tests/{testId}/restore': record(['id', 'testId'], {
      post: acts('Take the undo back', '200')
    }),
    '/lots/{id}/restore': record(['id'], { post: acts('Put a removed lot back', '200') })
  };
  for (const [name, schema] of Object.entries(calculators)) {
    const summary = CALCULATOR_SUMMARIES[name as keyof typeof calculators];
    paths[`/calc/${name}`] = { post: withBody(summary, jsonSchema(schema), '200') };
  }
  answering(paths);
  return {
    openapi: '3.1.0',
    info: {
      title: 'Brunkel',
      version: '1',
      description:
        'Molding-sand records and calculators. Field names carry units; percentages are 0 to 100; times are ISO 8601 UTC. Unknown fields are refused. An ingredient named only by its role counts as dry and fully active unless said; a handbook kind or a lot brings its own figures, active_percent being of its dry matter.'
    },
    servers: [{ url: '/api/v1' }],
    paths,
    components: {
      schemas: {
        ...ANSWER_SCHEMAS,
        Problem: {
          type: 'object',
          required: ['type', 'title', 'status', 'detail'],
          properties: {
            type: { type: 'string' },
            title: { type: 'string' },
            status: { type: 'integer' },
            detail: { type: 'string' },
            errors: {
              type: 'array',
              items: {
                type: 'object',
                required: ['path', 'message'],
                properties: { path: { type: 'string' }, message: { type: 'string' } }
              }
            },
            question: {
              description: 'Likely a slip: sent again with confirmed, it is taken',
              type: 'object',
              required: ['path', 'likely_kg'],
              properties: { path: { type: 'string' }, likely_kg: { type: ['number', 'null'] } }
            }
          }
        }
      }
    }
  };
}

/** Puts in what each method answers with. */
function answering(paths: Json): void {
  for (const [path, methods] of Object.entries(paths) as [string, Record<string, Json>][])
    for (const [method, described] of Object.entries(methods)) {
      const schema = ANSWERS[`${method} ${path}`];
      const responses = described.responses as Record<string, Json> | undefined;
      const good = responses?.['200'] ?? responses?.['201'];
      if (schema && good) good.content = jsonContent(schema);
    }
}

function ledgerPaths(
  plural: string,
  idName: string,
  one: string,
  schema: Json,
  record: (ids: string[], methods: Json) => Json
): Json {
  const filters = [...PAGE, ...LEDGER_FILTERS];
  return {
    [`/heaps/{id}/${plural}`]: record(['id'], {
      get: reads(`The ${plural}, latest first`, filters),
      post: creates(`A new ${one}`, schema)
    }),
    [`/heaps/{id}/${plural}/{${idName}}`]: record(['id', idName], {
      get: reads(`A ${one}`),
      put: withBody(
        `Amend: the old version stays in the history; 409 when version is not the latest`,
        schema,
        '200'
      ),
      delete: acts(`Undo: strike it out`, '200')
    }),
    [`/heaps/{id}/${plural}/{${idName}}/versions`]: record(['id', idName], {
      get: reads('Every version, oldest first')
    }),
    [`/heaps/{id}/${plural}/{${idName}}/restore`]: record(['id', idName], {
      post: acts('Take the undo back', '200')
    })
  };
}
