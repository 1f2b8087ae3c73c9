import { fileStream, readFileRow } from '$lib/server/file/files';
import { MEDIA_KEPT } from '$lib/server/database/packed-files';
import { guarded } from '$lib/server/http/guard';
import { describing } from '$lib/server/http/operation';
import { notFound } from '$lib/server/refusal';

export const GET = describing(
  {
    summary: 'A photo or a mesh, by the hash of what it holds',
    status: 200,
    type: 'application/octet-stream'
  },
  guarded(async (db, event) => {
    const { hash = '' } = event.params;
    if (!/^[0-9a-f]{64}$/.test(hash)) throw notFound('file', hash.slice(0, 40));
    const { media, path, bytes } = await readFileRow(db, hash);
    return new Response(fileStream(path), {
      headers: {
        'content-type': MEDIA_KEPT.find((each) => each === media) ?? 'application/octet-stream',
        'content-length': String(bytes),
        // What is under this name never changes.
        'cache-control': 'private, max-age=31536000, immutable',
        'x-content-type-options': 'nosniff',
        // Whatever it holds, it is looked at and never run.
        'content-security-policy': "default-src 'none'; sandbox",
        'content-disposition': media === 'image/jpeg' ? 'inline' : 'attachment'
      }
    });
  })
);
