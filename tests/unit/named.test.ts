/** Things known by name: both forms of a report, places in an order, fields, and reading older documents. */
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { demoReport } from '../../demo/skerry.ts';
import { type Change, UNDO } from '../../src/core/change/change.ts';
import { runCall } from '../../src/core/change/run.ts';
import { applyFields, fieldsBetween, meets, withField } from '../../src/core/named/fields.ts';
import { keyed } from '../../src/core/named/keyed.ts';
import { partsBetween, withParts } from '../../src/core/named/parts.ts';
import { placesFor } from '../../src/core/named/places.ts';
import { toList, toRecord } from '../../src/core/named/record.ts';
import { isSame } from '../../src/core/named/same.ts';
import { type ReportRecord, recordOf, reportOf } from '../../src/core/report/record.ts';
import { renamedCall, renamedChange, renamedIn } from '../../src/core/report/renamed.ts';
import { Report } from '../../src/core/report/report.ts';
import { readDocument, upgradeSpec } from '../../src/core/report/upgrade.ts';
import { storable, storableValue } from '../../src/core/text/storable.ts';

const { report } = demoReport();
const sent = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const Thing = z.strictObject({ id: z.string(), size: z.number() });
const Box = z.strictObject({ things: keyed(z.array(Thing), 'id', 'things') });

describe('both forms of a report', () => {
  it('lead to each other and back', () => {
    const record = recordOf(report);
    expect(reportOf(sent(record))).toEqual(report);
    expect(recordOf(reportOf(sent(record)))).toEqual(record);
    expect(JSON.stringify(record)).not.toContain('"items":[');
  });

  it('keep what did not change, and the places of what did not move', () => {
    const before = recordOf(report);
    const items = [...reportOf(before).items];
    const [first] = items.splice(0, 1);
    if (!first) throw new Error('no items');
    const after = recordOf({ ...reportOf(before), items: [...items, first] }, before);
    const fields = fieldsBetween(Report, before, after);
    expect(fields.map(({ path }) => path)).toEqual([['items', first.id, 'place']]);
    const [was, is] = [before, after].map((record) => (record['items'] as Record<string, object>)['both']);
    expect(is).toBe(was);
  });

  it('refuse two things of one name, and a name that no record can keep', () => {
    const two = [
      { id: 'a', size: 1 },
      { id: 'a', size: 2 },
    ];
    expect(() => toRecord(Box, { things: two })).toThrow(/Two things have the same name “a”/);
    expect(Box.safeParse({ things: two }).error?.issues[0]?.message).toMatch(/same name/);
    expect(Box.safeParse({ things: [{ id: '__proto__', size: 1 }] }).success).toBe(false);
  });

  it('know things called like what every object has', () => {
    const list = {
      things: [
        { id: 'constructor', size: 1 },
        { id: 'toString', size: 2 },
      ],
    };
    const record = toRecord(Box, list);
    expect(toList(Box, sent(record))).toEqual(list);
    expect(fieldsBetween(Box, toRecord(Box, { things: [] }), record)).toHaveLength(2);
  });
});

describe('places', () => {
  const names = fc.uniqueArray(fc.string({ minLength: 1, maxLength: 3 }), { maxLength: 12 });
  it('stand in the order that was asked for, and as few as possible are new', () => {
    fc.assert(
      fc.property(names, names, (before, after) => {
        const known = new Map(before.map((name, index) => [name, placesFor(before, new Map())[index] ?? '']));
        const places = placesFor(after, known);
        for (let index = 1; index < places.length; index++)
          expect((places[index - 1] ?? '') < (places[index] ?? '')).toBe(true);
        expect(placesFor(after, new Map(after.map((name, index) => [name, places[index] ?? ''])))).toEqual(places);
      }),
    );
    const known = new Map(
      ['a', 'b', 'c', 'd'].map((name, index) => [name, placesFor(['a', 'b', 'c', 'd'], new Map())[index] ?? '']),
    );
    const moved = placesFor(['d', 'a', 'b', 'c'], known);
    expect(moved.slice(1)).toEqual([known.get('a'), known.get('b'), known.get('c')]);
  });

  it('that two were given at once stay apart by their names, and what comes between them moves as few as it must', () => {
    const known = new Map([
      ['a', 'a1'],
      ['b', 'a1'],
      ['c', 'a2'],
    ]);
    expect(placesFor(['a', 'b', 'c'], known)).toEqual(['a1', 'a1', 'a2']);
    const places = placesFor(['a', 'x', 'b', 'c'], known);
    expect(places[0]).toBe('a1');
    expect(places[3]).toBe('a2');
    expect([...places].sort()).toEqual(places);
    expect(new Set(places).size).toBe(4);
  });
});

describe('fields', () => {
  it('meet where one leads to or into the other', () => {
    expect(meets(['a', 'b'], ['a', 'b', 'c'])).toBe(true);
    expect(meets(['a'], ['a'])).toBe(true);
    expect(meets(['a', 'b', 'c', 'd'], ['a', 'b', 'c', 'e'])).toBe(false);
    expect(meets(['a', 'x'], ['b', 'x'])).toBe(false);
  });

  it('lead from any state of a box to any other', () => {
    const box: fc.Arbitrary<z.infer<typeof Box>> = fc.record({
      things: fc.uniqueArray(fc.record({ id: fc.constantFrom('a', 'b', 'c', 'constructor'), size: fc.nat(3) }), {
        selector: ({ id }) => id,
      }),
    });
    fc.assert(
      fc.property(box, box, (one, other) => {
        const from = toRecord(Box, one);
        const to = toRecord(Box, other, { list: one, record: from });
        expect(toList(Box, sent(to))).toEqual(other);
        expect(isSame(applyFields(from, sent(fieldsBetween(Box, from, to))), to)).toBe(true);
        const parts = sent(partsBetween(Box, one, other));
        const names = (of: typeof one) => of.things.map(({ id, size }) => `${id} ${size}`).sort();
        expect(names(parts.length > 0 ? withParts(Box, one, parts) : one)).toEqual(names(other));
      }),
    );
  });
});

describe('many fields that are put at once', () => {
  /** Nothing in it can be changed any more. */
  function frozen<T>(value: T): T {
    if (typeof value === 'object' && value !== null) for (const inner of Object.values(value)) frozen(inner);
    return Object.freeze(value);
  }
  const step = fc.constantFrom('a', 'b', 'c');
  const leaf = fc.option(fc.integer(), { nil: undefined });
  const tree = fc.dictionary(step, fc.dictionary(step, fc.dictionary(step, fc.integer())));

  it('come to what they come to one by one, and what they are put to stays as it was', () => {
    fc.assert(
      fc.property(tree, fc.array(fc.tuple(fc.array(step, { minLength: 1, maxLength: 3 }), leaf)), (record, all) => {
        // A value that stands where others are within, and a path that leads nowhere, are for neither.
        const fields = all.filter(([path]) => path.length === 3 && record[path[0] ?? '']?.[path[1] ?? '']);
        const given = frozen(structuredClone(record));
        const one = fields.reduce<unknown>((at, [path, to]) => withField(at, path, to), given);
        const many = applyFields(
          given,
          fields.map(([path, to]) => ({ path, to })),
        );
        expect(many).toEqual(one);
        expect(given).toEqual(record);
      }),
    );
    expect(() => applyFields({ a: 1 }, [{ path: ['a', 'b'], to: 2 }])).toThrow('There is no room');
    expect(() => applyFields({ a: {} }, [{ path: ['a', '__proto__'], to: 2 }])).toThrow('There is no room');
  });
});

/** A document of an older version with its log. */
function loggedDocument(version: number): { document: object; changes: Change[] } {
  const file = new URL(`../documents/version-${version}.json`, import.meta.url);
  const { document, changes } = JSON.parse(readFileSync(file, 'utf8')) as { document: object; changes: Change[] };
  return { document, changes: changes.map((change) => ({ ...change, form: version })) };
}

describe('older documents', () => {
  const old = JSON.parse(readFileSync(new URL('../documents/version-1.json', import.meta.url), 'utf8')) as {
    items: { id: string; type: string; asides?: object[] }[];
  };

  it('of version 1 are read, with their lists as they were', () => {
    const read = reportOf(readDocument(old));
    expect(read.version).toBe(6);
    expect(read.items.map(({ id }) => id)).toEqual(old.items.map(({ id }) => id));
    const again = reportOf(readDocument(sent(readDocument(old))));
    expect(again).toEqual(read);
  });

  it('of this version that lack what was added since are read with its default', () => {
    const document = sent(recordOf(report)) as {
      items: Record<string, { words?: { subtitle?: unknown }; asides?: unknown }>;
    };
    const glance = document.items['glance'];
    delete glance?.words?.subtitle;
    delete glance?.asides;
    expect(reportOf(readDocument(document))).toEqual(report);
  });

  it('of version 1 that hold two entries of one name keep the one that counted', () => {
    const aside = (reason: string) => ({ check: 'unit', facts: 'x', reason });
    const items = old.items.map((item) =>
      item.type === 'figure' ? { ...item, asides: [aside('first'), aside('last')] } : item,
    );
    const read = reportOf(readDocument({ ...old, items }));
    const figure = read.items.find((item) => item.type === 'figure');
    expect(figure?.type === 'figure' && figure.asides).toEqual([aside('last')]);
  });

  it('have ids at their texts over headers, also as specs', () => {
    const spec = {
      type: 'spark',
      heads: [
        { text: 'a', from: 'x', to: 'y' },
        { id: 'own', text: 'b', from: 'x', to: 'y' },
      ],
    };
    expect(upgradeSpec(spec)).toMatchObject({
      heads: [
        { id: 'head-1', text: 'a' },
        { id: 'own', text: 'b' },
      ],
    });
  });

  it('of version 2 are read in the names of today, and what was done in them can be undone', () => {
    const { document, changes } = loggedDocument(2);
    const record = readDocument(document);
    const bandIn = (at: ReportRecord) =>
      reportOf(at).items.flatMap((item) =>
        item.type === 'figure' ? item.marks.filter(({ id }) => id === 'usual') : [],
      );
    expect(record['version']).toBe(6);
    expect(bandIn(record)).toMatchObject([{ opacity: 0.5 }]);
    const log = new Map(changes.map((change) => [change.id, renamedChange(change)]));
    const [added, set, removed] = changes.map(({ id }) => id);
    const undone = (at: ReportRecord, id: string | undefined) =>
      runCall(at, { name: UNDO, args: { changes: [id] } }, (one) => log.get(one));
    const before = undone(record, set);
    expect([bandIn(before.record), before.left]).toMatchObject([[{ opacity: 0.3 }], []]);
    expect(bandIn(undone(before.record, added).record)).toEqual([]);
    const columnsOf = (at: ReportRecord) =>
      reportOf(at).items.flatMap((item) => (item.type === 'spark' ? item.columns.map(({ kind }) => kind) : []));
    const barsIn = (at: ReportRecord) => columnsOf(at).filter((kind) => kind === 'level bars').length;
    expect(barsIn(undone(record, removed).record)).toBe(barsIn(record) + 1);
  });

  it('of version 3 say as facts what their fields said, and what was done in them can be undone', () => {
    const { document, changes } = loggedDocument(3);
    const record = readDocument(document);
    const titleIn = (at: ReportRecord) =>
      reportOf(at).items.flatMap((item) =>
        item.id === 'passengers' && item.type === 'figure' ? [item.words.title] : [],
      );
    expect(titleIn(record)).toEqual([[{ fact: { kind: 'low', line: 'line-1' }, part: 'value and when' }]]);
    const subtitles = reportOf(record).items.flatMap((item) => (item.type === 'spark' ? [item.words.subtitle] : []));
    expect(subtitles[0]).toEqual([{ fact: { kind: 'high', line: null }, part: 'value and when' }]);
    const log = new Map(changes.map((change) => [change.id, renamedChange(change)]));
    const last = changes.at(-1)?.id;
    const undone = runCall(record, { name: UNDO, args: { changes: [last] } }, (one) => log.get(one));
    expect(titleIn(undone.record)).toEqual([
      [
        { text: 'Now ' },
        { bold: true, fact: { kind: 'latest', line: 'line-1' }, part: 'value' },
        { text: ', ' },
        { fact: { kind: 'year', line: null }, part: 'signed change' },
      ],
    ]);
    expect(undone.left).toEqual([]);
  });

  it('leave today’s as they are, and are found in what a browser kept', () => {
    const today = recordOf(report);
    expect(renamedIn(today)).toEqual(today);
    const call = (name: string, args: unknown) => ({ id: '00000000-0000-4000-8000-000000000001', name, args });
    const item = { type: 'spark', columns: { a: { kind: 'spark', title: 'strength' } }, strength: 'a name' };
    expect(renamedCall(call('item.add', { item })).args).toEqual({
      item: { ...item, columns: { a: { kind: 'level bars', title: 'strength' } } },
    });
    const part = { path: ['strength'], to: 0.2 };
    expect(renamedCall(call('figure.setMark', { figure: 'f', mark: 'm', set: [part] })).args).toEqual({
      figure: 'f',
      mark: 'm',
      set: [{ path: ['opacity'], to: 0.2 }],
    });
    expect(renamedCall(call('figure.addLine', { figure: 'f', line: { id: 'l' } }))).toMatchObject({
      name: 'figure.addLines',
      args: { figure: 'f', lines: [{ id: 'l' }] },
    });
  });

  it.each<[string, unknown, RegExp]>([
    ['no document', 3, /not a report document/],
    ['another format', { format: 'x' }, /not a report document/],
    ['a version to come', { format: 'rizo-report', version: 7 }, /has version 7, and this Rizo reads versions up to 6/],
    [
      'a version 1 that lacks something',
      { format: 'rizo-report', version: 1, title: 'x' },
      /cannot be read at edition/,
    ],
  ])('that are %s are refused with the reason', (_, document, why) => {
    expect(() => readDocument(document)).toThrow(why);
  });
});

describe('text that can be stored', () => {
  it('has no NUL and no half of a letter', () => {
    expect(storable('a\0b')).toBe('a\uFFFDb');
    expect(storable('\ud83d\udea2')).toBe('\ud83d\udea2');
    expect(storable('\ud83d!')).toBe('\uFFFD!');
    expect(storable('!\udea2')).toBe('!\uFFFD');
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        expect(storable(text)).toBe(text.replaceAll('\0', '\uFFFD'));
      }),
    );
  });

  it('is found at any depth, and nothing else is touched', () => {
    const value: { a: unknown[]; b: { c: string } } = { a: ['x', { 'k\0': 'y' }], b: { c: 'z' } };
    const made = storableValue(value);
    expect(made).toEqual({ value: { a: ['x', { 'k\uFFFD': 'y' }], b: { c: 'z' } }, replaced: 1 });
    expect(made?.value.b).toBe(value.b);
    expect(storableValue(report)?.value).toBe(report);
    let deep: unknown = 'x';
    for (let level = 0; level < 300; level++) deep = [deep];
    expect(storableValue(deep)).toBeNull();
    expect((recordOf(report) as ReportRecord)['title']).toBe(report.title);
  });
});
