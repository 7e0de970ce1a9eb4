/** Starting Rizo and keeping it up, stopping it, and saying what runs. */
import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { removeCluster, takeOver, type Watch } from './cluster.ts';
import { LAUNCHER_MARK, SERVER_MARK } from './entries.ts';
import { keyIn } from './key.ts';
import { ROOT, stateFolder } from './paths.ts';
import { checkPort, endChildren, endProcess, isRunning } from './processes.ts';
import { claim, type RunRecord, readRecord, removeRecord, writeRecord } from './record.ts';
import { say, Trouble } from './say.ts';
import { bringUp, type Running } from './serve.ts';

/** Ends what a killed launcher left behind. */
async function endLeft(record: RunRecord): Promise<void> {
  await endProcess(record.server, SERVER_MARK, 'SIGTERM', 5);
  await endProcess(record.postgres, 'postgres', 'SIGINT');
}

/** Waits for the one that another command starts, and says where it serves. Returns the exit code, or null where it gave up. */
async function joinOther(other: RunRecord): Promise<number | null> {
  if (!other.url) say('Rizo is being started by another command; waiting for it …');
  for (;;) {
    const now = readRecord();
    if (!now || now.launcher !== other.launcher || !isRunning(other.launcher, LAUNCHER_MARK)) return null;
    if (now.url) {
      say('Rizo is already running; ./rizo stop stops it.');
      console.log(now.entry ?? now.url);
      return 0;
    }
    await wait(100);
  }
}

/** A server or a database that ends more often than this in a minute, though it came up each time, is not started again; RIZO_RESTARTS sets another. */
const MOST_RESTARTS = Number(process.env['RIZO_RESTARTS'] ?? 5);
/** Between tries to start what does not come up, such as a database on a full disk: from two seconds to half a minute. */
const [SOONEST_MS, LATEST_MS] = [2000, 30_000];

/** Starts what ended until it is up; false where Rizo was stopped meanwhile. */
async function startAgain(
  running: Running,
  what: 'server' | 'database',
  stopped: Promise<'stopped'>,
): Promise<boolean> {
  for (let pause = SOONEST_MS; ; pause = Math.min(LATEST_MS, pause * 2)) {
    try {
      await running.again(what);
      say(`the ${what} is running again.`);
      return true;
    } catch (error) {
      const isFull = (error as { code?: string }).code === 'ENOSPC';
      if (!isFull && !(error instanceof Trouble)) throw error;
      // Someone has to see to it, and then it goes on.
      say(
        `${isFull ? 'the disk is full; free some space.' : (error as Trouble).message} Rizo tries again by itself in ${pause / 1000} s.`,
      );
    }
    if ((await Promise.race([stopped, wait(pause)])) === 'stopped') return false;
  }
}

/** Keeps a server and its database up until `stopped`: what ends by itself is started again, and said. */
async function keepUp(running: Running, stopped: Promise<'stopped'>): Promise<void> {
  let ends: number[] = [];
  for (;;) {
    const what = await Promise.race([stopped, running.ended()]);
    if (what === 'stopped') return;
    ends = [...ends.filter((at) => Date.now() - at < 60_000), Date.now()];
    const log = join(stateFolder('.'), what === 'server' ? 'server.log' : 'postgres.log');
    if (ends.length > MOST_RESTARTS)
      throw new Trouble(`the ${what} ended ${ends.length} times in a minute; its log is ${log}.`);
    say(`the ${what} ended by itself (log: ${log}); starting it again …`);
    if (!(await startAgain(running, what, stopped))) return;
  }
}

/** Starts Rizo and stays until it is stopped. Returns the exit code. */
export async function start(port: number, isOpen: boolean, isTakingOver = false): Promise<number> {
  const claimed = await claim();
  if (claimed.kind === 'taken') return (await joinOther(claimed.by)) ?? start(port, isOpen, isTakingOver);
  if (isTakingOver) takeOver(stateFolder('.'));
  let asked = false;
  const stopped = new Promise<'stopped'>((done) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
      process.on(signal, () => {
        if (!asked) say('stopping …');
        asked = true;
        endChildren();
        done('stopped');
      });
  });
  const record: RunRecord = { launcher: process.pid, since: new Date().toISOString() };
  try {
    if (claimed.left) await endLeft(claimed.left);
    await checkPort(port);
    const key = isOpen ? null : keyIn(stateFolder('.'));
    const watch: Watch = {
      isAsked: () => asked,
      onSpawn: (what, pid) => writeRecord(Object.assign(record, { [what]: pid })),
    };
    const running = await bringUp(stateFolder('.'), port, watch, { key });
    const entry = key === null ? running.url : `${running.url}/enter?key=${key}`;
    writeRecord(Object.assign(record, { url: running.url, entry, database: running.databaseUrl }));
    try {
      if (!asked) {
        say('ready; Ctrl-C stops it.');
        console.log(entry);
      }
      await keepUp(running, stopped);
    } finally {
      await running.stop();
    }
    return 0;
  } catch (error) {
    if (asked) return 0;
    throw error;
  } finally {
    removeRecord();
  }
}

/** What Rizo keeps in a state folder beside the cluster. */
const KEPT = ['key', 'run.json', 'claim.lock', 'server.log', 'postgres.log', 'test'];

/** Removes all that Rizo keeps: its reports, and the folder that holds them where that is this clone's own. Returns the exit code. */
export async function remove(): Promise<number> {
  await stop();
  const state = stateFolder('.');
  for (const path of await removeCluster(state)) say(`removed ${path}`);
  // A folder that RIZO_STATE names may hold other things.
  const paths = state === join(ROOT, '.rizo') ? [state] : KEPT.map((name) => join(state, name));
  for (const path of paths.filter((one) => existsSync(one))) {
    rmSync(path, { recursive: true, force: true });
    say(`removed ${path}`);
  }
  return 0;
}

/** Stops a running Rizo, or what is left of one. Returns the exit code. */
export async function stop(): Promise<number> {
  const record = readRecord();
  if (!record) {
    say('Rizo is not running.');
    return 0;
  }
  await endProcess(record.launcher, LAUNCHER_MARK, 'SIGTERM', 60);
  // Where the launcher was killed, or had to be.
  await endLeft(readRecord() ?? record);
  removeRecord();
  say('stopped.');
  return 0;
}

/** Says what runs where. Returns 0 where Rizo serves, and 1 where it does not. */
export async function status(): Promise<number> {
  const record = readRecord();
  const state = (pid: number | undefined, mark: string) =>
    pid === undefined ? 'not started' : isRunning(pid, mark) ? `running (process ${pid})` : 'ended';
  if (!record) {
    console.log('Rizo is not running.');
    return 1;
  }
  const answers = record.url !== undefined && (await isReady(record.url));
  console.log(
    `Rizo ${answers ? `serves at ${record.entry ?? record.url}` : record.url ? `does not answer at ${record.url}` : 'is being started'}`,
  );
  console.log(`  started    ${record.since}`);
  console.log(`  launcher   ${state(record.launcher, LAUNCHER_MARK)}`);
  console.log(`  server     ${state(record.server, SERVER_MARK)}`);
  console.log(
    `  database   ${process.env['DATABASE_URL'] ? 'that of DATABASE_URL' : state(record.postgres, 'postgres')}`,
  );
  console.log(`  state      ${stateFolder('.')}`);
  return answers ? 0 : 1;
}

async function isReady(url: string): Promise<boolean> {
  try {
    return (await fetch(`${url}/api/health`, { signal: AbortSignal.timeout(3000) })).ok;
  } catch (error) {
    // Nothing listens there, or not in time.
    if (error instanceof TypeError || (error as Error).name === 'TimeoutError') return false;
    throw error;
  }
}
