import { fork } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { rolldown } from 'rolldown';
import type { Measured } from './table';

const ROOT = fileURLToPath(new URL('..', import.meta.url));

export interface AsBuilt {
  file: string;
  remove(): void;
}

/**
 * A module as the server's build would run it, in one file. Run from its sources every function that is made on the way is
 * named anew by the loader, and what makes many of them looks twice as slow as it is.
 *
 * @param module from the project's root
 */
export async function builtFile(module: string): Promise<AsBuilt> {
  // Below the project, where packages are found from.
  const folder = mkdtempSync(join(ROOT, 'build/bench-'));
  const file = join(folder, 'bench.mjs');
  const bundled = await rolldown({
    input: join(ROOT, module),
    platform: 'node',
    external: (id) => !/^[./$]/.test(id),
    resolve: { alias: { $core: join(ROOT, 'src/core'), $lib: join(ROOT, 'src/lib') } },
    // A client's part of a shared module asks for what only a build has; none of it is run here.
    logLevel: 'silent'
  });
  try {
    await bundled.write({ file, format: 'esm', codeSplitting: false });
  } finally {
    await bundled.close();
  }
  return { file, remove: () => rmSync(folder, { recursive: true, force: true }) };
}

/** What a module of the bench measures, in a process of its own that runs it as built. */
export async function measuredAsBuilt(module: string, name: string): Promise<Measured[]> {
  const { file, remove } = await builtFile(module);
  try {
    return await new Promise((resolve, reject) => {
      const child = fork(join(ROOT, 'bench/measuring.mjs'), [file, name], { cwd: ROOT, execArgv: [] });
      // What is sent are its rows.
      child.once('message', (rows) => resolve(rows as Measured[]));
      child.once('exit', (code) =>
        reject(new Error(`${module} ended with ${code} and had measured nothing.`))
      );
    });
  } finally {
    remove();
  }
}
