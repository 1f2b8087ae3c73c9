import { Archive, BookOpen, Hammer, Package, Shovel, Waves } from '@lucide/svelte';

/** The places of the interface in the order of work; a stage has its number. */
export const PLACES = [
  { href: '/', name: 'Bench', icon: Hammer, stage: null },
  { href: '/mix', name: 'Mix', icon: Shovel, stage: 1 },
  { href: '/temper', name: 'Temper', icon: Waves, stage: 2 },
  { href: '/stock', name: 'Stock', icon: Package, stage: null },
  { href: '/handbook', name: 'Handbook', icon: BookOpen, stage: null },
  { href: '/records', name: 'Records', icon: Archive, stage: null }
] as const;

/** Which place a page belongs to. */
export function placeOf(pathname: string): string {
  if (/^\/heaps\/\d+\/mix/.test(pathname) || pathname === '/mix') return '/mix';
  if (/^\/heaps\/(\d+|compare)/.test(pathname) || pathname === '/hands') return '/temper';
  return PLACES.find(({ href }) => href !== '/' && pathname.startsWith(href))?.href ?? '/';
}
