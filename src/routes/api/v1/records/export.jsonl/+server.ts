import { dayIn } from '$core/time/day';
import { nowMs } from '$core/time/now';
import { machineZone } from '$core/time/zone';
import { download } from '$lib/server/http/endpoint';
import { linesStream } from '$lib/server/records/leaving';
import { asJsonLines } from '$lib/server/records/open-format';

export const GET = download(
  {
    type: 'application/jsonl',
    summary: 'All records in an open format, a row a line (JSON lines); npm run import takes it back'
  },
  async (db) => ({
    name: `brunkel-${dayIn(nowMs(), machineZone())}.jsonl`,
    content: await linesStream(db, asJsonLines)
  })
);
