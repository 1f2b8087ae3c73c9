import { ensureReady } from '../scripts/building.mjs';

/** Packages and build once, before the tests start servers side by side. */
export default async function prepare() {
  await ensureReady({ tests: true });
}
