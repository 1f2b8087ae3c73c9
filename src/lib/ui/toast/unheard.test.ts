import { expect, it } from 'vitest';
import { ApiProblem } from '../api-client';
import { showNotes } from './toaster';
import { showUnheard } from './unheard';

it('what the server refused is told where no form shows it; other faults stay faults', () => {
  const page = new EventTarget();
  const told: string[] = [];
  showNotes(({ title, type }) => void told.push(`${type}: ${title}`));
  const leave = showUnheard(page as unknown as Window);
  const rejected = (reason: unknown) => {
    const event = Object.assign(new Event('unhandledrejection', { cancelable: true }), { reason });
    page.dispatchEvent(event);
    return event.defaultPrevented;
  };
  expect(rejected(new ApiProblem(409, 'This mold is poured by now: undo that first.'))).toBe(true);
  expect(rejected(new TypeError('x is not a function'))).toBe(false);
  leave();
  expect(rejected(new ApiProblem(409, 'again'))).toBe(false);
  expect(told).toEqual(['error: This mold is poured by now: undo that first.']);
});
