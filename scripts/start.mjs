/** npm start: serves the user's own records, migrated to the newest layout. */
import { DATA, ensureBuilt, ensureFreePort, ensureInstalled, ensureWritable } from './preflight.mjs';
import { serve } from './serve.mjs';

await ensureFreePort();
ensureWritable(DATA);
await ensureInstalled();
await ensureBuilt();
await serve(DATA, `Brunkel, with your records in ${DATA}`);
