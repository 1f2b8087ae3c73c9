import { describe, expect, it } from 'vitest';
import { destinations, found, lookedUp } from './destinations';

describe('where the palette leads', () => {
  const all = destinations([{ id: 1, name: 'Gate heap' }] as never);
  it.each([
    ['what if', '/heaps/1/what-if'],
    ['gating', '/mold#coming'],
    ['calendar', '/plan#calendar'],
    ['mesh', '/patterns/new'],
    ['backup', '/records#copies'],
    ['phone', '/records#phone'],
    ['scale', '/records#devices'],
    ['charts', '/heaps/1/charts'],
    ['gate squeeze', '/heaps/1/test/squeeze'],
    ['furnace', '/pour#melt'],
    ['photos', '/journal?view=wall'],
    ['ask', '/trials'],
    ['plan', '/plan']
  ])('“%s” to %s', (line, href) => expect(found(all, line, 9).map((each) => each.href)).toContain(href));
  it('leads to each place once, and asks the handbook for whatever else', () => {
    expect(new Set(all.map(({ href }) => href)).size).toBe(all.length);
    expect(found(all, 'xyzzy', 9)).toEqual([]);
    expect(lookedUp(' Äsche & co ').href).toBe('/handbook?words=%C3%84sche%20%26%20co');
  });
});
