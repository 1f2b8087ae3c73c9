import { svelte } from '@sveltejs/vite-plugin-svelte';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  plugins: [svelte()],
  resolve: {
    alias: {
      $core: here('src/core'),
      $lib: here('src/lib'),
      '$app/state': here('src/lib/ui/testing/app-state.ts'),
      '$app/navigation': here('src/lib/ui/testing/app-navigation.ts')
    }
  },
  test: {
    include: [
      'src/**/*.test.ts',
      'bench/**/*.test.ts',
      'faults/**/*.test.ts',
      'follow/**/*.test.ts',
      'scripts/**/*.test.mjs'
    ],
    environment: 'node',
    // All there are: it would leave one of two idle.
    maxWorkers: availableParallelism(),
    setupFiles: ['src/lib/server/testing/set-clock.ts'],
    // A test that hangs is ended; a slow machine fails none.
    testTimeout: 600_000,
    hookTimeout: 600_000
  }
});
