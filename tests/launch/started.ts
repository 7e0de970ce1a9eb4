/** Starting Rizo in a state folder of a test's own, and looking at what runs. */
import { type ChildProcess, spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { SERVER_MARK } from '../../launcher/entries.ts';
import { isRunning } from '../../launcher/processes.ts';
import type { RunRecord } from '../../launcher/record.ts';

const rizo = fileURLToPath(new URL('../../rizo', import.meta.url));

export interface Started {
  child: ChildProcess;
  /** the address with its key, once it is printed */
  url: Promise<string>;
  exited: Promise<number | null>;
  /** what it said so far */
  said(): string;
}

interface Ran {
  status: number | null;
  stdout: string;
  stderr: string;
}

export interface Place {
  state: string;
  start(port: number, more?: NodeJS.ProcessEnv, ...flags: string[]): Started;
  /** runs a command to its end */
  run(...args: string[]): Promise<Ran>;
  runWith(more: NodeJS.ProcessEnv, ...args: string[]): Promise<Ran>;
  record(): RunRecord | undefined;
}

/** A state folder that the database's own user can reach, as a clone outside /root is. */
export function place(): Place {
  const state = mkdtempSync(join(tmpdir(), 'rizo-state-'));
  chmodSync(state, 0o755);
  return placeAt(state);
}

/** Any state folder. */
export function placeAt(state: string): Place {
  const { DATABASE_URL: _, RIZO_URL: __, ...plain } = process.env;
  // Many are started, and most of them asked for little.
  const env = { ...plain, RIZO_STATE: state, RIZO_READY: 'later' };
  const runWith = (more: NodeJS.ProcessEnv, ...args: string[]) =>
    new Promise<Ran>((done) => {
      const child = spawn(rizo, args, { env: { ...env, ...more }, stdio: ['ignore', 'pipe', 'pipe'], timeout: 60_000 });
      let [stdout, stderr] = ['', ''];
      child.stdout.on('data', (data: Buffer) => {
        stdout += data.toString();
      });
      child.stderr.on('data', (data: Buffer) => {
        stderr += data.toString();
      });
      child.once('close', (status) => done({ status, stdout, stderr }));
    });
  return {
    state,
    runWith,
    run: (...args) => runWith({}, ...args),
    record: () => {
      const file = join(state, 'run.json');
      return existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as RunRecord) : undefined;
    },
    start(port, more = {}, ...flags) {
      const child = spawn(rizo, ['start', '--port', String(port), ...flags], {
        env: { ...env, ...more },
        stdio: ['ignore', 'pipe', 'pipe'],
      });
      let text = '';
      child.stderr?.on('data', (data: Buffer) => {
        text += data.toString();
      });
      const exited = new Promise<number | null>((done) => child.once('exit', done));
      const url = new Promise<string>((done, fail) => {
        child.stdout?.on('data', (data: Buffer) => done(data.toString().trim()));
        child.once('exit', () => fail(new Error(`it ended before it was ready: ${text}`)));
      });
      // Who does not wait for the address is not told that there was none.
      url.catch(() => undefined);
      return { child, url, exited, said: () => text };
    },
  };
}

/** The processes of a record that run. */
export const alive = ({ server, postgres }: Partial<RunRecord>): string[] => [
  ...(isRunning(server, SERVER_MARK) ? ['server'] : []),
  ...(isRunning(postgres, 'postgres') ? ['postgres'] : []),
];

/** Waits until something holds, for at most half a minute. */
export async function until(holds: () => boolean | Promise<boolean>): Promise<void> {
  for (let turn = 0; turn < 300; turn++) {
    if (await holds()) return;
    await wait(100);
  }
  throw new Error('It did not come about within half a minute.');
}

/** Asks a started Rizo for something, as a program that has the address which was printed. */
export function ask(entry: string, path: string, init: RequestInit = {}): Promise<Response> {
  const { origin, searchParams } = new URL(entry);
  const key = searchParams.get('key');
  return fetch(`${origin}${path}`, {
    ...init,
    headers: { ...(key !== null && { authorization: `Bearer ${key}` }), ...(init.headers as Record<string, string>) },
  });
}

export const reports = async (url: string) =>
  (await (await ask(url, '/api/reports')).json()) as { id: string; title: string; revision: number }[];

/** Gives a report another title; the status of the answer, or 0 where there was none. */
export async function rename(url: string, id: string, title: string): Promise<number> {
  try {
    const { status } = await ask(url, `/api/reports/${id}/commands`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'report.setWords', args: { title } }),
    });
    return status;
  } catch (error) {
    if (error instanceof TypeError) return 0;
    throw error;
  }
}
