/** Requests at random, most of them broken in some way: each is answered with a sentence, and none with what went wrong inside. */
import { randomUUID } from 'node:crypto';
import { request } from 'node:http';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { openDatabase } from '../../src/server/database.ts';
import { createReport } from '../../src/server/reports.ts';
import { runs } from '../runs.ts';
import { ALL_COMMANDS, anyArgs, Dice } from '../unit/any-command.ts';

const base = new URL(process.env['RIZO_URL'] ?? '');
const db = openDatabase(process.env['DATABASE_URL'] ?? '');
const demo = demoReport();
let report = '';
beforeAll(async () => {
  report = await createReport(db, demo.report, demo.blocks);
});
afterAll(() => db.destroy());

// So many in full.
const COUNT = runs(2000);
const AT_ONCE = 8;

interface Sent {
  method: string;
  path: string;
  headers: Record<string, string>;
  body: string | null;
}

/** Sends a request as it is written, which fetch would tidy first. */
function send({ method, path, headers, body }: Sent): Promise<{ status: number; text: string }> {
  return new Promise((done, fail) => {
    const sent = request(
      { host: base.hostname, port: base.port, method, path, headers, timeout: 60_000 },
      (response) => {
        let text = '';
        response.setEncoding('utf8');
        response.on('data', (part: string) => {
          text += part;
          // Changes are told for as long as one listens.
          if (String(response.headers['content-type']).startsWith('text/event-stream')) sent.destroy();
        });
        response.on('close', () => done({ status: response.statusCode ?? 0, text }));
      },
    );
    sent.on('error', (error: NodeJS.ErrnoException) => {
      // The server hung up on what is no request at all.
      if (error.code === 'ECONNRESET' || error.code === 'EPIPE') done({ status: 400, text: '' });
      else fail(error);
    });
    if (body !== null) sent.write(body);
    sent.end();
  });
}

const ODD = [
  '%00',
  'a%00b',
  '%ff',
  '%E0%A4%A',
  '..%2f..%2fetc',
  '__proto__',
  'constructor',
  '%F0%9F%9B%B3',
  'x'.repeat(3000),
  '%ED%A0%80',
  "'%20or%201=1",
  '%0d%0aset-cookie:%20a=b',
  '-1',
  '99999999999999999999',
  ' ',
];
const TEXTS = [
  '\u0000',
  '\ud800',
  'a\udc00b',
  '🛳️',
  'e\u0301',
  '\u202e',
  '<script>',
  "'; drop table reports; --",
  'x'.repeat(50_000),
  '',
];

function oddValue(dice: Dice, depth = 0): unknown {
  const kind = dice.below(depth > 4 ? 6 : 9);
  if (kind < 2) return dice.of(TEXTS);
  if (kind === 2) return dice.of([0, -1, 1e308, -1e-308, 2 ** 53, 2 ** 31, 1.5]);
  if (kind === 3) return dice.of([null, true, false]);
  if (kind === 4) return dice.of(['2026-02-30', report, randomUUID(), 'line-1', 'figure']);
  if (kind === 5) return [];
  if (kind < 8)
    return Object.fromEntries(
      Array.from({ length: dice.below(5) }, () => [
        dice.of(['name', 'args', 'figure', '__proto__', 'id', 'base', 'commands', 'blocks', 'by', '\u0000', 'x']),
        oddValue(dice, depth + 1),
      ]),
    );
  return Array.from({ length: dice.below(4) }, () => oddValue(dice, depth + 1));
}

/** A command with arguments that may make sense, some of them broken. */
function oddCall(dice: Dice): Record<string, unknown> {
  const name = dice.of(ALL_COMMANDS);
  const args = dice.next() < 0.6 ? anyArgs(name, demo.report, dice) : oddValue(dice);
  return {
    id: dice.next() < 0.9 ? randomUUID() : dice.of(['', 'x', '\u0000']),
    name: dice.next() < 0.95 ? name : dice.of(TEXTS),
    args,
  };
}

function oddBody(dice: Dice): string {
  const kind = dice.below(8);
  if (kind === 0) return dice.of(['', '{', 'null', '[]', '"', '{"a":1e999}', '\u0000', 'NaN', '{"title":"\\ud800"}']);
  if (kind === 1) return `${'['.repeat(8000)}${']'.repeat(8000)}`;
  if (kind === 2) return `{"title":${'{"a":'.repeat(8000)}1${'}'.repeat(8000)}}`;
  if (kind === 3) return JSON.stringify(oddValue(dice));
  const call = oddCall(dice);
  if (kind === 4) return JSON.stringify({ name: call['name'], args: call['args'], blocks: oddValue(dice) });
  return JSON.stringify({
    base: dice.of([0, 0, 1, 2 ** 31, -1, 1e15]),
    // The same change twice.
    commands: dice.next() < 0.5 ? [call, call] : [call, oddCall(dice)],
    ...(dice.next() < 0.4 && { by: dice.of(['someone', '\u0000', 'x'.repeat(81), '\ud800']) }),
    ...(dice.next() < 0.3 && { blocks: { [dice.of(['a', '__proto__', randomUUID()])]: oddValue(dice) } }),
  });
}

function oddRequest(dice: Dice): Sent {
  const id = () => (dice.next() < 0.7 ? report : dice.of(ODD));
  const path = dice.of([
    () => '/api/reports',
    () => `/api/reports/${id()}`,
    () => `/api/reports/${id()}?by=${dice.of(ODD)}`,
    () => `/api/reports/${id()}/commands`,
    () => `/api/reports/${id()}/commands`,
    () => `/api/reports/${id()}/undo`,
    () => `/api/reports/${id()}/changes?since=${dice.of(ODD)}`,
    () => `/api/reports/${id()}/live?since=${dice.of([...ODD, '0'])}`,
    () => `/api/reports/${id()}/document`,
    () => `/api/reports/${id()}/blocks/${dice.of([...ODD, 'demo-1'])}?part=${dice.of(['cells', 'received', ...ODD])}`,
    () =>
      `/api/reports/${id()}/figures/${dice.of([...ODD, 'passengers', 'glance'])}/file?as=${dice.of(['svg', 'spec', 'csv', ...ODD])}&column=${dice.of(ODD)}&row=${dice.of(ODD)}`,
    () => `/api/letters/${dice.of([...ODD, 'hebrew'])}?text=${dice.of(ODD)}`,
    () => `/api/letters/lacking`,
    () => `/reports/${id()}`,
    () => `/${dice.of(ODD)}`,
  ])();
  const method =
    dice.next() < 0.06
      ? dice.of(['DELETE', 'OPTIONS', 'TRACE', 'PROPFIND'])
      : dice.of(['GET', 'GET', 'GET', 'POST', 'POST', 'POST', 'POST', 'PUT', 'PATCH', 'HEAD']);
  const hasBody = ['POST', 'PUT', 'PATCH'].includes(method);
  const headers: Record<string, string> = {
    host: dice.next() < 0.97 ? base.host : dice.of(['evil.example', '', '127.0.0.1.evil.example', '[::1', 'a b']),
  };
  if (hasBody) headers['content-type'] = dice.next() < 0.95 ? 'application/json' : 'text/plain';
  if (dice.next() < 0.1) headers['last-event-id'] = dice.of(['-1', '1e12', 'x', '5']);
  if (dice.next() < 0.05) headers['origin'] = 'http://evil.example';
  return {
    method,
    path: path.replaceAll(' ', '%20').replaceAll("'", '%27'),
    headers,
    body: hasBody ? oddBody(dice) : null,
  };
}

describe('requests at random', () => {
  it('are answered with a sentence where they are refused, and never with 500', async () => {
    const dice = new Dice(2026);
    const wrong: string[] = [];
    const seen = new Map<number, number>();
    const requests = Array.from({ length: COUNT }, () => oddRequest(dice));
    const work = async () => {
      for (let next = requests.pop(); next; next = requests.pop()) {
        const { status, text } = await send(next);
        seen.set(status, (seen.get(status) ?? 0) + 1);
        const said = `${status} to ${next.method} ${next.path.slice(0, 120)} ${next.body?.slice(0, 300) ?? ''}: ${text.slice(0, 200)}`;
        if (status >= 500) wrong.push(said);
        if (
          status >= 400 &&
          next.method !== 'HEAD' &&
          text !== '' &&
          next.path.startsWith('/api') &&
          !/"error":"[^"]{10,}/.test(text)
        )
          wrong.push(said);
      }
    };
    await Promise.all(Array.from({ length: AT_ONCE }, work));
    console.log(
      `answers to ${COUNT} requests: ${[...seen]
        .sort()
        .map(([status, count]) => `${count} × ${status}`)
        .join(', ')}`,
    );
    expect(wrong.slice(0, 5)).toEqual([]);
    expect(seen.get(200)).toBeGreaterThan(COUNT / 20);
    expect((await fetch(new URL('/api/health', base))).status).toBe(200);
  });
});
