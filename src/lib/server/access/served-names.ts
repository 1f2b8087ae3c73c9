import { hostname, networkInterfaces } from 'node:os';

const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];
const EVERYWHERE = ['0.0.0.0', '::'];

/** Without a port, in small letters; IPv6 in its brackets. */
export function hostNameOf(host: string): string {
  return host.trim().toLowerCase().replace(/:\d*$/, '').replace(/\.$/, '');
}

export const isLoopbackName = (name: string): boolean =>
  LOOPBACK.includes(name) || name.endsWith('.localhost') || /^127\.\d+\.\d+\.\d+$/.test(name);

/** An address that a connection came from is of this machine. */
export const isLoopbackAddress = (address: string): boolean =>
  address === '::1' || /^(::ffff:)?127\./.test(address);

/** Whether a server that listens on this address is heard beyond this machine. */
export const listensBeyond = (host: string): boolean =>
  !isLoopbackName(host.includes(':') && !host.startsWith('[') ? `[${host}]` : host);

/** Addresses of this machine in the networks that it is in. */
export function ownAddresses(): string[] {
  return Object.values(networkInterfaces())
    .flatMap((each) => each ?? [])
    .filter(({ internal, address }) => !internal && !address.startsWith('fe80'))
    .map(({ address, family }) => (family === 'IPv6' ? `[${address}]` : address));
}

/**
 * Whether Brunkel is served under this name: any other that leads here was made to lead here by somebody else.
 *
 * @param host the address it listens on
 * @param names further names that the user gave it
 */
export function isServedName(name: string, host: string, names: readonly string[]): boolean {
  if (isLoopbackName(name) || names.includes(name)) return true;
  if (!listensBeyond(host)) return false;
  const own = hostname().toLowerCase();
  if (name === own || name === `${own}.local`) return true;
  if (!EVERYWHERE.includes(host)) return name === hostNameOf(host) || name === `[${host}]`;
  return ownAddresses().includes(name);
}
