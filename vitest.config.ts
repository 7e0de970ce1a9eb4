import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'unit', include: ['tests/unit/**/*.test.ts'], testTimeout: 30_000 } },
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
