/** All checks and tests, on a database and ports of their own. */
import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { needChromium } from './packages.ts';
import { ROOT, stateFolder } from './paths.ts';
import { freePort, run } from './processes.ts';
import { say } from './say.ts';
import { bringUp } from './serve.ts';

const tool = (path: string, ...args: string[]) => [join(ROOT, 'node_modules', path), ...args];

/** Each check counts as one test. */
const CHECKS: { name: string; args: string[] }[] = [
  // Writes the types of Astro's own modules, which the next two need.
  { name: 'types of Astro’s modules', args: tool('astro/astro.js', 'sync') },
  { name: 'types of pages', args: tool('@astrojs/check/bin/astro-check.js', '--minimumSeverity', 'error') },
  { name: 'types', args: tool('typescript/bin/tsc', '--noEmit') },
  { name: 'lint and format', args: tool('@biomejs/biome/bin/biome', 'check', '.') },
  {
    name: 'layer rules',
    args: tool('dependency-cruiser/bin/dependency-cruise.mjs', 'src', '--config', '.dependency-cruiser.cjs'),
  },
  { name: 'dead code', args: tool('knip/bin/knip.js', '--no-config-hints') },
];

interface Counts {
  passed: number;
  failed: number;
}

interface VitestReport {
  numPassedTests: number;
  numFailedTests: number;
  numFailedTestSuites: number;
  testResults: { status: string; assertionResults: unknown[] }[];
}

function countsOf(reportFile: string, code: number): Counts {
  try {
    const report = JSON.parse(readFileSync(reportFile, 'utf8')) as VitestReport;
    // A file that could not be loaded has no tests, but it failed.
    const broken = report.testResults.filter(
      (file) => file.status === 'failed' && file.assertionResults.length === 0,
    ).length;
    const failed = report.numFailedTests + broken;
    return { passed: report.numPassedTests, failed: failed === 0 && code !== 0 ? 1 : failed };
  } catch (error) {
    say(`the test report could not be read: ${(error as Error).message}`);
    return { passed: 0, failed: 1 };
  }
}

/** Runs checks one after the other. */
async function runChecks(checks: typeof CHECKS): Promise<Counts> {
  const counts: Counts = { passed: 0, failed: 0 };
  for (const check of checks) {
    say(`${check.name} …`);
    const code = await run(process.execPath, check.args, { cwd: ROOT });
    if (code === 0) counts.passed++;
    else {
      counts.failed++;
      say(`${check.name}: FAILED`);
    }
  }
  return counts;
}

/** Builds, and runs the test files, or those whose path holds `only`. */
async function runFiles(only: string | undefined): Promise<Counts> {
  await needChromium();
  const state = stateFolder('test');
  const running = await bringUp(state, await freePort(), false);
  const report = join(state, 'report.json');
  rmSync(report, { force: true });
  try {
    const env = { ...process.env, DATABASE_URL: running.databaseUrl, RIZO_URL: running.url, NODE_ENV: 'test' };
    const args = tool(
      'vitest/vitest.mjs',
      'run',
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${report}`,
      ...(only ? [only] : []),
    );
    const code = await run(process.execPath, args, { cwd: ROOT, env });
    return countsOf(report, code);
  } finally {
    await running.stop();
  }
}

/** Runs everything, checks and test files side by side; with `only`, just the test files whose path holds it. Returns the exit code. */
export async function test(only: string | undefined): Promise<number> {
  const [first, ...others] = only ? [] : CHECKS;
  const done = [await runChecks(first ? [first] : []), ...(await Promise.all([runChecks(others), runFiles(only)]))];
  const total = {
    passed: done.reduce((sum, { passed }) => sum + passed, 0),
    failed: done.reduce((sum, { failed }) => sum + failed, 0),
  };
  console.log(`${total.passed} passed, ${total.failed} failed`);
  return total.failed === 0 ? 0 : 1;
}
