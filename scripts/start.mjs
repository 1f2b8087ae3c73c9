/** npm start: serves the user's own records, migrated to the newest layout. */
import { DATA, ensureBuilt, ensureFreePort, ensureInstalled, ensureWritable } from './preflight.mjs';

await ensureFreePort();
ensureWritable(DATA);
await ensureInstalled();
await ensureBuilt();
// Only now: it needs packages, and on a fresh machine there were none before.
const { serve } = await import('./serve.mjs');
await serve(DATA, `Brunkel, with your records in ${DATA}`);
