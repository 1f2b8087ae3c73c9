import { nowIso } from '$core/time/now';
import { download } from '$lib/server/http/endpoint';
import { linesStream } from '$lib/server/records/leaving';
import { asJsonLines } from '$lib/server/records/open-format';

export const GET = download(
  {
    type: 'application/jsonl',
    summary: 'All records in an open format, a row a line (JSON lines); npm run import takes it back'
  },
  async (db) => ({
    name: `brunkel-${nowIso().slice(0, 10)}.jsonl`,
    content: await linesStream(db, asJsonLines)
  })
);
