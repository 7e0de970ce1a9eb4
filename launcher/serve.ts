/** Bringing Rizo up and down: database, tables, demo report, server. */
import { type ChildProcess, spawn } from 'node:child_process';
import { closeSync, openSync, readFileSync, statfsSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { openDatabase } from '../src/server/database.ts';
import { migrate } from '../src/server/migrations.ts';
import { currentBuild } from './build.ts';
import { type Cluster, startCluster } from './cluster.ts';
import { needPostgres } from './packages.ts';
import { ROOT } from './paths.ts';
import { endProcess } from './processes.ts';
import { Trouble } from './say.ts';

export interface Running {
  url: string;
  databaseUrl: string;
  serverPid: number;
  postgresPid: number | undefined;
  /** resolves when the server ended by itself */
  ended: Promise<number | null>;
  stop(): Promise<void>;
}

const LEAST_FREE_MB = 300;
export const SERVER_MARK = 'server/entry.mjs';

function checkDisk(folder: string) {
  const { bavail, bsize } = statfsSync(folder);
  const free = Math.floor((bavail * bsize) / 1024 / 1024);
  if (free < LEAST_FREE_MB)
    throw new Trouble(
      `only ${free} MB are free on the disk of ${folder}; free at least ${LEAST_FREE_MB} MB and run this again.`,
    );
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
    const code = (error as { code?: string }).code ?? '';
    if (['ECONNREFUSED', 'ENOTFOUND', 'ETIMEDOUT', '28P01', '3D000', '28000'].includes(code))
      throw new Trouble(
        `the database of DATABASE_URL cannot be used (${(error as Error).message || code}); check the address, user and password.`,
      );
    throw error;
  } finally {
    await db.destroy();
  }
}

async function startServer(build: string, port: number, databaseUrl: string, logFile: string): Promise<ChildProcess> {
  const log = openSync(logFile, 'w');
  const env = {
    ...process.env,
    HOST: '127.0.0.1',
    PORT: String(port),
    DATABASE_URL: databaseUrl,
    NODE_ENV: 'production',
  };
  const child = spawn(process.execPath, [join(build, SERVER_MARK)], {
    cwd: ROOT,
    env,
    detached: true,
    stdio: ['ignore', log, log],
  });
  closeSync(log);
  let ended = false;
  child.once('exit', () => {
    ended = true;
  });
  for (let turn = 0; turn < 400 && !ended; turn++) {
    try {
      if ((await fetch(`http://127.0.0.1:${port}/api/health`)).ok) return child;
    } catch (error) {
      // The server does not listen yet.
      if (!(error instanceof TypeError)) throw error;
    }
    await wait(50);
  }
  child.kill('SIGKILL');
  throw new Trouble(
    `the server did not come up: ${readFileSync(logFile, 'utf8').trim().split('\n')[0] ?? ''} (log: ${logFile})`,
  );
}

/** Brings Rizo up on a port; with DATABASE_URL set, on that database and without a cluster. */
export async function bringUp(state: string, port: number, demo = true): Promise<Running> {
  checkDisk(state);
  const given = process.env['DATABASE_URL'];
  const programs = given ? undefined : await needPostgres();
  const build = await currentBuild();
  let cluster: Cluster | undefined;
  try {
    if (programs) cluster = await startCluster(programs, state);
    const databaseUrl = cluster?.url ?? given ?? '';
    await prepareDatabase(databaseUrl, demo);
    const server = await startServer(build, port, databaseUrl, join(state, 'server.log'));
    const serverPid = server.pid ?? 0;
    return {
      url: `http://127.0.0.1:${port}`,
      databaseUrl,
      serverPid,
      postgresPid: cluster?.pid,
      ended: new Promise((done) => server.once('exit', done)),
      stop: async () => {
        await endProcess(serverPid, SERVER_MARK, 'SIGTERM', 5);
        await cluster?.stop();
      },
    };
  } catch (error) {
    await cluster?.stop();
    throw error;
  }
}
