import type { AnySchema, SchemaDescription, SchemaFieldDescription, SchemaObjectDescription } from 'yup';
import { ANSWER_SCHEMAS } from './answer-schemas';
import { operationOf, type Described as Json, type Operation } from './operation';

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
    // Yup describes what lies within a list without typing it.
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

/** The endpoints of a route, by method, as its module has them. */
export type RouteModule = Record<string, unknown>;

const METHODS = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'] as const;

const jsonContent = (schema: Json): Json => ({ 'application/json': { schema } });
const PROBLEMS: Json = {
  '4XX': {
    description: 'Refused, and what would be right',
    content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } }
  },
  '503': {
    description: 'Not possible just now, and how to go on',
    content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } }
  }
};
const ONCE: Json = {
  name: 'Idempotency-Key',
  in: 'header',
  required: false,
  schema: { type: 'string', maxLength: 200 },
  description: 'A retry with the same key and body is answered as the first was, and stores nothing more.'
};

/** A body's schema: one, or one of several by kind. */
function bodySchema(body: unknown): Json {
  const { schemas } = body as { schemas?: Record<string, AnySchema> };
  return schemas ? { oneOf: Object.values(schemas).map(jsonSchema) } : jsonSchema(body as AnySchema);
}

function queryParameters(query: AnySchema): Json[] {
  const { properties = {} } = jsonSchema(query) as { properties?: Record<string, Json> };
  return Object.entries(properties).map(([name, schema]) => ({ name, in: 'query', required: false, schema }));
}

const SAID: Record<number, string> = {
  200: 'The answer',
  201: 'Created; Location says where',
  204: 'Done'
};

function described({ summary, status, query, body, answer, takes, type, once }: Operation): Json {
  const parameters = [...(query ? queryParameters(query) : []), ...(once ? [ONCE] : [])];
  const content = type ? { [type.split(';')[0]!]: {} } : jsonContent(answer ?? { type: 'object' });
  return {
    summary,
    ...(parameters.length > 0 && { parameters }),
    ...(body !== undefined && { requestBody: { required: true, content: jsonContent(bodySchema(body)) } }),
    ...(takes && { requestBody: { required: true, content: { [takes]: {} } } }),
    responses: {
      [status]: { description: SAID[status] ?? 'The answer', ...(status !== 204 && { content }) },
      ...PROBLEMS
    }
  };
}

/** The whole numbers and the names that stand in a path. */
const parametersOf = (path: string): Json[] =>
  [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: /^(device|table|hash)$/.test(name!) ? { type: 'string' } : { type: 'integer', minimum: 1 }
  }));

/**
 * The OpenAPI 3.1 document of /api/v1, made of what the endpoints say of themselves.
 *
 * @param routes modules by their path, as `/heaps/[id]`
 */
export function openapi(routes: Record<string, RouteModule>): Json {
  const paths: Json = {};
  for (const [route, module] of Object.entries(routes).sort(([a], [b]) => a.localeCompare(b))) {
    for (const method of METHODS) {
      const operation = operationOf(module[method]);
      if (!operation) continue;
      const { each, ...alike } = operation;
      const ways = each
        ? Object.entries(each).map(
            ([name, own]) => [route.replace(/\[\w+\]$/, name), { ...alike, ...own }] as const
          )
        : [[route, alike] as const];
      for (const [way, one] of ways) {
        const path = way.replace(/\[(\w+)\]/g, '{$1}');
        const ids = parametersOf(path);
        const known = (paths[path] ??= ids.length > 0 ? { parameters: ids } : {}) as Json;
        known[method.toLowerCase()] = described(one);
      }
    }
  }
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
