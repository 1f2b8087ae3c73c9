import { createHash } from 'node:crypto';
import { rmSync } from 'node:fs';
import { open, readFile } from 'node:fs/promises';
import sharp, { type Metadata } from 'sharp';
import { Refusal } from '../refusal';
import type { Incoming } from './files';

/** Largest picture that a phone sends, bytes. */
export const LARGEST_PHOTO_BYTES = 30 * 1024 * 1024;
/** Longest side that is kept, pixels: enough to see a crack. */
const LONGEST_PX = 1600;

/**
 * The kinds that are read, by how their files begin, and the most pixels of each: as many as cameras take where it is read
 * line by line, fewer where all of it has to lie in memory.
 */
const KINDS = {
  jpeg: { begins: (of: Buffer) => of.subarray(0, 3).toString('hex') === 'ffd8ff', most_pixels: 120e6 },
  png: {
    begins: (of: Buffer) => of.subarray(0, 8).toString('hex') === '89504e470d0a1a0a',
    most_pixels: 50e6
  },
  webp: {
    begins: (of: Buffer) => of.toString('latin1', 0, 4) === 'RIFF' && of.toString('latin1', 8, 12) === 'WEBP',
    most_pixels: 50e6
  },
  avif: { begins: (of: Buffer) => /^ftypavi[fs]$/.test(of.toString('latin1', 4, 12)), most_pixels: 50e6 }
} as const;
/** Of a picture that is built up in several passes, or has to be read to its end first. */
const MOST_PIXELS_AT_ONCE = 50e6;
/** Drawings and all other kinds are programs of a sort: a few hundred bytes of them take any memory and time. */
const READ = ['JpegFile', 'PngFile', 'WebpFile', 'HeifFile'].map((each) => `VipsForeignLoad${each}`);
sharp.block({ operation: ['VipsForeignLoad'] });
sharp.unblock({ operation: READ });
/** Of what no limit of size was thought of. */
const HANGS_S = 30;
/** Pictures that wait their turn: each takes memory while it is made small, so one is at a time. */
const MOST_WAITING = 20;
let waiting = 0;
let last: Promise<unknown> = Promise.resolve();

/**
 * A photo made small and plain: turned as it was held, no longer than it needs to be, without the place, the time and the
 * camera that phones write into it.
 *
 * @returns the picture in the place of what came in, as JPEG, on the disk
 * @throws Refusal 415 when it is no picture, 413 when it has too many pixels, 503 where too many wait
 */
export async function plainPhoto(incoming: Incoming): Promise<Incoming & { media: string }> {
  if (waiting >= MOST_WAITING)
    throw new Refusal(503, 'Many photos are being taken in just now: try again in a moment.');
  waiting += 1;
  const turn = last.then(() => madePlain(incoming));
  last = turn.catch(() => undefined);
  try {
    return await turn;
  } finally {
    waiting -= 1;
  }
}

async function madePlain(incoming: Incoming): Promise<Incoming & { media: string }> {
  const path = `${incoming.path}.jpg`;
  try {
    await mustBeModest(incoming.path);
    await sharp(incoming.path, { failOn: 'error' })
      .rotate()
      .resize({ width: LONGEST_PX, height: LONGEST_PX, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 82, mozjpeg: true })
      .timeout({ seconds: HANGS_S })
      .toFile(path);
    const content = await readFile(path);
    const file = await open(path, 'r+');
    await file.sync().finally(() => file.close());
    const hash = createHash('sha256').update(content).digest('hex');
    return { path, hash, bytes: content.byteLength, media: 'image/jpeg' };
  } catch (thrown) {
    rmSync(path, { force: true });
    if (thrown instanceof Refusal) throw thrown;
    throw noPicture(thrown);
  } finally {
    rmSync(incoming.path, { force: true });
  }
}

const noPicture = (cause?: unknown) =>
  new Refusal(
    415,
    'It is no picture that can be read here: send a JPEG, PNG, WebP or AVIF.',
    [],
    null,
    cause
  );

/** What kind of picture it is, and how large, before any of it is unpacked. */
async function mustBeModest(path: string): Promise<void> {
  const head = await headOf(path);
  const kind = Object.values(KINDS).find(({ begins }) => begins(head));
  if (!kind && /^ftyp(hei[cxms]|mif1|hevc)/.test(head.toString('latin1', 4, 12)))
    throw new Refusal(415, 'HEIC cannot be read here: have the phone take or send it as JPEG.');
  if (!kind) throw noPicture();
  const { width, height, isProgressive, pages = 1 }: Metadata = await sharp(path).metadata();
  const most = isProgressive ? MOST_PIXELS_AT_ONCE : kind.most_pixels;
  if (width * height * Math.max(1, pages) > most)
    throw new Refusal(413, `The picture has more than ${most / 1e6} million pixels: send it smaller.`);
}

async function headOf(path: string): Promise<Buffer> {
  const file = await open(path, 'r');
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(16), 0, 16, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}
