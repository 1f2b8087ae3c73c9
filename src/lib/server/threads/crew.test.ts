import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { block } from '$core/pattern/shape/bodies';
import { writeStl } from '$core/pattern/file/write-stl';
import type { meshInFile } from '../pattern/mesh-job';
import { Crew, inThread, type CrewLimits } from '../worker/crew';
import { followed, readWork } from '../worker/works';

let folder: string;
const file = (name: string, content: Uint8Array | string) => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

describe('work in threads of its own', () => {
  beforeAll(() => void (folder = mkdtempSync(join(tmpdir(), 'brunkel-crew-'))));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const cube = () => file('cube.stl', writeStl(block(0.05, 0.04, 0.03)));

  it('does what it is asked, tells how far it is, and leaves the server its turns', async () => {
    let turns = 0;
    const turning = setInterval(() => turns++, 5);
    const told: number[] = [];
    const read = await inThread<typeof meshInFile>(
      'mesh',
      { path: cube(), unit: undefined, known: [] },
      { told: ({ done }) => void told.push(done) }
    );
    clearInterval(turning);
    expect(read).toMatchObject({ format: 'stl', unit: 'mm', analysis: { watertight: true } });
    expect([...told]).toEqual([...told].sort((a, b) => a - b));
    expect(told.length).toBeGreaterThan(0);
    expect(turns).toBeGreaterThan(5);
  });

  it('a file that is none is a fault in words, and what throws is no end of the threads', async () => {
    const none = file('none.stl', 'Dear all, the sundial is done.');
    expect(await inThread<typeof meshInFile>('mesh', { path: none, unit: undefined, known: [] })).toEqual({
      fault: 'It is a text, but no mesh: STL, OBJ and 3MF are read here.'
    });
    await expect(
      inThread<typeof meshInFile>('mesh', { path: join(folder, 'gone.stl'), unit: undefined, known: [] })
    ).rejects.toThrow(/ENOENT/);
    expect(
      await inThread<typeof meshInFile>('mesh', { path: cube(), unit: 'mm', known: ['mm'] })
    ).toMatchObject({
      analysis: null
    });
  });

  it('what is called off is refused at once, waiting or begun, and the next has its turn', async () => {
    const [begun, waits] = [new AbortController(), new AbortController()];
    const input = { path: cube(), unit: undefined, known: [] };
    const errands = Promise.allSettled([
      inThread<typeof meshInFile>('mesh', input, { signal: begun.signal, told: () => begun.abort() }),
      ...Array.from({ length: 4 }, () => inThread<typeof meshInFile>('mesh', input, { signal: waits.signal }))
    ]);
    waits.abort();
    for (const each of await errands)
      expect(each).toMatchObject({ status: 'rejected', reason: { status: 503, message: /called off/ } });
    await expect(inThread<typeof meshInFile>('mesh', input, { signal: begun.signal })).rejects.toThrow(
      /called off/
    );
    expect(await inThread<typeof meshInFile>('mesh', input)).toMatchObject({ unit: 'mm' });
  });

  const known = () => ({ path: cube(), unit: 'mm' as const, known: ['mm' as const] });
  const crewWith = (limits: Partial<CrewLimits>) =>
    new Crew({
      hands: 1,
      waiting_of_one: 3,
      waiting: 5,
      memory_mb: 640,
      hangs_ms: { mesh: 60_000, calendar: 60_000, molds: 60_000, heat: 60_000, trial: 60_000 },
      ...limits
    });

  it('of one device only so many wait, and those of another have their turn between', async () => {
    const crew = crewWith({});
    const done: string[] = [];
    const of = (by: string) =>
      crew.do<typeof meshInFile>('mesh', known(), { by }).then(() => void done.push(by));
    const errands = Promise.allSettled(
      ['mine', 'mine', 'mine', 'mine', 'yours', 'theirs', 'late'].map((by) => of(by))
    );
    const refused = (await errands).flatMap((each, i) => (each.status === 'rejected' ? [i] : []));
    expect(refused).toEqual([3, 6]);
    expect(done).toEqual(['mine', 'yours', 'theirs', 'mine', 'mine']);
    await crew.end();
    await expect(of('mine')).rejects.toMatchObject({ status: 503 });
  });

  it('what takes more memory than a thread has, or hangs, is given up; the next one is read', async () => {
    const corners = file('long.obj', `${'v 1 2 3\n'.repeat(3_000_000)}f 1 2 3\n`);
    const small = crewWith({ memory_mb: 32 });
    await expect(
      small.do<typeof meshInFile>('mesh', { path: corners, unit: undefined, known: [] })
    ).rejects.toMatchObject({
      status: 422,
      errors: [{ path: 'file' }]
    });
    expect(await small.do<typeof meshInFile>('mesh', known())).toMatchObject({ unit: 'mm' });
    await small.end();
    const hasty = crewWith({ hangs_ms: { mesh: 1, calendar: 1, molds: 1, heat: 1, trial: 1 } });
    await expect(
      hasty.do<typeof meshInFile>('mesh', { path: cube(), unit: undefined, known: [] })
    ).rejects.toMatchObject({
      status: 503
    });
    await hasty.end();
  });

  it('a thread that died while nobody needed it is asked no more', async () => {
    const crew = crewWith({ hangs_ms: { mesh: 5000, calendar: 5000, molds: 5000, heat: 5000, trial: 5000 } });
    await crew.do<typeof meshInFile>('mesh', known());
    for (const worker of Reflect.get(crew, 'idle') as { terminate(): Promise<number> }[])
      await worker.terminate();
    expect(await crew.do<typeof meshInFile>('mesh', known())).toMatchObject({ unit: 'mm' });
    await crew.end();
  });

  it('is ended while it works: what it was at is refused', async () => {
    const crew = crewWith({});
    const errands = Promise.allSettled([
      crew.do<typeof meshInFile>('mesh', { ...known(), known: [] }),
      crew.do<typeof meshInFile>('mesh', known())
    ]);
    await crew.end();
    for (const each of await errands) expect(each).toMatchObject({ reason: { status: 503 } });
  });
});

describe('work that is followed by a name', () => {
  it('is told while it is done, and is nothing before and after', async () => {
    const name = '0c7e8ad0-7c1b-4d9e-9a60-000000000000';
    const nothing = { doing: null, done: null };
    expect(readWork(name)).toEqual(nothing);
    const answer = await followed(name, async (told) => {
      expect(readWork(name)).toEqual({ doing: 'waiting', done: 0 });
      told({ doing: 'searching', done: 0.4 });
      return readWork(name);
    });
    expect(answer).toEqual({ doing: 'searching', done: 0.4 });
    expect(readWork(name)).toEqual(nothing);
    // A name that is none is followed by nobody.
    await followed('../x', async () => expect(readWork('../x')).toEqual(nothing));
  });
});
