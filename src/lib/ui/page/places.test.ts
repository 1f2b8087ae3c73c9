import { describe, expect, it } from 'vitest';
import { PLACES, placeOf, withinReach } from './places';

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
  it('lie under the thumb where a running casting goes on', () => {
    for (const here of ['/', '/stock', '/journal'])
      expect(withinReach(here, '/shake-out').map(({ href }) => href)).toContain('/shake-out');
    expect(withinReach('/mix', '/shake-out').map(({ href }) => href)).toContain('/mix');
    expect(placeOf('/sessions/4')).toBe('/journal');
    expect(placeOf('/heaps/3/recondition')).toBe('/recondition');
  });
  it('lie under the thumb: the Bench and the stage that is on with its neighbours', () => {
    for (const { href, stage } of PLACES) {
      const reach = withinReach(href);
      expect(reach[0]!.href).toBe('/');
      expect(reach.length).toBeLessThanOrEqual(4);
      if (stage !== null) expect(reach.map((place) => place.href)).toContain(href);
    }
  });
});
