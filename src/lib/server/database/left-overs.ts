import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';

/** What a server that was killed left unfinished, by its folder: half an upload, a copy on its way out, a walk half kept. */
const LEFT_OVERS: readonly (readonly [folder: string, name: RegExp])[] = [
  ['files', /^\.in-/],
  ['copies', /^\.leaving-/],
  ['kept-walks', /\.part$/]
];

/** Lets go of what was left unfinished. Only who holds the folder may: to nobody else is it known to be unfinished. */
export function clearLeftOvers(folder: string): void {
  for (const [inside, left] of LEFT_OVERS) {
    const at = join(folder, inside);
    if (!existsSync(at)) continue;
    for (const name of readdirSync(at)) if (left.test(name)) rmSync(join(at, name), { force: true });
  }
}
