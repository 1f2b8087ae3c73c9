import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
  preprocess: vitePreprocess(),
  kit: {
    // The bench and the end-to-end tests are held to the same types.
    typescript: {
      config: (config) => {
        config.include.push('../bench/**/*.ts', '../e2e/**/*.ts', '../scripts/**/*.ts');
      }
    },
    adapter: adapter(),
    alias: { $core: 'src/core' },
    // Every write is JSON, which a foreign page cannot send without a preflight that we never grant;
    // the form check would only answer 403 where the interface promises 415.
    csrf: { trustedOrigins: ['*'] }
  }
};
