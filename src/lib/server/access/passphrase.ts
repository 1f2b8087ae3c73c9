import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';
import type { Keys } from './keys';

/** Shorter is guessed sooner than slowed guesses can hinder. */
export const SHORTEST_PASSPHRASE = 8;

/** About 32 MB and a tenth of a second for each guess. */
const COST = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 };
const LENGTH = 32;
const derive = promisify<string, Buffer, number, typeof COST, Buffer>(scrypt);

/** What is kept of a passphrase. Letters that look alike typed differently count as one (NFKC). */
export async function sealed(passphrase: string): Promise<NonNullable<Keys['passphrase']>> {
  const salt = randomBytes(16);
  const hash = await derive(passphrase.normalize('NFKC'), salt, LENGTH, COST);
  return { salt: salt.toString('hex'), hash: hash.toString('hex') };
}

export async function opens(passphrase: string, kept: NonNullable<Keys['passphrase']>): Promise<boolean> {
  const hash = await derive(passphrase.normalize('NFKC'), Buffer.from(kept.salt, 'hex'), LENGTH, COST);
  return timingSafeEqual(hash, Buffer.from(kept.hash, 'hex'));
}
