import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('../../../../', import.meta.url));
let code: Promise<string> | undefined;

/**
 * What a worker thread runs. Of a build this module is that code (see `vite.config.ts`); run from sources it is bundled at
 * first use.
 */
export function threadCode(): Promise<string> {
  code ??= import('./bundled-thread').then(({ bundledThread }) => bundledThread(ROOT));
  return code;
}
