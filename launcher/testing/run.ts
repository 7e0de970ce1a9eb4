/** All checks and tests, on a database and ports of their own. */
import { copyFileSync, existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';
import { removeCluster, type Watch } from '../cluster.ts';
import { needChromium, needPdfTools } from '../packages.ts';
import { ROOT, stateFolder } from '../paths.ts';
import { descendantsOf, endChildren, killAll } from '../processes.ts';
import { say, Trouble } from '../say.ts';
import { bringUp, type Running } from '../serve.ts';
import { auditPackages, CHECKS, FIRST_CHECK, runChecks } from './checks.ts';
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

type Job = () => Promise<Outcome>;

/** Does jobs until there are none left; several do so beside each other, and each takes the next one when it is done. */
async function work(jobs: Job[]): Promise<Outcome> {
  const done: Outcome[] = [];
  for (let job = jobs.shift(); job !== undefined; job = jobs.shift()) done.push(await job());
  return together(done);
}

/** The test files that start and kill servers of their own. */
const launchJobs = (only: string | undefined): Job[] =>
  filesIn('tests/launch', only)
    .reverse()
    .map((file) => () => runFiles('launch', { path: file }, {}, file));

/** Files without a server are run in so many parts, for whoever has time. */
const PARTS = 4;

/** The test files that need no server; each job runs them one at a time, since other jobs run beside it. */
function aloneJobs(only: string | undefined): Job[] {
  const run = (project: string, part?: string): Job => {
    const which = { path: only, part };
    return () => runFiles(project, which, { RIZO_WORKERS: '1' }, `${project}-${part ?? 'all'}`);
  };
  const parts = only ? [undefined] : Array.from({ length: PARTS }, (_, at) => `${at + 1}/${PARTS}`);
  return [
    ...(isAnyIn(['tests/page'], only) ? [run('page')] : []),
    ...(isAnyIn(['tests/unit', 'tests/command'], only) ? parts.map((part) => run('unit', part)) : []),
  ];
}

/** Runs the test files that share a server. */
const runShared = (only: string | undefined): Promise<Outcome> | Outcome =>
  isAnyIn(['tests/server', 'tests/browser'], only) ? runServed({ path: only }) : NOTHING;

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
  const [launch, alone] = [launchJobs(only), aloneJobs(only)];
  const lane = async (first: () => Promise<Outcome> | Outcome, ...queues: Job[][]) => {
    const done = [await first()];
    for (const jobs of queues) done.push(await work(jobs));
    return together(done);
  };
  const lanes = await Promise.all([
    lane(() => runShared(only), alone, launch),
    lane(() => runChecks(only ? [] : CHECKS), alone, launch),
    // Much of their time is waiting, so that one of them is always on its way.
    work(launch),
  ]);
  const first = together([before, ...lanes]);
  if (isGivenUp) throw new Trouble('the tests were given up.');
  if (first.passed + first.failed.length === 0) throw new Trouble(`no test file’s path holds “${only}”.`);
  return sayLast(first, await runAgain(first.failed));
}
