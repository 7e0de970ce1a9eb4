/** Bringing Rizo up and down: database, tables, demo report, server. */
import { type ChildProcess, spawn } from 'node:child_process';
import { closeSync, fstatSync, openSync, readFileSync, statfsSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { openDatabase } from '../src/server/database.ts';
import { databaseTrouble } from '../src/server/database-trouble.ts';
import { migrate } from '../src/server/migrations.ts';
import { currentBuild } from './build.ts';
import { type Cluster, startCluster, type Watch } from './cluster.ts';
import { SERVER_MARK, serverArgs } from './entries.ts';
import { needPostgres } from './packages.ts';
import { ROOT } from './paths.ts';
import { endProcess, freePort } from './processes.ts';
import { Trouble } from './say.ts';

export interface Running {
  url: string;
  databaseUrl: string;
  /** resolves with what ended by itself next */
  ended(): Promise<'server' | 'database'>;
  /** starts what ended again */
  again(what: 'server' | 'database'): Promise<void>;
  stop(): Promise<void>;
}

const LEAST_FREE_MB = 300;
/** So often, 50 ms apart and on a busy machine more, a server that starts is asked whether it is up: for 120 s. */
const PATIENCE = 2400;

function checkDisk(folder: string) {
  const { bavail, bsize } = statfsSync(folder);
  const free = Math.floor((bavail * bsize) / 1024 / 1024);
  if (free < LEAST_FREE_MB)
    throw new Trouble(
      `only ${free} MB are free on the disk of ${folder}; free at least ${LEAST_FREE_MB} MB and run this again.`,
    );
}

/** What a database answers to one that may not use it, or finds none there: SQLSTATE 28, 3D and 42501. */
const NOT_ALLOWED = /^(?:28|3D)|^42501$/;

/** One line on a database that cannot be used; null for what is no fault of it. */
export function databaseTroubleOf(error: unknown): Trouble | null {
  if (!(error instanceof Error)) return null;
  const { code = '' } = error as { code?: string };
  const said = error.message || code;
  // The migrator of Kysely names a step that it does not know.
  if (/corrupted migrations|previously executed migration .* is missing/.test(said))
    return new Trouble('this database was made by a newer Rizo; update this clone (git pull) and run this again.');
  if (code === '42P07' || code === '42710' || code === '42P16' || code === '42703')
    return new Trouble(
      `the database of DATABASE_URL holds tables of something else (${said}); give Rizo a database of its own.`,
    );
  const trouble = databaseTrouble(error);
  if (trouble === 'full') return new Trouble('the disk of the database is full; free some space and run this again.');
  if (
    trouble !== null ||
    NOT_ALLOWED.test(code) ||
    /SSL|SASL|password|protocol|Invalid URL|Unexpected|unknown message/i.test(said)
  )
    return new Trouble(
      `the database of DATABASE_URL cannot be used (${said}); check the address, user and password, and that it answers.`,
    );
  return null;
}

/** Migrates the database and adds the demo report when it is empty. */
async function prepareDatabase(url: string, demo: boolean) {
  const db = openDatabase(url);
  try {
    await migrate(db);
    const filled = await db.selectFrom('reports').select('id').limit(1).executeTakeFirst();
    // Loaded only when it is needed: it brings the whole core along, and a second start should be quick.
    if (demo && !filled) await (await import('../demo/load.ts')).addDemo(db);
  } catch (error) {
    throw databaseTroubleOf(error) ?? error;
  } finally {
    await db.destroy();
  }
}

async function startServer(
  build: string,
  port: number,
  databaseUrl: string,
  logFile: string,
  { key, watch, logged }: { key: string | null; watch: Watch; logged: 'w' | 'a' },
): Promise<ChildProcess> {
  const log = openSync(logFile, logged);
  const env = {
    ...process.env,
    HOST: '127.0.0.1',
    PORT: String(port),
    DATABASE_URL: databaseUrl,
    NODE_ENV: 'production',
    ...(key !== null && { RIZO_KEY: key }),
  };
  const begins = fstatSync(log).size;
  const child = spawn(process.execPath, [...serverArgs(), build], {
    cwd: ROOT,
    env,
    detached: true,
    stdio: ['ignore', log, log],
  });
  closeSync(log);
  if (child.pid) watch.onSpawn('server', child.pid);
  let ended = false;
  child.once('exit', () => {
    ended = true;
  });
  for (let turn = 0; turn < PATIENCE && !ended && !watch.isAsked(); turn++) {
    try {
      const response = await fetch(`http://127.0.0.1:${port}/api/health`);
      // Without its database it listens all the same, and says so to who asks.
      if (response.ok || (response.status === 503 && response.headers.get('retry-after') !== '1')) return child;
    } catch (error) {
      // The server does not listen yet.
      if (!(error instanceof TypeError)) throw error;
    }
    await wait(50);
  }
  child.kill('SIGKILL');
  if (watch.isAsked()) throw new Trouble('the start was stopped.');
  const said = readFileSync(logFile).subarray(begins).toString().trim().split('\n')[0] ?? '';
  throw new Trouble(`the server did not come up: ${said} (log: ${logFile})`);
}

export const NO_WATCH: Watch = { isAsked: () => false, onSpawn: () => undefined };

const exitOf = <What>(child: ChildProcess, what: What): Promise<What> =>
  child.exitCode !== null || child.signalCode !== null
    ? Promise.resolve(what)
    : new Promise((done) => child.once('exit', () => done(what)));

/** Brings a server up on a port that is free: where another program takes it first, on another. */
async function upSomewhere(up: (port: number) => Promise<ChildProcess>, tries = 3): Promise<[ChildProcess, number]> {
  const port = await freePort();
  try {
    return [await up(port), port];
  } catch (error) {
    if (tries === 0 || !(error instanceof Trouble) || !error.message.includes('EADDRINUSE')) throw error;
    return upSomewhere(up, tries - 1);
  }
}

/** Brings Rizo up on a port, or on any that is free where none is named, for who brings the key, or for all who reach the port where there is none; with DATABASE_URL set, on that database and without a cluster. */
export async function bringUp(
  state: string,
  wanted: number | null,
  watch: Watch = NO_WATCH,
  { demo = true, key = null }: { demo?: boolean; key?: string | null } = {},
): Promise<Running> {
  checkDisk(state);
  const given = process.env['DATABASE_URL'];
  const programs = given ? undefined : await needPostgres();
  const build = await currentBuild();
  let cluster: Cluster | undefined;
  try {
    if (watch.isAsked()) throw new Trouble('the start was stopped.');
    if (programs) cluster = await startCluster(programs, state, watch);
    const databaseUrl = cluster?.url ?? given ?? '';
    await prepareDatabase(databaseUrl, demo);
    const up = (port: number, logged: 'w' | 'a') =>
      startServer(build, port, databaseUrl, join(state, 'server.log'), { key, watch, logged });
    const onPort = (port: number) => up(port, 'w');
    let [server, port] = wanted === null ? await upSomewhere(onPort) : [await onPort(wanted), wanted];
    return {
      url: `http://127.0.0.1:${port}`,
      databaseUrl,
      ended: () =>
        Promise.race([
          exitOf(server, 'server' as const),
          ...(cluster ? [cluster.ended().then(() => 'database' as const)] : []),
        ]),
      again: async (what) => {
        if (what === 'database') await cluster?.again();
        else server = await up(port, 'a');
      },
      stop: async () => {
        await endProcess(server.pid, SERVER_MARK, 'SIGTERM', 5);
        await cluster?.stop();
      },
    };
  } catch (error) {
    await cluster?.stop();
    throw error;
  }
}
