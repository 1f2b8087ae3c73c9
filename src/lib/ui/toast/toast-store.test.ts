import { beforeEach, expect, it } from 'vitest';
import { makeRoom, toaster } from './toast-store';

const tell = (title: string, type?: 'error') => {
  makeRoom();
  toaster.create({ title, ...(type && { type }) });
};
const shown = () => toaster.getVisibleToasts().map(({ title }) => title);
beforeEach(() => void toaster.remove());

it('the newest note is seen at once, and the oldest makes room for it', () => {
  for (const title of ['first', 'second', 'third']) tell(title);
  expect(shown()).toEqual(['third', 'second', 'first']);
  tell('fourth');
  expect(shown()).toEqual(['fourth', 'third', 'second']);
});

it('trouble stays until there is nothing else to let go of', () => {
  tell('refused', 'error');
  for (const title of ['one', 'two', 'three']) tell(title);
  expect(shown()).toEqual(['three', 'two', 'refused']);
  for (const title of ['more', 'still more', 'most']) tell(title, 'error');
  expect(shown()).toEqual(['most', 'still more', 'more']);
});
