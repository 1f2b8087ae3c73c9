import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { strToU8, zipSync } from 'fflate';
import { writeStl } from '../src/core/pattern/file/write-stl';
import { cylinder } from '../src/core/pattern/shape/bodies';
import { start } from '../scripts/served';
import { ask } from './ask';
import { late } from './in-time';
import type { Found } from './table';

/** A mesh that is one is worked out in a few seconds; what is none is refused at once. */
const SLOWEST_MS = 8000;
const NEIGHBOUR_MS = 1000;

const body = cylinder(0.02, 0.03, 12);
const corners = Array.from({ length: body.length / 3 }, (_, i) =>
  [0, 1, 2].map((k) => (body[3 * i + k]! * 1000).toFixed(4)).join(' ')
);
const OBJ = `${corners.map((at) => `v ${at}`).join('\n')}\n${corners
  .flatMap((_, i) => (i % 3 === 0 ? [`f ${i + 1} ${i + 2} ${i + 3}`] : []))
  .join('\n')}\n`;
const STL_TEXT = `solid a\n${corners
  .flatMap((_, i) =>
    i % 3 === 0
      ? [
          `facet normal 0 0 0\nouter loop\n${corners
            .slice(i, i + 3)
            .map((at) => `vertex ${at}`)
            .join('\n')}\nendloop\nendfacet`
        ]
      : []
  )
  .join('\n')}\nendsolid a\n`;
const MODEL = `<model unit="millimeter"><resources><object id="1"><mesh><vertices>${corners
  .map((at) => at.split(' '))
  .map(([x, y, z]) => `<vertex x="${x}" y="${y}" z="${z}"/>`)
  .join('')}</vertices><triangles>${corners
  .flatMap((_, i) => (i % 3 === 0 ? [`<triangle v1="${i}" v2="${i + 1}" v3="${i + 2}"/>`] : []))
  .join('')}</triangles></mesh></object></resources><build><item objectid="1"/></build></model>`;

const WHOLE: [string, Uint8Array][] = [
  ['stl', writeStl(body)],
  ['text stl', strToU8(STL_TEXT)],
  ['obj', strToU8(OBJ)],
  ['3mf', zipSync({ '3D/3dmodel.model': strToU8(MODEL) })]
];

/** Mesh files cut off, bitten into and made up: told what is wrong with them, in time, and others are served meanwhile. */
export async function hostileMeshes(folder: string, tries: number, chance: () => number): Promise<Found> {
  const data = join(folder, 'meshes');
  const server = await start(data);
  const wrong: string[] = [];
  const send = async (name: string, bytes: Uint8Array) => {
    const began = performance.now();
    let waited = 0;
    const beside = setInterval(
      () => void ask(`${server.url}/api/v1/heaps`, 'GET').then(({ ms }) => (waited = Math.max(waited, ms))),
      100
    );
    const response = await fetch(`${server.url}/api/v1/meshes`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: new Blob([bytes as Uint8Array<ArrayBuffer>]),
      signal: AbortSignal.timeout(90_000)
    }).catch(() => null);
    clearInterval(beside);
    const ms = performance.now() - began;
    const status = response?.status ?? 0;
    await response?.arrayBuffer();
    if (![201, 400, 413, 422].includes(status)) wrong.push(`${name}: ${status}`);
    if (late(name, ms, SLOWEST_MS)) wrong.push(`${name}: ${Math.round(ms)} ms`);
    if (late(`a neighbour of ${name}`, waited, NEIGHBOUR_MS))
      wrong.push(`${name}: a neighbour waited ${Math.round(waited)} ms`);
    return status;
  };
  for (const [name, bytes] of WHOLE)
    if ((await send(`whole ${name}`, bytes)) !== 201) wrong.push(`a whole ${name} was not taken`);
  const bomb = zipSync({ '3D/3dmodel.model': new Uint8Array(170 * 1024 * 1024) }, { level: 1 });
  if ((await send('a package that unpacks to 170 MB', bomb)) !== 422) wrong.push('a bomb was taken');
  for (let i = 0; i < tries; i++) {
    const [name, whole] = WHOLE[Math.floor(chance() * WHOLE.length)]!;
    const bytes = whole.slice(0, chance() < 0.5 ? whole.length : Math.floor(chance() * whole.length));
    const bites = Math.floor(chance() * 12);
    for (let k = 0; k < bites; k++) bytes[Math.floor(chance() * bytes.length)] = Math.floor(chance() * 256);
    await send(`${name} ${i}`, bytes);
  }
  await server.end();
  const kept = join(data, 'files');
  const left = existsSync(kept) ? readdirSync(kept).filter((name) => name.startsWith('.in-')) : [];
  if (left.length > 0) wrong.push(`${left.length} files were left behind`);
  return { what: 'mesh files cut off and bitten into: told, in time', tried: tries + 5, wrong };
}
