/** The server as the page sees it: what is asked, and what is made of each answer, lost ones as well. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import * as api from '../../src/ui/state/api.ts';

interface Asked {
  path: string;
  method: string;
  body: unknown;
  type: string | null;
}
let asked: Asked[];
let answers: ((asked: Asked) => Response | Promise<Response>)[];
const json =
  (value: unknown, status = 200) =>
  () =>
    new Response(JSON.stringify(value), { status });
const lost = () => Promise.reject(new TypeError('Failed to fetch'));

beforeEach(() => {
  [asked, answers] = [[], []];
  const stored = new Map<string, string>([['rizo:author', 'an author']]);
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => stored.get(key) ?? null,
    setItem: (key: string, value: string) => stored.set(key, value),
  });
  vi.stubGlobal('fetch', async (path: string, init: RequestInit = {}) => {
    const type = new Headers(init.headers).get('content-type');
    const body = typeof init.body === 'string' ? JSON.parse(init.body) : null;
    const one = { path, method: init.method ?? 'GET', body, type };
    asked.push(one);
    const answer = answers.shift();
    if (!answer) throw new Error(`Nothing was said of ${path}.`);
    return answer(one);
  });
});
afterEach(() => {
  expect(answers).toEqual([]);
  vi.unstubAllGlobals();
});

const CALL = { id: 'c', name: 'report.setWords', args: { title: 'One' }, seen: 3 };
const request = (blocks = {}) => ({ base: 3, commands: [CALL], blocks });
const TAKEN = { changes: [], refused: [], known: ['c'] };

describe('calls that are sent', () => {
  it('go with their author, and come back as what was made of them', async () => {
    answers = [json(TAKEN)];
    expect(await api.sendCalls('r', request())).toEqual({ kind: 'taken', ...TAKEN });
    expect(asked).toEqual([
      {
        path: '/api/reports/r/commands',
        method: 'POST',
        type: 'application/json',
        body: { ...request(), by: 'an author' },
      },
    ]);
  });

  it('have large blocks sent ahead of them, one by one, and small ones with them', async () => {
    const large = Array.from({ length: 5001 }, (_, at) => at);
    const small = large.slice(0, 5000);
    const splice = { of: 'large', splice: { at: 0, remove: 0, insert: large } };
    answers = [json({}), json({}), json(TAKEN)];
    const blocks = { large, small, other: [...large], splice };
    await api.sendCalls('r', request(blocks));
    expect(asked.map(({ path, method }) => [method, path])).toEqual([
      ['PUT', '/api/reports/r/blocks/large'],
      ['PUT', '/api/reports/r/blocks/other'],
      ['POST', '/api/reports/r/commands'],
    ]);
    expect(asked[0]?.body).toEqual(large);
    expect(asked[2]?.body).toMatchObject({ blocks: { small, splice } });
    expect(Object.keys((asked[2] as { body: { blocks: object } }).body.blocks)).toEqual(['small', 'splice']);
    // What is to be sent stays whole: it may be needed once more.
    expect(Object.keys(blocks)).toEqual(['large', 'small', 'other', 'splice']);
  });

  it('are not sent where a large block was not taken', async () => {
    const large = new Array(5001).fill(1);
    answers = [json({ error: 'That is too large.' }, 413)];
    expect(await api.sendCalls('r', request({ large }))).toEqual({ kind: 'unfit', error: 'That is too large.' });
    answers = [json({}, 503)];
    expect(await api.sendCalls('r', request({ large }))).toEqual({ kind: 'unreachable' });
  });

  it.each([
    [400, { kind: 'unfit', error: 'So it is.' }],
    [413, { kind: 'unfit', error: 'So it is.' }],
    [422, { kind: 'unfit', error: 'So it is.' }],
    [401, { kind: 'refused', error: 'So it is.' }],
    [403, { kind: 'refused', error: 'So it is.' }],
    [404, { kind: 'gone' }],
    [429, { kind: 'unreachable' }],
    [499, { kind: 'refused', error: 'So it is.' }],
    [500, { kind: 'unreachable' }],
    [503, { kind: 'unreachable' }],
  ])('are answered with %s', async (status, said) => {
    answers = [json({ error: 'So it is.' }, status)];
    expect(await api.sendCalls('r', request())).toEqual(said);
  });

  it('are kept where the answer is lost, or is none of the server’s', async () => {
    answers = [lost];
    expect(await api.sendCalls('r', request())).toEqual({ kind: 'unreachable' });
    answers = [() => new Response('<html>Sign in to the network</html>', { status: 200 })];
    expect(await api.sendCalls('r', request())).toEqual({ kind: 'unreachable' });
    answers = [() => new Response('<html>No</html>', { status: 403 })];
    expect(await api.sendCalls('r', request())).toEqual({
      kind: 'refused',
      error: 'The server answered 403; try again in a moment.',
    });
    answers = [json({}, 403)];
    expect(await api.sendCalls('r', request())).toMatchObject({ error: expect.stringMatching(/answered 403/) });
    // Whatever else goes wrong is a fault of the page, and is not taken for one of the network.
    answers = [() => Promise.reject(new RangeError('A fault.'))];
    await expect(api.sendCalls('r', request())).rejects.toThrow('A fault.');
  });
});

describe('what is read', () => {
  it('is asked for as the author who works here, or as nobody', async () => {
    answers = [json({ id: 'r' }), json({ id: 'r' })];
    expect(await api.openReport('r')).toEqual({ id: 'r' });
    await api.fetchReport('r');
    expect(asked.map(({ path }) => path)).toEqual(['/api/reports/r?by=an%20author', '/api/reports/r']);
  });

  it('fails in the sentence of the server, or in one that says that it cannot be reached', async () => {
    answers = [json({ error: 'It is gone.' }, 404)];
    await expect(api.openReport('r')).rejects.toThrow('It is gone.');
    answers = [lost];
    await expect(api.openReport('r')).rejects.toThrow(/cannot be reached; Rizo keeps trying/);
    answers = [() => Promise.reject(new RangeError('A fault.'))];
    await expect(api.openReport('r')).rejects.toThrow('A fault.');
  });

  it('of changes is all up to a revision, however they come, and nothing beyond', async () => {
    const change = (revision: number) => ({ revision });
    answers = [
      json({ revision: 9, changes: [3, 4].map(change) }),
      json({ revision: 9, changes: [5, 6, 7].map(change) }),
    ];
    expect(await api.loadMissed('r', 2, 6)).toEqual([3, 4, 5, 6].map(change));
    expect(asked.map(({ path }) => path)).toEqual(['/api/reports/r/changes?since=2', '/api/reports/r/changes?since=4']);
    // A log that does not go so far ends it, and what is known is not asked for.
    answers = [json({ revision: 2, changes: [] })];
    expect(await api.loadMissed('r', 2, 6)).toEqual([]);
    expect(await api.loadMissed('r', 6, 6)).toEqual([]);
  });

  it('of cells is undefined where they are gone, and a sentence where they could not be had', async () => {
    answers = [json([1, 2]), json({}, 404), json({ error: 'Not just now.' }, 503), lost, json(null)];
    expect(await api.loadCells('r', 'b')).toEqual([1, 2]);
    expect(await api.loadCells('r', 'b')).toBeUndefined();
    await expect(api.loadCells('r', 'b')).rejects.toThrow('Not just now.');
    await expect(api.loadCells('r', 'b')).rejects.toThrow(/cannot be reached/);
    expect(await api.loadReceived('r', 'b')).toBeNull();
    expect(asked.map(({ path }) => path).slice(3)).toEqual([
      '/api/reports/r/blocks/b',
      '/api/reports/r/blocks/b?part=received',
    ]);
  });

  it('of pages says from which to which', async () => {
    answers = [json({ revision: 1 })];
    await api.loadPages('r', 3, 5);
    expect(asked[0]?.path).toBe('/api/reports/r/manuscript/pages?from=3&to=5');
  });
});

describe('a report that is not open', () => {
  it('is changed by one command, whose change can be taken back', async () => {
    const changes = [
      { id: 'first', name: 'style.keepLook' },
      { id: 'mine', name: 'style.keepLook' },
      { id: 'of another', name: 'report.setWords' },
    ];
    answers = [json({ changes }), json({ changes: [] }), json({})];
    expect(await api.runOn('r', 'style.keepLook', { name: 'Quiet' })).toBe('mine');
    expect(asked[0]).toMatchObject({ method: 'POST', type: 'application/json' });
    expect(asked[0]?.body).toEqual({ name: 'style.keepLook', args: { name: 'Quiet' }, by: 'an author' });
    // One that changed nothing has no change.
    expect(await api.runOn('r', 'style.keepLook', {})).toBeNull();
    await api.undoOn('r', 'mine');
    expect(asked[2]).toMatchObject({ path: '/api/reports/r/undo', method: 'POST', body: { change: 'mine' } });
  });

  it.each<[string, () => Promise<unknown>, Partial<Asked>]>([
    [
      'is made',
      () => api.createReport('T', 'E'),
      { path: '/api/reports', method: 'POST', body: { title: 'T', edition: 'E' } },
    ],
    [
      'is put away',
      () => api.removeReport('r', true),
      { path: '/api/reports/r', method: 'PATCH', body: { removed: true } },
    ],
    [
      'is brought back',
      () => api.removeReport('r', false),
      { path: '/api/reports/r', method: 'PATCH', body: { removed: false } },
    ],
    [
      'is opened from a bundle',
      () => api.openBundle('a.rizo', 'AA=='),
      { path: '/api/bundles', method: 'POST', body: { name: 'a.rizo', data: 'AA==' } },
    ],
    [
      'has a style made for it',
      () => api.createStyle({ name: 'S' }),
      { path: '/api/styles', method: 'POST', body: { name: 'S' } },
    ],
    [
      'loses its style',
      () => api.removeStyle('s'),
      { path: '/api/styles/s', method: 'PATCH', body: { removed: true } },
    ],
    [
      'is set in a family',
      () => api.keepFamily([{ name: 'a.ttf', data: 'AA==' }]),
      { path: '/api/families', method: 'POST', body: { files: [{ name: 'a.ttf', data: 'AA==' }] } },
    ],
    [
      'loses a family',
      () => api.removeFamily('f'),
      { path: '/api/families/f', method: 'PATCH', body: { removed: true } },
    ],
    ['is listed', () => api.listReports(), { path: '/api/reports', method: 'GET' }],
    ['has its styles listed', () => api.listStyles(), { path: '/api/styles', method: 'GET' }],
    ['has families listed', () => api.listFamilies(), { path: '/api/families', method: 'GET' }],
    ['has its style read', () => api.loadHouse('s'), { path: '/api/styles/s', method: 'GET' }],
    [
      'has what is set by hand in it listed',
      () => api.listExceptions('s'),
      { path: '/api/styles/s/exceptions', method: 'GET' },
    ],
  ])('%s', async (_, ask, wanted) => {
    answers = [json({ id: 'made' })];
    expect(await ask()).toEqual({ id: 'made' });
    expect(asked).toMatchObject([wanted]);
    if (wanted.method !== 'GET') expect(asked[0]?.type).toBe('application/json');
  });
});
