import { journalFile } from '$lib/schema/query';
import { download } from '$lib/server/http/endpoint';
import { askedTimes } from '$lib/server/day/asked-days';
import { journalCsv } from '$lib/server/journal/journal';

export const GET = download(
  { type: 'text/csv; charset=utf-8', summary: 'What is found in the journal as CSV', query: journalFile },
  async (db, _, { from, to, zone, ...filter }) => {
    const lines: string[] = [];
    const asked = { ...filter, ...(await askedTimes(db, { from, to, zone })) };
    for await (const line of journalCsv(db, asked)) lines.push(line);
    return { name: 'brunkel-journal.csv', content: lines.join('') };
  }
);
