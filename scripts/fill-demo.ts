/** Fills a folder with the demo records: `tsx scripts/fill-demo.ts FOLDER [ISO time that counts as today]`. */
import { nowIso, setNow } from '../src/core/time/now';
import { fillDemo } from '../src/lib/server/demo/fill-demo';
import { openDatabase } from '../src/lib/server/database/database';

if (process.env.BRUNKEL_NOW) setNow(process.env.BRUNKEL_NOW);
const [folder, today = nowIso()] = process.argv.slice(2);
if (!folder) throw new Error('Say which folder to fill.');
const db = await openDatabase(folder);
await fillDemo(db, new Date(today));
// Everything into the one file: it is moved into place without its write-ahead log.
await db.sequelize.query('PRAGMA wal_checkpoint(TRUNCATE)');
await db.close();
