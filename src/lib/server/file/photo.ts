import { rmSync, statSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { Refusal } from '../refusal';
import type { Incoming } from './files';

/** Largest picture that a phone sends, bytes. */
export const LARGEST_PHOTO_BYTES = 30 * 1024 * 1024;
/** Longest side that is kept, pixels: enough to see a crack. */
const LONGEST_PX = 1600;
/** More than any camera takes: what is larger is made to hurt. */
const MOST_PIXELS = 120_000_000;

/**
 * A photo made small and plain: turned as it was held, no longer than it needs to be, without the place, the time and the
 * camera that phones write into it.
 *
 * @returns the picture in the place of what came in, as JPEG
 * @throws Refusal 415 when it is no picture
 */
export async function plainPhoto(incoming: Incoming): Promise<Incoming & { media: string }> {
  const path = `${incoming.path}.jpg`;
  try {
    await sharp(incoming.path, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
      .rotate()
      .resize({ width: LONGEST_PX, height: LONGEST_PX, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 82, mozjpeg: true })
      .toFile(path);
  } catch (thrown) {
    rmSync(path, { force: true });
    throw new Refusal(
      415,
      'It is no picture that can be read here: send a JPEG, PNG, WebP or HEIC.',
      [],
      null,
      thrown
    );
  } finally {
    rmSync(incoming.path, { force: true });
  }
  const hash = createHash('sha256')
    .update(await readFile(path))
    .digest('hex');
  return { path, hash, bytes: statSync(path).size, media: 'image/jpeg' };
}
