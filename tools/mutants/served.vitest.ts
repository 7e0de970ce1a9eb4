import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import { mutantsPlugin } from './plugin.ts';

/** The tests of the server while one of its lines is broken: in the server that they ask, and in what they call of it themselves. */
export default defineConfig({
  root: fileURLToPath(new URL('../..', import.meta.url)),
  plugins: [mutantsPlugin()],
  test: {
    include: ['tests/server/**/*.test.ts'],
    setupFiles: ['tools/mutants/broken.ts', 'tests/seed.ts', 'src/core/text/first-metrics.ts'],
    isolate: false,
    expect: { poll: { timeout: 20_000, interval: 50 } },
    testTimeout: 100_000,
    hookTimeout: 100_000,
    update: 'none',
    maxWorkers: 2,
  },
});
