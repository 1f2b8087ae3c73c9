import { nowMs } from '$core/time/now';
import { format } from 'date-fns';
import type { Container } from '$core/heap/state/container';
import type { FieldSpec } from '$core/heap/state/kind';
import { liquidKgPerL } from '$core/reference/ingredients';
import { KINDS, WRITTEN_KINDS, kindOf, type WrittenKind } from '$core/heap/kinds';
import type { UnitSystem } from '$core/quantity/unit';
import { containerBody, containerDraft, type ContainerDraft } from '$lib/ui/container/container-draft';
import type { LedgerRow } from '$lib/ui/entry/entry-words';
import { textFor } from './typed-text';

/** Entries that a form writes; a batch only as an amendment of one that was mixed. */
export const WRITABLE = WRITTEN_KINDS.flatMap((kind) => {
  const { title } = KINDS[kind];
  return title === null ? [] : [{ value: kind, name: title }];
});

export type WritableKind = WrittenKind;

/** An ingredient of a batch as the interface gives it. */
export interface AdditionRow {
  ingredient: string;
  kg: number;
  moisture_percent: number;
  active_percent: number;
  moisture_source: string;
  active_source: string;
  role: string;
  lot_id?: number;
}

/** An entry that is being amended. */
export interface Existing extends LedgerRow {
  typed: Record<string, string | string[] | undefined> | null;
}

/** A quantity while it is typed. */
export interface Quantity {
  text: string;
  si: number | undefined;
}

/** An entry while it is being written: its time and note, and each field of its kind by name. */
export interface EntryDraft {
  at: string;
  note: string;
  quantities: Record<string, Quantity>;
  answers: Record<string, 'yes' | 'no' | null>;
  choices: Record<string, string>;
  /** `lot:5`, or `kind:washed-silica` for what is not in stock. */
  what: string;
  container: ContainerDraft;
  additions: AdditionRow[];
  weighed: Quantity[];
}

const MINUTES = "yyyy-MM-dd'T'HH:mm";
const EMPTY: Quantity = { text: '', si: undefined };

/** The fields of a kind, in the order in which a form asks for them. */
export const fieldsOf = (kind: WritableKind): [string, FieldSpec][] => Object.entries(kindOf(kind).fields);

/** What is typed as a quantity, and how much of it is one in the record. */
const PER_SI: Partial<Record<FieldSpec['type'], number>> = { mass: 1, percent: 100, litres: 1000 };

/** The draft of a new entry, or of one that is being amended, as it was typed then. */
export function entryDraft(
  kind: WritableKind,
  old: Existing | null,
  system: UnitSystem,
  now = new Date(nowMs())
): EntryDraft {
  const typed = old?.typed ?? {};
  const additions = (old?.additions ?? []) as AdditionRow[];
  const draft: EntryDraft = {
    at: format(old ? new Date(old.at) : now, MINUTES),
    note: old?.note ?? '',
    quantities: {},
    answers: {},
    choices: {},
    what: old?.lot_id ? `lot:${String(old.lot_id)}` : `kind:${String(old?.ingredient ?? 'washed-silica')}`,
    container: containerDraft(old?.container as Container | undefined, system),
    additions,
    weighed: additions.map((each, i) => ({
      text: textFor(
        each.kg,
        (typed.additions as string[] | undefined)?.[i],
        system,
        liquidKgPerL(each.ingredient)
      ),
      si: each.kg
    }))
  };
  for (const [name, spec] of fieldsOf(kind)) {
    if (spec.type in PER_SI) draft.quantities[name] = quantityOf(name, spec, old, typed[name], system);
    if (spec.type === 'yes-no') draft.answers[name] = old?.[name] ? 'yes' : 'no';
    if (spec.type === 'choice') draft.choices[name] = String(old?.[name] ?? '');
  }
  return draft;
}

function quantityOf(
  name: string,
  spec: FieldSpec,
  old: Existing | null,
  typed: unknown,
  system: UnitSystem
): Quantity {
  const value = old?.[name];
  // What was worked out rather than said stays open, so that it is worked out again.
  const source = old?.[`${name.replace(/_(kg|percent|l)$/, '')}_source`] ?? old?.[`${name}_source`];
  if (value === undefined || value === null || source === 'learned' || source === 'handbook')
    return { ...EMPTY };
  const si = Number(value) / PER_SI[spec.type]!;
  if (spec.type === 'mass')
    return { text: textFor(si, typed, system, liquidKgPerL(String(old?.ingredient ?? old?.kind))), si };
  if (spec.type === 'litres') return { text: String(typed ?? `${String(value)} L`), si };
  return { text: String(value), si };
}

/**
 * The time that an entry is written for. The field shows minutes; left as it stood it means the very moment, seconds
 * included: an entry written just after a batch must count after it, and an amended one must keep its place.
 */
function momentOf(draft: EntryDraft, old: Existing | null, shown: string, now: Date): string {
  if (draft.at === shown) return old?.at ?? now.toISOString();
  return Number.isNaN(Date.parse(draft.at)) ? draft.at : new Date(draft.at).toISOString();
}

/** What a draft writes: the fields of its kind, what was typed beside them, and nothing that was left open. */
export function entryBody(
  kind: WritableKind,
  draft: EntryDraft,
  context: {
    old: Existing | null;
    /** The time that the field began with. */
    shown_at: string;
    zone: string;
    lots: readonly { id: number; kind: string }[];
    now?: Date;
  }
): Record<string, unknown> {
  const { old, shown_at, zone, lots, now = new Date(nowMs()) } = context;
  return defined({
    kind,
    at: momentOf(draft, old, shown_at, now),
    zone,
    note: draft.note.trim() === '' ? undefined : draft.note.trim(),
    version: old?.version,
    // What it belongs to stays as it was.
    session_id: old?.session_id ?? undefined,
    mold_id: old?.mold_id ?? undefined,
    member: old?.member ?? undefined,
    ...fieldsWritten(kind, draft, lots)
  });
}

function fieldsWritten(
  kind: WritableKind,
  draft: EntryDraft,
  lots: readonly { id: number; kind: string }[]
): Record<string, unknown> {
  const written: Record<string, unknown> = {};
  const typed: Record<string, unknown> = {};
  const value = (name: string) => valueIn(draft, name);
  for (const [name, spec] of fieldsOf(kind)) {
    if ('asked' in spec && spec.asked && !spec.asked({ ...NOTHING_KNOWN, value })) continue;
    switch (spec.type) {
      case 'mass':
      case 'litres':
      case 'percent': {
        const { text, si } = draft.quantities[name]!;
        // An emptied field is absent.
        if (text.trim() === '' && spec.optional) break;
        // As it stands: the schema refuses it, where leaving it out would take the default for what was typed.
        written[name] = si === undefined ? text : Number((si * PER_SI[spec.type]!).toPrecision(12));
        if (spec.type !== 'percent') typed[name] = text;
        break;
      }
      case 'yes-no':
        if (draft.answers[name] === 'yes' || !spec.optional) written[name] = draft.answers[name] === 'yes';
        break;
      case 'choice':
        if (draft.choices[name]) written[name] = draft.choices[name];
        break;
      case 'ingredient': {
        const lot = lots.find(({ id }) => `lot:${id}` === draft.what);
        written[name] = lot?.kind ?? draft.what.replace('kind:', '');
        written.lot_id = lot?.id;
        break;
      }
      case 'additions':
        typed.additions = draft.weighed.map(({ text }) => text);
        written[name] = draft.additions.map((each, i) => additionBody(each, draft.weighed[i]!));
        break;
      case 'container':
        written[name] = containerBody(draft.container);
        break;
      case 'lot':
      case 'learned-value':
        break;
    }
  }
  return { ...written, ...(Object.keys(typed).length > 0 && { typed }) };
}

const NOTHING_KNOWN = {
  density_kg_l: null,
  spill_percent: null,
  burn_kg_per_kg: null,
  mass: (kg: number) => `${kg} kg`
};

/** What was typed in a field so far, in SI; a yes is 1 and a no 0. */
export function valueIn(draft: EntryDraft, name: string): number | undefined {
  const answer = draft.answers[name];
  if (answer) return answer === 'yes' ? 1 : 0;
  const quantity = draft.quantities[name];
  return quantity && quantity.text.trim() !== '' ? quantity.si : undefined;
}

function additionBody(each: AdditionRow, { si }: Quantity): Record<string, unknown> {
  return defined({
    ingredient: each.ingredient,
    kg: si,
    lot_id: each.lot_id,
    // Lots may have been measured since: what was true when it was mixed stays true.
    ...(each.role !== 'water' && {
      moisture_percent: each.moisture_percent,
      active_percent: each.active_percent
    })
  });
}

function defined(fields: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined));
}
