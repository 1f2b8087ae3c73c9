import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { late } from './in-time';

const print = vi.spyOn(console, 'log');
beforeEach(() => void print.mockImplementation(() => undefined));
afterEach(() => void print.mockReset());

it('by itself, what takes a millisecond too long is late', () => {
  expect([1999, 2000, 2001].map((ms) => late('a mix', ms, 2000, false))).toEqual([false, false, true]);
  expect(print).not.toHaveBeenCalled();
});

it('in short, what is slow is printed, and what takes ten times as long is late', () => {
  expect([2000, 2001, 20_000, 20_001].map((ms) => late('a mix', ms, 2000, true))).toEqual([
    false,
    false,
    false,
    true
  ]);
  expect(print.mock.calls).toEqual([['slow: a mix: 2001 ms of 2000'], ['slow: a mix: 20000 ms of 2000']]);
});
