import { join } from 'node:path';
import { rolldown } from 'rolldown';

/** What a worker thread runs, as one piece of code. @param root of the project, where its sources lie */
export async function bundledThread(root: string): Promise<string> {
  const bundled = await rolldown({
    input: join(root, 'src/lib/server/threads/thread.ts'),
    platform: 'node',
    resolve: { alias: { $core: join(root, 'src/core'), $lib: join(root, 'src/lib') } }
  });
  try {
    const { output } = await bundled.generate({ format: 'cjs', codeSplitting: false });
    return output[0].code;
  } finally {
    await bundled.close();
  }
}
