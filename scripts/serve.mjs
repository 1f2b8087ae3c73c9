/** Serves the build from a data folder until it is told to stop. */
import { createServer } from 'node:http';
import { join } from 'node:path';
import { HOST, PORT, ROOT, stop, whyNoPort } from './preflight.mjs';

export async function serve(folder, greeting) {
  process.env.BRUNKEL_DATA = folder;
  // The application limits bodies itself and answers with a problem document; the adapter would just hang up.
  process.env.BODY_SIZE_LIMIT = 'Infinity';
  let handler;
  try {
    ({ handler } = await import(join(ROOT, 'build', 'handler.js')));
  } catch (error) {
    stop(`the records in ${folder} cannot be opened: ${error.message}`);
  }
  const server = createServer(handler);
  // Longer than clients keep an idle connection for reuse: who closes first must not be us, or a request that is
  // just on its way meets a closed door.
  server.keepAliveTimeout = 75_000;
  server.headersTimeout = 80_000;
  server.on('error', (error) => stop(whyNoPort(error)));
  server.listen(PORT, HOST, () => {
    const { port } = server.address();
    console.log(`\n${greeting}\n\n  http://${HOST.includes(':') ? `[${HOST}]` : HOST}:${port}\n`);
    process.send?.({ port });
  });
  const end = () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  };
  process.on('SIGINT', end);
  process.on('SIGTERM', end);
}
