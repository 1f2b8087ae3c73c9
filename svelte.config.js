import adapter from './scripts/node-adapter.js';

/** @type {import('@sveltejs/kit').Config} */
export default {
  compilerOptions: {
    // Forms and tickets take the first figures of their record on purpose: what is typed must not be swept away when the
    // ledger changes, and for another record they are drawn anew ({#key}).
    warningFilter: ({ code }) => code !== 'state_referenced_locally'
  },
  kit: {
    // The bench and the end-to-end tests are held to the same types.
    typescript: {
      config: (config) => {
        // The build's own configuration is read as it stands, with the names of its files.
        config.compilerOptions.allowImportingTsExtensions = true;
        config.include.push(
          '../bench/**/*.ts',
          '../e2e/**/*.ts',
          '../faults/**/*.ts',
          '../follow/**/*.ts',
          '../scripts/**/*.ts'
        );
      }
    },
    adapter: adapter(),
    // The styles come with the page: on a slow network their own journey would double the wait for the first picture.
    inlineStyleThreshold: 80_000,
    alias: { $core: 'src/core' },
    // The gate checks origins of everything that changes anything, with or without a form (see `http/gate.ts`); a
    // second check of forms alone would answer in another voice.
    csrf: { trustedOrigins: ['*'] },
    csp: {
      mode: 'nonce',
      directives: {
        'default-src': ['self'],
        'script-src': ['self'],
        // Drawings and charts place things by style attributes.
        'style-src': ['self', 'unsafe-inline'],
        'img-src': ['self', 'data:', 'blob:'],
        'font-src': ['self', 'data:'],
        'connect-src': ['self'],
        'worker-src': ['self', 'blob:'],
        'object-src': ['none'],
        'base-uri': ['none'],
        'form-action': ['self'],
        'frame-ancestors': ['none']
      }
    }
  }
};
