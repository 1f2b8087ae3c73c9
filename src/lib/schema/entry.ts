import { array, string, type Schema } from 'yup';
import type { FieldSpec } from '$core/heap/state/kind';
import { KINDS, WRITTEN_KINDS, type WrittenFields, type WrittenKind } from '$core/heap/kinds';
import { MATERIAL_KINDS, ROLES } from '$core/reference/ingredients';
import {
  REQUIRED,
  between,
  choice,
  container,
  id,
  kg,
  kgOrNone,
  moreThanNothing,
  pastTime,
  percent,
  shape,
  text,
  whole,
  yesNo
} from './fields';

/** An ingredient is named by its role or by its handbook kind. */
const INGREDIENT_NAMES = [...new Set<string>([...ROLES, ...MATERIAL_KINDS])];

const ingredientName = () => choice(INGREDIENT_NAMES);

const addition = () =>
  shape({
    ingredient: ingredientName().required(REQUIRED),
    kg: kg().required(REQUIRED),
    moisture_percent: percent(100).optional(),
    active_percent: percent(100).optional(),
    lot_id: id().optional()
  }).required(REQUIRED);

/** What went in together, each as it was weighed. */
export const additions = (least: number) =>
  array(addition())
    .typeError('must be a list')
    .required(REQUIRED)
    .min(least, 'needs at least one ingredient')
    .max(20, 'holds at most 20 ingredients');

/** The Yup schema of a field of a kind. */
function fieldSchema(spec: FieldSpec): Schema {
  const schema = bare(spec);
  return 'optional' in spec && spec.optional ? schema.optional() : schema.required(REQUIRED);
}

function bare(spec: FieldSpec): Schema {
  switch (spec.type) {
    case 'mass':
      return spec.none ? kgOrNone(spec.most) : kg(spec.most);
    case 'percent':
      return percent(spec.most);
    case 'litres':
      return moreThanNothing('L', spec.most);
    case 'yes-no':
      return yesNo();
    case 'choice':
      return choice(spec.of);
    case 'learned-value':
      // Its range hangs on the figure: the kind's own rule says it.
      return between('', 0, 1000);
    case 'ingredient':
      return ingredientName();
    case 'lot':
      return id();
    case 'additions':
      return additions(1);
    case 'container':
      // A schema that casts has another type than the one it gives.
      return container() as unknown as Schema;
  }
}

/** What every written record of a heap's ledger may carry. */
export const head = {
  at: pastTime().required(REQUIRED),
  zone: text(64).optional(),
  note: text(2000).optional(),
  /** The version being amended; refused with 409 when it is no longer the latest. */
  version: whole(1, Number.MAX_SAFE_INTEGER).optional(),
  /** The heap's version that its amounts were worked out from; refused with 409 when the heap has changed since. */
  expected_heap_version: whole(1, Number.MAX_SAFE_INTEGER).optional(),
  session_id: id().optional(),
  mold_id: id().optional(),
  /** Who did it: the id of a member. */
  member: id().optional(),
  /** A figure of it was read off a simulated device: it is marked so for good. */
  simulated: yesNo().optional(),
  /** It was asked about, or stood far off, and is right all the same. */
  confirmed: yesNo().optional()
};

/** What the user typed, by field, so that an edit shows it again: `2 lb 6 oz`. */
const typed = () => {
  const words = WRITTEN_KINDS.flatMap((kind) =>
    Object.entries(KINDS[kind].fields as Record<string, FieldSpec>)
      .filter(([, { type }]) => type === 'mass' || type === 'litres')
      .map(([name]) => name)
  );
  return shape({
    ...Object.fromEntries(words.map((name) => [name, text(40).optional()])),
    additions: array(text(40).defined()).max(20).optional()
  }).optional();
};

const notes = {
  ...head,
  typed: typed()
};

/** An entry of one kind as it is written. */
export type NewEntryOf<K extends WrittenKind> = { kind: K } & WrittenFields<K> & Head;
export interface Head {
  at: string;
  zone?: string | undefined;
  note?: string | undefined;
  typed?: Record<string, string | string[] | undefined> | undefined;
  version?: number | undefined;
  expected_heap_version?: number | undefined;
  session_id?: number | undefined;
  mold_id?: number | undefined;
  member?: number | undefined;
  simulated?: boolean | undefined;
  confirmed?: boolean | undefined;
}
export type NewEntry = { [K in WrittenKind]: NewEntryOf<K> }[WrittenKind];

function schemaOf<K extends WrittenKind>(kind: K): Schema<NewEntryOf<K>> {
  const { fields, rule } = KINDS[kind] as {
    fields: Record<string, FieldSpec>;
    rule?: (written: never) => { path: string; message: string } | null;
  };
  const schema = shape({
    kind: string().oneOf([kind]).required(REQUIRED),
    ...notes,
    ...Object.fromEntries(Object.entries(fields).map(([name, spec]) => [name, fieldSchema(spec)])),
    // A note without words says nothing.
    ...(kind === 'noted' && {
      note: text(2000)
        .trim('must not start or end with a space')
        .min(1, 'needs some words')
        .required(REQUIRED)
    })
  })
    .required(REQUIRED)
    .test('rule', function (written) {
      // As above: the rule is the same kind's.
      const wrong = rule && written ? rule(written as never) : null;
      return wrong ? this.createError(wrong) : true;
    });
  // Yup infers of a built schema that it is one of anything: what its fields are the kind's specs say.
  return schema as unknown as Schema<NewEntryOf<K>>;
}

/** The schema of every kind of entry, from the kind's own fields. */
export const entries = Object.fromEntries(WRITTEN_KINDS.map((kind) => [kind, schemaOf(kind)])) as {
  [K in WrittenKind]: Schema<NewEntryOf<K>>;
};

export type EntryKind = WrittenKind;
export const ENTRY_KINDS = WRITTEN_KINDS;
