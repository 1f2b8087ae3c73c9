/** npm run passphrase: sets the passphrase that is asked for from beyond this machine. */
import { mkdirSync } from 'node:fs';
import { createInterface } from 'node:readline/promises';
import { Door } from '../src/lib/server/access/door';
import { Refusal } from '../src/lib/server/refusal';

const folder = process.argv[2]!;
mkdirSync(folder, { recursive: true, mode: 0o700 });
const lines = createInterface({ input: process.stdin, output: process.stdout });
try {
  const passphrase = await lines.question('A passphrase for your home network (at least 8 characters): ');
  await new Door(folder).setPassphrase(passphrase.trim());
  console.log('\nIt is set. Devices that were signed in have to give it anew, and tokens have ended.');
} catch (thrown) {
  if (!(thrown instanceof Refusal)) throw thrown;
  console.error(`\nBrunkel: ${thrown.message}`);
  process.exitCode = 1;
} finally {
  lines.close();
}
