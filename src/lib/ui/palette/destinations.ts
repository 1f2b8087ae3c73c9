import { guided } from '$core/bench/bench-tests';
import { TESTS_OF_SAND } from '$core/bench/bench-tests';
import { TEST_NAMES } from '$core/heap/names';
import { PLACES } from '$lib/ui/page/places';
import type { NamedHeap } from './typed-entry';

/** Somewhere to go. */
export interface Destination {
  href: string;
  label: string;
  /** What it belongs to, beside it. */
  of: string;
}

const ACTIONS = [
  ['', 'Temper it: what it needs now'],
  ['/mix', 'Mix a batch'],
  ['/log', 'Write an entry'],
  ['/ledger', 'Ledger: search what happened'],
  ['/renew', 'Renew it from stock'],
  ['/drying', 'How it will dry'],
  ['/temper-curve', 'Temper curve'],
  ['/learned', 'What it has taught'],
  ['/what-if', 'What if: a change tried on paper'],
  ['/charts', 'Control charts'],
  ['/recondition', 'Recondition, step by step'],
  ['/test', 'All tests'],
  ['/settings', 'Windows and container']
] as const;

/** Every place, heap, action and test, by name. */
export function destinations(heaps: readonly NamedHeap[]): Destination[] {
  const tests = TESTS_OF_SAND.filter((kind) => kind === 'squeeze' || kind === 'moisture' || guided(kind));
  return [
    ...PLACES.map(({ href, name }) => ({ href, label: name, of: 'place' })),
    ...heaps.flatMap(({ id, name }) => [
      ...ACTIONS.map(([path, label]) => ({
        href: `/heaps/${id}${path}`,
        label: `${name}: ${label}`,
        of: 'heap'
      })),
      ...tests.map((kind) => ({
        href: `/heaps/${id}/test/${kind}`,
        label: `${name}: ${TEST_NAMES[kind]} test`,
        of: 'test'
      }))
    ]),
    { href: '/heaps/new', label: 'New heap', of: 'action' },
    { href: '/handbook#edges', label: 'Edges break out when I cut the mold', of: 'handbook' },
    { href: '/stock/new', label: 'Put something in stock', of: 'action' },
    { href: '/flasks#fit', label: 'Which flask takes it: fit, sand and weight', of: 'action' },
    { href: '/flasks/new', label: 'A flask for the rack', of: 'action' },
    { href: '/patterns/new', label: 'New pattern: from a mesh, solids or its sizes', of: 'action' },
    { href: '/mold#coming', label: 'Gating, sand and steps of the coming molds', of: 'action' },
    { href: '/pour#melt', label: 'Melt, furnace and checks before the pour', of: 'action' },
    { href: '/plan#calendar', label: 'Calendar: take the plan along, say when you are busy', of: 'action' },
    { href: '/trials', label: 'Ask your sand: try a change on paired molds', of: 'place' },
    { href: '/journal?view=wall', label: 'Wall of photos', of: 'place' },
    { href: '/year', label: 'The year: yield, defects, what differed', of: 'place' },
    { href: '/alloys', label: 'Alloys of your own', of: 'place' },
    { href: '/records#copies', label: 'Backup and copies', of: 'action' },
    { href: '/records#open', label: 'Export and import in open formats', of: 'action' },
    { href: '/records#phone', label: 'From the phone', of: 'action' },
    { href: '/records#devices', label: 'Scales, devices and scripts', of: 'action' },
    { href: '/trainer?training=mold', label: 'Trainer: molds and castings', of: 'place' },
    { href: '/trainer?training=word', label: 'Trainer: words of the craft', of: 'place' },
    { href: '/hands', label: 'Hands of the shed', of: 'place' },
    { href: '/heaps/compare', label: 'Two heaps side by side', of: 'place' }
  ];
}

/** Those in which every word of the line begins some word, the shortest first. */
export function found(all: readonly Destination[], line: string, most: number): Destination[] {
  const words = line.toLowerCase().split(/\s+/).filter(Boolean);
  const begins = ({ label }: Destination) => {
    const parts = label.toLowerCase().split(/[\s:,]+/);
    return words.every((word) => parts.some((part) => part.startsWith(word)));
  };
  return all
    .filter(begins)
    .sort((a, b) => (words.length === 0 ? 0 : a.label.length - b.label.length))
    .slice(0, most);
}

/** Where the handbook is asked for what is typed: the last way of all. */
export const lookedUp = (line: string): Destination => ({
  href: `/handbook?words=${encodeURIComponent(line.trim())}`,
  label: `Look up “${line.trim()}”`,
  of: 'handbook'
});
