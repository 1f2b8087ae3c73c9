import { array, number, string, type InferType } from 'yup';
import { LEARNED_FIGURES, type LearnedFigure } from '$core/heap/entry';
import { MATERIAL_KINDS, ROLES } from '$core/reference/ingredients';
import {
  REQUIRED,
  WETTEST_STOCK,
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
export const INGREDIENT_NAMES = [...new Set<string>([...ROLES, ...MATERIAL_KINDS])];

const ingredient = {
  ingredient: choice(INGREDIENT_NAMES).required(REQUIRED),
  kg: kg().required(REQUIRED),
  moisture_percent: percent(100).optional(),
  active_percent: percent(100).optional(),
  lot_id: id().optional()
};

const addition = () => shape(ingredient).required(REQUIRED);

/** What went in together, each as it was weighed. */
export const additions = (least: number) =>
  array(addition())
    .typeError('must be a list')
    .required(REQUIRED)
    .min(least, 'needs at least one ingredient')
    .max(20, 'holds at most 20 ingredients');

const written = {
  at: pastTime().required(REQUIRED),
  zone: text(64).optional(),
  note: text(2000).optional(),
  /** What the user typed, by field, so that an edit shows it again: `2 lb 6 oz`. */
  typed: shape({
    kg: text(40).optional(),
    burnt_kg: text(40).optional(),
    water_driven_off_kg: text(40).optional(),
    metal_kg: text(40).optional(),
    rammed_l: text(40).optional(),
    additions: array(text(40).defined()).max(20).optional()
  }).optional(),
  /** The version being amended; refused with 409 when it is no longer the latest. */
  version: whole(1, Number.MAX_SAFE_INTEGER).optional()
};

/** What a learned figure may be held at, in the units of the interface. */
export const LEARNED_RANGE: Record<LearnedFigure, { min: number; max: number; unit: string }> = {
  drying: { min: 0.05, max: 20, unit: '' },
  'rammed-density': { min: 0.5, max: 4, unit: 'kg/L' },
  spill: { min: 0, max: 50, unit: '%' },
  burn: { min: 0.001, max: 20, unit: 'kg per kg' }
};

const head = <const K extends string>(kind: K) => ({
  kind: string<K>().oneOf([kind]).required(REQUIRED),
  ...written
});

export const entries = {
  mixed: shape({
    ...head('mixed'),
    additions: additions(1)
  }).required(REQUIRED),
  bought: shape({
    ...head('bought'),
    kg: kg().required(REQUIRED),
    moisture_percent: percent(WETTEST_STOCK).optional(),
    active_clay_percent: percent(60).optional(),
    oil_percent: percent(20).optional()
  }).required(REQUIRED),
  water: shape({ ...head('water'), kg: kg(200).required(REQUIRED) }).required(REQUIRED),
  added: shape({ ...head('added'), ...ingredient }).required(REQUIRED),
  dried: shape({ ...head('dried'), kg: kg(200).required(REQUIRED) }).required(REQUIRED),
  discarded: shape({ ...head('discarded'), kg: kg().required(REQUIRED), burnt: yesNo().optional() }).required(
    REQUIRED
  ),
  spilled: shape({ ...head('spilled'), kg: kg().required(REQUIRED) }).required(REQUIRED),
  drawn: shape({
    ...head('drawn'),
    kg: kg().required(REQUIRED),
    /** Volume that it filled once rammed: teaches the heap's rammed density. */
    rammed_l: moreThanNothing('L', 1000).optional()
  }).required(REQUIRED),
  returned: shape({
    ...head('returned'),
    /** Left out: all that was out, less what is usually spilled. */
    kg: kg().optional(),
    /** Nothing more will come back of what is out. */
    rest_lost: yesNo().optional()
  }).required(REQUIRED),
  poured: shape({
    ...head('poured'),
    /** Left out: worked out from the metal. */
    burnt_kg: kgOrNone()
      .optional()
      .test('either', 'give either the burnt sand or the metal poured', (burnt, { parent }) => {
        return burnt !== undefined || parent.metal_kg !== undefined;
      }),
    metal_kg: kg(500).optional(),
    water_driven_off_kg: kgOrNone(200).optional()
  }).required(REQUIRED),
  moved: shape({ ...head('moved'), container: container().required(REQUIRED) }).required(REQUIRED),
  /** Holds a learned figure at a value from here on, or, without one, starts learning it anew. */
  learning: shape({
    ...head('learning'),
    of: choice(LEARNED_FIGURES).required(REQUIRED),
    /** Drying as a factor, density in kg/L, spill in % of what was drawn, burning in kg of sand per kg of metal. */
    value: number()
      .typeError('must be a number')
      .optional()
      .test('range', function (value) {
        const range = LEARNED_RANGE[(this.parent as { of: LearnedFigure }).of];
        if (value === undefined || !range || (value >= range.min && value <= range.max)) return true;
        return this.createError({ message: `must be ${range.min} to ${range.max} ${range.unit}`.trim() });
      })
  }).required(REQUIRED),
  noted: shape({
    ...head('noted'),
    note: text(2000).trim('must not start or end with a space').min(1, 'needs some words').required(REQUIRED)
  }).required(REQUIRED)
} as const;

export type EntryKind = keyof typeof entries;
export const ENTRY_KINDS = Object.keys(entries) as EntryKind[];
export type NewEntry = { [K in EntryKind]: InferType<(typeof entries)[K]> }[EntryKind];
