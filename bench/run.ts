import { computing } from './computing';
import { serving } from './serving';
import { table, type Measured } from './table';

const rows: Measured[] = [...(await computing()), ...(await serving())];
console.log(table(rows));
process.exit(rows.every((row) => row.value <= row.target) ? 0 : 1);
