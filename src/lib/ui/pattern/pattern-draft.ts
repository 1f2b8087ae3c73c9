import { patternVolume } from '$core/pattern/volume';
import { SOLID_SIZES, type SolidShape } from '$core/pattern/solids';
import { editableLength, editableMass } from '$core/quantity/display';
import type { UnitSystem } from '$core/quantity/unit';
import type { PatternMaterial } from '$core/reference/pattern';
import {
  solidOf,
  type GivenSolid,
  type PatternDraw,
  type PatternKind,
  type PatternKnownBy,
  type PatternRecord
} from '$lib/schema/pattern';
import { present } from '$lib/ui/field/record-form.svelte';

/** What was typed, and what it means in SI. */
export interface Typed {
  text: string;
  si: number | undefined;
}

export interface SolidDraft {
  shape: SolidShape;
  sizes: Record<string, Typed>;
  count: Typed;
  hole: boolean;
}

/** A pattern as its form holds it. */
export interface PatternDraft {
  name: string;
  kind: PatternKind | null;
  known_by: PatternKnownBy | null;
  material: string;
  metal: string;
  length: Typed;
  width: Typed;
  height: Typed;
  above: Typed;
  displaced: Typed;
  mass: Typed;
  solids: SolidDraft[];
  mesh_id: number | null;
  mesh_cm3: number | null;
  mesh_name: string | null;
  draw: PatternDraw | null;
  footprint_mm: [number, number][] | null;
  made: Typed;
  fillet: Typed;
  pins: Typed;
  carry_over: string;
  wear: string;
  note: string;
}

const none: Typed = { text: '', si: undefined };

export function solidDraft(shape: SolidShape): SolidDraft {
  return {
    shape,
    sizes: Object.fromEntries(SOLID_SIZES[shape].map((size) => [size, { ...none }])),
    count: { text: '1', si: 1 },
    hole: false
  };
}

export function draftOf(
  old: PatternRecord | null,
  system: UnitSystem,
  given: Record<string, string> = {}
): PatternDraft {
  const length = (mm: number | null | undefined): Typed =>
    mm == null ? { ...none } : { text: editableLength(mm / 1000, system), si: mm / 1000 };
  const count = (value: number | null | undefined): Typed =>
    value == null ? { ...none } : { text: String(value), si: value };
  return {
    name: old?.name ?? given.name ?? '',
    kind: old?.kind ?? 'loose',
    known_by: old?.known_by ?? 'mesh',
    material: old?.material ?? '',
    metal: old?.metal ?? 'aluminium',
    length: length(old?.length_mm),
    width: length(old?.width_mm),
    height: length(old?.height_mm),
    above: length(old?.above_mm),
    displaced:
      old?.known_by === 'displacement' && old.volume_l !== null
        ? { text: `${Number((old.volume_l * 1000).toPrecision(6))} ml`, si: old.volume_l / 1000 }
        : { ...none },
    mass:
      old?.pattern_kg == null
        ? { ...none }
        : { text: editableMass(old.pattern_kg, 'small', system), si: old.pattern_kg },
    solids: (old?.solids ?? []).map((solid) => ({
      shape: solid.shape,
      sizes: Object.fromEntries(SOLID_SIZES[solid.shape].map((size) => [size, length(solid[`${size}_mm`])])),
      count: count(solid.count ?? 1),
      hole: solid.hole ?? false
    })),
    mesh_id: old?.mesh_id ?? null,
    mesh_cm3: old?.known_by === 'mesh' && old.volume_l !== null ? old.volume_l * 1000 : null,
    mesh_name: null,
    draw: old?.draw ?? null,
    footprint_mm: old?.footprint_mm ?? null,
    made: count(old?.made ?? 1),
    fillet: length(old?.fillet_mm),
    pins: count(old?.pins),
    carry_over: (old?.carry_over ?? []).join('\n'),
    wear: old?.wear ?? '',
    note: old?.note ?? ''
  };
}

const mm = (m: number | undefined) => (m === undefined ? undefined : Number((m * 1000).toPrecision(9)));

function givenSolid({ shape, sizes, count, hole }: SolidDraft): GivenSolid {
  return present({
    shape,
    ...Object.fromEntries(SOLID_SIZES[shape].map((size) => [`${size}_mm`, mm(sizes[size]?.si)])),
    count: count.si,
    hole: hole || undefined
  }) as GivenSolid;
}

/** Volume of the pattern as it is known now, m³; null while it is not. */
export function volumeOf(draft: PatternDraft): number | null {
  return patternVolume({
    known_by: draft.known_by ?? 'box',
    mesh_m3: draft.mesh_cm3 === null ? null : draft.mesh_cm3 / 1e6,
    solids: draft.solids.some(({ shape, sizes }) =>
      SOLID_SIZES[shape].some((size) => sizes[size]?.si === undefined)
    )
      ? null
      : draft.solids.map((solid) => solidOf(givenSolid(solid))),
    displaced_m3: draft.displaced.si ?? null,
    kg: draft.mass.si ?? null,
    // What a list offers was held against it.
    material: (draft.material || null) as PatternMaterial | null
  });
}

/**
 * The record that a draft stands for.
 *
 * @param amends of a pattern that is there: what was emptied goes
 */
export function bodyOf(draft: PatternDraft, version?: number) {
  const amends = version !== undefined;
  const emptied = amends ? null : undefined;
  const words = (text: string) => (text.trim() === '' ? emptied : text.trim());
  const known_by = draft.known_by ?? 'box';
  return present({
    name: draft.name.trim(),
    kind: draft.kind ?? undefined,
    known_by,
    material: draft.material === '' ? emptied : draft.material,
    metal: draft.metal === '' ? emptied : draft.metal,
    length_mm: mm(draft.length.si),
    width_mm: mm(draft.width.si),
    height_mm: mm(draft.height.si),
    above_mm: mm(draft.above.si),
    volume_l: known_by === 'displacement' ? mm(draft.displaced.si) : emptied,
    pattern_kg: draft.mass.text.trim() === '' ? emptied : draft.mass.si,
    solids: known_by === 'solids' ? draft.solids.map(givenSolid) : emptied,
    mesh_id: known_by === 'mesh' ? (draft.mesh_id ?? emptied) : emptied,
    draw: known_by === 'mesh' ? (draft.draw ?? emptied) : emptied,
    footprint_mm: known_by === 'mesh' ? (draft.footprint_mm ?? emptied) : emptied,
    made: draft.made.si,
    fillet_mm: draft.fillet.text.trim() === '' ? emptied : mm(draft.fillet.si),
    pins: draft.kind === 'split' && draft.pins.text.trim() !== '' ? draft.pins.si : emptied,
    carry_over:
      draft.kind === 'split'
        ? draft.carry_over
            .split('\n')
            .map((line) => line.trim())
            .filter(Boolean)
        : amends
          ? []
          : undefined,
    wear: words(draft.wear),
    note: words(draft.note),
    version
  });
}
