/** Who is let in: who has the address that was printed, and no one else of this machine. */
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freePort } from '../../launcher/processes.ts';
import { ask, place, reports, type Started } from './started.ts';

const here = place();
let started: Started;
let [entry, origin, port] = ['', '', 0];

beforeAll(async () => {
  port = await freePort();
  started = here.start(port);
  entry = await started.url;
  origin = new URL(entry).origin;
});

afterAll(async () => {
  await here.run('stop');
  await started.exited;
});

const pages = fileURLToPath(new URL('../../src/pages/api', import.meta.url));
/** The addresses of all endpoints, with ids in them that stand for some. */
const addresses = () =>
  readdirSync(pages, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts'))
    .map((file) => `/api/${file.replace(/\.ts$/, '').replace(/\/?index$/, '')}`);

describe('a started Rizo', () => {
  it('tells nobody anything but that it is up, and letters of typefaces', async () => {
    const open: string[] = [];
    for (const path of [...addresses(), '/', '/reports/some'])
      for (const method of ['GET', 'POST', 'PUT', 'PATCH']) {
        const response = await fetch(`${origin}${path.replace(/\[\w+\]/g, 'some')}`, {
          method,
          headers: { 'content-type': 'application/json' },
          ...(method === 'GET' ? {} : { body: '{}' }),
        });
        if (response.status === 401) expect(await response.text()).toContain('./rizo start');
        // What an address does not take at all tells nothing either.
        else if (response.status !== 404 && response.status !== 405) open.push(`${method} ${path} ${response.status}`);
      }
    expect(open.sort()).toEqual([
      'GET /api/health 200',
      'GET /api/letters/[script] 400',
      'GET /api/letters/lacking 400',
    ]);
    expect(addresses().length).toBeGreaterThan(10);
  });

  it('lets a browser in that opens the printed address, and a program that brings its key', async () => {
    const entered = await fetch(entry, { redirect: 'manual' });
    expect(entered.status).toBe(303);
    expect(entered.headers.get('location')).toBe('/');
    const cookie = entered.headers.get('set-cookie') ?? '';
    expect(cookie).toMatch(new RegExp(`^rizo-${port}=[\\w-]+; Path=/; HttpOnly; SameSite=Strict; Max-Age=\\d+$`));
    expect(cookie).not.toContain(new URL(entry).searchParams.get('key'));
    const held = { cookie: cookie.split(';')[0] ?? '' };
    expect((await fetch(`${origin}/`, { headers: held })).status).toBe(200);
    expect((await fetch(`${origin}/api/reports`, { headers: held })).status).toBe(200);
    expect(await reports(entry)).toHaveLength(2);
    const other = { cookie: held.cookie.replace(/.$/, (last) => (last === 'A' ? 'B' : 'A')) };
    expect((await fetch(`${origin}/api/reports`, { headers: other })).status).toBe(401);
    expect((await ask(`${entry}x`, '/api/reports')).status).toBe(401);
  });

  it('keeps its key to the one who started it, over starts', async () => {
    for (const file of ['key', 'run.json']) expect(statSync(join(here.state, file)).mode & 0o077, file).toBe(0);
    expect(readFileSync(join(here.state, 'server.log'), 'utf8')).not.toContain(new URL(entry).searchParams.get('key'));
    expect((await here.run('status')).stdout).toContain(`Rizo serves at ${entry}`);
  });

  it('looks at few wrong keys a minute, and at the right one all the same', async () => {
    const statuses: number[] = [];
    for (let turn = 0; turn < 30; turn++) statuses.push((await fetch(`${origin}/enter?key=wrong-${turn}`)).status);
    expect(statuses.at(0)).toBe(401);
    const refused = await fetch(`${origin}/enter?key=wrong`);
    expect(refused.status).toBe(429);
    expect(Number(refused.headers.get('retry-after'))).toBeGreaterThan(0);
    expect((await fetch(entry, { redirect: 'manual' })).status).toBe(303);
    expect(await reports(entry)).toHaveLength(2);
  });
});
