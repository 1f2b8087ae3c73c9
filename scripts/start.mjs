/** npm start: serves the user's own records, migrated to the newest layout. */
import { ensureReady } from './building.mjs';
import { DATA, ensureFreePort, ensureWritable } from './preflight.mjs';

await ensureFreePort();
ensureWritable(DATA);
await ensureReady();
// Only now: it needs packages, and on a fresh machine there were none before.
const { serve } = await import('./serve.mjs');
await serve(DATA, `Brunkel, with your records in ${DATA}`);
