import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      // The command line needs neither database nor server, so its tests run beside those of the core.
      {
        test: {
          name: 'unit',
          include: ['tests/unit/**/*.test.ts', 'tests/command/**/*.test.ts'],
          testTimeout: 120_000,
          // The test command runs the others at the same time.
          maxWorkers: Number(process.env['RIZO_WORKERS'] ?? 2),
        },
      },
      // These share a database, a server and two processors, so they take turns.
      {
        test: {
          name: 'whole',
          include: ['tests/server/**/*.test.ts', 'tests/browser/**/*.test.ts', 'tests/launch/**/*.test.ts'],
          fileParallelism: false,
          testTimeout: 120_000,
          hookTimeout: 120_000,
        },
      },
    ],
  },
});
