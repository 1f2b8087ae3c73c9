import { format } from 'date-fns';
import type { Container } from '$core/heap/entry';
import type { UnitSystem } from '$core/quantity/unit';
import { containerBody, containerDraft, type ContainerDraft } from '../heap/container-draft';
import type { LedgerRow } from './entry-words';
import { textFor } from './typed-text';

/** Entries that a form writes; a batch only as an amendment of one that was mixed. */
export const WRITABLE = [
  { value: 'water', name: 'Water went in' },
  { value: 'added', name: 'An ingredient went in' },
  { value: 'bought', name: 'Ready-mixed sand came' },
  { value: 'discarded', name: 'Sand thrown out' },
  { value: 'spilled', name: 'Sand spilled' },
  { value: 'dried', name: 'Spread and dried off' },
  { value: 'drawn', name: 'Drawn for a mold' },
  { value: 'returned', name: 'Came back from a mold' },
  { value: 'poured', name: 'Poured: some sand burnt' },
  { value: 'moved', name: 'Moved or covered' },
  { value: 'noted', name: 'A note' }
] as const;

export type WritableKind = (typeof WRITABLE)[number]['value'] | 'mixed';

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
interface Field {
  text: string;
  si: number | undefined;
}

/** An entry while it is being written. */
export interface EntryDraft {
  at: string;
  note: string;
  amount: Field;
  burnt: 'yes' | 'no' | null;
  burnt_kg: Field;
  metal_kg: Field;
  driven_off_kg: Field;
  rammed_l: Field;
  rest_lost: 'yes' | 'no' | null;
  moisture: Field;
  active: Field;
  /** `lot:5`, or `kind:washed-silica` for what is not in stock. */
  what: string;
  container: ContainerDraft;
  additions: AdditionRow[];
  weighed: Field[];
}

const MINUTES = "yyyy-MM-dd'T'HH:mm";

/** The draft of a new entry, or of one that is being amended, as it was typed then. */
export function entryDraft(old: Existing | null, system: UnitSystem, now = new Date()): EntryDraft {
  const typed = old?.typed ?? {};
  const mass = (value: unknown, text: unknown): Field =>
    value === undefined || value === null
      ? { text: '', si: undefined }
      : { text: textFor(Number(value), text, system), si: Number(value) };
  const percent = (value: unknown, source: unknown): Field =>
    value === undefined || source !== 'your entry'
      ? { text: '', si: undefined }
      : { text: String(value), si: Number(value) / 100 };
  const additions = (old?.additions ?? []) as AdditionRow[];
  return {
    at: format(old ? new Date(old.at) : now, MINUTES),
    note: old?.note ?? '',
    // What was worked out rather than weighed stays open, so that it is worked out again.
    amount: old?.kg_source === 'learned' ? mass(undefined, '') : mass(old?.kg, typed.kg),
    burnt: old?.burnt ? 'yes' : 'no',
    burnt_kg: old?.burnt_source === 'learned' ? mass(undefined, '') : mass(old?.burnt_kg, typed.burnt_kg),
    metal_kg: mass(old?.metal_kg, typed.metal_kg),
    driven_off_kg: mass(old?.water_driven_off_kg, typed.water_driven_off_kg),
    rammed_l:
      old?.rammed_l === undefined
        ? { text: '', si: undefined }
        : { text: String(typed.rammed_l ?? `${String(old.rammed_l)} L`), si: Number(old.rammed_l) / 1000 },
    rest_lost: old?.rest_lost ? 'yes' : 'no',
    moisture: percent(old?.moisture_percent, old?.moisture_source),
    active: percent(
      old?.active_clay_percent ?? old?.active_percent,
      old?.active_clay_source ?? old?.active_source
    ),
    what: old?.lot_id ? `lot:${String(old.lot_id)}` : `kind:${String(old?.ingredient ?? 'washed-silica')}`,
    container: containerDraft(old?.container as Container | undefined, system),
    additions,
    weighed: additions.map((each, i) => mass(each.kg, (typed.additions as string[] | undefined)?.[i]))
  };
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
  const { old, shown_at, zone, lots, now = new Date() } = context;
  const fields = fieldsOf(kind, draft, lots);
  return defined({
    kind,
    at: momentOf(draft, old, shown_at, now),
    zone,
    note: draft.note.trim() === '' ? undefined : draft.note.trim(),
    version: old?.version,
    ...fields
  });
}

function fieldsOf(
  kind: WritableKind,
  draft: EntryDraft,
  lots: readonly { id: number; kind: string }[]
): Record<string, unknown> {
  const { amount } = draft;
  const kg = { kg: amount.si, typed: { kg: amount.text } };
  const percent = ({ si }: Field) => (si === undefined ? undefined : Number((si * 100).toPrecision(12)));
  switch (kind) {
    case 'mixed':
      return {
        typed: { additions: draft.weighed.map(({ text }) => text) },
        additions: draft.additions.map((each, i) =>
          defined({
            ingredient: each.ingredient,
            kg: draft.weighed[i]!.si,
            lot_id: each.lot_id,
            // Lots may have been measured since: what was true when it was mixed stays true.
            ...(each.role !== 'water' && {
              moisture_percent: each.moisture_percent,
              active_percent: each.active_percent
            })
          })
        )
      };
    case 'added': {
      const lot = lots.find(({ id }) => `lot:${id}` === draft.what);
      return {
        ...kg,
        ingredient: lot?.kind ?? draft.what.replace('kind:', ''),
        lot_id: lot?.id,
        moisture_percent: percent(draft.moisture),
        active_percent: percent(draft.active)
      };
    }
    case 'bought':
      return {
        ...kg,
        moisture_percent: percent(draft.moisture),
        active_clay_percent: percent(draft.active)
      };
    case 'discarded':
      return { ...kg, burnt: draft.burnt === 'yes' };
    case 'drawn': {
      const litres =
        draft.rammed_l.si === undefined ? undefined : Number((draft.rammed_l.si * 1000).toPrecision(12));
      return {
        kg: amount.si,
        rammed_l: litres,
        typed: { kg: amount.text, ...(litres !== undefined && { rammed_l: draft.rammed_l.text }) }
      };
    }
    case 'returned':
      return amount.text.trim() === ''
        ? {}
        : { ...kg, ...(draft.rest_lost === 'yes' && { rest_lost: true }) };
    case 'poured':
      return {
        ...optionalMass('burnt_kg', draft.burnt_kg),
        ...optionalMass('metal_kg', draft.metal_kg),
        ...optionalMass('water_driven_off_kg', draft.driven_off_kg),
        typed: {
          ...optionalText('burnt_kg', draft.burnt_kg),
          ...optionalText('metal_kg', draft.metal_kg),
          ...optionalText('water_driven_off_kg', draft.driven_off_kg)
        }
      };
    case 'moved':
      return { container: containerBody(draft.container) };
    case 'noted':
      return {};
    default:
      return kg;
  }
}

/** An emptied field is absent; one that cannot be read is, too, and is refused with its own message. */
const optionalMass = (name: string, { text, si }: Field) => (text.trim() === '' ? {} : { [name]: si });
const optionalText = (name: string, { text }: Field) => (text.trim() === '' ? {} : { [name]: text });

function defined(fields: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined));
}
