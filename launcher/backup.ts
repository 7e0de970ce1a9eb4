/** Backups: a dump of the database by PostgreSQL's own tools, and putting one back. */
import { spawnSync } from 'node:child_process';
import { accessSync, constants, existsSync, mkdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import pg from 'pg';
import { openDatabase } from '../src/server/database.ts';
import { migrate } from '../src/server/migrations.ts';
import { startCluster } from './cluster.ts';
import { LAUNCHER_MARK, SERVER_MARK } from './entries.ts';
import { needPostgres } from './packages.ts';
import { stateFolder } from './paths.ts';
import { endProcess, isRunning } from './processes.ts';
import { claim, readRecord, removeRecord, writeRecord } from './record.ts';
import { say, Trouble } from './say.ts';
import { databaseTroubleOf, NO_WATCH } from './serve.ts';

/** Tables without which a dump is none of Rizo. */
const TABLES = ['reports', 'changes', 'column_blocks', 'kysely_migration'];

/** A database as PostgreSQL's tools are told of it: the password is in no command line, where others could read it. */
function environmentOf(url: string): NodeJS.ProcessEnv {
  const { hostname, port, username, password, pathname, searchParams } = new URL(url);
  return {
    ...process.env,
    PGHOST: decodeURIComponent(searchParams.get('host') ?? hostname),
    PGPORT: port || '5432',
    PGUSER: decodeURIComponent(username),
    PGPASSWORD: decodeURIComponent(password),
    PGDATABASE: decodeURIComponent(pathname.slice(1)),
    ...(searchParams.has('sslmode') && { PGSSLMODE: searchParams.get('sslmode') ?? '' }),
  };
}

/** Runs one of PostgreSQL's tools; throws Trouble with what it said last. */
function tool(programs: string, name: string, args: readonly string[], url?: string): string {
  const done = spawnSync(join(programs, name), args, {
    encoding: 'utf8',
    maxBuffer: 64 * 1024 * 1024,
    env: url === undefined ? process.env : environmentOf(url),
  });
  if (done.status === 0) return done.stdout;
  const said = (done.stderr || done.error?.message || '').trim().split('\n').at(-1) ?? '';
  throw new Trouble(`${name} failed: ${said}`);
}

/** A database that is up while `work` runs: that of DATABASE_URL, of a running Rizo, or of one's own, started for it. */
export async function withDatabase<T>(work: (url: string, programs: string, isOwn: boolean) => Promise<T>): Promise<T> {
  const programs = await needPostgres();
  const given = process.env['DATABASE_URL'];
  if (given) return work(given, programs, false);
  const claimed = await claim();
  if (claimed.kind === 'taken') {
    const { database } = readRecord() ?? {};
    if (database === undefined) throw new Trouble('Rizo is still starting; run this again when it is ready.');
    return work(database, programs, false);
  }
  try {
    await endProcess(claimed.left?.server, SERVER_MARK, 'SIGTERM', 5);
    const record = readRecord();
    // Written down, so that what a killed command leaves is found by the next.
    const onSpawn = (_: 'server' | 'postgres', postgres: number) => record && writeRecord({ ...record, postgres });
    const cluster = await startCluster(programs, stateFolder('.'), { ...NO_WATCH, onSpawn });
    try {
      return await work(cluster.url, programs, true);
    } finally {
      await cluster.stop();
    }
  } finally {
    removeRecord();
  }
}

/** How much there is in a database of Rizo. */
async function contentsOf(url: string): Promise<{ reports: number; changes: number }> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    const { rows } = await client.query<{ reports: string; changes: string }>(
      // House styles are no reports; what an older version kept has none.
      `select (select count(*) from reports r where coalesce(to_jsonb(r) ->> 'kind', 'report') = 'report') as reports,
        (select count(*) from changes) as changes`,
    );
    return { reports: Number(rows[0]?.reports), changes: Number(rows[0]?.changes) };
  } finally {
    await client.end();
  }
}

const many = (count: number, what: string) => `${count} ${what}${count === 1 ? '' : 's'}`;
const said = ({ reports, changes }: { reports: number; changes: number }) =>
  `${many(reports, 'report')} with ${many(changes, 'change')}`;

/** Throws Trouble where a file is there already, or none can be written. */
function wantFree(path: string, file: string): void {
  if (existsSync(file)) throw new Trouble(`${path} already exists; name another file, or remove it first.`);
  const folder = dirname(file);
  try {
    if (!existsSync(folder)) mkdirSync(folder);
    accessSync(folder, constants.W_OK);
    if (!statSync(folder).isDirectory()) throw Object.assign(new Error(folder), { code: 'ENOTDIR' });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === undefined) throw error;
    throw new Trouble(`cannot write ${path}; name a file in a folder that can be written.`);
  }
}

/** Writes all that is stored to a file, also while Rizo runs: it holds what was stored when it began. Returns the exit code. */
export async function backup(path: string): Promise<number> {
  const file = resolve(path);
  wantFree(path, file);
  const part = `${file}.part`;
  try {
    const contents = await withDatabase(async (url, programs) => {
      tool(programs, 'pg_dump', ['--format=custom', '--no-owner', '--no-privileges', '--file', part], url);
      return contentsOf(url);
    });
    renameSync(part, file);
    say(`${said(contents)}, ${Math.ceil(statSync(file).size / 1024)} KB.`);
    console.log(file);
    return 0;
  } finally {
    rmSync(part, { force: true });
  }
}

/** Throws Trouble where a file is no backup of Rizo. */
function checkFile(programs: string, path: string, file: string): void {
  if (!existsSync(file)) throw new Trouble(`there is no file ${path}.`);
  const listed = spawnSync(join(programs, 'pg_restore'), ['--list', file], { encoding: 'utf8' });
  const lacking = TABLES.find((table) => !new RegExp(`TABLE DATA public ${table} `).test(listed.stdout));
  if (listed.status !== 0 || lacking !== undefined)
    throw new Trouble(`${path} was not written by ./rizo backup; nothing was changed.`);
}

/** Puts a backup into an empty database, and brings its tables up to date. */
async function fill(programs: string, url: string, file: string): Promise<void> {
  tool(
    programs,
    'pg_restore',
    [
      '--exit-on-error',
      '--single-transaction',
      '--no-owner',
      '--no-privileges',
      '--dbname',
      new URL(url).pathname.slice(1),
      file,
    ],
    url,
  );
  const db = openDatabase(url);
  try {
    await migrate(db);
  } catch (error) {
    throw databaseTroubleOf(error) ?? error;
  } finally {
    await db.destroy();
  }
}

const namedLike = (url: string, name: string): string => Object.assign(new URL(url), { pathname: `/${name}` }).href;

/** Fills a database beside that of one's own cluster, and changes their names when it is whole; returns the old one's. */
async function replace(programs: string, url: string, file: string): Promise<string> {
  const before = `rizo_before_${new Date().toISOString().replace(/\D/g, '').slice(0, 14)}`;
  const admin = new pg.Client({ connectionString: namedLike(url, 'postgres') });
  await admin.connect();
  try {
    await admin.query('drop database if exists rizo_new');
    await admin.query('create database rizo_new');
    await fill(programs, namedLike(url, 'rizo_new'), file);
    // Both or none: a database of that name is there at every moment.
    await admin.query(`begin; alter database rizo rename to ${before}; alter database rizo_new rename to rizo; commit`);
    return before;
  } finally {
    await admin.end();
  }
}

/** Throws Trouble where a database of DATABASE_URL holds anything. */
async function wantEmpty(url: string): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    const { rows } = await client.query("select 1 from pg_class where relnamespace = 'public'::regnamespace limit 1");
    if (rows.length > 0)
      throw new Trouble(
        'the database of DATABASE_URL is not empty; make a new one and name that. Nothing was changed.',
      );
  } finally {
    await client.end();
  }
}

/** Puts a backup in the place of all that is stored, which is kept beside it. Returns the exit code. */
export async function restore(path: string): Promise<number> {
  const file = resolve(path);
  checkFile(await needPostgres(), path, file);
  const record = readRecord();
  if (!process.env['DATABASE_URL'] && record && isRunning(record.launcher, LAUNCHER_MARK))
    throw new Trouble('Rizo is running; stop it first with ./rizo stop. Nothing was changed.');
  try {
    await withDatabase(async (url, programs, isOwn) => {
      if (!isOwn) await wantEmpty(url);
      const before = isOwn ? await replace(programs, url, file) : null;
      if (!isOwn) await fill(programs, url, file);
      say(`${said(await contentsOf(url))} are there now.`);
      if (before !== null) say(`what was there before is kept in the database ${before} of the same cluster.`);
    });
  } catch (error) {
    throw databaseTroubleOf(error) ?? error;
  }
  return 0;
}
