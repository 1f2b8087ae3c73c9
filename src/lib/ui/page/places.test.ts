import { describe, expect, it } from 'vitest';
import { WITHIN_REACH, placeOf } from './places';

describe('places', () => {
  it('own the pages under them, whatever their address', () => {
    expect(
      ['/', '/heaps/new', '/mix', '/heaps/3/mix', '/heaps/3', '/heaps/3/test/squeeze'].map(placeOf)
    ).toEqual(['/', '/', '/mix', '/mix', '/temper', '/temper']);
    expect(['/heaps/3/renew', '/hands', '/stock/new', '/journal', '/records'].map(placeOf)).toEqual([
      '/recondition',
      '/temper',
      '/stock',
      '/journal',
      '/records'
    ]);
  });
  it('lie under the thumb where they always lay', () => {
    expect(WITHIN_REACH.map(({ name }) => name)).toEqual(['Bench', 'Mix', 'Temper', 'Mold']);
    expect(placeOf('/sessions/4')).toBe('/journal');
    expect(placeOf('/heaps/3/recondition')).toBe('/recondition');
  });
});
