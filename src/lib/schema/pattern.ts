import type { Answered } from './answered';
import { array, number, tuple, type InferType } from 'yup';
import { MESH_UNIT_NAMES, type MeshFormat, type MeshUnit } from '$core/pattern/file/format';
import { SOLID_SHAPES, SOLID_SIZES, solidsVolume, type Solid } from '$core/pattern/solids';
import { ALLOY_NAMES, type Alloy } from '$core/reference/alloys';
import { COAT_KINDS, PATTERN_MATERIAL_NAMES } from '$core/reference/pattern';
import type { DraftClass } from '$core/pattern/draw/draft';
import type { Remedy } from '$core/reference/pattern';
import {
  REQUIRED,
  between,
  choice,
  id,
  isoTime,
  kg,
  moreThanNothing,
  pastTime,
  shape,
  text,
  whole,
  yesNo
} from './fields';
import { versionSeen, type Change } from './version';

/** How a pattern is made to leave its mold. */
const PATTERN_KINDS = ['loose', 'split', 'flat-back', 'plate', 'one-off'] as const;
export type PatternKind = (typeof PATTERN_KINDS)[number];

/** What its volume is known by. */
const PATTERN_KNOWN_BY = ['mesh', 'solids', 'displacement', 'mass', 'box'] as const;
export type PatternKnownBy = (typeof PATTERN_KNOWN_BY)[number];

const mm = (most = 2000) => moreThanNothing('mm', most);
const name = () => text(60).trim('must not start or end with a space').min(1, 'needs a name');

/** A simple solid as it is given: the sizes that its shape asks for, mm. */
export const solid = () =>
  shape({
    shape: choice(SOLID_SHAPES).required(REQUIRED),
    length_mm: mm().optional(),
    width_mm: mm().optional(),
    height_mm: mm().optional(),
    diameter_mm: mm().optional(),
    inner_mm: mm().optional(),
    top_mm: between('mm', 0, 2000).optional(),
    count: whole(1, 500).optional(),
    hole: yesNo().optional()
  })
    .required(REQUIRED)
    .test('sizes', function (given) {
      // Whoever leaves the solid itself out, where they may, comes here with nothing.
      if ((given as typeof given | undefined) === undefined) return true;
      const lacking = SOLID_SIZES[given.shape].find((size) => given[`${size}_mm`] === undefined);
      if (lacking) return this.createError({ path: `${this.path}.${lacking}_mm`, message: REQUIRED });
      if (given.shape === 'ring' && !(given.inner_mm! < given.diameter_mm!))
        return this.createError({ path: `${this.path}.inner_mm`, message: 'must be less than its diameter' });
      return true;
    });

export type GivenSolid = InferType<ReturnType<typeof solid>>;

/** The same in the core's metres. */
export function solidOf({ shape: of, count, hole, ...sizes }: GivenSolid): Solid {
  const metres = Object.fromEntries(
    Object.entries(sizes).flatMap(([key, value]) =>
      value === undefined ? [] : [[key.replace(/_mm$/, '_m'), value / 1000]]
    )
  );
  // Which sizes a shape has was checked by its schema.
  return {
    shape: of,
    ...(count !== undefined && { count }),
    ...(hole !== undefined && { hole }),
    ...metres
  } as Solid;
}

const coat = () =>
  shape({
    what: choice(COAT_KINDS).required(REQUIRED),
    /** Grit that it is sanded with once it is dry. */
    grit: whole(40, 3000).optional(),
    at: pastTime().required(REQUIRED),
    dry_h: between('h', 0, 2000).required(REQUIRED)
  }).required(REQUIRED);
export const newCoat = coat();
export type Coat = InferType<typeof newCoat>;
/** Which coat: the one that was put on then. */
export const coatAt = shape({ at: isoTime().required(REQUIRED) }).required(REQUIRED);

const finite = () => number().typeError('must be a number').required(REQUIRED);

/** Which way it is drawn, and where it parts. */
const draw = () =>
  shape({
    way: tuple([finite(), finite(), finite()]).typeError('must be three numbers').required(REQUIRED),
    /** Along the way, from the mesh's origin. */
    parting_mm: between('mm', -100_000, 100_000).required(REQUIRED),
    stepped: yesNo().required(REQUIRED)
  });
export type PatternDraw = NonNullable<InferType<ReturnType<typeof draw>>>;

const point = () => tuple([finite(), finite()]).typeError('must be two numbers').required(REQUIRED);

const fields = {
  kind: choice(PATTERN_KINDS).optional(),
  material: choice(PATTERN_MATERIAL_NAMES).nullable().optional(),
  known_by: choice(PATTERN_KNOWN_BY).optional(),
  /** Its outside as it lies in the mold. */
  length_mm: mm(),
  width_mm: mm(),
  height_mm: mm(1000),
  /** How much of its height lies in the cope; left out, half of a split one and none of another. */
  above_mm: between('mm', 0, 1000).optional(),
  /** Of the pattern; known by its displacement. */
  volume_l: moreThanNothing('L', 500).nullable().optional(),
  pattern_kg: kg(500).nullable().optional(),
  solids: array(solid()).typeError('must be a list').max(40, 'holds at most 40').nullable().optional(),
  mesh_id: id().nullable().optional(),
  draw: draw().nullable().optional(),
  /** Corners of its outline on the parting, about its middle, in order; left out, its box. */
  footprint_mm: array(point()).typeError('must be a list').max(64, 'holds at most 64').nullable().optional(),
  metal: choice(ALLOY_NAMES).nullable().optional(),
  /** How many of it there are. */
  made: whole(1, 500).optional(),
  wear: text(2000).nullable().optional(),
  coats: array(coat()).typeError('must be a list').max(40, 'holds at most 40').optional(),
  fillet_mm: between('mm', 0, 100).nullable().optional(),
  pins: whole(0, 50).nullable().optional(),
  /** Points to carry over to the other half of a split pattern. */
  carry_over: array(text(200).required(REQUIRED))
    .typeError('must be a list')
    .max(40, 'holds at most 40')
    .optional(),
  note: text(2000).nullable().optional()
};

/** What must be there for the volume to be known as it is said to be. */
export function knownBy(pattern: {
  known_by?: PatternKnownBy | undefined;
  mesh_id?: number | null | undefined;
  solids?: GivenSolid[] | null | undefined;
  volume_l?: number | null | undefined;
  pattern_kg?: number | null | undefined;
  material?: string | null | undefined;
}): { path: string; message: string } | null {
  switch (pattern.known_by) {
    case 'mesh':
      return pattern.mesh_id == null ? { path: 'mesh_id', message: REQUIRED } : null;
    case 'displacement':
      return pattern.volume_l == null ? { path: 'volume_l', message: REQUIRED } : null;
    case 'mass':
      if (pattern.pattern_kg == null) return { path: 'pattern_kg', message: REQUIRED };
      return pattern.material == null ? { path: 'material', message: REQUIRED } : null;
    case 'solids':
      if (!pattern.solids?.length) return { path: 'solids', message: 'needs at least one solid' };
      try {
        solidsVolume(pattern.solids.map(solidOf));
        return null;
      } catch (thrown) {
        return { path: 'solids', message: (thrown as Error).message };
      }
    default:
      return null;
  }
}

export const newPattern = shape({
  ...fields,
  name: name().required(REQUIRED),
  length_mm: fields.length_mm.required(REQUIRED),
  width_mm: fields.width_mm.required(REQUIRED),
  height_mm: fields.height_mm.required(REQUIRED)
})
  .required(REQUIRED)
  .test('known', function (pattern) {
    const wrong = pattern && knownBy(pattern);
    return wrong ? this.createError(wrong) : true;
  })
  .test('above', function (pattern) {
    if (pattern?.above_mm === undefined || pattern.above_mm <= pattern.height_mm) return true;
    return this.createError({ path: 'above_mm', message: 'must not be more than its height' });
  });

export const patternChange = shape({
  ...fields,
  name: name().optional(),
  length_mm: fields.length_mm.optional(),
  width_mm: fields.width_mm.optional(),
  height_mm: fields.height_mm.optional(),
  version: versionSeen()
}).required(REQUIRED);

export type NewPattern = InferType<typeof newPattern>;
/** A pattern that somebody owns, as it is given out. */
export type PatternRecord = Answered<
  NewPattern,
  'kind' | 'known_by' | 'above_mm' | 'made' | 'coats' | 'carry_over'
> & {
  /** Of its photo; null where it has none. */
  photo_hash: string | null;
};
export type PatternChange = Change<InferType<typeof patternChange>>;

/** How a mesh file is uploaded. */
export const meshQuery = shape({
  /** What its numbers are in; left out, what the file says or a guess. */
  unit: choice(MESH_UNIT_NAMES).optional(),
  name: text(200).optional()
});

/** A way to draw a mesh, as it is given out. */
export interface PullAnswer {
  way: [number, number, number];
  parting_mm: number;
  /** Held back by a flat parting, and by any. */
  flat_undercut_cm2: number;
  undercut_cm2: number;
  no_draft_cm2: number;
  cope_mm: number;
  drag_mm: number;
}

/** One thing that was found in a mesh, with what can be done about it. */
export interface FindingAnswer {
  is: string;
  area_cm2?: number;
  share?: number;
  thickness_mm?: number;
  edges?: number;
  at_mm?: [number, number, number];
  remedies: { do: Remedy; name: string; costs: string }[];
}

/** What was worked out of a mesh, as it is kept and given out. */
export interface MeshAnswer {
  triangles: number;
  volume_cm3: number;
  area_cm2: number;
  box_mm: [number, number, number];
  watertight: boolean;
  open_edges: number;
  turned_edges: number;
  crowded_edges: number;
  repairs: { dropped: number; turned: number; filled: number; joined: boolean; united?: number };
  wall_mm: {
    usual: number | null;
    thinnest: { at_mm: [number, number, number]; thickness_mm: number }[];
    /** Of two sides that run along one another; not in meshes that were read before it was told from an edge. */
    wall?: number | null;
    edge?: { thickness_mm: number; share: number } | null;
  };
  pulls: PullAnswer[];
  drawing: {
    way: [number, number, number];
    parting_mm: number;
    cope_mm: number;
    drag_mm: number;
    projected_cm2: number;
    cope_share: number;
    /** Walls by whole degrees of draft, from 0 up; the last is all that lean further. */
    degrees_cm2: number[];
    area_cm2: Record<DraftClass, number>;
  };
  /** For the usual alloy. */
  metal: Alloy;
  findings: FindingAnswer[];
}

/** A mesh that was uploaded, and what was worked out of it. */
export interface MeshRecord {
  id: number;
  file_hash: string;
  name: string | null;
  format: MeshFormat;
  unit: MeshUnit;
  unit_stated: boolean;
  bytes: number;
  analysis: MeshAnswer;
  created_at: string;
}
