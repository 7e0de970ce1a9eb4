/** All checks and tests, on a database and ports of their own. */
import { copyFileSync, existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';
import { removeCluster, type Watch } from '../cluster.ts';
import { needChromium, needPdfTools } from '../packages.ts';
import { ROOT, stateFolder } from '../paths.ts';
import { descendantsOf, endChildren, killAll } from '../processes.ts';
import { say, Trouble } from '../say.ts';
import { bringUp, type Running } from '../serve.ts';
import { auditPackages, CHECKS, type Check, FIRST_CHECK, runChecks } from './checks.ts';
import { evidenceFolder } from './evidence.ts';
import { runFiles, type Which } from './files.ts';
import { type Failure, isGreen, lastLines, NOTHING, type Outcome, runsAgain, together, verdictOf } from './outcome.ts';
import { beginRun, noteServer } from './traces.ts';

const SLOWEST = 10;

/** What runs for the tests, and whether they were given up. */
const running = new Set<Running>();
let isGivenUp = false;
let endRun: () => Promise<void> = async () => undefined;

/** Builds, serves, and does something with a server and a database that nobody used before. */
async function served(part: string, act: (env: Record<string, string>) => Promise<Outcome>): Promise<Outcome> {
  await needChromium();
  const state = stateFolder(join('test', part));
  await removeCluster(state);
  const watch: Watch = {
    isAsked: () => isGivenUp,
    onSpawn: (what, pid) => what === 'server' && noteServer(pid),
  };
  const own = await bringUp(state, null, watch, { demo: false });
  running.add(own);
  try {
    return await act({ DATABASE_URL: own.databaseUrl, RIZO_URL: own.url });
  } finally {
    const log = join(state, 'server.log');
    if (existsSync(log)) copyFileSync(log, join(evidenceFolder(), `${part}-server.log`));
    running.delete(own);
    await own.stop();
    await removeCluster(state);
  }
}

const runServed = (which: Which, part = 'served', more: Record<string, string> = {}) =>
  served(part, (env) => runFiles('served', which, { ...env, ...more }, part));

/** The test files of a folder whose path holds `only`. */
const filesIn = (folder: string, only: string | undefined): string[] =>
  readdirSync(join(ROOT, folder))
    .filter((file) => file.endsWith('.test.ts') && `${folder}/${file}`.includes(only ?? ''))
    .map((file) => `${folder}/${file}`)
    .sort();

const isAnyIn = (folders: readonly string[], only: string | undefined): boolean =>
  folders.some((folder) => filesIn(folder, only).length > 0);

/** The test files that start and kill servers of their own: each lane takes the next one when it is done. */
const launchFiles = (only: string | undefined): string[] => filesIn('tests/launch', only).reverse();

async function runLaunch(files: string[]): Promise<Outcome> {
  const done: Outcome[] = [];
  for (let file = files.shift(); file !== undefined; file = files.shift())
    done.push(await runFiles('launch', { path: file }, {}, file));
  return together(done);
}

/** Runs the checks, and then the test files that need no server; one at a time, since those that do run beside them. */
async function runAlone(checks: readonly Check[], only: string | undefined, launch: string[]): Promise<Outcome> {
  const checked = await runChecks(checks);
  const unit = isAnyIn(['tests/unit', 'tests/command'], only)
    ? await runFiles('unit', { path: only }, { RIZO_WORKERS: '1' })
    : NOTHING;
  const page = isAnyIn(['tests/page'], only) ? await runFiles('page', { path: only }, {}) : NOTHING;
  return together([checked, unit, page, await runLaunch(launch)]);
}

/** Runs the test files that need a server, and then those that start and kill servers of their own. */
async function runServers(only: string | undefined, launch: string[]): Promise<Outcome> {
  const served = isAnyIn(['tests/server', 'tests/browser'], only) ? await runServed({ path: only }) : NOTHING;
  return together([served, await runLaunch(launch)]);
}

/** Runs what failed once more, each file alone, when all else has ended. */
async function runAgain(failed: readonly Failure[]): Promise<Outcome> {
  const done: Outcome[] = [];
  for (const { project, file, names } of runsAgain(failed)) {
    say(`once more, alone: ${file}${names ? ` (${names.length})` : ''} …`);
    const which = { path: file, names };
    const part = `again-${file.replaceAll('/', '-')}`;
    done.push(
      project === 'served'
        ? await runServed(which, part, { RIZO_TRACE: '1' })
        : await runFiles(project, which, {}, part),
    );
  }
  return together(done);
}

/** Where more of a failure lies. */
function evidenceOf({ file, name, project }: Failure): string[] {
  if (project !== 'served') return [];
  const folder = evidenceFolder(file, name);
  const found = existsSync(folder) ? readdirSync(folder).map((one) => join(folder, one)) : [];
  const log = join(evidenceFolder(), 'served-server.log');
  return [...found, ...(existsSync(log) ? [log] : [])].map((path) => relative(ROOT, path));
}

function sayLast(first: Outcome, again: Outcome): number {
  const verdict = verdictOf(first, again);
  const slowest = [...first.files].sort((a, b) => b.seconds - a.seconds).slice(0, SLOWEST);
  if (slowest.length > 0)
    console.log(`slowest: ${slowest.map(({ file, seconds }) => `${file} ${Math.round(seconds)} s`).join(', ')}`);
  for (const line of lastLines(verdict, evidenceOf)) console.log(line);
  const isFine = isGreen(verdict);
  // Where only the number of unsteady tests fails a run, that is its one failure.
  console.log(`${verdict.passed} passed, ${verdict.failed.length || (isFine ? 0 : 1)} failed`);
  return isFine ? 0 : 1;
}

/** A signal ends all that runs for the tests. */
function endOnSignal(): void {
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
    process.on(signal, () => {
      if (isGivenUp) return;
      isGivenUp = true;
      say('stopping the tests …');
      // Those of the runners that outlive them, such as browsers, are no longer known to be ours afterwards.
      const all = descendantsOf(process.pid);
      endChildren();
      void Promise.allSettled([...running].map((one) => one.stop()))
        .then(() => killAll(all))
        .then(endRun)
        .finally(() => process.exit(130));
    });
}

/** Runs everything, in three lanes; with `only`, just the test files whose path holds it. Returns the exit code. */
export async function test(only: string | undefined): Promise<number> {
  endRun = await beginRun();
  endOnSignal();
  try {
    return await runAll(only);
  } finally {
    await endRun();
  }
}

async function runAll(only: string | undefined): Promise<number> {
  // The tests have databases of their own; that of who runs them is not theirs.
  delete process.env['DATABASE_URL'];
  rmSync(evidenceFolder(), { recursive: true, force: true });
  mkdirSync(evidenceFolder(), { recursive: true });
  // Both lanes read PDF files again.
  await needPdfTools();
  const before = only ? NOTHING : together([auditPackages(), await runChecks([FIRST_CHECK])]);
  const launch = launchFiles(only);
  const lanes = await Promise.all([
    runServers(only, launch),
    runAlone(only ? [] : CHECKS, only, launch),
    // Much of their time is waiting, so that one of them is always on its way.
    runLaunch(launch),
  ]);
  const first = together([before, ...lanes]);
  if (isGivenUp) throw new Trouble('the tests were given up.');
  if (first.passed + first.failed.length === 0) throw new Trouble(`no test file’s path holds “${only}”.`);
  return sayLast(first, await runAgain(first.failed));
}
