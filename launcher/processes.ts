import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { setTimeout as wait } from 'node:timers/promises';
import { Trouble } from './say.ts';

/** True while a process exists whose command line holds `mark`. */
export function isRunning(pid: number | undefined, mark: string): boolean {
  if (!pid || !existsSync(`/proc/${pid}`)) return false;
  try {
    const state = /^State:\s+(\w)/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1];
    return state !== 'Z' && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(mark);
  } catch (error) {
    // The process ended between the two looks.
    if ((error as NodeJS.ErrnoException).code === 'ENOENT' || (error as NodeJS.ErrnoException).code === 'ESRCH')
      return false;
    throw error;
  }
}

/** Sends a signal and waits for the process to end; after `seconds` it is killed. */
export async function endProcess(
  pid: number | undefined,
  mark: string,
  signal: NodeJS.Signals,
  seconds = 20,
): Promise<void> {
  if (!pid || !isRunning(pid, mark)) return;
  process.kill(pid, signal);
  for (let turn = 0; turn < seconds * 20; turn++) {
    await wait(50);
    if (!isRunning(pid, mark)) return;
  }
  process.kill(pid, 'SIGKILL');
}

/** A TCP port on loopback that is free now. */
export function freePort(): Promise<number> {
  return new Promise((done, fail) => {
    const probe = createServer();
    probe.once('error', fail);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => (address && typeof address === 'object' ? done(address.port) : fail(new Error('no port'))));
    });
  });
}

/** Throws Trouble when the port is taken. */
export function checkPort(port: number): Promise<void> {
  return new Promise((done, fail) => {
    const probe = createServer();
    probe.once('error', (error: NodeJS.ErrnoException) => {
      if (error.code === 'EADDRINUSE')
        fail(
          new Trouble(
            `port ${port} is taken by another program; stop that one or choose a port: ./rizo start --port ${port + 1}`,
          ),
        );
      else if (error.code === 'EACCES') fail(new Trouble(`this user may not use port ${port}; choose one above 1024.`));
      else fail(error);
    });
    probe.listen(port, '127.0.0.1', () => probe.close(() => done()));
  });
}

/** All processes that come from one, whoever of them still runs. */
export function descendantsOf(ancestor: number): number[] {
  const parents = new Map<number, number>();
  for (const name of readdirSync('/proc').filter((one) => /^\d+$/.test(one))) {
    try {
      parents.set(Number(name), Number(/^PPid:\s+(\d+)/m.exec(readFileSync(`/proc/${name}/status`, 'utf8'))?.[1]));
    } catch (error) {
      // It ended between the two looks.
      const { code } = error as NodeJS.ErrnoException;
      if (code !== 'ENOENT' && code !== 'ESRCH') throw error;
    }
  }
  const found: number[] = [];
  const add = (parent: number): void => {
    for (const [pid, own] of parents)
      if (own === parent) {
        found.push(pid);
        add(pid);
      }
  };
  add(ancestor);
  return found;
}

/** Ends processes at once, those that have ended already aside. */
export function killAll(pids: readonly number[]): void {
  for (const pid of pids)
    try {
      process.kill(pid, 'SIGKILL');
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ESRCH') throw error;
    }
}

const children = new Set<ChildProcess>();

/** Ends the commands that run now, such as a build, when no one waits for what they make. */
export function endChildren(): void {
  for (const child of children) child.kill('SIGTERM');
}

/** Runs a command with its output shown; returns its exit code. */
export function run(
  command: string,
  args: readonly string[],
  options: { cwd?: string; env?: NodeJS.ProcessEnv } = {},
): Promise<number> {
  return new Promise((done, fail) => {
    const child = spawn(command, args, { stdio: ['ignore', 2, 2], ...options });
    children.add(child);
    child.once('error', fail);
    child.once('close', () => children.delete(child));
    child.once('exit', (code, signal) => done(code ?? (signal ? 1 : 0)));
  });
}

/** True when a program is on the path. */
export function has(program: string): boolean {
  return spawnSync('sh', ['-c', `command -v ${program}`]).status === 0;
}
