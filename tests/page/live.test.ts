/** What windows hear of a report while it is changed elsewhere, also when connections and pages come and go. */
import { describe, expect, it, vi } from 'vitest';
import { Browser, keyval, openWindow, Server } from './browsers.ts';
import { inOwnTime, rename, rest, title } from './setting.ts';

vi.mock('idb-keyval', () => keyval);
// Typefaces are no part of what is tried here.
vi.mock('../../src/ui/letters/wanted.ts', () => ({ wantStyle: async () => undefined }));

inOwnTime();

async function twoWindows() {
  const server = new Server();
  const browser = new Browser();
  const windows = [await openWindow(browser, server), await openWindow(browser, server)] as const;
  await rest();
  return { server, windows };
}

describe('windows of one browser', () => {
  it('hear alike that the style of their report was changed', async () => {
    const { server, windows } = await twoWindows();
    for (const source of server.sources) source.hearOfHouse();
    expect(windows.map(({ housesHeard }) => housesHeard)).toEqual([1, 1]);
  });

  it('send alike what they could not send, at once when one of them is connected again', async () => {
    const { server, windows } = await twoWindows();
    server.isPrompt = false;
    for (const [at, window] of windows.entries()) rename(window, `Of window ${at}`);
    await rest();
    for (const request of [...server.waiting]) request.meet('lost before');
    await rest();
    expect(windows.map(({ page }) => page.current().save.kind)).toEqual(['unreachable', 'unreachable']);
    server.isPrompt = true;
    for (const source of server.sources) source.open();
    await rest();
    expect(server.log.changes.map(({ args }) => args).sort()).toEqual([
      { title: 'Of window 0' },
      { title: 'Of window 1' },
    ]);
  });

  it('fetch alike what was not told to them, when one of them is connected again', async () => {
    const { server, windows } = await twoWindows();
    server.log.take('a colleague', 0, [{ id: 'missed', name: 'report.setWords', args: { title: 'Missed' } }]);
    for (const source of server.sources) source.open();
    await rest();
    expect(windows.map(title)).toEqual(['Missed', 'Missed']);
    // What is fetched is asked for once, and what is known is not asked to be sent.
    expect(server.batches).toEqual([]);
  });
});

describe('a page', () => {
  it('that is left holds no connection, and has one again when it is shown', async () => {
    const server = new Server();
    const window = await openWindow(new Browser(), server);
    await rest();
    const [first] = server.sources;
    window.hide();
    await rest();
    expect(server.sources.size).toBe(0);
    server.colleague('report.setWords', { title: 'Meanwhile' });
    window.show();
    await rest();
    expect(server.sources.size).toBe(1);
    expect(server.sources).not.toContain(first);
    expect(title(window)).toBe('Meanwhile');
    // To be shown twice is no reason for a second one.
    window.show();
    await rest();
    expect(server.sources.size).toBe(1);
    server.colleague('report.setWords', { title: 'Afterwards' });
    await rest();
    expect(title(window)).toBe('Afterwards');
  });

  it('that follows no more hears nothing, and is not followed again when it is shown', async () => {
    const server = new Server();
    const window = await openWindow(new Browser(), server);
    await rest();
    const heard: string[] = [];
    const stop = window.do((page) =>
      page.follow({
        id: 'another',
        revision: () => 0,
        receive: () => heard.push('changes'),
        reached: () => heard.push('reached'),
      }),
    );
    await rest();
    expect(server.sources.size).toBe(2);
    window.do(() => stop());
    await rest();
    expect(server.sources.size).toBe(1);
    window.show();
    await rest();
    expect(server.sources.size).toBe(1);
    server.colleague('report.setWords', { title: 'Elsewhere' });
    await rest();
    expect(heard).toEqual(['reached']);
  });
});
