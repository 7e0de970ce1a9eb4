/** All checks and tests, on a database and ports of their own. */
import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { needChromium, needPdfTools } from './packages.ts';
import { ROOT, stateFolder } from './paths.ts';
import { freePort, run } from './processes.ts';
import { say } from './say.ts';
import { bringUp } from './serve.ts';

const tool = (path: string, ...args: string[]) => [join(ROOT, 'node_modules', path), ...args];

/** Each check counts as one test. */
const CHECKS: { name: string; args: string[] }[] = [
  // Writes the types of Astro's own modules, which the next two need.
  { name: 'types of Astro’s modules', args: tool('astro/astro.js', 'sync') },
  {
    name: 'types of pages',
    args: tool('@astrojs/check/bin/astro-check.js', '--minimumSeverity', 'error', '--tsconfig', 'tsconfig.pages.json'),
  },
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

/** How `npm audit --json` answers; where the registry gives no audits, with an error. */
interface Audit {
  metadata?: { vulnerabilities: Record<string, number> };
}

/** Looks for known weaknesses of packages. Counts as a check only where the registry answers. */
function auditPackages(): Counts {
  say('known weaknesses of packages …');
  const { stdout } = spawnSync('npm', ['audit', '--json'], { cwd: ROOT, encoding: 'utf8', timeout: 60_000 });
  const found = /^\s*\{/.test(stdout ?? '') ? (JSON.parse(stdout) as Audit).metadata?.vulnerabilities : undefined;
  if (!found) {
    say('known weaknesses of packages: not looked for, the registry gives no audits here');
    return { passed: 0, failed: 0 };
  }
  const grave = (found['high'] ?? 0) + (found['critical'] ?? 0);
  if (grave > 0) say(`known weaknesses of packages: FAILED, ${grave} grave ones; npm audit names them`);
  return grave > 0 ? { passed: 0, failed: 1 } : { passed: 1, failed: 0 };
}

/** Runs the test files of a project, or those whose path holds `only`, which may be none. */
async function runFiles(
  project: string,
  only: string | undefined,
  env: Record<string, string>,
  part = project,
): Promise<Counts> {
  const report = join(stateFolder('test'), `report-${part}.json`);
  rmSync(report, { force: true });
  const args = tool(
    'vitest/vitest.mjs',
    'run',
    `--project=${project}`,
    '--passWithNoTests',
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${report}`,
    ...(only ? [only] : []),
  );
  const code = await run(process.execPath, args, { cwd: ROOT, env: { ...process.env, ...env, NODE_ENV: 'test' } });
  return countsOf(report, code);
}

/** Builds, serves, and runs the test files that need a server. */
async function runServed(only: string | undefined): Promise<Counts> {
  await needChromium();
  const running = await bringUp(stateFolder('test'), await freePort(), undefined, { demo: false });
  try {
    return await runFiles('served', only, { DATABASE_URL: running.databaseUrl, RIZO_URL: running.url });
  } finally {
    await running.stop();
  }
}

const LAUNCH = 'tests/launch';

/** The test files that start and kill servers of their own: each lane takes the next one when it is done. */
const launchFiles = (only: string | undefined): string[] =>
  readdirSync(join(ROOT, LAUNCH))
    .filter((file) => file.endsWith('.test.ts') && `${LAUNCH}/${file}`.includes(only ?? ''))
    .sort()
    .reverse();

async function runLaunch(files: string[]): Promise<Counts[]> {
  const done: Counts[] = [];
  for (let file = files.shift(); file !== undefined; file = files.shift())
    done.push(await runFiles('launch', `${LAUNCH}/${file}`, {}, file));
  return done;
}

/** Runs the checks, and then the test files that need no server; one at a time, since those that do run beside them. */
async function runAlone(checks: typeof CHECKS, only: string | undefined, launch: string[]): Promise<Counts[]> {
  const done = [await runChecks(checks), await runFiles('unit', only, { RIZO_WORKERS: '1' })];
  return [...done, ...(await runLaunch(launch))];
}

/** Runs the test files that need a server, and then those that start and kill servers of their own. */
const runServers = async (only: string | undefined, launch: string[]): Promise<Counts[]> => [
  await runServed(only),
  ...(await runLaunch(launch)),
];

/** Runs everything, in two lanes; with `only`, just the test files whose path holds it. Returns the exit code. */
export async function test(only: string | undefined): Promise<number> {
  const [first, ...others] = only ? [] : CHECKS;
  // Both lanes read PDF files again.
  await needPdfTools();
  const audited = only ? { passed: 0, failed: 0 } : auditPackages();
  const before = await runChecks(first ? [first] : []);
  const launch = launchFiles(only);
  const [servers, alone] = await Promise.all([runServers(only, launch), runAlone(others, only, launch)]);
  const done = [audited, before, ...servers, ...alone];
  const total = {
    passed: done.reduce((sum, { passed }) => sum + passed, 0),
    failed: done.reduce((sum, { failed }) => sum + failed, 0),
  };
  if (total.passed + total.failed === 0) {
    say(`no test file’s path holds “${only}”.`);
    total.failed = 1;
  }
  console.log(`${total.passed} passed, ${total.failed} failed`);
  return total.failed === 0 ? 0 : 1;
}
