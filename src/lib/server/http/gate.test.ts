import type { RequestEvent } from '@sveltejs/kit';
import { describe, expect, it } from 'vitest';
import { isAtTheDesk } from './gate';

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
