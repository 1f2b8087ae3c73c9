import type { EntryKind, FieldSpecs, Written } from '../state/kind';
import { added } from './added';
import { bought } from './bought';
import { discarded } from './discarded';
import { drawn } from './drawn';
import { dried } from './dried';
import { learning } from './learning';
import { mixed } from './mixed';
import { moved } from './moved';
import { noted } from './noted';
import { poured } from './poured';
import { returned } from './returned';
import { spilled } from './spilled';
import { tested } from './tested';
import { water } from './water';
import { weighed } from './weighed';

/** Every kind of entry, in the order in which forms offer them. A new kind is one file and a line here. */
export const KINDS = {
  mixed,
  water,
  added,
  bought,
  discarded,
  spilled,
  weighed,
  dried,
  drawn,
  returned,
  poured,
  moved,
  learning,
  tested,
  noted
} as const;

type Kinds = typeof KINDS;

export type EventKind = keyof Kinds;

/** What happened. Masses are as weighed, damp, in kg; fractions 0–1. */
export type Event = { [K in EventKind]: ReturnType<Kinds[K]['read']> }[EventKind];

/** A kind by its name, for whoever does not care which. */
// A kind reads and shows its own events alone: which one it is the key says.
export const kindOf = (kind: EventKind): EntryKind<Event, FieldSpecs> => KINDS[kind] as never;

/** Whether there is a kind of this name. */
export const isKind = (name: string): name is EventKind => Object.hasOwn(KINDS, name);

/** Kinds that are written as entries; a test is written as a test. */
export type WrittenKind = Exclude<EventKind, 'tested'>;
export const WRITTEN_KINDS = (Object.keys(KINDS) as EventKind[]).filter(
  (kind): kind is WrittenKind => kind !== 'tested'
);

/** The fields of a written entry of one kind. */
export type WrittenFields<K extends WrittenKind> = Written<Kinds[K]['fields']>;
