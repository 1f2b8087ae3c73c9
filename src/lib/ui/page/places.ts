import {
  Archive,
  CalendarClock,
  Grab,
  Box,
  Flame,
  PackageOpen,
  BookOpen,
  Frame,
  Hammer,
  Layers,
  NotebookText,
  Package,
  RefreshCw,
  Shovel,
  Waves
} from '@lucide/svelte';

/** A place of the interface; a stage of the wheel has its number. It shows only once it works. */
export interface Place {
  href: string;
  name: string;
  icon: typeof Hammer;
  stage: number | null;
  /** Places that lie together, in the order of the rail. */
  group: 'bench' | 'wheel' | 'shelves' | 'books';
}

export const PLACES: readonly Place[] = [
  { href: '/', name: 'Bench', icon: Hammer, stage: null, group: 'bench' },
  { href: '/mix', name: 'Mix', icon: Shovel, stage: 1, group: 'wheel' },
  { href: '/temper', name: 'Temper', icon: Waves, stage: 2, group: 'wheel' },
  { href: '/mold', name: 'Mold', icon: Layers, stage: 3, group: 'wheel' },
  { href: '/pour', name: 'Pour', icon: Flame, stage: 4, group: 'wheel' },
  { href: '/shake-out', name: 'Shake out', icon: PackageOpen, stage: 5, group: 'wheel' },
  { href: '/recondition', name: 'Recondition', icon: RefreshCw, stage: 6, group: 'wheel' },
  { href: '/patterns', name: 'Patterns', icon: Box, stage: null, group: 'shelves' },
  { href: '/flasks', name: 'Flasks', icon: Frame, stage: null, group: 'shelves' },
  { href: '/stock', name: 'Stock', icon: Package, stage: null, group: 'shelves' },
  { href: '/journal', name: 'Journal', icon: NotebookText, stage: null, group: 'books' },
  { href: '/plan', name: 'Plan', icon: CalendarClock, stage: null, group: 'books' },
  { href: '/trainer', name: 'Trainer', icon: Grab, stage: null, group: 'books' },
  { href: '/handbook', name: 'Handbook', icon: BookOpen, stage: null, group: 'books' },
  { href: '/records', name: 'Records', icon: Archive, stage: null, group: 'books' }
];

/** Pages that lie under another address than their place. */
const UNDER: readonly (readonly [RegExp, string])[] = [
  [/^\/heaps\/\d+\/mix/, '/mix'],
  [/^\/heaps\/\d+\/(renew|recondition)/, '/recondition'],
  [/^\/heaps\/(\d+|compare)/, '/temper'],
  [/^\/hands/, '/temper'],
  [/^\/(sessions|year)/, '/journal'],
  [/^\/trials/, '/plan'],
  [/^\/alloys/, '/stock']
];

/** Which place a page belongs to. */
export function placeOf(pathname: string): string {
  const under = UNDER.find(([pattern]) => pattern.test(pathname))?.[1];
  return under ?? PLACES.find(({ href }) => href !== '/' && pathname.startsWith(href))?.href ?? '/';
}

/** What lies in the bar under the thumb: the Bench and the stages that one has from the first day on, each at its place for good. */
export const WITHIN_REACH: readonly Place[] = PLACES.slice(0, 4);

/** Which chapter of the handbook the figures of a place are of; null where it has none. */
export function chapterOfPlace(place: string): string | null {
  const stage = PLACES.find(({ href, group }) => href === place && group === 'wheel');
  if (stage) return stage.href.slice(1);
  return (
    { '/': 'temper', '/patterns': 'mold', '/flasks': 'mold', '/stock': 'mix', '/plan': 'recondition' }[
      place
    ] ?? null
  );
}
