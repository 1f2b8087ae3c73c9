import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig, type Plugin } from 'vite';
import { bundledThread } from './src/lib/server/worker/bundled-thread.ts';

/**
 * What every page needs lies in one file: on a slow network each file costs a journey, and a browser makes six at a time.
 */
const FRAME = [
  /node_modules\/(svelte|clsx|devalue|esm-env|uuid)\//,
  /node_modules\/@sveltejs\/kit\/src\/(runtime|utils|exports)\//,
  /node_modules\/@skeletonlabs\/skeleton-svelte\/dist\/(internal|components\/navigation)\//,
  /src\/lib\/ui\/(frame\/(Rail|OutboxStrip|Overlays|SessionNote|single-keys)|page\/(overlay|places|Ticket))/,
  /src\/lib\/ui\/(outbox|draft|date\/(reader-day|written-date)|preferences|api-client|entry\/log-entry|toast\/toaster|timer\/(timers|Rings))/,
  /src\/lib\/ui\/field\/(as-sentence|posted-before|record-form|Field|TextField|FormTrouble|Posted)\b/,
  /src\/lib\/schema\/(posted-form|locale)/,
  // Three sizes at once are typed of flasks and patterns alone.
  /src\/core\/(quantity\/(?!sides)|time\/)/
];

const oneFrame: Plugin = {
  name: 'one-frame',
  configEnvironment: (environment) =>
    environment === 'client'
      ? {
          build: {
            rolldownOptions: {
              output: {
                codeSplitting: {
                  groups: [
                    {
                      name: 'frame',
                      test: (id: string) => FRAME.some((each) => each.test(id))
                    }
                  ]
                }
              }
            }
          }
        }
      : {}
};

/** Of a build the code of worker threads lies ready: a server bundles nothing. */
const readyThread: Plugin = {
  name: 'ready-thread',
  apply: 'build',
  async load(id) {
    if (!id.endsWith('/worker/thread-code.ts')) return null;
    const code = await bundledThread(import.meta.dirname);
    return `const code = ${JSON.stringify(code)};\nexport const threadCode = async () => code;`;
  }
};

export default defineConfig({
  plugins: [tailwindcss(), readyThread, sveltekit(), oneFrame]
});
