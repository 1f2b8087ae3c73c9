import type { EntryKind } from '$lib/schema/entry';

/** What every kind of entry is held to: no page waits for it, and the frame has it at hand soon after (see `Late`). */
export const entrySchemas = () => import('$lib/schema/entry').then(({ entries }) => entries);

/** The schema of one kind, for a form that asks for it once it is sent. */
export const entrySchema = (kind: EntryKind) => () => entrySchemas().then((all) => all[kind]);
