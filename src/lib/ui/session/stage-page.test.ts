import { page } from '$app/state';
import { afterEach, describe, expect, it } from 'vitest';
import { stagePage } from './stage-page';

afterEach(() => void Object.assign(page.data, { session: undefined }));

describe('the page of a stage', () => {
  it('is the coming casting’s own, and takes another by its number', () => {
    Object.assign(page.data, { session: { id: 28 } });
    expect([stagePage('/pour', 28), stagePage('/pour', 29), stagePage('/shake-out', 28, 5)]).toEqual([
      '/pour',
      '/pour?day=29',
      '/shake-out?mold=5'
    ]);
    Object.assign(page.data, { session: null });
    expect(stagePage('/shake-out', 29, 5)).toBe('/shake-out?day=29&mold=5');
  });
});
