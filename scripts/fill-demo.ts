/** Fills a folder with the demo records: `tsx scripts/fill-demo.ts FOLDER [ISO time that counts as today]`. */
import { fillDemo } from '../src/lib/server/demo/fill-demo';
import { openDatabase } from '../src/lib/server/database/database';

const [folder, today = process.env.BRUNKEL_TODAY ?? new Date().toISOString()] = process.argv.slice(2);
if (!folder) throw new Error('Say which folder to fill.');
const db = await openDatabase(folder);
await fillDemo(db, new Date(today));
// Everything into the one file: it is moved into place without its write-ahead log.
await db.sequelize.query('PRAGMA wal_checkpoint(TRUNCATE)');
await db.close();
