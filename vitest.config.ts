import { defineConfig } from 'vitest/config';

/** Machines are shared: what comes about may take its time, and a limit is there to end what hangs. */
const PATIENT = { poll: { timeout: 20_000, interval: 50 } };
const LONG = 400_000;
/** Where several times as many random cases are tried, they have as many times as long. */
const AS_MANY = LONG * Math.max(1, Number(process.env['RIZO_RUNS'] ?? 1));

export default defineConfig({
  test: {
    // A golden that is missing fails; `npx vitest run -u` writes it, to be looked at.
    update: process.argv.includes('-u') ? 'all' : 'none',
    // What is made of a module for a test file serves those of the other runs, too.
    experimental: { fsModuleCache: true, fsModuleCachePath: '.rizo/test-modules' },
    projects: [
      // The command line needs neither database nor server, so its tests run beside those of the core.
      {
        test: {
          name: 'unit',
          include: ['tests/unit/**/*.test.ts', 'tests/command/**/*.test.ts'],
          setupFiles: ['tests/seed.ts', 'src/core/text/first-metrics.ts'],
          expect: PATIENT,
          testTimeout: AS_MANY,
          hookTimeout: LONG,
          // They share what they load, which else takes longer than the tests; what they keep is by key and not by turn.
          isolate: false,
          // The test command runs the others at the same time.
          maxWorkers: Number(process.env['RIZO_WORKERS'] ?? 2),
        },
      },
      // The parts of the page that hold people's work, without a browser: each window has modules of its own.
      {
        test: {
          name: 'page',
          include: ['tests/page/**/*.test.ts'],
          setupFiles: ['tests/seed.ts'],
          maxWorkers: Number(process.env['RIZO_WORKERS'] ?? 2),
          testTimeout: AS_MANY,
          hookTimeout: LONG,
        },
      },
      // These share a server, and each makes reports of its own in it. Much of their time is waiting.
      {
        test: {
          name: 'served',
          include: ['tests/server/**/*.test.ts', 'tests/browser/**/*.test.ts'],
          setupFiles: ['tests/seed.ts', 'src/core/text/first-metrics.ts', 'tests/browser/watched.ts'],
          maxWorkers: 3,
          // As above: what they load takes longer than many of their tests.
          isolate: false,
          expect: PATIENT,
          testTimeout: LONG,
          hookTimeout: LONG,
        },
      },
      // These start and kill servers and databases of their own.
      {
        test: {
          name: 'launch',
          include: ['tests/launch/**/*.test.ts'],
          // Each has a folder, ports and processes of its own, and much of their time is waiting.
          maxWorkers: 2,
          expect: PATIENT,
          testTimeout: LONG,
          hookTimeout: LONG,
        },
      },
    ],
  },
});
