import type { Container } from '../state/container';
import { COVER_NAMES } from '../state/drying';
import { entryKind } from '../state/kind';
import { PLACE_NAMES } from '../state/place';

/** The heap stands elsewhere, or under another cover. */
export interface MovedHeap {
  kind: 'moved';
  container: Container;
}

export const moved = entryKind({
  kind: 'moved',
  name: 'moved or covered',
  title: 'Moved or covered',
  fields: { container: { type: 'container', label: 'How does it stand now?' } },
  read: ({ container }): MovedHeap => ({ kind: 'moved', container }),
  show: ({ container }: MovedHeap) => ({ container }),
  words: ({ container }) => ({ what: `moved: ${containerWords(container as Container)}`, amount: '' }),
  effect: ({ container }: MovedHeap) => ({ moves: [], container })
});

/** Where a heap stands, in a few words. */
export function containerWords({ cover, place = 'shed' }: Pick<Container, 'cover' | 'place'>): string {
  return place === 'shed' ? COVER_NAMES[cover] : `${COVER_NAMES[cover]}, ${PLACE_NAMES[place]}`;
}
