import { ensureBuilt, ensureInstalled } from '../scripts/preflight.mjs';

/** Packages and build once, before the tests start servers side by side. */
export default async function prepare() {
  await ensureInstalled();
  await ensureBuilt();
}
