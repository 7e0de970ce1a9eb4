/** Requests by several connections at once, and how long each took. */
import { Agent, request } from 'node:http';
import { setTimeout as wait } from 'node:timers/promises';

export interface Reply {
  status: number;
  headers: Readonly<Record<string, string | string[] | undefined>>;
  body: Buffer;
}

export interface Ask {
  method: 'GET' | 'POST' | 'PUT';
  path: string;
  body?: unknown;
  headers?: Record<string, string>;
}

export interface Times {
  /** answers by status */
  statuses: Record<number, number>;
  /** milliseconds of each, rising */
  ms: readonly number[];
  seconds: number;
}

export class Client {
  readonly #base: URL;
  readonly #agent: Agent;

  constructor(base: string, connections: number) {
    this.#base = new URL(base);
    this.#agent = new Agent({ keepAlive: true, maxSockets: connections });
  }

  ask({ method, path, body, headers = {} }: Ask): Promise<Reply> {
    const sent = body === undefined ? undefined : JSON.stringify(body);
    return new Promise((done, fail) => {
      const asked = request(
        {
          agent: this.#agent,
          host: this.#base.hostname,
          port: this.#base.port,
          method,
          path,
          headers: { ...(sent !== undefined && { 'content-type': 'application/json' }), ...headers },
        },
        (response) => {
          const parts: Buffer[] = [];
          response.on('data', (part: Buffer) => parts.push(part));
          response.on('end', () =>
            done({ status: response.statusCode ?? 0, headers: response.headers, body: Buffer.concat(parts) }),
          );
          response.on('error', fail);
        },
      );
      asked.on('error', fail);
      asked.end(sent);
    });
  }

  close(): void {
    this.#agent.destroy();
  }
}

/** Lets `connections` go on at once for some seconds; each calls `one` again and again with its own number and turn. */
export async function during(
  seconds: number,
  connections: number,
  one: (connection: number, turn: number) => Promise<number>,
): Promise<Times> {
  const statuses: Record<number, number> = {};
  const ms: number[] = [];
  const begin = performance.now();
  const until = begin + seconds * 1000;
  await Promise.all(
    Array.from({ length: connections }, async (_, connection) => {
      for (let turn = 0; performance.now() < until; turn++) {
        const at = performance.now();
        const status = await one(connection, turn);
        ms.push(performance.now() - at);
        statuses[status] = (statuses[status] ?? 0) + 1;
      }
    }),
  );
  return { statuses, ms: ms.sort((a, b) => a - b), seconds: (performance.now() - begin) / 1000 };
}

/** Asks one thing every so often until `work` is done. */
export async function beside<Work>(
  everyMs: number,
  one: () => Promise<number>,
  work: Promise<Work>,
): Promise<{ done: Work; times: Times }> {
  let isDone = false;
  const finished = work.finally(() => {
    isDone = true;
  });
  const statuses: Record<number, number> = {};
  const ms: number[] = [];
  const begin = performance.now();
  while (!isDone) {
    const at = performance.now();
    const status = await one();
    ms.push(performance.now() - at);
    statuses[status] = (statuses[status] ?? 0) + 1;
    await wait(everyMs);
  }
  return {
    done: await finished,
    times: { statuses, ms: ms.sort((a, b) => a - b), seconds: (performance.now() - begin) / 1000 },
  };
}

/** The time that a share of all did not take longer than. */
export const percentile = ({ ms }: Times, share: number): number =>
  ms[Math.min(ms.length - 1, Math.ceil(ms.length * share) - 1)] ?? Number.NaN;
