import { fork } from 'node:child_process';

/** The production server on a free port with the records in a folder. */
export async function served(folder: string): Promise<{ url: string; end(): Promise<void> }> {
  const child = fork('scripts/start.mjs', {
    env: { ...process.env, PORT: '0', HOST: '127.0.0.1', BRUNKEL_DATA: folder },
    silent: true
  });
  const port = await new Promise<number>((resolve, reject) => {
    child.once('message', (message: { port: number }) => resolve(message.port));
    child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)));
  });
  return {
    url: `http://127.0.0.1:${port}`,
    end: () =>
      new Promise((resolve) => {
        child.once('exit', () => resolve());
        child.kill('SIGTERM');
      })
  };
}
