/** Small cases of changes that meet, each for a line that could be broken without any other test noticing. */
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import type { Call, Change, FieldsOf } from '../../src/core/change/change.ts';
import { isPutTogether } from '../../src/core/change/companion.ts';
import { FOLD, foldsAfter, isFold, layersOf } from '../../src/core/change/fold.ts';
import { forgetCalls, type History } from '../../src/core/change/history.ts';
import {
  type Clash,
  isSettled,
  meet,
  type Own,
  type Pending,
  putOnTop,
  type Window,
} from '../../src/core/change/meet.ts';
import { runCall } from '../../src/core/change/run.ts';
import { sayPath } from '../../src/core/change/say-path.ts';
import { recordOf } from '../../src/core/report/record.ts';

const { report } = demoReport();
const stored = recordOf(report);
const NOTHING_KNOWN: FieldsOf = () => undefined;
let count = 0;
const newId = () => `00000000-0000-4000-8000-${String(++count).padStart(12, '0')}`;
const titled = (title: string, item = 'passengers'): Call => ({
  id: newId(),
  name: 'item.setWords',
  args: { item, words: { title } },
  seen: 0,
});
const removed = (item: string): Call => ({ id: newId(), name: 'item.remove', args: { item }, seen: 0 });

/** What the log says of calls of someone, one after the other, from a revision on. */
function logged(calls: readonly Call[], by: string, from = 1): Change[] {
  let record = stored;
  return calls.map((call, at): Change => {
    const done = runCall(record, call, NOTHING_KNOWN);
    record = done.record;
    return { ...call, revision: from + at, by, seen: 0, label: done.label, fields: done.fields, at: '' } as Change;
  });
}
const pendingOf = (...calls: Call[]): readonly Pending[] => putOnTop(stored, calls, NOTHING_KNOWN).pending;
const at0 = (pending: readonly Pending[]): Window => ({ revision: 0, stored, pending });
const ofTitles = ({ clashes }: ReturnType<typeof meet>) => clashes.map(({ stands, other }) => [stands, other]);

describe('changes that meet', () => {
  it('clash where two set the same, and mine comes later', () => {
    const met = meet(at0(pendingOf(titled('mine'))), logged([titled('theirs')], 'other'), [], NOTHING_KNOWN);
    expect(ofTitles(met)).toEqual([['mine', 'theirs']]);
  });
  it('do not clash with what the same window set before, in the log after something of another', () => {
    const [first, second] = [titled('first'), titled('second')];
    const log = logged([titled('elsewhere', 'punctuality'), first], 'me');
    const met = meet(at0(pendingOf(first, second)), log, [], NOTHING_KNOWN);
    expect(met.window.pending.map(({ call }) => call.id)).toEqual([second.id]);
    expect(ofTitles(met)).toEqual([]);
  });
  it('do not clash with what is known as one’s own, though it is no longer pending', () => {
    const before = titled('before');
    const log = logged([before], 'me');
    const own: Own[] = log.map(({ id, revision, fields }) => ({ id, revision, fields }));
    expect(ofTitles(meet(at0(pendingOf(titled('after'))), log, own, NOTHING_KNOWN))).toEqual([]);
    expect(ofTitles(meet(at0(pendingOf(titled('after'))), log, [], NOTHING_KNOWN))).toHaveLength(1);
  });
  it('do not clash where mine can no longer be done', () => {
    const log = logged([titled('theirs'), removed('passengers')], 'other');
    const met = meet(at0(pendingOf(titled('mine'))), log, [], NOTHING_KNOWN);
    expect(met.refused.map(({ why }) => why)).toEqual([expect.stringMatching(/\S/)]);
    expect(ofTitles(met)).toEqual([]);
  });
  it('clash once where a third set over what came back of mine', () => {
    const mine = titled('mine');
    const log = logged([titled('theirs'), mine, titled('third')], 'other');
    const met = meet(at0(pendingOf(mine)), log, [], NOTHING_KNOWN);
    expect(met.window.pending).toEqual([]);
    expect(ofTitles(met)).toEqual([['theirs', 'mine']]);
  });
  it('do not clash where both come to the same in the end', () => {
    const log = logged([titled('the same')], 'other');
    const met = meet(at0(pendingOf(titled('another'), titled('the same'))), log, [], NOTHING_KNOWN);
    expect(met.window.pending).toHaveLength(2);
    expect(ofTitles(met)).toEqual([]);
  });
});

describe('words of a manuscript', () => {
  const set = (paper: string): Call => ({
    id: newId(),
    name: 'manuscript.setPages',
    args: { set: [{ path: ['paper'], to: paper }] },
    seen: 0,
  });
  it('are put together and clash with none, its settings and the words of figures do', () => {
    expect(isPutTogether(['manuscript', 'blocks', 'a', 'words'])).toBe(true);
    expect(isPutTogether(['manuscript', 'blocks', 'a', 'caption'])).toBe(true);
    expect(isPutTogether(['items', 'a', 'words'])).toBe(false);
    const met = meet(at0(pendingOf(set('A5'))), logged([set('Letter')], 'other'), [], NOTHING_KNOWN);
    expect(ofTitles(met)).toEqual([['mine', 'Letter']]);
  });
});

describe('cells put together', () => {
  const field = (...path: string[]) => ({ path, from: null, to: null });
  const column = ['items', 't', 'columns', 'a'];
  it('are told from other changes by each of their fields', () => {
    expect(isFold([field(...column, 'layer'), field(...column, 'typed')])).toBe(true);
    expect(isFold([field(...column, 'typed', '3')])).toBe(false);
    expect(isFold([field(...column, 'meta')])).toBe(false);
    expect(isFold([field('items', 't', 'layer')])).toBe(false);
    expect(isFold([field(...column, 'layer'), field('title')])).toBe(false);
    expect(isFold([])).toBe(false);
  });
  it('are those after a revision, the oldest first, and not the one at it', () => {
    const fold = (revision: number) =>
      ({ name: FOLD, revision, args: {}, fields: [field(...column, 'layer', String(revision))] }) as unknown as Change;
    const after = foldsAfter([fold(9), fold(4), fold(6)], 4).map(({ fields }) => fields[0]?.path.at(-1));
    expect(after).toEqual(['6', '9']);
    expect(foldsAfter([{ ...fold(7), name: 'table.setCells' }], 4)).toEqual([]);
  });
  it('make a layer of texts under fields that hold one, and of nothing else', () => {
    const made = (fields: Parameters<typeof layersOf>[0]) => [...layersOf(fields, () => []).keys()];
    const typed = { path: [...column, 'typed'], from: { 1: '7' }, to: {} };
    expect(made([{ path: [...column, 'layer'], to: 'block' }, typed])).toEqual(['block']);
    expect(made([{ path: [...column, 'other'], to: 'block' }, typed])).toEqual([]);
    expect(made([{ path: [...column, 'layer'], from: 'block', to: undefined }, typed])).toEqual([]);
  });
});

describe('a call that can no longer be done', () => {
  it('is named with what refused it, and the others are done', () => {
    const [gone, fine] = [titled('x', 'no-such-thing'), titled('y')];
    const { pending, refused } = putOnTop(stored, [gone, fine], NOTHING_KNOWN);
    expect(pending.map(({ call }) => call.id)).toEqual([fine.id]);
    expect(refused.map(({ call, why }) => [call.id, why])).toEqual([[gone.id, expect.stringMatching(/\.$/)]]);
  });
});

describe('what is said of a clash', () => {
  const path = ['items', 'passengers', 'words', 'title'];
  const clash: Clash = { path, mine: 'm', theirs: 't', stands: 'mine', other: 'x' };
  const isSettledBy = (id: string, isOfMaker = false, of = path) =>
    isSettled(
      clash,
      [{ id, by: 'x', fields: [{ path: of, from: 'a', to: 'b' }] } as unknown as Change],
      () => isOfMaker,
    );
  it('is no longer so once another set the field, and still is after what the two set themselves', () => {
    expect(isSettledBy('third')).toBe(true);
    expect(isSettledBy('m')).toBe(false);
    expect(isSettledBy('t')).toBe(false);
    expect(isSettledBy('third', true)).toBe(false);
    expect(isSettledBy('third', false, ['items', 'passengers', 'words', 'subtitle'])).toBe(false);
  });
});

describe('a fault in what puts calls on top', () => {
  it('is no refusal', () => {
    const fault = () => {
      throw new Error('at fault');
    };
    // A field that cannot be looked into, as no report has one.
    const broken = new Proxy(stored, { get: fault, ownKeys: fault });
    expect(() => putOnTop(broken, [titled('x')], NOTHING_KNOWN)).toThrow('at fault');
  });
});

describe('steps to undo', () => {
  it('go where nothing of them was done, and stay with what was', () => {
    const step = (...changes: string[]) => ({ changes, label: 'x', group: undefined });
    const history: History = { past: [step('a'), step('b', 'c'), step('d')], future: [step('e'), step('f')] };
    const gone = ['a', 'c', 'e'].map((id) => ({ call: { id } }));
    expect(forgetCalls(history, gone)).toEqual({ past: [step('b'), step('d')], future: [step('f')] });
    expect(forgetCalls(history, [])).toBe(history);
  });
});

describe('a field in words', () => {
  it('is a subject that begins with a capital, wherever it lies', () => {
    expect(sayPath(report, ['title'])).toBe('The title of the report');
    expect(sayPath(report, ['items', 'no-such-thing', 'words', 'title'])).toBe('Something that was removed');
    expect(sayPath(report, ['items', 'passengers', 'words', 'title'])).toMatch(/^The title of “.+”$/);
    expect(sayPath(report, ['items', 'passengers', 'valuesMoved'])).toMatch(/^The place of a value of “.+”$/);
    expect(sayPath(report, ['items', 'passengers', 'plotLeft'])).toMatch(/^The left edge of the plot of “.+”$/);
    expect(sayPath(report, ['manuscript', 'blocks', 'text-2', 'words'])).toMatch(/^The paragraph “.{10,30}…”$/);
    expect(sayPath(report, ['manuscript', 'blocks', 'text-2', 'role'])).toMatch(/^The role of the paragraph “.+”$/);
    expect(sayPath(report, ['manuscript', 'blocks', 'head-summer'])).toMatch(/^The heading “.+”$/);
    expect(sayPath(report, ['manuscript', 'blocks', 'text-10', 'width'])).toBe('The width of the placed figure');
    expect(sayPath(report, ['manuscript', 'blocks', 'last-months'])).toBe('The table of numbers');
    expect(sayPath(report, ['manuscript', 'blocks', 'contents'])).toBe('The contents');
    expect(sayPath(report, ['manuscript', 'blocks', 'gone', 'words'])).toBe('A part of the text that was removed');
    expect(sayPath(report, ['manuscript', 'pages', 'paper'])).toBe('The paper of the manuscript');
    const whole = sayPath(report, ['items', 'passengers']);
    expect(whole.charAt(0)).toBe(whole.charAt(0).toUpperCase());
  });
});
