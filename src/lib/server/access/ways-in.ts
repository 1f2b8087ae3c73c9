import { hostname } from 'node:os';
import qrcode from 'qrcode';
import { serving } from './current';
import { listensBeyond, ownAddresses } from './served-names';

/** The addresses under which another device in the network reaches this server, the surest first. */
export function waysIn(): string[] {
  const { listens_on, port, names, scheme } = serving();
  if (!listensBeyond(listens_on)) return [];
  const everywhere = listens_on === '0.0.0.0' || listens_on === '::';
  const hosts = everywhere ? [...ownAddresses(), `${hostname().toLowerCase()}.local`] : [listens_on];
  return [...hosts, ...names].map((host) => `${scheme}://${host}:${port}`);
}

/** An address as a square that a phone reads, SVG. */
export const asQr = (address: string): Promise<string> =>
  qrcode.toString(address, { type: 'svg', margin: 2 });
