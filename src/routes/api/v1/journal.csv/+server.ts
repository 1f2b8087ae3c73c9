import { journalFile } from '$lib/schema/query';
import { download } from '$lib/server/http/endpoint';
import { utc } from '$lib/server/http/query';
import { journalCsv } from '$lib/server/journal/journal';

export const GET = download(
  { type: 'text/csv; charset=utf-8', summary: 'What is found in the journal as CSV', query: journalFile },
  async (db, _, { from, to, ...filter }) => {
    const lines: string[] = [];
    for await (const line of journalCsv(db, { ...filter, from: utc(from), to: utc(to) })) lines.push(line);
    return { name: 'brunkel-journal.csv', content: lines.join('') };
  }
);
