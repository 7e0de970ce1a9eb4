import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';
import { mutantsPlugin } from './plugin.ts';

const root = fileURLToPath(new URL('../..', import.meta.url));

/** The files that are run, in their order; none where all are. */
const order = JSON.parse(process.env['RIZO_MUTANT_FILES'] ?? '[]') as string[];

class AsGiven extends BaseSequencer {
  override async sort(files: TestSpecification[]) {
    const place = ({ moduleId }: TestSpecification) => order.findIndex((file) => `${root}${file}` === moduleId);
    return [...files].sort((a, b) => place(a) - place(b));
  }
}

export default defineConfig({
  root,
  plugins: [mutantsPlugin()],
  test: {
    include: order.length > 0 ? order : ['tests/unit/**/*.test.ts', 'tests/page/**/*.test.ts'],
    sequence: { sequencer: AsGiven },
    // What is worked out while a module is loaded is come by in each file that loads it. Windows have modules of their own.
    isolate: order.length === 0 || order.some((file) => file.startsWith('tests/page/')),
    setupFiles: ['tools/mutants/broken.ts', 'tests/seed.ts', 'src/core/text/first-metrics.ts'],
    expect: { poll: { timeout: 5000, interval: 50 } },
    // A mutant may go round for ever.
    testTimeout: 60_000,
    hookTimeout: 60_000,
    update: 'none',
    maxWorkers: Number(process.env['RIZO_WORKERS'] ?? 1),
  },
});
