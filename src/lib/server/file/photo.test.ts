import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { plainPhoto } from './photo';

let folder: string;
const incoming = (content: Uint8Array | string) => {
  const path = join(folder, 'in');
  writeFileSync(path, content);
  return { path, hash: 'x', bytes: content.length };
};
const picture = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#a53' } });

describe('a photo that came in', () => {
  beforeAll(() => void (folder = mkdtempSync(join(tmpdir(), 'brunkel-photo-'))));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it.each(['jpeg', 'png', 'webp', 'avif'] as const)(
    'is read as %s and kept small, as a JPEG',
    async (kind) => {
      const { path, media, bytes } = await plainPhoto(
        incoming(await picture(2400, 1200).toFormat(kind).toBuffer())
      );
      const kept = await sharp(path).metadata();
      expect([media, kept.format, kept.width, kept.height]).toEqual(['image/jpeg', 'jpeg', 1600, 800]);
      expect(bytes).toBeGreaterThan(0);
      expect(existsSync(join(folder, 'in'))).toBe(false);
    }
  );

  it('drawings, other kinds and what only begins like a picture are refused, and nothing is left', async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"/></svg>';
    const gif = await picture(20, 20).gif().toBuffer();
    const jpeg = await picture(400, 300).jpeg().toBuffer();
    for (const content of [
      svg,
      gif,
      'Dear all, the sundial is done.',
      '',
      Buffer.concat([jpeg.subarray(0, 3), Buffer.from(svg)]),
      jpeg.subarray(0, 200)
    ]) {
      await expect(plainPhoto(incoming(content))).rejects.toMatchObject({ status: 415 });
      expect([existsSync(join(folder, 'in')), existsSync(join(folder, 'in.jpg'))]).toEqual([false, false]);
    }
  });

  it('what a phone cannot send plainly is told how it can', async () => {
    const heic = Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic'), Buffer.alloc(40)]);
    await expect(plainPhoto(incoming(heic))).rejects.toThrow(/as JPEG/);
  });

  it('more pixels than a camera takes are refused before they are unpacked', async () => {
    const png = await picture(10, 10).png().toBuffer();
    png.writeUInt32BE(30_000, 16);
    png.writeUInt32BE(30_000, 20);
    // Its checksum is wrong now, too: either way it is refused, and neither takes memory.
    await expect(plainPhoto(incoming(png))).rejects.toMatchObject({
      status: expect.toSatisfy((of) => of === 413 || of === 415)
    });
    const passes = await picture(9000, 6000).jpeg({ progressive: true }).toBuffer();
    await expect(plainPhoto(incoming(passes))).rejects.toMatchObject({ status: 413 });
  });
});
