/** Runs what a built module of the bench measures, and sends its rows: measuring.mjs <module> <function>. */
import { pathToFileURL } from 'node:url';

const [file, name] = process.argv.slice(2);
const measured = await import(pathToFileURL(file).href);
process.send(await measured[name](), () => process.exit());
