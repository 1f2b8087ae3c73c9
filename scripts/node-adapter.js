/**
 * Puts the built application into `build/` as @sveltejs/adapter-node does, with that package's own entries, but bundled by
 * Rolldown (which Vite brings along) and not by Rollup, and while the assets are compressed, not after: a third of the
 * build's time was that.
 */
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { rolldown } from 'rolldown';

const OUT = 'build';
/** Compiled parts, or files that they load beside themselves: these stay in their packages. */
const OUTSIDE = ['highs', 'sequelize', 'sharp', 'sqlite3'];
/** Umzug can be a command of its own, which nobody gives here; what that needs is a quarter of the start of a server. */
const NO_COMMAND_LINE = '@rushstack/ts-command-line';
const ENTRIES = join(dirname(fileURLToPath(import.meta.resolve('@sveltejs/adapter-node'))), 'files');

/** @returns {import('@sveltejs/kit').Adapter} */
export default function adapter() {
  return {
    name: 'node, by Rolldown',
    async adapt(builder) {
      const made = builder.getBuildDirectory('adapter-node');
      builder.rimraf(OUT);
      builder.rimraf(made);
      builder.mkdirp(made);
      builder.writeClient(`${OUT}/client`);
      builder.writePrerendered(`${OUT}/prerendered`);
      // Beside the server, so that packages are found from there.
      builder.copy(ENTRIES, `${made}/entries`);
      await Promise.all([
        builder.compress(`${OUT}/client`),
        builder.compress(`${OUT}/prerendered`),
        bundle(`${made}/entries`, builder.getServerDirectory(), {
          BASE: JSON.stringify(builder.config.kit.paths.base),
          ENV_PREFIX: '""',
          PRECOMPRESS: 'true',
          PRERENDERED: `new Set(${JSON.stringify(builder.prerendered.paths)})`
        })
      ]);
    },
    supports: { read: () => true }
  };
}

/** One server of the entry and what SvelteKit built, with all packages but those. */
async function bundle(entries, server, tokens) {
  const bundled = await rolldown({
    // The one entry that is served from. It finds the assets from where it lies: it is not to be parted.
    input: { handler: `${entries}/handler.js` },
    platform: 'node',
    external: OUTSIDE.map((name) => new RegExp(`^${name}(/.*)?$`)),
    plugins: [
      {
        name: 'entries',
        resolveId(id) {
          if (id === 'SERVER') return `${server}/index.js`;
          if (id === 'MANIFEST') return `${server}/manifest.js`;
          if (id === NO_COMMAND_LINE) return `\0${id}`;
        },
        load: (id) =>
          id === `\0${NO_COMMAND_LINE}`
            ? 'export class CommandLineAction {}\nexport class CommandLineParser {}'
            : null,
        transform: (code, id) =>
          id.startsWith(entries)
            ? {
                code: code.replace(
                  /\b(BASE|ENV_PREFIX|PRECOMPRESS|PRERENDERED)\b/g,
                  (token) => tokens[token]
                ),
                map: null
              }
            : null
      }
    ]
  });
  await bundled.write({
    dir: OUT,
    format: 'esm',
    chunkFileNames: 'server/chunks/[name]-[hash].js'
  });
  await bundled.close();
}
