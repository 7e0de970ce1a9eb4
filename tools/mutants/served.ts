/** Mutants of the server: the application is built once with all of them in it, and each server has one broken. */
import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { serverArgs } from '../../launcher/entries.ts';
import { freePort } from '../../launcher/processes.ts';
import { place } from '../../tests/launch/started.ts';

const ROOT = process.cwd();
/** A server under which the tests take so long has been noticed. */
const LONG_MS = 300_000;

/** Runs a program to its end; whether that was a good one in time. */
async function ends(args: readonly string[], env: Record<string, string | undefined>, most: number): Promise<boolean> {
  const child = spawn(process.execPath, args, {
    cwd: ROOT,
    env: { ...process.env, ...env },
    stdio: 'ignore',
    detached: true,
  });
  const limit = setTimeout(() => child.pid && process.kill(-child.pid, 'SIGKILL'), most);
  const [code] = (await once(child, 'exit')) as [number | null];
  clearTimeout(limit);
  return code === 0;
}

/** Builds the application with the mutants of a list in it. */
async function buildWith(list: string, folder: string): Promise<void> {
  const tool = (path: string, ...args: string[]) =>
    ends([join('node_modules', path), ...args], { RIZO_MUTANTS: list, NODE_ENV: 'production' }, 600_000);
  const isBuilt =
    (await tool('astro/astro.js', 'build', '--config', 'tools/mutants/astro.config.ts', '--outDir', folder)) &&
    (await tool(
      'vite/bin/vite.js',
      'build',
      '--config',
      'tools/mutants/worker.config.ts',
      '--ssr',
      'src/server/work/work.worker.ts',
      '--outDir',
      join(folder, 'work'),
    ));
  if (!isBuilt) throw new Error('The application could not be built with its mutants.');
}

async function up(child: ChildProcess, url: string): Promise<boolean> {
  for (let turn = 0; turn < 600 && child.exitCode === null; turn++) {
    try {
      if ((await fetch(`${url}/api/health`)).ok) return true;
    } catch (error) {
      // It does not listen yet.
      if (!(error instanceof TypeError)) throw error;
    }
    await wait(100);
  }
  return false;
}

export interface Servers {
  /** Whether the tests of the server pass while one mutant of the list, or none, is broken. */
  pass(mutant: number): Promise<boolean>;
  stop(): Promise<void>;
}

/** Builds the application with the mutants of a list, and has a database for its servers. */
export async function brokenServers(list: string, folder: string): Promise<Servers> {
  const build = join(ROOT, folder);
  await buildWith(list, build);
  const here = place();
  const first = here.start(await freePort(), {}, '--open');
  await first.url;
  const database = here.record()?.database ?? '';
  return {
    async pass(mutant) {
      const port = await freePort();
      const url = `http://127.0.0.1:${port}`;
      const env = { DATABASE_URL: database, RIZO_URL: url };
      const server = spawn(process.execPath, [...serverArgs(), build], {
        cwd: ROOT,
        env: { ...process.env, ...env, PORT: String(port), NODE_ENV: 'production', RIZO_MUTANT: String(mutant) },
        stdio: 'ignore',
      });
      const gone = once(server, 'exit');
      try {
        if (!(await up(server, url))) return false;
        const vitest = ['node_modules/vitest/vitest.mjs', 'run', '--config=tools/mutants/served.vitest.ts', '--bail=1'];
        const broken = { RIZO_MUTANTS: list, RIZO_MUTANT: String(mutant) };
        return await ends(vitest, { ...env, ...broken, NODE_ENV: 'test' }, LONG_MS);
      } finally {
        server.kill('SIGKILL');
        await gone;
      }
    },
    async stop() {
      await here.run('stop', '--remove');
      await first.exited;
    },
  };
}
