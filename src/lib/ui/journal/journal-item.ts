import type { LedgerRow } from '$lib/ui/entry/entry-words';

export interface CastingShown {
  id: number;
  session_id: number;
  pattern_id: number;
  pattern: string;
  session: string | null;
  metal: string | null;
  result: string;
  kg: number | null;
  defects: readonly { defect: string }[];
  note: string | null;
  photo_hash: string | null;
}

/** One thing that happened, as the pages have it. */
export type JournalItem = { at: string } & (
  | { kind: 'entry' | 'test' | 'note'; entry: LedgerRow }
  | {
      kind: 'session';
      session: {
        id: number;
        name: string | null;
        stage: string;
        molds: number;
        castings: number;
        scrap: number;
        lessons: string | null;
      };
    }
  | { kind: 'casting'; casting: CastingShown }
  | {
      kind: 'pattern';
      pattern: {
        id: number;
        name: string;
        wear: string | null;
        note: string | null;
        photo_hash: string | null;
      };
    }
);

/** The record that an item is of. */
export function recordOf(item: JournalItem): { id: number | string } {
  switch (item.kind) {
    case 'session':
      return item.session;
    case 'casting':
      return item.casting;
    case 'pattern':
      return item.pattern;
    default:
      return item.entry;
  }
}
