import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { FILE_NAME } from '../src/lib/server/database/coming';
import { openDatabase } from '../src/lib/server/database/database';
import { backUpFolder, checkedBackup, withRecords } from '../src/lib/server/records/backup';
import { asJsonLines } from '../src/lib/server/records/open-format';
import { restore } from '../src/lib/server/records/restore';
import { createMaterial } from '../src/lib/server/stock/stock';
import { begin, ended, start } from '../scripts/served';
import { ask, pause } from './ask';
import type { Found } from './table';

type Chance = () => number;

const until = (folder: string, name: string) => join(folder, name);

/** Every row of a file of records, but for the moment of the export. */
export async function rowsOf(file: string): Promise<string> {
  return withRecords(file, async (sequelize) => {
    let text = '';
    for await (const line of asJsonLines(sequelize)) text += line;
    return text.slice(text.indexOf('\n'));
  });
}

/** Four writers, and a kill while they write: nothing acknowledged is lost, nothing sent twice is there twice. */
export async function inWriting(folder: string, rounds: number, chance: Chance): Promise<Found> {
  const wrong: string[] = [];
  const acknowledged = new Set<string>();
  let sent = 0;
  let heap = 0;
  const post = (url: string, words: string) =>
    ask(
      `${url}/api/v1/heaps/${heap}/entries`,
      'POST',
      { kind: 'noted', at: '2026-05-01T09:00:00.000Z', note: words },
      { 'idempotency-key': words }
    );
  for (let round = 0; round < rounds; round++) {
    const server = await start(folder);
    heap ||= Number(
      (
        await ask(`${server.url}/api/v1/heaps`, 'POST', {
          name: 'Gate heap',
          system: 'water',
          binder: 'natural'
        })
      ).body.id
    );
    let killed = false;
    const unheard: string[] = [];
    const writer = async (name: number) => {
      for (let n = 0; !killed; n++) {
        const words = `round ${round} writer ${name} note ${n}`;
        sent += 1;
        const { status } = await post(server.url, words);
        if (status === 201) acknowledged.add(words);
        else if (status === 0) unheard.push(words);
        else wrong.push(`${words}: ${status}`);
      }
    };
    const before = acknowledged.size;
    const writers = [0, 1, 2, 3].map(writer);
    // In the midst of it: after some were acknowledged, at any moment.
    while (acknowledged.size < before + 20) await pause(20);
    await pause(700 * chance());
    await ended(server.child, 'SIGKILL');
    killed = true;
    await Promise.all(writers);
    const again = await start(folder).catch((error: Error) => {
      wrong.push(`does not start again: ${error.message}`);
      return null;
    });
    if (!again) break;
    // What nobody heard an answer to is sent once more, as a page would.
    for (const words of unheard) {
      const { status } = await post(again.url, words);
      if (status === 201) acknowledged.add(words);
      else wrong.push(`${words} again: ${status}`);
    }
    const there: string[] = [];
    for (let offset = 0; ; offset += 500) {
      const page = await ask(`${again.url}/api/v1/heaps/${heap}/entries?limit=500&offset=${offset}`, 'GET');
      const items = (page.body.items ?? []) as { note: string }[];
      there.push(...items.map(({ note }) => note));
      if (items.length < 500) break;
    }
    for (const words of acknowledged) if (!there.includes(words)) wrong.push(`lost: ${words}`);
    if (new Set(there).size !== there.length) wrong.push(`doubled: ${there.length - new Set(there).size}`);
    if (there.length !== acknowledged.size)
      wrong.push(`${there.length} there, ${acknowledged.size} acknowledged`);
    await again.end();
  }
  return { what: 'killed in writing: none lost, none doubled', tried: sent, wrong };
}

/** Killed while it starts for the first time, or upgrades: the folder starts all the same afterwards. */
export async function inStarting(
  folder: string,
  rounds: number,
  chance: Chance,
  old: boolean
): Promise<Found> {
  const wrong: string[] = [];
  const stored = gunzipSync(readFileSync('src/lib/server/testing/records-of-migration-3.sqlite.gz'));
  for (let round = 0; round < rounds; round++) {
    const at = until(folder, `${old ? 'upgrade' : 'first'}-${round}`);
    mkdirSync(at, { recursive: true });
    if (old) writeFileSync(join(at, FILE_NAME), stored);
    const { child } = begin(at);
    await pause(250 + 1300 * chance());
    await ended(child, 'SIGKILL');
    try {
      const server = await start(at);
      const heaps = await ask(`${server.url}/api/v1/heaps`, 'GET');
      const total = Number(heaps.body.total);
      if (heaps.status !== 200 || (old ? total === 0 : total !== 0))
        wrong.push(`round ${round}: ${total} heaps`);
      await server.end();
    } catch (error) {
      wrong.push(`round ${round}: ${(error as Error).message}`);
    }
    rmSync(at, { recursive: true, force: true });
  }
  return {
    what: `killed in ${old ? 'an upgrade' : 'the first start'}: the folder starts`,
    tried: rounds,
    wrong
  };
}

const keep = (folder: string, what: string, file: string) =>
  spawn(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'scripts/keep.ts', what, folder, file], {
    stdio: 'ignore'
  });

/** Killed in a backup there is no half of one; killed in a restore there are the old records or the new ones. */
export async function inKeeping(folder: string, rounds: number, chance: Chance): Promise<Found[]> {
  const at = until(folder, 'kept');
  const db = await openDatabase(at);
  for (let n = 0; n < 40; n++) await createMaterial(db, { kind: 'olivine', name: `before ${n}` });
  await db.close();
  const good = until(folder, 'good.sqlite');
  await backUpFolder(at, good);
  const old = await rowsOf(good);
  const backups: string[] = [];
  for (let round = 0; round < rounds; round++) {
    const file = until(folder, `backup-${round}.sqlite`);
    const child = keep(at, 'backup', file);
    await pause(400 + 1500 * chance());
    await ended(child, 'SIGKILL');
    if (!existsSync(file)) continue;
    await checkedBackup(file).catch((error: Error) => backups.push(`round ${round}: ${error.message}`));
  }
  const restores: string[] = [];
  for (let round = 0; round < rounds; round++) {
    const more = await openDatabase(at);
    await createMaterial(more, { kind: 'olivine', name: `later ${round}` });
    await more.close();
    const present = await rowsOf(join(at, FILE_NAME));
    const child = keep(at, 'restore', good);
    await pause(400 + 1500 * chance());
    await ended(child, 'SIGKILL');
    try {
      const server = await start(at);
      await server.end();
      const now = await rowsOf(join(at, FILE_NAME));
      if (now !== old && now !== present)
        restores.push(`round ${round}: neither the old records nor the new`);
    } catch (error) {
      restores.push(`round ${round}: ${(error as Error).message}`);
    }
  }
  return [
    { what: 'killed in a backup: none, or a whole one', tried: rounds, wrong: backups },
    { what: 'killed in a restore: the old records or the new', tried: rounds, wrong: restores }
  ];
}

/** Every restore gives back the backup, over whatever was there, logs and all. */
export async function restores(folder: string, rounds: number): Promise<Found> {
  const at = until(folder, 'restored');
  const wrong: string[] = [];
  for (let round = 0; round < rounds; round++) {
    const server = await start(at);
    for (let n = 0; n < 3; n++)
      await ask(`${server.url}/api/v1/materials`, 'POST', { kind: 'olivine', name: `round ${round}, ${n}` });
    const file = until(folder, `restore-${round}.sqlite`);
    await backUpFolder(at, file);
    const wanted = await rowsOf(file);
    await ask(`${server.url}/api/v1/materials`, 'POST', { kind: 'olivine', name: `after ${round}` });
    // As often killed as ended: a log lies there in every second round.
    await server.end(round % 2 === 0 ? 'SIGKILL' : 'SIGTERM');
    await restore(at, file);
    const again = await start(at);
    await again.end();
    if ((await rowsOf(join(at, FILE_NAME))) !== wanted) wrong.push(`round ${round}: not what was backed up`);
  }
  return { what: 'restores equal to the backup', tried: rounds, wrong };
}
