import type { InferType } from 'yup';
import type { Flask } from '$core/mold/flask';
import { WALL_HOLD } from '$core/reference/mold';
import type { Answered } from './answered';
import { REQUIRED, choice, kgOrNone, moreThanNothing, shape, text, yesNo } from './fields';
import { versionSeen, type Change } from './version';

export const FLASK_SHAPES = ['rectangular', 'round'] as const;
/** What the wall gives the sand to hold on to. */
const FLASK_WALLS = Object.keys(WALL_HOLD) as (keyof typeof WALL_HOLD)[];

const FLASK_MATERIALS = ['wood', 'steel', 'aluminium', 'other'] as const;
/** Which half the pins stand in; practice differs, so it is recorded and not asked for. */
const FLASK_PINS = ['drag', 'cope', 'none'] as const;
/** What holds the halves together while it is poured. */
const FLASK_CLOSINGS = ['clamps', 'latches', 'weights'] as const;

const side = (most = 3000) => moreThanNothing('mm', most);
const name = () => text(60).trim('must not start or end with a space').min(1, 'needs a name');

const sides = {
  shape: choice(FLASK_SHAPES).optional(),
  /** Inside; of a round one its diameter. */
  length_mm: side(),
  /** Inside; of a round one not asked. */
  width_mm: side().optional(),
  cope_mm: side(1000),
  drag_mm: side(1000)
};

const rest = {
  wall: choice(FLASK_WALLS).optional(),
  /** How thick the wall is. */
  wall_mm: side(200).nullable().optional(),
  material: choice(FLASK_MATERIALS).nullable().optional(),
  pins: choice(FLASK_PINS).nullable().optional(),
  closing: choice(FLASK_CLOSINGS).nullable().optional(),
  /** It has bars across the cope. */
  bars: yesNo().optional(),
  /** Empty weights of its halves. */
  cope_kg: kgOrNone(200).nullable().optional(),
  drag_kg: kgOrNone(200).nullable().optional(),
  note: text(2000).nullable().optional()
};

export const newFlask = shape({
  name: name().required(REQUIRED),
  ...sides,
  length_mm: sides.length_mm.required(REQUIRED),
  cope_mm: sides.cope_mm.required(REQUIRED),
  drag_mm: sides.drag_mm.required(REQUIRED),
  ...rest
})
  .required(REQUIRED)
  .test('width', function (flask) {
    if (flask.shape === 'round' || flask.width_mm !== undefined) return true;
    return this.createError({ path: 'width_mm', message: REQUIRED });
  });

export const flaskChange = shape({
  name: name().optional(),
  ...sides,
  ...rest,
  version: versionSeen()
}).required(REQUIRED);

export type NewFlask = InferType<typeof newFlask>;
/** A flask that somebody owns, as it is given out. */
export type FlaskRecord = Answered<NewFlask, 'shape' | 'width_mm' | 'wall' | 'bars'>;

/** The same in the core's metres. */
export const flaskOf = ({
  shape,
  length_mm,
  width_mm,
  cope_mm,
  drag_mm
}: Pick<FlaskRecord, 'shape' | 'length_mm' | 'width_mm' | 'cope_mm' | 'drag_mm'>): Flask => ({
  shape,
  length_m: length_mm / 1000,
  width_m: width_mm / 1000,
  cope_m: cope_mm / 1000,
  drag_m: drag_mm / 1000
});

export type FlaskChange = Change<InferType<typeof flaskChange>>;
