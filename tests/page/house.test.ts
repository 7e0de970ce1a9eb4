// @vitest-environment happy-dom
/** The style that reports have in common: fetched when it is laid on or changed, never taken for an older one, and changed for all. */
import { act, createElement } from 'react';
import { createRoot, type Root } from 'react-dom/client';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { SKERRY_PLAIN } from '../../demo/styles.ts';
import { recordOf } from '../../src/core/report/record.ts';
import { newReport, type OwnStyle } from '../../src/core/report/report.ts';
import { lookOf } from '../../src/core/spark/look.ts';
import type { SparkColumnOf } from '../../src/core/spark/spec.ts';
import { askEarly, pagesSince, reportAsked } from '../../src/ui/state/asked-early.ts';
import { fetchHouse, useHouse } from '../../src/ui/state/house.ts';
import { dropLook, keepLook } from '../../src/ui/state/kept-looks.ts';
import { useUnsavedWarning } from '../../src/ui/state/opening.ts';
import { type House, set } from '../../src/ui/state/report-state.ts';
import * as store from '../../src/ui/state/store.ts';
import { styleNow, useLocale, useStyle } from '../../src/ui/state/style.ts';

vi.mock('idb-keyval', () => ({ set: async () => {}, delMany: async () => {}, getMany: async () => [] }));
// Typefaces are no part of what is tried here.
vi.mock('../../src/ui/letters/wanted.ts', () => ({ wantStyle: async () => undefined }));
Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });
/** This page is alone in its browser. */
const locks = { request: (_: string, __: object, work: (lock: object) => unknown) => work({}) };
Object.defineProperty(navigator, 'locks', { value: locks });

let asked: { path: string; body: unknown }[];
let answer: (path: string) => unknown;
let root: Root;

const styled = (name: string): OwnStyle => ({ ...SKERRY_PLAIN, name });
const houseOf = (id: string, revision = 1, name = `Style ${id}`): House => ({ id, revision, style: styled(name) });

function openWith(style: object, house: House | null = null): void {
  const report = recordOf({ ...newReport('Styled', ''), style: style as never });
  const opened = { id: 'r', kind: 'report', revision: 0, report, own: [], house } as const;
  store.open({ ...opened, own: [] }, { calls: [], refused: [], blocks: {} }, [], null);
}

beforeEach(() => {
  asked = [];
  answer = () => ({ error: 'Not asked for here.' });
  vi.stubGlobal('fetch', async (path: string, init: RequestInit = {}) => {
    // What is saved of the open report is no part of what is tried here.
    if (path === '/api/reports/r/commands') return new Promise(() => undefined);
    asked.push({ path, body: init.body === undefined ? null : JSON.parse(String(init.body)) });
    const found = answer(path);
    return found instanceof Response ? found : new Response(JSON.stringify(found), { status: 200 });
  });
  root = createRoot(document.createElement('div'));
});
afterEach(() => {
  act(() => root.unmount());
  vi.unstubAllGlobals();
});

function Part({ hook }: { hook: () => void }) {
  hook();
  return null;
}
const draw = (hook: () => void) => act(async () => root.render(createElement(Part, { hook })));
const rest = () => act(async () => new Promise((done) => setTimeout(done)));
const houseNow = () => store.current().house;

describe('the style of the open report', () => {
  it('is fetched where it is not known, and not where it is', async () => {
    answer = () => houseOf('a');
    openWith({ kind: 'house', id: 'a' }, houseOf('a'));
    await draw(useHouse);
    expect(asked).toEqual([]);
    openWith({ kind: 'house', id: 'a' });
    act(() => root.render(null));
    await draw(useHouse);
    await rest();
    expect(asked.map(({ path }) => path)).toEqual(['/api/styles/a']);
    expect(houseNow()).toEqual(houseOf('a'));
  });

  it('is fetched when another one is laid on, and none where the report has its own', async () => {
    openWith(styled('Own'));
    const seen: string[] = [];
    await draw(() => {
      useHouse();
      seen.push(useStyle().name);
    });
    await fetchHouse();
    expect(asked).toEqual([]);
    answer = () => houseOf('b');
    expect(store.run('style.layOn', { house: 'b' })).toBeNull();
    await rest();
    expect(asked.map(({ path }) => path)).toEqual(['/api/styles/b']);
    expect([seen[0], seen.at(-1), styleNow().name]).toEqual(['Own', 'Style b', 'Style b']);
  });

  it('is never put in the place of a newer one, or of another that was laid on meanwhile', async () => {
    openWith({ kind: 'house', id: 'a' }, houseOf('a', 5));
    for (const [revision, stands] of [
      [4, 5],
      [5, 5],
      [6, 6],
    ]) {
      answer = () => houseOf('a', revision, `At ${revision}`);
      await fetchHouse();
      expect(houseNow()?.revision).toBe(stands);
    }
    answer = () => houseOf('other', 9);
    await fetchHouse();
    expect(houseNow()?.id).toBe('a');
    // One that is known is no reason to leave another one out.
    set({ house: houseOf('old', 99) });
    answer = () => houseOf('a', 7);
    await fetchHouse();
    expect(houseNow()).toMatchObject({ id: 'a', revision: 7 });
  });

  it('stays as it is known where it cannot be fetched', async () => {
    openWith({ kind: 'house', id: 'a' }, houseOf('a', 2));
    answer = () => new Response('{"error":"Not just now."}', { status: 503 });
    await fetchHouse();
    expect([houseNow()?.revision, store.current().notice]).toEqual([2, null]);
  });

  it('writes numbers as it says, and is the plain one where it is not known', async () => {
    let digits = '';
    openWith({ kind: 'house', id: 'a' }, { ...houseOf('b') });
    await draw(() => {
      digits = useLocale().id;
    });
    expect(digits).toBe('en-GB');
    // The style of another is not its own.
    expect(styleNow().name).not.toBe('Style b');
  });
});

describe('a look of sparklines', () => {
  const columns = demoReport().report.items.flatMap((item) => (item.type === 'spark' ? item.columns : []));
  const look = lookOf(columns.find(({ kind }) => kind === 'sparkline') as SparkColumnOf<'sparkline'>);

  it('is kept in the report, and taken out again, where it has its own style', () => {
    openWith(styled('Own'));
    expect(keepLook('Quiet', look)).toBeNull();
    expect(styleNow().sparks.map(({ name }) => name)).toContain('Quiet');
    dropLook('Quiet');
    expect(styleNow().sparks.map(({ name }) => name)).not.toContain('Quiet');
    expect(asked).toEqual([]);
  });

  it.each([
    ['kept', () => void keepLook('Quiet', look), 'style.keepLook', /^“Quiet” is kept in “Style a”, for all reports/],
    ['taken out', () => dropLook('Quiet'), 'style.dropLook', /^“Quiet” is taken out of “Style a”, for all reports/],
  ])('is %s for all reports where the style is theirs, and that can be undone', async (_, act, name, said) => {
    openWith({ kind: 'house', id: 'a' }, houseOf('a'));
    answer = () => ({ changes: [{ id: 'change', name }] });
    act();
    await rest();
    expect(asked).toMatchObject([{ path: '/api/reports/a/commands', body: { name, args: { name: 'Quiet' } } }]);
    const { notice } = store.current();
    expect(notice).toMatchObject({ tone: 'accent', text: expect.stringMatching(said) });
    expect(notice?.offers.map(({ say }) => say)).toEqual(['Undo it']);
    notice?.offers[0]?.run();
    await rest();
    expect(asked[1]).toEqual({ path: '/api/reports/a/undo', body: { change: 'change' } });
    // What changed nothing has nothing to undo, and what was refused is told.
    answer = () => ({ changes: [] });
    act();
    await rest();
    expect(store.current().notice?.offers).toEqual([]);
    answer = () => new Response('{"error":"That is one too many."}', { status: 400 });
    act();
    await rest();
    expect(store.current().notice).toMatchObject({ tone: 'error', text: 'That is one too many.' });
  });
});

describe('what an address asks for', () => {
  const pages = (revision: number) => ({ revision, pages: [] });
  const at = (path: string) => history.replaceState(null, '', `http://localhost:3000${path}`);

  it('is asked for before the scripts are there, once', async () => {
    at('/reports/r7#.manuscript');
    answer = (path) => (path.includes('/pages') ? pages(3) : { id: 'r7' });
    askEarly();
    expect(asked.map(({ path }) => path.split('?')[0])).toEqual([
      '/api/reports/r7',
      '/api/reports/r7/manuscript/pages',
    ]);
    expect(await reportAsked('r7')).toEqual({ id: 'r7' });
    expect(await pagesSince('r7', 3, 1, 2)).toEqual(pages(3));
    expect(asked).toHaveLength(2);
    // Whoever wants it again wants it as it is then.
    await reportAsked('r7');
    await pagesSince('r7', 3, 1, 2);
    expect(asked).toHaveLength(4);
  });

  it.each([
    ['pages of before a change', 'r7', 4, 1, 2],
    ['other pages', 'r7', 3, 2, 3],
    ['more pages', 'r7', 3, 1, 3],
    ['those of another report', 'r8', 3, 1, 2],
  ])('is asked for anew where it is %s', async (_, id, revision, from, to) => {
    at('/reports/r7#.manuscript');
    answer = (path) => (path.includes('/pages') ? pages(3) : { id: 'r7' });
    askEarly();
    await pagesSince(id, revision, from, to);
    expect(asked.at(-1)?.path).toBe(`/api/reports/${id}/manuscript/pages?from=${from}&to=${to}`);
    expect(asked).toHaveLength(3);
    await reportAsked(id === 'r8' ? id : 'r9');
    expect(asked).toHaveLength(4);
  });

  it('is no page where a figure is to be shown, and nothing outside of a report', async () => {
    at('/reports/r7#passengers');
    answer = () => new Response('{"error":"It is gone."}', { status: 404 });
    askEarly();
    expect(asked.map(({ path }) => path.split('?')[0])).toEqual(['/api/reports/r7']);
    // What went wrong is told to who waits for it.
    await expect(reportAsked('r7')).rejects.toThrow('It is gone.');
    at('/');
    askEarly();
    expect(asked).toHaveLength(1);
  });
});

describe('a page that goes', () => {
  it('is asked about while something is not saved, and goes without a word otherwise', async () => {
    openWith(styled('Own'));
    const isAsked = () => {
      const event = new Event('beforeunload', { cancelable: true });
      dispatchEvent(event);
      return event.defaultPrevented;
    };
    await draw(useUnsavedWarning);
    expect(isAsked()).toBe(false);
    act(() => void store.run('report.setWords', { title: 'Another' }));
    expect(isAsked()).toBe(true);
    act(() => set({ window: { ...store.current().window, pending: [] } }));
    expect(isAsked()).toBe(false);
    act(() => root.render(null));
    expect(isAsked()).toBe(false);
  });
});
