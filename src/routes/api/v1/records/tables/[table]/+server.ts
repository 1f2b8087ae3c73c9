import { download } from '$lib/server/http/endpoint';
import { linesStream } from '$lib/server/records/leaving';
import { asCsv, recordTables } from '$lib/server/records/open-format';
import { notFound } from '$lib/server/refusal';

export const GET = download(
  { type: 'text/csv', summary: 'One table of the records as CSV (RFC 4180)' },
  async (db, event) => {
    const { table = '' } = event.params;
    if (!(await recordTables(db.sequelize)).includes(table)) throw notFound('table', table);
    return { name: `brunkel-${table}.csv`, content: await linesStream(db, (file) => asCsv(file, table)) };
  }
);
