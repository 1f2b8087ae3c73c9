import fc from 'fast-check';

type Json = Record<string, unknown>;

/** Values that no field means. */
const ODD = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    '',
    ' ',
    '\u0000',
    'abc',
    '1e999',
    '2026-02-30T09:00:00Z',
    '__proto__',
    -1,
    0,
    1e308,
    -1e308,
    true,
    [],
    {},
    [[]],
    { toString: 1 },
    { length: 3 },
    { constructor: { prototype: 1 } }
  ),
  fc.string({ maxLength: 40 }),
  fc.double(),
  fc.jsonValue({ maxDepth: 4 })
);

/** Something that a schema allows, with now and then a part that it does not. */
export function likely(schema: Json, depth = 0): fc.Arbitrary<unknown> {
  const odd = (fitting: fc.Arbitrary<unknown>) =>
    fc.oneof({ weight: 9, arbitrary: fitting }, { weight: 1, arbitrary: ODD });
  if (depth > 6) return ODD;
  if (Array.isArray(schema.oneOf))
    return fc.oneof(...(schema.oneOf as Json[]).map((each) => likely(each, depth + 1)));
  if (Array.isArray(schema.enum)) return odd(fc.constantFrom(...(schema.enum as unknown[])));
  const type = Array.isArray(schema.type) ? schema.type[0] : schema.type;
  if (type === 'object') {
    const fields = Object.entries((schema.properties ?? {}) as Record<string, Json>);
    const required = (schema.required ?? []) as string[];
    const record = Object.fromEntries(fields.map(([name, each]) => [name, likely(each, depth + 1)]));
    return odd(fc.record(record, { requiredKeys: required.filter((name) => name in record) }));
  }
  if (type === 'array')
    return odd(fc.array(likely((schema.items ?? {}) as Json, depth + 1), { maxLength: 5 }));
  if (type === 'number' || type === 'integer') {
    const min = Number(schema.minimum ?? schema.exclusiveMinimum ?? -1e6);
    const max = Number(schema.maximum ?? 1e6);
    return odd(
      type === 'integer'
        ? fc.integer({ min: Math.ceil(Math.max(min, -1e9)), max: Math.floor(Math.min(max, 1e9)) })
        : fc.double({ min, max, noNaN: true })
    );
  }
  if (type === 'boolean') return odd(fc.boolean());
  if (schema.format === 'date-time')
    return odd(
      fc
        .date({ min: new Date('1980-01-01'), max: new Date('2100-01-01'), noInvalidDate: true })
        .map((date) => date.toISOString())
    );
  return odd(fc.string({ maxLength: 30 }));
}
