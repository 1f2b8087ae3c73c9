import { NO_EFFECT, entryKind } from '../state/kind';

/** A note; it changes nothing. */
export interface Noted {
  kind: 'noted';
}

export const noted = entryKind({
  kind: 'noted',
  name: 'note',
  title: 'A note',
  fields: {},
  read: (): Noted => ({ kind: 'noted' }),
  show: () => ({}),
  words: ({ note }) => ({ what: typeof note === 'string' && note !== '' ? note : 'note', amount: '' }),
  effect: () => NO_EFFECT
});
