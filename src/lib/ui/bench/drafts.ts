import { SIEVES, type Mesh } from '$core/bench/formula/sieve';
import type { Retained } from '$core/bench/formula/grading';
import { parseQuantity } from '$core/quantity/parse';
import type { Guide, GuideField } from '$core/bench/tests/bench-test';

/** A field as it is being filled in: what was typed, and what it means in SI. */
export interface Typed {
  text: string;
  si: number | undefined;
}

const empty = (): Typed => ({ text: '', si: undefined });
const round = (value: number) => Number(value.toPrecision(12));

/** One taking of a test that is a few figures. */
export type Attempt = Record<string, Typed>;

/** A fresh attempt: one's own rig as it was used last, or else the usual one, stands in already. */
export function freshAttempt(guide: Guide, last: Record<string, unknown> | null): Attempt {
  return Object.fromEntries(guide.fields.map((field) => [field.name, startOf(field, last)]));
}

function startOf(field: GuideField, last: Record<string, unknown> | null): Typed {
  if (field.usual === undefined) return empty();
  const own = last?.[field.name];
  const text = typeof own === 'number' ? `${own} ${field.unit ?? ''}`.trim() : field.usual;
  const reading = parseQuantity(text, field.dimension, '');
  return { text, si: reading.ok ? reading.si : undefined };
}

/** The readings of an attempt in the units of the record. */
export function attemptReadings(guide: Guide, attempt: Attempt): Record<string, number | undefined> {
  return Object.fromEntries(
    guide.fields.map(({ name, factor }) => {
      const { si, text } = attempt[name]!;
      // What cannot be read is refused as it stands; left out, it would be taken for not said.
      return [name, si !== undefined ? round(si * factor) : text.trim() === '' ? undefined : NaN];
    })
  );
}

/** A logged test as an attempt, to be mended. */
export function attemptOf(guide: Guide, record: Record<string, unknown>): Attempt {
  return Object.fromEntries(
    guide.fields.map((field) => {
      const value = Number(record[field.name]);
      return [field.name, { text: `${value} ${field.unit ?? ''}`.trim(), si: value / field.factor }];
    })
  );
}

/** Dye standards and the sample, while they are typed. */
export interface DyeDraft {
  standards: { active: Typed; ml: Typed }[];
  sample_ml: Typed;
}

/** Begins with the standards of last time: they are good for as long as the clay and the dye are the same. */
export function freshDye(last: Record<string, unknown> | null): DyeDraft {
  const known = (last?.standards ?? []) as { active_percent: number; ml: number }[];
  const standards = known.map(({ active_percent, ml }) => ({
    active: { text: String(active_percent), si: active_percent / 100 },
    ml: { text: String(ml), si: ml }
  }));
  return {
    standards: standards.length > 0 ? standards : [{ active: empty(), ml: empty() }],
    sample_ml: empty()
  };
}

/** A logged dye test, to be mended. */
export function dyeOf(record: Record<string, unknown>): DyeDraft {
  const ml = Number(record.ml);
  return { ...freshDye(record), sample_ml: { text: String(ml), si: ml } };
}

export function dyeReadings({ standards, sample_ml }: DyeDraft): Record<string, unknown> {
  return {
    standards: standards
      .filter(({ active, ml }) => active.si !== undefined || ml.si !== undefined)
      .map(({ active, ml }) => ({
        ...(active.si !== undefined && { active_percent: round(active.si * 100) }),
        ...(ml.si !== undefined && { ml: ml.si })
      })),
    ...(sample_ml.si !== undefined && { ml: sample_ml.si })
  };
}

/** What the sieves caught, while it is typed: the standard series by name, and household meshes. */
export interface SieveDraft {
  sample: Typed;
  caught: Record<string, Typed>;
  meshes: { wires: Typed; wire: Typed; caught: Typed }[];
}

/** Begins with one's own household meshes, measured once. */
export function freshSieve(last: Record<string, unknown> | null): SieveDraft {
  const meshes = ((last?.retained ?? []) as Retained[]).flatMap(({ mesh }) => (mesh ? [mesh] : []));
  return {
    sample: empty(),
    caught: Object.fromEntries(SIEVES.map(({ name }) => [name, empty()])),
    meshes: meshes.map(meshRow)
  };
}

/** A logged sieve test, to be mended. */
export function sieveOf(record: Record<string, unknown>): SieveDraft {
  const weight = (grams: number): Typed => ({ text: `${grams} g`, si: grams / 1000 });
  const draft = freshSieve(record);
  const retained = (record.retained ?? []) as Retained[];
  const ofMeshes = retained.filter(({ mesh }) => mesh);
  for (const { sieve, grams } of retained) if (sieve !== undefined) draft.caught[sieve] = weight(grams);
  draft.meshes.forEach((row, i) => (row.caught = weight(ofMeshes[i]!.grams)));
  if (typeof record.sample_g === 'number') draft.sample = weight(record.sample_g);
  return draft;
}

export function meshRow(mesh?: Mesh): SieveDraft['meshes'][number] {
  return {
    wires: mesh ? { text: String(mesh.wires_per_10_mm), si: mesh.wires_per_10_mm } : empty(),
    wire: mesh ? { text: `${mesh.wire_mm} mm`, si: mesh.wire_mm / 1000 } : empty(),
    caught: empty()
  };
}

/** A mesh that was measured whole; null while one of its two figures is missing. */
export function meshOf({ wires, wire }: SieveDraft['meshes'][number]): Mesh | null {
  if (wires.si === undefined || wire.si === undefined) return null;
  return { wires_per_10_mm: wires.si, wire_mm: round(wire.si * 1000) };
}

/** The lines of a sieve test as its form is drawn: each sieve and mesh in its order, what it caught left open. */
export function sieveLines({ meshes }: SieveDraft): Omit<Retained, 'grams'>[] {
  return [
    ...SIEVES.map(({ name }) => ({ sieve: name })),
    ...meshes.map((row) => ({ mesh: meshOf(row) ?? ({} as Mesh) }))
  ];
}

/** Sieves left empty are taken as not in the stack. */
export function sieveReadings({ sample, caught, meshes }: SieveDraft): {
  sample_g?: number;
  retained: Retained[];
} {
  const grams = (kg: number) => round(kg * 1000);
  const standard = SIEVES.flatMap(({ name }) => {
    const { si } = caught[name]!;
    return si === undefined ? [] : [{ sieve: name, grams: grams(si) }];
  });
  const household = meshes.flatMap((row) => {
    const mesh = meshOf(row);
    return mesh && row.caught.si !== undefined ? [{ mesh, grams: grams(row.caught.si) }] : [];
  });
  return {
    ...(sample.si !== undefined && { sample_g: grams(sample.si) }),
    retained: [...standard, ...household]
  };
}
