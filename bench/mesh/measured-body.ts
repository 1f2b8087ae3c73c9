/** A body of so many triangles read, measured and searched, in a process of its own: its figures as JSON. */
import { readFileSync } from 'node:fs';
import { analyse } from '../../src/core/pattern/analyse';
import { readMesh } from '../../src/core/pattern/file/read-mesh';
import { measure } from '../../src/core/pattern/mesh/measure';
import { seamsOf, watertight } from '../../src/core/pattern/mesh/seams';

const [file] = process.argv.slice(2) as [string];
const at = performance.now();
const bytes = new Uint8Array(readFileSync(file));
const { triangles } = readMesh(bytes, 'mm');
const read = performance.now();
const { volume_m3 } = measure(triangles);
const whole = watertight(seamsOf(triangles));
const checked = performance.now();
let longest = 0;
let since = performance.now();
const work = analyse(triangles);
for (let next = work.next(); !next.done; next = work.next()) {
  longest = Math.max(longest, performance.now() - since);
  since = performance.now();
}
console.log(
  JSON.stringify({
    triangles: triangles.length / 9,
    read_s: (read - at) / 1000,
    checked_s: (checked - at) / 1000,
    analysed_s: (performance.now() - checked) / 1000,
    longest_step_s: longest / 1000,
    memory_gb: (process.resourceUsage().maxRSS * 1024) / 1e9,
    volume_m3,
    watertight: whole
  })
);
