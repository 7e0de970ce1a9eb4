/** The command line, run to its end: as it is called, or in a process that runs many. */
import { spawn, spawnSync } from 'node:child_process';
import { constants, mkdtempSync, openSync, readSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { isRunning } from '../../launcher/processes.ts';

export interface Ran {
  status: number | null;
  stdout: string;
  stderr: string;
}

const path = (name: string) => fileURLToPath(new URL(name, import.meta.url));
const TSX = path('../../node_modules/tsx/dist/loader.mjs');
/** The folder in which commands run. */
export const folder = mkdtempSync(join(tmpdir(), 'rizo-cli-'));

/** No database: the command line does its work without one. */
const environment = () => {
  const { DATABASE_URL: _, ...env } = process.env;
  return env;
};

/** Runs `./rizo`, as it is called. */
export function runScript(...args: string[]): Ran {
  const { status, stdout, stderr } = spawnSync(path('../../rizo'), args, {
    encoding: 'utf8',
    env: environment(),
    cwd: folder,
  });
  return { status, stdout, stderr };
}

const MARK = 'one-process.ts';

function startProcess() {
  const [requests, answers] = [join(folder, '.requests'), join(folder, '.answers')];
  spawnSync('mkfifo', [requests, answers]);
  const child = spawn(process.execPath, ['--import', TSX, path(`./${MARK}`), requests, answers], {
    env: environment(),
    cwd: folder,
    stdio: ['ignore', 'inherit', 'inherit'],
  });
  child.unref();
  return {
    pid: child.pid,
    requests: openSync(requests, 'r+'),
    answers: openSync(answers, constants.O_RDONLY | constants.O_NONBLOCK),
  };
}

let shared: ReturnType<typeof startProcess> | undefined;

/** Reads until a line ends. Throws where the process ended before. */
function readLine({ pid, answers }: ReturnType<typeof startProcess>): string {
  const parts: Buffer[] = [];
  const part = Buffer.alloc(65_536);
  for (;;) {
    let size = 0;
    try {
      size = readSync(answers, part);
    } catch (error) {
      // Nothing is there yet.
      if ((error as NodeJS.ErrnoException).code !== 'EAGAIN') throw error;
    }
    if (size > 0) {
      parts.push(Buffer.from(part.subarray(0, size)));
      if (part[size - 1] === 10) return Buffer.concat(parts).toString('utf8');
    } else {
      if (!isRunning(pid, MARK)) throw new Error('The process of the command line ended.');
      Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 5);
    }
  }
}

/** Runs a command in a process that stays, so that only the first one waits for it to start. */
export function run(...args: string[]): Ran {
  shared ??= startProcess();
  writeSync(shared.requests, `${JSON.stringify(args)}\n`);
  return JSON.parse(readLine(shared)) as Ran;
}

/** Ends the process that stays. */
export function endProcess(): void {
  if (shared?.pid) process.kill(shared.pid);
}
