import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { deflateSync } from 'node:zlib';
import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import { writeStl } from '../src/core/pattern/file/write-stl';
import { ball } from '../src/core/pattern/shape/bodies';
import { start } from '../scripts/served';
import { ask, pause } from './ask';
import { SHORT, late } from './in-time';
import type { Found } from './table';

/** An answer or a refusal, ms; of a million triangles. */
const ANSWERED_MS = 10_000;
const MILLION_MS = 20_000;
/** The worst of those who only look meanwhile, ms. */
const BESIDE_MS = 300;
const MOST_MEMORY_MB = 1024;
const ENDED_MS = 3000;
/** Whoever leaves calls their work off so soon, ms. */
const LEFT_MS = 1000;

interface Upload {
  what: string;
  to: 'mesh' | 'photo' | 'calendar';
  bytes: () => Uint8Array | Promise<Uint8Array>;
  /** What may be answered. */
  status: readonly number[];
  most_ms?: number;
  /** Too long for the short form. */
  long?: true;
}

const model = (resources: string, build = '<item objectid="1"/>') =>
  zipSync({
    '3D/3dmodel.model': strToU8(
      `<model unit="millimeter"><resources>${resources}</resources><build>${build}</build></model>`
    )
  });
const repeated = (text: string, times: number) => strToU8(text.repeat(times));
const calendar = (...parts: string[]) =>
  strToU8(['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:x', ...parts, 'END:VCALENDAR', ''].join('\r\n'));
const event = (i: number, ...lines: string[]) =>
  ['BEGIN:VEVENT', `UID:${i}`, 'DTSTART;TZID=Nowhere:20260101T100000', ...lines, 'END:VEVENT'].join('\r\n');
const events = (n: number, ...lines: string[]) =>
  calendar(...Array.from({ length: n }, (_, i) => event(i, ...lines)));

/** Empty parts that hold each other: eight deep, forty of each, 40^8 placings. */
const nested = model(
  Array.from(
    { length: 8 },
    (_, i) =>
      `<object id="${i + 1}"><components>${`<component objectid="${i + 2}"/>`.repeat(40)}</components></object>`
  ).join('') + '<object id="9"><mesh><vertices/><triangles/></mesh></object>'
);
/** Each word stands for ten of the one before. */
const growing = strToU8(
  `<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa">${'bcdefghij'
    .split('')
    .map((name, i) => `<!ENTITY ${name} "${`&${'abcdefghij'[i]};`.repeat(10)}">`)
    .join('')}]><svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><text>&j;</text></svg>`
);

/** A PNG that claims to be as large as it likes, and is all one colour. */
function flatPng(width: number, height: number): Uint8Array {
  const chunk = (name: string, data: Uint8Array) => {
    const body = Buffer.concat([Buffer.from(name), data]);
    const length = Buffer.alloc(4);
    length.writeUInt32BE(data.length);
    const sum = Buffer.alloc(4);
    sum.writeUInt32BE(crc(body));
    return Buffer.concat([length, body, sum]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 0, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from('89504e470d0a1a0a', 'hex'),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(Buffer.alloc((width + 1) * height))),
    chunk('IEND', Buffer.alloc(0))
  ]);
}

/** @source ISO 3309, as PNG has it */
function crc(of: Uint8Array): number {
  let sum = 0xffffffff;
  for (const byte of of) {
    sum ^= byte;
    for (let k = 0; k < 8; k++) sum = sum & 1 ? (sum >>> 1) ^ 0xedb88320 : sum >>> 1;
  }
  return (sum ^ 0xffffffff) >>> 0;
}

const photo = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#876' } });

/** A fan of triangles about one corner: its hub has as many edges as there are. */
function fan(spokes: number): Uint8Array {
  const triangles = new Float32Array(9 * spokes);
  for (let t = 0; t < spokes; t++)
    for (const [k, step] of [
      [1, t],
      [2, t + 1]
    ] as const) {
      const turn = (2 * Math.PI * (step % spokes)) / spokes;
      triangles.set([0.05 * Math.cos(turn), 0.05 * Math.sin(turn), 0.02], 9 * t + 3 * k);
    }
  return writeStl(triangles);
}

const REFUSED = [413, 415, 422] as const;
const UPLOADS: readonly Upload[] = [
  { what: 'empty parts in parts, 40^8', to: 'mesh', bytes: () => nested, status: REFUSED },
  {
    what: 'a package of a million parts',
    to: 'mesh',
    bytes: () => model('<object id="1"/>'.repeat(1_000_000)),
    status: REFUSED
  },
  {
    what: 'a package that unpacks to 390 MB',
    to: 'mesh',
    bytes: () => zipSync({ '3D/3dmodel.model': new Uint8Array(390 * 1024 * 1024) }, { level: 1 }),
    status: REFUSED
  },
  {
    long: true,
    what: 'a package of 150 MB of corners',
    to: 'mesh',
    bytes: () => model(`<object id="1"><mesh><vertices>${'<vertex x="1" y="2" z="3"/>'.repeat(5_500_000)}`),
    status: REFUSED
  },
  {
    what: 'text STL of lone facets, 40 MB',
    to: 'mesh',
    bytes: () => strToU8(`solid a\n${'facet '.repeat(7_000_000)}`),
    status: REFUSED
  },
  {
    what: 'text STL of spaces, 40 MB',
    to: 'mesh',
    bytes: () => strToU8(`solid a\nfacet normal${' '.repeat(40_000_000)}vertex`),
    status: REFUSED
  },
  {
    what: 'text STL without corners',
    to: 'mesh',
    bytes: () => repeated('solid a\nfacet normal 0 0 1\nendfacet\nendsolid a\n', 1),
    status: REFUSED
  },
  {
    long: true,
    what: 'OBJ of 6 million corners',
    to: 'mesh',
    bytes: () => strToU8(`${'v 1 2 3\n'.repeat(6_000_000)}f 1 2 3\n`),
    status: REFUSED
  },
  {
    long: true,
    what: 'OBJ of 25 million groups',
    to: 'mesh',
    bytes: () => strToU8(`${'o\n'.repeat(25_000_000)}`),
    status: REFUSED
  },
  {
    what: 'OBJ of one face of all corners',
    to: 'mesh',
    bytes: () => strToU8(`v 0 0 0\nv 1 0 0\nv 0 1 0\nf${' 1 2 3'.repeat(8_000_000)}\n`),
    status: REFUSED
  },
  {
    long: true,
    what: 'a wheel of 900,000 spokes',
    to: 'mesh',
    bytes: () => fan(900_000),
    status: [201, 422],
    most_ms: MILLION_MS
  },
  {
    what: 'one triangle a million times',
    to: 'mesh',
    bytes: () => {
      const one = new Float32Array(9 * 1_000_000);
      for (let t = 0; t < 1_000_000; t++) one.set([0, 0, 0, 0.05, 0, 0, 0, 0.05, 0], 9 * t);
      return writeStl(one);
    },
    status: [201, 422],
    most_ms: MILLION_MS
  },
  {
    long: true,
    what: 'a sound million of triangles',
    to: 'mesh',
    bytes: () => writeStl(ball(0.05, 1000)),
    status: [201],
    most_ms: MILLION_MS
  },
  { what: 'a drawing that grows', to: 'photo', bytes: () => growing, status: REFUSED },
  {
    what: 'a drawing that says it is a JPEG',
    to: 'photo',
    bytes: () => Buffer.concat([Buffer.from('ffd8ff', 'hex'), growing]),
    status: REFUSED
  },
  {
    what: 'a flat PNG of 400 million pixels',
    to: 'photo',
    bytes: () => flatPng(20_000, 20_000),
    status: REFUSED
  },
  { what: 'a flat PNG of 49 million pixels', to: 'photo', bytes: () => flatPng(7000, 7000), status: [201] },
  {
    what: 'a JPEG of 100 million pixels',
    to: 'photo',
    bytes: () => photo(12_000, 8333).jpeg().toBuffer(),
    status: [201]
  },
  {
    what: 'a JPEG of 100 million pixels in passes',
    to: 'photo',
    bytes: () => photo(12_000, 8333).jpeg({ progressive: true }).toBuffer(),
    status: REFUSED
  },
  { what: '3,000 entries', to: 'calendar', bytes: () => events(3000, 'SUMMARY:x'), status: [201] },
  { what: '19,000 entries', to: 'calendar', bytes: () => events(19_000, 'SUMMARY:x'), status: [201] },
  {
    long: true,
    what: '19,000 daily entries of old',
    to: 'calendar',
    bytes: () => events(19_000, 'RRULE:FREQ=DAILY;UNTIL=20260201T000000Z'),
    status: [201]
  },
  {
    what: 'an entry of every second',
    to: 'calendar',
    bytes: () => events(1, 'RRULE:FREQ=SECONDLY'),
    status: [201]
  },
  {
    long: true,
    what: 'an entry of 400,000 dates',
    to: 'calendar',
    bytes: () => events(1, `RDATE:${'20260403T100000Z,'.repeat(400_000)}20260403T100000Z`),
    status: [201]
  },
  {
    what: 'calendars in calendars',
    to: 'calendar',
    bytes: () => strToU8('BEGIN:VCALENDAR\r\n'.repeat(200_000)),
    status: REFUSED
  }
];

/** Files that are made to hurt, and honest large ones: each is answered in its time, and who only looks meanwhile hardly waits. */
export async function hostileUploads(folder: string): Promise<Found> {
  const server = await start(join(folder, 'uploads'));
  const wrong: string[] = [];
  const tried = UPLOADS.filter(({ long }) => !(SHORT && long));
  const made = async (path: string, body: unknown) => {
    const { status, body: record } = await ask(`${server.url}/api/v1/${path}`, 'POST', body);
    if (status !== 201) wrong.push(`${path}: ${status}`);
    return record.id as number;
  };
  const pattern = await made('patterns', {
    name: 'Latch',
    length_mm: 100,
    width_mm: 40,
    height_mm: 10,
    volume_l: 0.03,
    known_by: 'displacement'
  });
  const member = await made('members', { name: 'Ada' });
  const TO = {
    mesh: 'meshes',
    photo: `patterns/${pattern}/photo`,
    calendar: `members/${member}/busy?source=x.ics&zone=Europe/London`
  };
  const send = (to: Upload['to'], bytes: Uint8Array) =>
    fetch(`${server.url}/api/v1/${TO[to]}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: new Blob([bytes as Uint8Array<ArrayBuffer>]),
      signal: AbortSignal.timeout(180_000)
    }).catch(() => null);
  for (const { what, to, bytes, status, most_ms = ANSWERED_MS } of tried) {
    const content = await bytes();
    const looking = lookBeside(server.url);
    const began = performance.now();
    const response = await send(to, content);
    const ms = performance.now() - began;
    const worst = await looking();
    const text = (await response?.text()) ?? 'no answer';
    if (!status.includes(response?.status ?? 0))
      wrong.push(`${what}: ${response?.status} ${text.slice(0, 160)}`);
    if (late(what, ms, most_ms)) wrong.push(`${what}: answered after ${Math.round(ms)} ms`);
    if (late(`beside ${what}`, worst, BESIDE_MS))
      wrong.push(`${what}: who looked waited ${Math.round(worst)} ms`);
    if (process.env.BRUNKEL_LOUD)
      console.log(
        `${what}: ${response?.status}, ${Math.round(ms)} ms, beside ${Math.round(worst)} ms, ${memoryOf(server.child.pid!)} MB`
      );
  }
  const left = await calledOff(`${server.url}/api/v1`);
  if (late('what its sender left', left, LEFT_MS))
    wrong.push(`work went on ${Math.round(left)} ms for nobody`);
  const memory = memoryOf(server.child.pid!);
  if (memory > MOST_MEMORY_MB) wrong.push(`it took ${memory} MB at its most`);
  // Whatever it is at, it ends when it is told to.
  const working = [
    send('mesh', writeStl(ball(0.05, 1000))),
    send('photo', await photo(12_000, 8333).jpeg().toBuffer())
  ];
  await pause(1000);
  const told = performance.now();
  await server.end();
  const ended = performance.now() - told;
  await Promise.all(working);
  if (late('its end in the middle of work', ended, ENDED_MS))
    wrong.push(`it ended after ${Math.round(ended)} ms`);
  return { what: 'uploads that are made to hurt: answered in time', tried: tried.length, wrong };
}

/** Sends a large mesh, leaves while it is worked out, and waits until nobody works at it any more; how long that took, ms. */
async function calledOff(api: string): Promise<number> {
  const name = '7d2c6a30-0000-4000-8000-000000000001';
  const doing = async () => (await ask(`${api}/works/${name}`, 'GET')).body.doing;
  const caller = new AbortController();
  const sent = fetch(`${api}/meshes`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', 'brunkel-work': name },
    body: new Blob([writeStl(ball(0.05, 900)) as Uint8Array<ArrayBuffer>]),
    signal: caller.signal
  }).catch(() => null);
  let answered = false;
  void sent.then(() => (answered = true));
  const begun = async () => ![null, 'waiting'].includes((await doing()) as string | null);
  while (!answered && !(await begun())) await pause(50);
  caller.abort();
  await sent;
  const began = performance.now();
  while ((await doing()) !== null) await pause(20);
  return performance.now() - began;
}

/** Looks at a page's figures again and again until it is told to stop; then the longest that it waited, ms. */
function lookBeside(url: string): () => Promise<number> {
  let on = true;
  let worst = 0;
  const looking = (async () => {
    while (on) {
      worst = Math.max(worst, (await ask(`${url}/api/v1/heaps`, 'GET')).ms);
      await pause(20);
    }
  })();
  return async () => {
    on = false;
    await looking;
    return worst;
  };
}

/** The most memory that a process ever took, MB. */
function memoryOf(pid: number): number {
  const kb = /^VmHWM:\s+(\d+) kB$/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1];
  return Math.round(Number(kb) / 1024);
}
