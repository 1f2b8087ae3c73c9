import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { layOut } from '../../src/core/mold/placement';
import { writeStl } from '../../src/core/pattern/file/write-stl';
import { torus } from '../../src/core/pattern/shape/bodies';
import { builtFile } from '../as-built';
import type { Measured } from '../table';
import { pageTasks } from './page-tasks';

/** Segments about the ring and about its tube, for a thousand to a million triangles. */
const BODIES = [
  [32, 16],
  [100, 50],
  [316, 158],
  [1000, 500]
] as const;
const TRIES = 3;

interface Body {
  triangles: number;
  read_s: number;
  checked_s: number;
  analysed_s: number;
  longest_step_s: number;
  memory_gb: number;
  watertight: boolean;
}

/** Meshes from a thousand to a million triangles: read, measured, searched; beside admesh where that is installed. */
export async function meshing(): Promise<Measured[]> {
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-mesh-'));
  const program = await builtFile('bench/mesh/measured-body.ts');
  try {
    const bodies: Body[] = [];
    let million = '';
    for (const [ring, tube] of BODIES) {
      const file = join(folder, `${ring}.stl`);
      writeFileSync(file, writeStl(torus(0.05, 0.02, ring, tube)));
      const tries = Array.from({ length: TRIES }, () => measuredBody(program.file, file));
      bodies.push(tries.reduce((a, b) => (b.checked_s + b.analysed_s < a.checked_s + a.analysed_s ? b : a)));
      million = file;
    }
    console.log('triangles   read and checked s   searched and drawn s   memory GB');
    for (const { triangles, checked_s, analysed_s, memory_gb } of bodies)
      console.log(
        [
          String(triangles).padStart(9),
          checked_s.toFixed(3).padStart(18),
          analysed_s.toFixed(2).padStart(22),
          memory_gb.toFixed(2).padStart(12)
        ].join(' ')
      );
    const largest = bodies.at(-1)!;
    if (bodies.some((each) => !each.watertight)) throw new Error('A ring that is whole was found open.');
    const admesh = admeshSeconds(million);
    return [
      { what: 'mesh, 1M triangles: read, measured, checked', value: largest.checked_s, target: 1, unit: 's' },
      { what: 'mesh, 1M: searched and drawn', value: largest.analysed_s, target: 10, unit: 's' },
      { what: 'mesh, 1M: memory', value: largest.memory_gb, target: 1, unit: 'GB' },
      ...(admesh === null
        ? []
        : [{ what: 'mesh, 1M: against admesh', value: largest.checked_s / admesh, target: 1, unit: '×' }]),
      ...(await pageTasks(million)),
      { what: 'a dozen patterns placed', value: dozenPlaced(), target: 1, unit: 's' }
    ];
  } finally {
    program.remove();
    rmSync(folder, { recursive: true, force: true });
  }
}

function measuredBody(program: string, file: string): Body {
  const { stdout, stderr } = spawnSync(process.execPath, [program, file], {
    encoding: 'utf8',
    maxBuffer: 1 << 24
  });
  const line = stdout.trim().split('\n').at(-1);
  if (!line?.startsWith('{')) throw new Error(`A mesh was not measured: ${stderr}`);
  // Our own process prints what `Body` names.
  return JSON.parse(line) as Body;
}

/** Wall time of admesh on the same file, the best of three; null where it is not installed. */
function admeshSeconds(file: string): number | null {
  const once = () => {
    const at = performance.now();
    const { error, status } = spawnSync('admesh', ['--exact', file], {
      stdio: 'ignore'
    });
    return error || status !== 0 ? null : (performance.now() - at) / 1000;
  };
  const tries = Array.from({ length: TRIES }, once);
  if (tries.some((each) => each === null)) {
    console.log('admesh: not compared, as it is not installed');
    return null;
  }
  return Math.min(...(tries as number[]));
}

function dozenPlaced(): number {
  const castings = Array.from({ length: 12 }, (_, i) => ({
    length_m: 0.06 + 0.01 * (i % 4),
    width_m: 0.04 + 0.005 * (i % 3),
    above_m: 0,
    below_m: 0.02,
    kg: 0.3
  }));
  const flask = { shape: 'rectangular', length_m: 0.6, width_m: 0.45, cope_m: 0.1, drag_m: 0.1 } as const;
  const tries = Array.from({ length: TRIES }, () => {
    const at = performance.now();
    const { keeps } = layOut(castings, 'aluminium', flask);
    if (!keeps) throw new Error('A dozen that fit were not placed.');
    return (performance.now() - at) / 1000;
  });
  return Math.min(...tries);
}
