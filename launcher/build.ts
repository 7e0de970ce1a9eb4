import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { compressFiles } from './compressed.ts';
import { LAUNCHER_MARK } from './entries.ts';
import { BUILDS, ROOT } from './paths.ts';
import { isRunning, run } from './processes.ts';
import { say, Trouble } from './say.ts';

const SOURCES = ['src', 'public', 'astro.config.ts', 'tsconfig.json', 'package-lock.json'];
const KEPT = 3;
const WORKER = 'src/server/work/work.worker.ts';

function* filesOf(path: string): Generator<string> {
  if (!existsSync(path)) return;
  if (!statSync(path).isDirectory()) {
    yield path;
    return;
  }
  for (const name of readdirSync(path).sort()) yield* filesOf(join(path, name));
}

/** A hash of everything a build is made of. */
function sourceHash(): string {
  const hash = createHash('sha256').update(process.version);
  for (const source of SOURCES)
    for (const file of filesOf(join(ROOT, source))) hash.update(file.slice(ROOT.length)).update(readFileSync(file));
  return hash.digest('hex').slice(0, 16);
}

/** Takes the build lock; a lock whose process is gone is taken over. */
async function lock(): Promise<() => void> {
  const file = join(BUILDS, 'lock');
  for (;;) {
    try {
      writeFileSync(file, String(process.pid), { flag: 'wx' });
      return () => rmSync(file, { force: true });
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
      const holder = Number(readFileSync(file, 'utf8'));
      if (!isRunning(holder, LAUNCHER_MARK)) rmSync(file, { force: true });
      else await wait(300);
    }
  }
}

/** Removes old builds, but not those just made. */
function prune(current: string) {
  const old = readdirSync(BUILDS)
    .filter((name) => name !== current && name !== 'lock')
    .map((name) => ({ name, at: statSync(join(BUILDS, name)).mtimeMs }))
    .sort((a, b) => b.at - a.at)
    .slice(KEPT - 1);
  for (const { name } of old) rmSync(join(BUILDS, name), { recursive: true, force: true });
}

/** The folder of a build of the present sources, made when there is none. */
export async function currentBuild(): Promise<string> {
  mkdirSync(BUILDS, { recursive: true });
  const hash = sourceHash();
  const folder = join(BUILDS, hash);
  const done = join(folder, 'done');
  if (existsSync(done)) return folder;
  const unlock = await lock();
  try {
    if (existsSync(done)) return folder;
    say('building the application …');
    rmSync(folder, { recursive: true, force: true });
    const env = { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' };
    const tool = (path: string, ...args: string[]) =>
      run(process.execPath, [join(ROOT, 'node_modules', path), ...args], { cwd: ROOT, env });
    const isBuilt = (await tool('astro/astro.js', 'build', '--silent', '--outDir', folder)) === 0;
    // The script of the server's threads, in one piece: they start sooner, and need no compiler.
    const work = ['--ssr', WORKER, '--outDir', join(folder, 'work'), '--logLevel', 'error'];
    const [status] = isBuilt
      ? await Promise.all([tool('vite/bin/vite.js', 'build', ...work), compressFiles(join(folder, 'client'))])
      : [1];
    if (status !== 0) throw new Trouble('the application could not be built (see above).');
    writeFileSync(done, '');
    prune(hash);
    return folder;
  } finally {
    unlock();
  }
}
