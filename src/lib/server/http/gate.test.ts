import type { RequestEvent } from '@sveltejs/kit';
import { describe, expect, it } from 'vitest';
import { isAtTheDesk, passGate } from './gate';

/** A request as the gate sees it: from an address, sent to a name. */
const event = (from: string, host: string) =>
  ({
    request: new Request('http://x/', { headers: { host } }),
    getClientAddress: () => from
  }) as unknown as RequestEvent;

describe('who sits at the desk', () => {
  it('comes from this machine, and by a name that is this machine’s', () => {
    expect(isAtTheDesk(event('127.0.0.1', 'localhost:4600'))).toBe(true);
    expect(isAtTheDesk(event('::1', '[::1]:4600'))).toBe(true);
    // A name that somebody made to lead here, opened in a browser on this machine.
    expect(isAtTheDesk(event('127.0.0.1', 'shed.example:4600'))).toBe(false);
    expect(isAtTheDesk(event('192.168.1.7', 'localhost:4600'))).toBe(false);
  });
});

describe('what comes in by the gate', () => {
  const asked = (path: string, headers: Record<string, string> = {}, method = 'GET') => {
    const url = new URL(path, 'http://localhost:4600');
    const locals: { within?: boolean } = {};
    const of = {
      url,
      locals,
      cookies: { get: () => undefined },
      request: new Request(url, { method, headers: { host: 'localhost:4600', ...headers } }),
      getClientAddress: () => '127.0.0.1'
    } as unknown as RequestEvent;
    passGate(of);
    return locals;
  };

  it('reads the interface for no page of somebody else', () => {
    for (const site of ['cross-site', 'same-site'])
      expect(() => asked('/api/v1/heaps', { 'sec-fetch-site': site })).toThrow(/not of this Brunkel/);
    for (const site of ['same-origin', 'none'])
      expect(asked('/api/v1/heaps', { 'sec-fetch-site': site })).toEqual({ within: true });
    // A link to a page may stand anywhere; a program names no page.
    expect(asked('/heaps/1', { 'sec-fetch-site': 'cross-site' })).toEqual({ within: true });
    expect(asked('/api/v1/heaps')).toEqual({ within: true });
  });

  it('knows no form by the names that every object has', () => {
    for (const name of ['__proto__', 'constructor', 'toString', 'hasOwnProperty'])
      expect(() => asked(`/plan?/${name}`, { origin: 'http://localhost:4600' }, 'POST')).toThrow(
        /no such form/
      );
    expect(asked('/plan?/plan', { origin: 'http://localhost:4600' }, 'POST')).toEqual({ within: true });
  });
});
