import type { InferType } from 'yup';
import { MATERIAL_KINDS } from '$core/reference/ingredients';
import {
  MOST_KG,
  REQUIRED,
  WETTEST_STOCK,
  between,
  choice,
  id,
  kg,
  kgOrNone,
  pastTime,
  percent,
  shape,
  somePercent,
  text
} from './fields';
import { versionSeen, type Change } from './version';

export const newMaterial = shape({
  kind: choice(MATERIAL_KINDS).required(REQUIRED),
  name: text(60).trim('must not start or end with a space').min(1, 'needs a name').optional(),
  note: text(2000).optional()
}).required(REQUIRED);

export const materialChange = shape({
  name: text(60).trim('must not start or end with a space').min(1, 'needs a name').optional(),
  note: text(2000).nullable().optional(),
  version: versionSeen()
}).required(REQUIRED);

const lot = {
  supplier: text(200).nullable().optional(),
  cost: between('', 0, 100_000).nullable().optional(),
  currency: text(3)
    .matches(/^[A-Z]{3}$/, 'must be a three-letter currency code such as EUR')
    .optional(),
  moisture_percent: percent(WETTEST_STOCK).nullable().optional(),
  active_percent: somePercent(100).nullable().optional(),
  fineness_number: between('', 5, 300).nullable().optional(),
  /** Share finer than 75 µm. */
  fines_percent: percent(60).nullable().optional(),
  /** It comes in whole bags of this much. */
  bag_kg: kg(MOST_KG).nullable().optional(),
  bought_at: pastTime().nullable().optional(),
  note: text(2000).nullable().optional()
};

export const newLot = shape({
  material_id: id().optional(),
  kind: choice(MATERIAL_KINDS).optional(),
  bought_kg: kg(5 * MOST_KG).required(REQUIRED),
  ...lot
})
  .required(REQUIRED)
  .test('material', function (value) {
    if (Boolean(value.material_id) !== Boolean(value.kind)) return true;
    return this.createError({ path: 'material_id', message: 'give either material_id or kind' });
  });

export const lotChange = shape({
  bought_kg: kg(5 * MOST_KG).optional(),
  /** Weighed again: what is really left. */
  on_hand_kg: kgOrNone(5 * MOST_KG).optional(),
  ...lot,
  version: versionSeen()
}).required(REQUIRED);

export type NewMaterial = InferType<typeof newMaterial>;
export type MaterialChange = Change<InferType<typeof materialChange>>;
export type NewLot = InferType<typeof newLot>;
export type LotChange = Change<InferType<typeof lotChange>>;
