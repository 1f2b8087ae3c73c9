/** What npm run backup, restore, export and import do; `keep.mjs` calls it. */
import {
  createWriteStream,
  existsSync,
  mkdirSync,
  readdirSync,
  renameSync,
  rmSync,
  rmdirSync,
  writeFileSync
} from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { filesFolder, filesHeld, unpackFiles, type FilesHeld } from '../src/lib/server/database/packed-files';
import { troubleLine } from '../src/lib/server/database/trouble';
import { backUpFolder, checkedBackup, withRecords, type Held } from '../src/lib/server/records/backup';
import { importRecords } from '../src/lib/server/records/import';
import { asCsv, asJsonLines, recordTables } from '../src/lib/server/records/open-format';
import { GUIDE } from '../src/lib/server/records/guide';
import { restore } from '../src/lib/server/records/restore';

const [what, folder, name] = process.argv.slice(2) as [string, string, string | undefined];
const from = process.env.BRUNKEL_FROM ?? process.cwd();
const stamp = new Date().toISOString().slice(0, 19).replace(/[:T]/g, '-');

const words = ({ heaps, entries, lots, files, latest }: Held) =>
  `${heaps} heaps, ${entries} entries, ${lots} lots, ${files} photos and meshes${latest ? `, the last entry written ${latest}` : ''}`;

/** Records whose photos are gone are still worth keeping; whoever keeps them has to hear of it. */
function warn({ files, missing }: FilesHeld, where: string): void {
  if (missing > 0)
    console.error(
      `\nBrunkel: ${missing} of these ${files} photos and meshes ${missing === 1 ? 'is' : 'are'} missing in ${where}.`
    );
}

/** Files by their hashes in one folder, not in one for each beginning. */
function flatten(files: string): void {
  if (!existsSync(files)) return;
  for (const part of readdirSync(files)) {
    for (const name of readdirSync(join(files, part))) renameSync(join(files, part, name), join(files, name));
    rmdirSync(join(files, part));
  }
}

const ways: Record<string, () => Promise<void>> = {
  async backup() {
    const file = resolve(from, name ?? `brunkel-${stamp}.sqlite`);
    await backUpFolder(folder, file);
    const held = await checkedBackup(file);
    console.log(`Backed up to ${file}: ${words(held)}.`);
    warn(held, filesFolder(folder));
  },
  async restore() {
    if (!name) throw new Error('Name the file: npm run restore FILE.');
    const { held, aside } = await restore(folder, resolve(from, name));
    console.log(`Restored into ${folder}: ${words(held)}.`);
    if (aside) console.log(`The records that were there before lie in ${aside}.`);
    warn(held, name);
  },
  async export() {
    const into = resolve(from, name ?? `brunkel-${stamp}`);
    mkdirSync(into, { recursive: true });
    const copy = join(into, '.copy.sqlite');
    await backUpFolder(folder, copy);
    const held = await withRecords(copy, async (sequelize) => {
      const counted = await filesHeld(sequelize);
      // Photos and meshes came along in the copy, and lie beside the lines as the files that they are.
      await unpackFiles(sequelize, into);
      const write = (file: string, lines: AsyncGenerator<string>) =>
        pipeline(Readable.from(lines), createWriteStream(join(into, file), { mode: 0o600 }));
      await write('records.jsonl', asJsonLines(sequelize));
      for (const table of await recordTables(sequelize)) await write(`${table}.csv`, asCsv(sequelize, table));
      return counted;
    });
    writeFileSync(join(into, 'README.md'), GUIDE);
    flatten(filesFolder(into));
    rmSync(copy, { force: true });
    console.log(
      `Exported to ${into}: records.jsonl, and every table as CSV; README.md there says what is what.`
    );
    warn(held, filesFolder(folder));
  },
  async import() {
    if (!name) throw new Error('Name the file: npm run import FILE.');
    const { held, aside } = await importRecords(folder, resolve(from, name));
    console.log(`Imported into ${folder}: ${words(held)}.`);
    if (aside) console.log(`The empty records that were there before lie in ${aside}.`);
    warn(held, join(dirname(name), 'files'));
  }
};

try {
  await ways[what]!();
} catch (thrown) {
  console.error(`\nBrunkel: ${troubleLine(thrown) ?? (thrown as Error).message}`);
  process.exitCode = 1;
}
