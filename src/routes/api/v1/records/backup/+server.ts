import { dayIn } from '$core/time/day';
import { nowMs } from '$core/time/now';
import { machineZone } from '$core/time/zone';
import { download } from '$lib/server/http/endpoint';
import { backupStream } from '$lib/server/records/leaving';

export const GET = download(
  {
    type: 'application/vnd.sqlite3',
    summary: 'All records in one file, as they are at this moment; npm run restore brings it back'
  },
  async (db) => ({
    name: `brunkel-${dayIn(nowMs(), machineZone())}.sqlite`,
    content: await backupStream(db)
  })
);
