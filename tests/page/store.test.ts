/** The page's store and outbox, in one window and in several: nothing is lost, nothing is done twice. */
import { describe, expect, it, vi } from 'vitest';
import { UNDO } from '../../src/core/change/change.ts';
import { isSame } from '../../src/core/named/same.ts';
import { reportOf } from '../../src/core/report/record.ts';
import { figureIn, isReceived, tablesOf } from '../../src/core/report/report.ts';
import { receivedCount } from '../../src/core/report/tables.ts';
import { Browser, keyval, openWindow, Server } from './browsers.ts';
import { inOwnTime, kept, RETRY_MS, rename, rest, settle, title } from './setting.ts';

vi.mock('idb-keyval', () => keyval);
// Typefaces are no part of what is tried here.
vi.mock('../../src/ui/letters/wanted.ts', () => ({ wantStyle: async () => undefined }));

inOwnTime();

describe('a window', () => {
  it('is never called saved while something is only here, and is when the server has it', async () => {
    const server = new Server();
    const window = await openWindow(new Browser(), server);
    server.isPrompt = false;
    expect(rename(window, 'One')).toBeNull();
    expect(window.page.current().save.kind).toBe('saving');
    await rest();
    expect(server.waiting).toHaveLength(1);
    expect(window.page.current().save.kind).toBe('saving');
    server.waiting[0]?.meet('done');
    await rest();
    expect(window.page.current().save.kind).toBe('saved');
    expect(server.log.changes.map(({ args }) => args)).toEqual([{ title: 'One' }]);
    expect(kept(window.browser)).toEqual([]);
  });

  it.each(['lost before', 'lost after', 'broken'] as const)(
    'tries again by itself where a request is %s, and has it done once',
    async (fate) => {
      const server = new Server();
      const window = await openWindow(new Browser(), server);
      server.isPrompt = false;
      rename(window, 'One');
      await rest();
      server.waiting[0]?.meet(fate);
      await rest();
      expect(window.page.current().save.kind).toBe('unreachable');
      expect(kept(window.browser)).toHaveLength(1);
      server.isPrompt = true;
      await rest(RETRY_MS);
      expect(window.page.current().save.kind).toBe('saved');
      expect(server.log.changes).toHaveLength(1);
      // What was saved can be taken back, also where its answer was lost.
      window.do((page) => page.undo());
      await rest(RETRY_MS);
      expect(server.log.record).toEqual(new Server().log.record);
    },
  );

  it('sends what is changed while an answer is awaited after it, in order', async () => {
    const server = new Server();
    const window = await openWindow(new Browser(), server);
    server.isPrompt = false;
    for (const to of ['One', 'Two', 'Three']) {
      rename(window, to);
      await rest();
    }
    expect(server.waiting).toHaveLength(1);
    await settle(server, [window]);
    expect(server.log.changes.map(({ args }) => (args as { title: string }).title)).toEqual(['One', 'Two', 'Three']);
    expect(title(window)).toBe('Three');
  });

  it('takes over what a window left that crashed, and leaves alone what belongs to one that lives', async () => {
    const server = new Server();
    const browser = new Browser();
    const [one, two] = [await openWindow(browser, server), await openWindow(browser, server)];
    server.isPrompt = false;
    rename(one, 'Of the first');
    two.do((page) => page.run('report.setWords', { edition: 'Of the second' }));
    await rest();
    one.crash();
    for (const request of [...server.waiting]) request.meet('lost before');
    server.isPrompt = true;
    const three = await openWindow(browser, server, false);
    expect(title(three)).toBe('Of the first');
    expect(three.page.current().notice?.text).toMatch(/have been brought back/);
    expect(three.page.current().report.edition).not.toBe('Of the second');
    await rest(RETRY_MS);
    two.do((page) => void page.flush());
    await settle(server, [two, three]);
    expect(reportOf(server.log.record)).toMatchObject({ title: 'Of the first', edition: 'Of the second' });
    expect(server.log.changes).toHaveLength(2);
    expect(kept(browser)).toEqual([]);
  });

  it('keeps what it has when it is left in the moment of a change, before anything of it was begun', async () => {
    const server = new Server();
    const browser = new Browser();
    const one = await openWindow(browser, server);
    server.isPrompt = false;
    rename(one, 'A whole thought');
    one.leave();
    for (const request of [...server.waiting]) request.meet('lost before');
    server.isPrompt = true;
    const two = await openWindow(browser, server);
    expect(title(two)).toBe('A whole thought');
    await settle(server, [two]);
    expect(server.log.changes).toHaveLength(1);
    expect(Object.keys(browser.local).filter((key) => key.startsWith('parting:'))).toEqual([]);
  });

  it('keeps at leaving what the database had no time for, though it has done what came before', async () => {
    const server = new Server();
    const browser = new Browser();
    const one = await openWindow(browser, server);
    server.isPrompt = false;
    rename(one, 'First');
    vi.advanceTimersByTime(0);
    rename(one, 'Second');
    one.hide();
    // The first change is written by now, and the second never is.
    browser.databaseDoes = 1;
    await rest();
    one.crash();
    for (const request of [...server.waiting]) request.meet('lost before');
    browser.databaseDoes = Number.POSITIVE_INFINITY;
    const two = await openWindow(browser, server, true);
    expect(title(two)).toBe('Second');
    expect(two.page.current().window.pending).toHaveLength(2);
  });

  it('keeps at leaving the cells that a change names, beside what was kept of others before', async () => {
    const server = new Server();
    const browser = new Browser();
    const one = await openWindow(browser, server);
    server.isPrompt = false;
    const table = tablesOf(one.page.current().report).find(isReceived);
    const [, column] = table?.columns ?? [];
    const type = (block: string, from: string | null) =>
      one.do((page) => {
        const cells = Array.from({ length: table ? receivedCount(table) : 0 }, (_, row) => row);
        const set = [{ path: ['title'], to: block }];
        const args = { table: table?.id ?? '', column: column?.meta.key ?? '', set, cells: { from, block } };
        return page.run('table.setColumn', args, { blocks: { [block]: cells } });
      });
    expect(type('first', column?.block ?? null)).toBeNull();
    await rest();
    browser.databaseDoes = 0;
    expect(type('second', 'first')).toBeNull();
    one.leave();
    for (const request of [...server.waiting]) request.meet('lost before');
    browser.databaseDoes = Number.POSITIVE_INFINITY;
    const two = await openWindow(browser, server, true);
    expect(two.page.current().window.pending).toHaveLength(2);
    expect(Object.keys(two.page.current().blocks).sort()).toEqual(['first', 'second']);
  });

  it('brings back once what was kept in two places, or was saved without being told', async () => {
    const server = new Server();
    const browser = new Browser();
    const one = await openWindow(browser, server);
    server.isPrompt = false;
    rename(one, 'Kept twice');
    one.hide();
    await rest();
    one.crash();
    for (const request of [...server.waiting]) request.meet('lost before');
    const two = await openWindow(browser, server, true);
    expect(two.page.current().window.pending).toHaveLength(1);
    await rest();
    server.waiting[0]?.meet('lost after');
    two.crash();
    const three = await openWindow(browser, server, true);
    expect(three.page.current().window.pending).toEqual([]);
    expect(three.page.current().history.past).toHaveLength(1);
    expect(title(three)).toBe('Kept twice');
  });

  it.each([false, true])('takes what is typed and not taken yet when it is left (%s)', async (isReversed) => {
    const server = new Server();
    const browser = new Browser();
    const one = await openWindow(browser, server);
    one.do((page) => new page.Pause().begin(() => void page.run('report.setWords', { title: 'Half' })));
    expect(one.page.useUntaken.getState().count).toBe(1);
    // Nothing that is sent arrives.
    server.isPrompt = false;
    one.leave(isReversed);
    for (const request of [...server.waiting]) request.meet('lost before');
    server.isPrompt = true;
    expect(one.page.useUntaken.getState().count).toBe(0);
    const two = await openWindow(browser, server);
    expect(title(two)).toBe('Half');
  });

  it('names what the server will not do, keeps it over a reload, and has it done when it is tried again', async () => {
    const server = new Server();
    const browser = new Browser();
    const one = await openWindow(browser, server);
    const figure = one.page.current().report.items.find(({ type }) => type === 'figure')?.id ?? '';
    server.isPrompt = false;
    one.do((page) => page.run('figure.setFrame', { figure, height: 60 }));
    await rest();
    // Meanwhile a colleague takes the figure away.
    const away = crypto.randomUUID();
    server.log.take('a colleague', 0, [{ id: away, name: 'item.remove', args: { item: figure } }]);
    await settle(server, [one]);
    expect(one.page.current().refused).toHaveLength(1);
    expect(one.page.current().refused[0]?.why).toMatch(/\S/);
    one.crash();
    server.isPrompt = true;
    const two = await openWindow(browser, server);
    expect(two.page.current().refused).toHaveLength(1);
    server.log.take('a colleague', 1, [{ id: crypto.randomUUID(), name: UNDO, args: { changes: [away] } }]);
    server.tell();
    await rest();
    two.do((page) => page.tryAgain());
    await settle(server, [two]);
    expect(two.page.current().refused).toEqual([]);
    expect(reportOf(server.log.record).items.find(({ id }) => id === figure)).toMatchObject({ frame: { height: 60 } });
    expect(kept(browser)).toEqual([]);
  });

  it.each(['a crash', 'being left'] as const)(
    'keeps over %s what stood in a field that went and can no longer be done, and says nothing of what can',
    async (end) => {
      const server = new Server();
      const browser = new Browser();
      const one = await openWindow(browser, server);
      server.colleague('item.remove', { item: 'passengers' });
      await rest();
      // A field of its own takes what is typed in a step of its own.
      const typing = { group: 'typed', quiet: true, seen: 0 };
      const type = (words: Record<string, string>) =>
        one.do((page) => page.whileTyping(typing, () => page.run('item.setWords', { item: 'passengers', words })));
      if (end === 'being left') browser.databaseDoes = 0;
      expect(one.do((page) => page.takeLast(() => type({ source: 'Half a so' })))).toMatch(/passengers/);
      expect(one.do((page) => page.takeLast(() => rename(one, 'Done')))).toBeNull();
      expect(one.page.current()).toMatchObject({
        notice: null,
        refused: [{ call: { name: 'item.setWords', group: 'typed', seen: 0 }, label: 'words' }],
      });
      // In a field that stays it is told there.
      expect(type({ source: 'More' })).toMatch(/passengers/);
      expect(one.page.current().refused).toHaveLength(1);
      if (end === 'being left') one.leave();
      else {
        await rest();
        one.crash();
      }
      browser.databaseDoes = Number.POSITIVE_INFINITY;
      const two = await openWindow(browser, server);
      expect(two.page.current().refused).toMatchObject([{ call: { args: { words: { source: 'Half a so' } } } }]);
      two.do((page) => page.letGo());
      await settle(server, [two]);
      expect(kept(browser)).toEqual([]);
      expect(Object.keys(browser.local).filter((key) => key.startsWith('parting:'))).toEqual([]);
    },
  );

  it('lets go of a refusal where the server could do it after all', async () => {
    const server = new Server();
    const window = await openWindow(new Browser(), server);
    server.isPrompt = false;
    window.do((page) => page.run('item.setWords', { item: 'passengers', words: { source: 'Mine' } }));
    await rest();
    // Before it arrives a colleague takes the figure out, and puts it back.
    server.colleague('item.remove', { item: 'passengers' });
    await rest();
    expect(window.page.current().refused).toHaveLength(1);
    const [removal] = server.log.changes;
    server.colleague(UNDO, { changes: [removal?.id] });
    await settle(server, [window]);
    expect(server.log.changes.map(({ name }) => name)).toEqual(['item.remove', UNDO, 'item.setWords']);
    expect(window.page.current().refused).toEqual([]);
    expect(window.page.current().save.kind).toBe('saved');
    expect(isSame(window.page.current().report, reportOf(server.log.record))).toBe(true);
  });

  it('hears through another window of its browser, and listens itself when that one goes', async () => {
    const server = new Server();
    const browser = new Browser();
    const [one, two] = [await openWindow(browser, server), await openWindow(browser, server)];
    await rest();
    expect(server.sources.size).toBe(1);
    server.colleague('report.setWords', { title: 'Told to both' });
    await rest();
    expect([title(one), title(two)]).toEqual(['Told to both', 'Told to both']);
    one.crash();
    server.sources.clear();
    await rest();
    server.colleague('report.setWords', { title: 'Told to the second' });
    await rest();
    expect(server.sources.size).toBe(1);
    expect(title(two)).toBe('Told to the second');
  });

  it('has one call refused by itself: the others are done, and it stands aside until it is let go', async () => {
    const server = new Server();
    const browser = new Browser();
    const window = await openWindow(browser, server);
    server.wouldNot = ({ args }) => (JSON.stringify(args).includes('Not this') ? 'Not here.' : null);
    window.do((page) => {
      page.run('report.setWords', { edition: 'Before' });
      page.run('item.setWords', { item: 'passengers', words: { source: 'Not this' } });
      page.run('report.setWords', { title: 'After' });
    });
    await settle(server, [window]);
    const { page } = window;
    expect(server.log.changes.map(({ args }) => args)).toEqual([{ edition: 'Before' }, { title: 'After' }]);
    expect(page.current().refused).toMatchObject([{ why: 'Not here.', call: { name: 'item.setWords' } }]);
    expect([page.current().save.kind, page.current().window.pending]).toEqual(['saved', []]);
    expect(isSame(page.current().report, reportOf(server.log.record))).toBe(true);
    // There is nothing of it to undo.
    expect(page.current().history.past).toHaveLength(2);
    expect(kept(browser)).toHaveLength(1);
    window.do(() => page.letGo());
    await rest();
    expect([page.current().refused, kept(browser)]).toEqual([[], []]);
  });

  it('finds the one call that the server cannot read among others, sets that aside alone, and lets go of it alone', async () => {
    const server = new Server();
    const browser = new Browser();
    const window = await openWindow(browser, server);
    const { page } = window;
    server.isPrompt = false;
    server.cannotRead = ({ args }) => (JSON.stringify(args).includes('Odd') ? 'That cannot be read.' : null);
    const titles = Array.from({ length: 9 }, (_, turn) => (turn === 3 || turn === 6 ? `Odd ${turn}` : `Title ${turn}`));
    for (const one of titles) rename(window, one);
    await settle(server, [window]);
    const taken = server.log.changes.map(({ args }) => (args as { title: string }).title);
    expect(taken).toEqual(titles.filter((one) => !one.startsWith('Odd')));
    const refused = () => page.current().refused.map(({ call, why }) => [(call.args as { title: string }).title, why]);
    expect(refused()).toEqual([
      ['Odd 3', 'That cannot be read.'],
      ['Odd 6', 'That cannot be read.'],
    ]);
    expect([page.current().save.kind, page.current().window.pending]).toEqual(['saved', []]);
    // Kept over a crash; one is let go, and the other is done once it can be read.
    window.crash();
    const two = await openWindow(browser, server, true);
    const [first, second] = two.page.current().refused.map(({ call }) => call.id);
    two.do((again) => again.letGo(first));
    expect(two.page.current().refused.map(({ call }) => call.id)).toEqual([second]);
    server.cannotRead = () => null;
    two.do((again) => again.tryAgain(second));
    await settle(server, [two]);
    expect([two.page.current().refused, title(two)]).toEqual([[], 'Odd 6']);
  });

  it('sends what has come together in parts, in order', async () => {
    const server = new Server();
    const window = await openWindow(new Browser(), server);
    server.isPrompt = false;
    for (let turn = 0; turn < 450; turn++) rename(window, `Title ${turn}`);
    await settle(server, [window]);
    expect(server.batches).toEqual([200, 200, 50]);
    expect(title(window)).toBe('Title 449');
    expect(server.log.changes.map(({ args }) => (args as { title: string }).title)).toEqual(
      Array.from({ length: 450 }, (_, turn) => `Title ${turn}`),
    );
  });

  it('is asked whether all is saved, and says so once it is, or that it cannot be', async () => {
    const server = new Server();
    const window = await openWindow(new Browser(), server);
    const answers: boolean[] = [];
    const ask = () => window.do((page) => void page.saved().then((answer) => answers.push(answer)));
    ask();
    await rest();
    expect(answers).toEqual([true]);
    server.isPrompt = false;
    rename(window, 'One');
    await rest();
    ask();
    await rest();
    expect(answers).toEqual([true]);
    server.waiting[0]?.meet('done');
    await rest();
    expect(answers).toEqual([true, true]);
    rename(window, 'Two');
    await rest();
    ask();
    server.waiting[0]?.meet('lost before');
    await rest();
    expect(answers).toEqual([true, true, false]);
  });

  it('puts the other value of a clash in the place of its own, and says what an undo has to leave', async () => {
    const server = new Server();
    const [one, two] = [await openWindow(new Browser(), server), await openWindow(new Browser(), server)];
    server.isPrompt = false;
    rename(one, 'Mine');
    await rest();
    rename(one, 'Mine and more');
    server.colleague('report.setWords', { title: 'Theirs' });
    await rest();
    const [clash] = one.page.current().clashes;
    expect(clash).toMatchObject({ stands: 'mine', other: 'Theirs' });
    one.do((page) => clash && page.takeOthers([clash]));
    await settle(server, [one, two]);
    expect([title(one), title(two), one.page.current().clashes]).toEqual(['Theirs', 'Theirs', []]);

    const words = { source: 'Mine', subtitle: 'Mine as well' };
    one.do((page) => page.run('item.setWords', { item: 'passengers', words }));
    await settle(server, [one, two]);
    server.colleague('item.setWords', { item: 'passengers', words: { source: 'Theirs' } });
    await rest();
    one.do((page) => page.undo());
    await settle(server, [one, two]);
    expect(one.page.current().notice?.text).toMatch(/^The source of “.+” stayed: changed since by someone else\.$/);
    const { source, subtitle } = figureIn(two.page.current().report, 'passengers')?.words ?? {};
    expect([source, subtitle]).toEqual([
      'Theirs',
      figureIn(reportOf(new Server().log.record), 'passengers')?.words.subtitle,
    ]);
  });

  it('says of a field what was set last elsewhere, also by another window of its browser', async () => {
    const server = new Server();
    const browser = new Browser();
    const [one, two] = [await openWindow(browser, server), await openWindow(browser, server)];
    const told = () => two.page.current().clashes.map(({ stands, other }) => [stands, other]);
    for (const turn of ['first', 'second']) {
      server.isPrompt = false;
      rename(two, `Mine, ${turn}`);
      await rest();
      server.log.take('the other window', server.log.changes.length, [
        { id: crypto.randomUUID(), name: 'report.setWords', args: { title: `Theirs, ${turn}` } },
      ]);
      server.tell();
      await rest();
      expect(told()).toEqual([['mine', `Theirs, ${turn}`]]);
      server.isPrompt = true;
      await settle(server, [one, two]);
      // The other window has its own again, and nothing stands of what was told.
      rename(one, `Theirs again, ${turn}`);
      await settle(server, [one, two]);
      expect([title(two), told()]).toEqual([`Theirs again, ${turn}`, []]);
    }
  });

  it('fetches what it missed where something between was not told', async () => {
    const server = new Server();
    const window = await openWindow(new Browser(), server);
    await rest();
    server.log.take('a colleague', 0, [{ id: 'a', name: 'report.setWords', args: { title: 'Not told' } }]);
    server.log.take('a colleague', 1, [{ id: 'b', name: 'report.setWords', args: { edition: 'Told' } }]);
    window.do((page) => page.receive(server.log.changes.slice(1)));
    await rest();
    expect(window.page.current().report).toMatchObject({ title: 'Not told', edition: 'Told' });
    expect(window.page.current().window.revision).toBe(2);
  });

  it('that is a duplicate of another one has an outbox of its own, and each keeps what is its own', async () => {
    const server = new Server();
    const browser = new Browser();
    const one = await openWindow(browser, server);
    const two = await openWindow(browser, server, false, one);
    server.isPrompt = false;
    rename(one, 'Of the first');
    two.do((page) => page.run('report.setWords', { edition: 'Of its duplicate' }));
    await rest();
    expect(kept(browser)).toHaveLength(2);
    for (const window of [one, two]) window.crash();
    for (const request of [...server.waiting]) request.meet('lost before');
    server.isPrompt = true;
    const three = await openWindow(browser, server);
    await settle(server, [three]);
    expect(reportOf(server.log.record)).toMatchObject({ title: 'Of the first', edition: 'Of its duplicate' });
  });

  it('keeps the one call that the server cannot read aside over a crash, with nothing beside it', async () => {
    const server = new Server();
    const browser = new Browser();
    const window = await openWindow(browser, server);
    server.cannotRead = () => 'That cannot be read.';
    rename(window, 'Odd');
    await settle(server, [window]);
    expect([...browser.values.values()]).toMatchObject([{ calls: [], refused: [{ why: 'That cannot be read.' }] }]);
  });

  it('writes a block of cells once for all changes that name it, and again where it was taken away meanwhile', async () => {
    const browser = new Browser();
    const window = await openWindow(browser, new Server());
    const cells = () => [...browser.values].filter(([key]) => key.startsWith('cells:')).map(([, value]) => value);
    const call = { id: 'c', name: 'report.setWords', args: { title: 'block' }, seen: 0 };
    const full = { calls: [call], refused: [], blocks: { block: [1, 2] } };
    const keep = (outbox: object) => window.do((page) => page.keepOutbox('r1', outbox as typeof full));
    await keep(full);
    expect(cells()).toEqual([[1, 2]]);
    // It is known to be there, so it is not written once more.
    for (const key of browser.values.keys()) if (key.startsWith('cells:')) browser.values.set(key, ['as it was']);
    await keep(full);
    expect(cells()).toEqual([['as it was']]);
    await keep({ calls: [], refused: [], blocks: {} });
    expect([...browser.values.keys()]).toEqual([]);
    await keep(full);
    expect(cells()).toEqual([[1, 2]]);
  });

  it('knows what was put together of many typed cells without fetching it', async () => {
    const server = new Server();
    const window = await openWindow(new Browser(), server);
    const table = tablesOf(window.page.current().report).find(isReceived);
    const key = table?.columns[1]?.meta.key ?? '';
    const cells = Object.fromEntries(Array.from({ length: 6 }, (_, row) => [`r.${row}`, String(row)]));
    expect(
      window.do((page) => page.run('table.setCells', { table: table?.id ?? '', cells: { [key]: cells } })),
    ).toBeNull();
    await settle(server, [window]);
    const [column] = tablesOf(window.page.current().report)
      .filter(isReceived)
      .flatMap(({ columns }) => columns.filter(({ layer }) => layer !== undefined));
    const layer = column?.layer ?? '';
    expect(server.log.layers.get(layer)).toHaveLength(12);
    expect(window.page.cellsOf(layer)).toEqual(server.log.layers.get(layer));
  });

  it('takes what is typed once, after the last pause', async () => {
    const window = await openWindow(new Browser(), new Server());
    const taken: string[] = [];
    const pause = window.do((page) => new page.Pause());
    const type = (text: string) => window.do(() => pause.begin(() => taken.push(text)));
    type('o');
    await rest(200);
    type('on');
    await rest(200);
    expect([taken, window.page.useUntaken.getState().count]).toEqual([[], 1]);
    await rest(60);
    expect([taken, window.page.useUntaken.getState().count]).toEqual([['on'], 0]);
    type('one');
    window.do(() => pause.end());
    await rest(1000);
    expect(taken).toEqual(['on']);
  });

  it('takes several commands back as one step, and says which of them was refused', async () => {
    const server = new Server();
    const window = await openWindow(new Browser(), server);
    const { page } = window;
    window.do(() =>
      page.runTogether(() => {
        page.run('report.setWords', { title: 'One' });
        return page.run('report.setWords', { edition: 'Two' });
      }),
    );
    expect(page.current().history.past).toHaveLength(1);
    window.do(() => page.undo());
    await settle(server, [window]);
    expect(reportOf(server.log.record)).toEqual(reportOf(new Server().log.record));
    window.do(() => page.redo());
    await settle(server, [window]);
    expect(reportOf(server.log.record)).toMatchObject({ title: 'One', edition: 'Two' });
    const refused = window.do(() => page.runTogether(() => page.run('item.remove', { item: 'none such' })));
    expect(refused).toMatch(/\S/);
    expect(page.current().notice).toMatchObject({ tone: 'error', text: refused });
    window.do(() => page.dismissNotice());
    expect(page.current().notice).toBeNull();
  });
});
