import { nowMs } from '$core/time/now';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { Door } from './door';
import { Guesses, networkOf } from './guesses';
import { KEYS_FILE } from './keys';
import { ownPlace } from './own-place';
import { hostNameOf, isLoopbackAddress, isServedName, listensBeyond } from './served-names';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'brunkel-test-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** Somebody in the hall. */
const HALL = { address: '192.168.1.7' };

describe('the door', () => {
  it('opens to the passphrase alone, and remembers the device by a hash', async () => {
    const door = new Door(folder);
    expect(door.hasPassphrase).toBe(false);
    await expect(door.signIn('', HALL)).rejects.toMatchObject({ status: 422 });
    await expect(door.setPassphrase('short')).rejects.toThrow('at least 8');
    await door.setPassphrase('green sand at dawn');
    const later = nowMs() + 60_000;
    await expect(door.signIn('green sand at dusk', HALL, later)).rejects.toThrow('not the passphrase');
    const { session: secret } = await door.signIn('green sand at dawn', HALL, later + 60_000);
    expect(door.holdsSession(secret)).toBe(true);
    expect(door.holdsSession(`${secret}x`)).toBe(false);
    expect(door.holdsSession(undefined)).toBe(false);
    const kept = readFileSync(join(folder, KEYS_FILE), 'utf8');
    expect(kept).not.toContain(secret);
    expect(kept).not.toContain('green sand');
    expect(statSync(join(folder, KEYS_FILE)).mode & 0o777).toBe(0o600);
    // Another start knows the device; half a year later it does not, nor after another passphrase.
    expect(new Door(folder).holdsSession(secret)).toBe(true);
    expect(new Door(folder).holdsSession(secret, nowMs() + 181 * 86_400_000)).toBe(false);
    door.signOut(secret);
    expect(door.holdsSession(secret)).toBe(false);
  });
  it('heeds a passphrase that was set beside it, and says when its file is damaged', async () => {
    const door = new Door(folder);
    expect(door.hasPassphrase).toBe(false);
    await new Door(folder).setPassphrase('green sand at dawn');
    expect(door.hasPassphrase).toBe(true);
    writeFileSync(join(folder, KEYS_FILE), '{"passphrase":');
    expect(() => new Door(folder)).toThrow('is damaged');
  });
  it('lets nobody guess many at once', async () => {
    const door = new Door(folder);
    await door.setPassphrase('green sand at dawn');
    const at = nowMs();
    const guesses = await Promise.allSettled(
      Array.from({ length: 20 }, (_, i) => door.signIn(`guess ${i} of many`, HALL, at))
    );
    const statuses = guesses.map((guess) => (guess as PromiseRejectedResult).reason.status as number);
    expect(statuses.filter((status) => status === 422)).toHaveLength(1);
    expect(statuses.filter((status) => status === 429)).toHaveLength(19);
  });
  it('opens to the right passphrase, whoever else guesses; and to a device that it knows, from the same address', async () => {
    const door = new Door(folder);
    await door.setPassphrase('green sand at dawn');
    let at = nowMs();
    const { device } = await door.signIn('green sand at dawn', HALL, at);
    for (let i = 0; i < 12; i++) await door.signIn('no', HALL, (at += 31_000)).catch(() => undefined);
    await expect(door.signIn('green sand at dawn', HALL, at + 1000)).rejects.toMatchObject({ status: 429 });
    await door.signIn('green sand at dawn', { address: '192.168.1.8' }, at + 1000);
    const again = await door.signIn('green sand at dawn', { ...HALL, device }, at + 1000);
    expect(again.device).toBe(device);
    // What is no device's is a stranger's.
    await expect(
      door.signIn('green sand at dawn', { ...HALL, device: 'made up' }, at + 1000)
    ).rejects.toMatchObject({ status: 429 });
    // It opens nothing by itself.
    expect(door.holdsSession(device) || door.holdsToken(device)).toBe(false);
    await expect(door.signIn('no', { ...HALL, device }, at + 2000)).rejects.toMatchObject({ status: 422 });
    await expect(door.signIn('green sand at dawn', { ...HALL, device }, at + 2100)).rejects.toMatchObject({
      status: 429
    });
  });
  it('gives tokens to devices, shown once, and takes them back', () => {
    const door = new Door(folder);
    const { token, id } = door.newToken('moisture probe');
    expect(door.holdsToken(token)).toBe(true);
    expect(JSON.stringify(door.tokens())).not.toContain(token);
    door.revokeToken(id);
    expect(door.holdsToken(token)).toBe(false);
    expect(() => door.revokeToken(id)).toThrow('no token');
  });
  it('lets a token do what it is for, for a year or as long as is said, and not past another passphrase', async () => {
    const door = new Door(folder);
    const day = 86_400_000;
    const scale = door.newToken('scale', { only: 'readings' });
    const script = door.newToken('script', { days: 10 });
    expect(door.holdsToken(scale.token)).toBe(false);
    expect(door.holdsToken(scale.token, 'calendar')).toBe(false);
    expect(door.holdsToken(scale.token, 'readings')).toBe(true);
    expect(door.holdsToken(scale.token, 'readings', { at: nowMs() + 366 * day })).toBe(false);
    for (const of of ['anything', 'readings', 'calendar'] as const) {
      expect(door.holdsToken(script.token, of, { at: nowMs() + 9 * day })).toBe(true);
      expect(door.holdsToken(script.token, of, { at: nowMs() + 11 * day })).toBe(false);
    }
    expect(door.tokens().map(({ only }) => only)).toEqual(['readings', null]);
    // A calendar's reads one plan, or all; neither opens the other's, nor anything else.
    const one = door.newToken('calendar of plan 7', { only: 'calendar', plan_id: 7 }).token;
    const all = door.newToken('calendar', { only: 'calendar' }).token;
    const opened = (token: string) =>
      [null, 7, 8].map((plan_id) => door.holdsToken(token, 'calendar', { plan_id }));
    expect([opened(one), opened(all)]).toEqual([
      [false, true, false],
      [true, true, true]
    ]);
    expect(door.holdsToken(one, 'anything', { plan_id: 7 })).toBe(false);
    expect(door.holdsToken(one)).toBe(false);
    await door.setPassphrase('green sand at dawn');
    expect(door.tokens()).toEqual([]);
    expect(door.holdsToken(script.token)).toBe(false);
  });
});

describe('wrong guesses', () => {
  it('make the next one wait twice as long, up to half a minute, and are forgotten in the end', () => {
    const guesses = new Guesses();
    expect(guesses.wait(0)).toBe(0);
    guesses.begin(0);
    expect(guesses.wait(0)).toBe(500);
    guesses.begin(500);
    expect(guesses.wait(500)).toBe(1000);
    for (let i = 0; i < 20; i++) guesses.begin(1000);
    expect(guesses.wait(1000)).toBe(30_000);
    expect(guesses.wait(1000 + 16 * 60_000)).toBe(0);
    guesses.begin(2e6);
    guesses.right();
    expect(guesses.wait(2e6)).toBe(0);
  });
});

describe('where a caller comes from', () => {
  it('is its address, of long ones the network', () => {
    expect(networkOf('192.168.1.7')).toBe('192.168.1.7');
    expect(networkOf('::ffff:192.168.1.7')).toBe('192.168.1.7');
    expect(networkOf('2001:db8:1:2:3:4:5:6')).toBe(networkOf('2001:db8:1:2::9'));
    expect(networkOf('2001:db8:1:2::9')).not.toBe(networkOf('2001:db8:1:3::9'));
    expect(networkOf('fe80::1')).toBe('fe80:0:0:0');
  });
});

describe('a place to go on to', () => {
  it.each([
    ['/heaps/1?day=2026-01-01#x', '/heaps/1?day=2026-01-01#x'],
    ['/', '/'],
    ['/\t/elsewhere/x', '/'],
    ['/\n/elsewhere/x', '/'],
    ['//elsewhere/x', '/'],
    ['/\\elsewhere/x', '/'],
    ['/.//elsewhere', '/'],
    ['/x/..//elsewhere', '/'],
    ['https://elsewhere/x', '/'],
    ['javascript:alert(1)', '/'],
    ['/sign-in?to=/x', '/'],
    ['', '/'],
    [null, '/']
  ])('%j leads to %s', (to, place) => {
    expect(ownPlace(to)).toBe(place);
  });
});

describe('names that it is served under', () => {
  it('are those of this machine, and what the user named', () => {
    expect(hostNameOf('Shed.Test:4680')).toBe('shed.test');
    expect(hostNameOf('[::1]:80')).toBe('[::1]');
    for (const name of ['localhost', '127.0.0.1', '[::1]', '127.0.0.2'])
      expect(isServedName(name, '127.0.0.1', [])).toBe(true);
    expect(isServedName('evil.test', '127.0.0.1', [])).toBe(false);
    expect(isServedName('evil.test', '0.0.0.0', [])).toBe(false);
    expect(isServedName('', '0.0.0.0', [])).toBe(false);
    expect(isServedName('shed.test', '0.0.0.0', ['shed.test'])).toBe(true);
    expect(isServedName('192.168.7.5', '192.168.7.5', [])).toBe(true);
    expect(isServedName('192.168.7.6', '192.168.7.5', [])).toBe(false);
  });
  it('are guarded once they are heard beyond this machine', () => {
    expect(['127.0.0.1', 'localhost', '::1'].some(listensBeyond)).toBe(false);
    expect(['0.0.0.0', '::', '192.168.7.5', 'shed.local'].every(listensBeyond)).toBe(true);
    expect(['127.0.0.1', '::1', '::ffff:127.0.0.1'].every(isLoopbackAddress)).toBe(true);
    expect(isLoopbackAddress('192.168.7.5')).toBe(false);
  });
});
