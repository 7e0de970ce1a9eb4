/** What a run of the tests leaves while it goes: a folder for its files, and the processes that it started, so that the next run clears what a killed one left. */
import { chmodSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { LAUNCHER_MARK, SERVER_MARK } from '../entries.ts';
import { stateFolder } from '../paths.ts';
import { endProcess, isRunning } from '../processes.ts';
import type { RunRecord } from '../record.ts';
import { Trouble } from '../say.ts';

interface Traces {
  tests: number;
  servers: number[];
}

const PREFIX = 'rizo-tests-';
const file = () => join(stateFolder('test'), 'run.json');
const traces: Traces = { tests: process.pid, servers: [] };
const write = () => writeFileSync(file(), JSON.stringify(traces));

/** Remembers a server that was started. */
export function noteServer(pid: number): void {
  traces.servers.push(pid);
  write();
}

/** Ends every Rizo that has its state in a folder of a run, and removes the folder. */
async function removeFolder(folder: string): Promise<void> {
  for (const name of existsSync(folder) ? readdirSync(folder) : []) {
    const record = join(folder, name, 'run.json');
    if (!existsSync(record)) continue;
    const { launcher, server, postgres } = JSON.parse(readFileSync(record, 'utf8')) as RunRecord;
    await endProcess(launcher, LAUNCHER_MARK, 'SIGTERM', 20);
    await endProcess(server, SERVER_MARK, 'SIGTERM', 5);
    await endProcess(postgres, 'postgres', 'SIGINT');
  }
  rmSync(folder, { recursive: true, force: true });
}

/** Removes the folders of runs that ended without doing so. */
async function removeStale(parent: string): Promise<void> {
  for (const name of readdirSync(parent)) {
    const pid = name.startsWith(PREFIX) ? Number(name.slice(PREFIX.length)) : Number.NaN;
    if (pid > 0 && !isRunning(pid, LAUNCHER_MARK)) await removeFolder(join(parent, name));
  }
}

/**
 * Begins a run: ends what a killed one left, and gives all that the tests write
 * beside their state a folder of its own. Throws Trouble where tests of this
 * clone run already. Returns what ends it.
 */
export async function beginRun(): Promise<() => Promise<void>> {
  if (existsSync(file())) {
    const before = JSON.parse(readFileSync(file(), 'utf8')) as Traces;
    if (before.tests !== process.pid && isRunning(before.tests, LAUNCHER_MARK))
      throw new Trouble(`the tests of this clone run already (process ${before.tests}).`);
    for (const server of before.servers) await endProcess(server, SERVER_MARK, 'SIGTERM', 5);
  }
  write();
  const parent = tmpdir();
  await removeStale(parent);
  const own = join(parent, `${PREFIX}${process.pid}`);
  mkdirSync(own);
  // PostgreSQL runs as another user, and has clusters in it.
  chmodSync(own, 0o755);
  process.env['TMPDIR'] = own;
  return async () => {
    await removeFolder(own);
    rmSync(file(), { force: true });
  };
}
