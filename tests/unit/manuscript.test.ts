/** The manuscript: words that two write at once, what an edit comes to, its commands, and what is worked out of it. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { SKERRY_PLAIN } from '../../demo/styles.ts';
import { type Change, UNDO } from '../../src/core/change/change.ts';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { meet, shownIn, type Window } from '../../src/core/change/meet.ts';
import { runCall } from '../../src/core/change/run.ts';
import { findNumbers, offeredIn } from '../../src/core/document/found.ts';
import { Block, Manuscript } from '../../src/core/document/manuscript.ts';
import { mergeProse } from '../../src/core/document/merge.ts';
import { type ProseRun, tidyProse } from '../../src/core/document/prose.ts';
import { setManuscript } from '../../src/core/document/set.ts';
import { sourcesOf, tablesOfManuscript } from '../../src/core/item/manuscript.ts';
import { keyed } from '../../src/core/named/keyed.ts';
import { type ReportRecord, recordOf, reportOf } from '../../src/core/report/record.ts';
import { newReport, type Report, tablesOf } from '../../src/core/report/report.ts';
import { TableMaker } from '../../src/core/report/tables.ts';
import { readDocument } from '../../src/core/report/upgrade.ts';
import type { Table } from '../../src/core/table/column.ts';
import { keptCells } from '../../src/core/table/kept.ts';
import { houseLocale } from '../../src/core/text/house-locale.ts';
import { LOCALES } from '../../src/core/text/locale.ts';
import { galleyCalls } from '../../src/ui/manuscript/changes.ts';
import { blocksIn, galleyOf } from '../../src/ui/manuscript/galley-document.ts';
import { runs } from '../runs.ts';
import { any, Dice } from './any-command.ts';

const text = (words: string): ProseRun[] => (words === '' ? [] : [{ kind: 'text', text: words }]);
const plain = (prose: readonly ProseRun[]) =>
  prose.map((run) => (run.kind === 'text' ? run.text : `‹${run.kind}›`)).join('');
const lettersIn = (words: string) => [...words].sort().join('');

/** Any words with looks and runs that are worked out. */
function anyProse(dice: Dice): ProseRun[] {
  const words = ['isles', ' ', 'harbour', 'é', '🛳', '. ', 'AVA', '北', 'نص', 'x'];
  return tidyProse(
    Array.from({ length: dice.below(7) }, (): ProseRun => {
      const looks = {
        ...(dice.next() < 0.3 && { bold: true as const }),
        ...(dice.next() < 0.2 && { italic: true as const }),
      };
      if (dice.next() < 0.2) return { kind: 'field', field: 'edition', ...looks };
      if (dice.next() < 0.1) return { kind: 'footnote', id: dice.id(), words: [{ kind: 'text', text: 'note' }] };
      return { kind: 'text', text: dice.of(words) + dice.of(words), ...looks };
    }),
  );
}

/** Words with something put in and something taken out. */
function edited(prose: readonly ProseRun[], dice: Dice): ProseRun[] {
  const atoms = prose.flatMap((run) =>
    run.kind === 'text' ? Array.from(run.text, (letter): ProseRun => ({ ...run, text: letter })) : [run],
  );
  const at = dice.below(atoms.length + 1);
  if (dice.next() < 0.4) atoms.splice(at, dice.below(4));
  if (dice.next() < 0.6)
    atoms.splice(dice.below(atoms.length + 1), 0, { kind: 'text', text: dice.of(['N', 'new ', '9']) });
  if (dice.next() < 0.3)
    return tidyProse(atoms.map((atom) => (atom.kind === 'text' ? { ...atom, italic: true as const } : atom)));
  return tidyProse(atoms);
}

const BLOCKS = runs(300);

describe('words that two write at once', () => {
  it('keep what both put in, and lack what either took out', () => {
    expect(plain(mergeProse(text('The isles.'), text('The outer isles.'), text('The isles carried more.')))).toBe(
      'The outer isles carried more.',
    );
    expect(plain(mergeProse(text('abc'), text('abXc'), text('aYbc')))).toBe('aYbXc');
    expect(plain(mergeProse(text('one two three'), text('one three'), text('one two four')))).toBe('one four');
    expect(plain(mergeProse(text(''), text('mine'), text('theirs')))).toBe('theirsmine');
  });

  it('are theirs where I changed nothing, mine where they did not, and the same where both did the same', () => {
    for (let seed = 1; seed <= BLOCKS; seed++) {
      const dice = new Dice(seed);
      const base = anyProse(dice);
      const mine = edited(base, dice);
      expect(mergeProse(base, base, mine)).toEqual(mine);
      expect(mergeProse(base, mine, base)).toEqual(mine);
      expect(mergeProse(base, mine, mine)).toEqual(mine);
    }
  });

  it('have every letter that either put in, and none twice that stood there, by a count of letters', () => {
    fc.assert(
      fc.property(
        fc.string({ maxLength: 30 }),
        fc.nat(40),
        fc.string({ maxLength: 6 }),
        fc.nat(40),
        fc.string({ maxLength: 6 }),
        (base, a, one, b, other) => {
          const put = (at: number, what: string) =>
            base.slice(0, at % (base.length + 1)) + what + base.slice(at % (base.length + 1));
          const merged = plain(mergeProse(text(base), text(put(a, one)), text(put(b, other))));
          // What both put in at one place as the same letters stands once.
          if (put(a, one) === put(b, other)) return;
          expect([merged.length, merged.length]).toEqual(
            a % (base.length + 1) === b % (base.length + 1) || one === other
              ? [merged.length, merged.length]
              : [base.length + one.length + other.length, lettersIn(base + one + other).length],
          );
        },
      ),
    );
  });

  it('have a number or a footnote that both changed once, and the words of both in it', () => {
    const value = (decimals: number | null) =>
      ({ kind: 'value', table: 't', column: 'c', row: 'last', decimals, unit: true }) as const;
    const note = (words: string) => ({
      kind: 'footnote' as const,
      id: 'n',
      words: [{ kind: 'text' as const, text: words }],
    });
    const around = (run: ProseRun): ProseRun[] => [...text('In all '), run, ...text(' of them.')];
    expect(mergeProse(around(value(null)), around(value(1)), around(value(2)))).toEqual(around(value(1)));
    const merged = mergeProse(
      around(note('They are counted.')),
      around(note('All are counted.')),
      around(note('They are counted once.')),
    );
    expect(merged).toEqual(around(note('All are counted once.')));
    // What one changed and the other took out is kept, and one that was not changed goes.
    expect(mergeProse(around(value(null)), around(value(1)), text('In all of them.'))).toContainEqual(value(1));
    expect(mergeProse(around(value(null)), text('In all of them!'), around(value(null)))).not.toContainEqual(
      value(null),
    );
    // Beside a changed number both add words.
    const more = mergeProse(
      around(value(null)),
      [...around(value(1)), ...text(' Mine.')],
      [...text('Theirs. '), ...around(value(2))],
    );
    expect(plain(more)).toBe('Theirs. In all ‹value› of them. Mine.');
    expect(more.filter(({ kind }) => kind === 'value')).toHaveLength(1);
  });

  it('have each footnote once, whatever both did to it', () => {
    for (let seed = 1; seed <= BLOCKS; seed++) {
      const dice = new Dice(seed);
      const base = anyProse(dice).map((run, at) => (run.kind === 'footnote' ? { ...run, id: `n${at}` } : run));
      const changed = (from: readonly ProseRun[]) =>
        edited(from, dice).map((run) =>
          run.kind === 'footnote' && dice.next() < 0.6 ? { ...run, words: text(`other ${dice.below(9)}`) } : run,
        ) as ProseRun[];
      const [mine, theirs] = [changed(base), changed(base)];
      const ids = (prose: readonly ProseRun[]) => prose.flatMap((run) => (run.kind === 'footnote' ? [run.id] : []));
      const isOnce = (prose: readonly ProseRun[]) => new Set(ids(prose)).size === ids(prose).length;
      if (!isOnce(mine) || !isOnce(theirs)) continue;
      expect(isOnce(mergeProse(base, mine, theirs)), `seed ${seed}`).toBe(true);
    }
  });

  it('take the look that either gave them', () => {
    const bold = [{ kind: 'text' as const, text: 'isles', bold: true as const }];
    expect(mergeProse(text('isles'), bold, text('isles are full'))).toEqual([
      { kind: 'text', text: 'isles', bold: true },
      { kind: 'text', text: ' are full' },
    ]);
  });
});

const block = (id: string, words: string, more: object = {}): Block =>
  Block.parse({ type: 'words', id, words: text(words), ...more });
const reportWith = (blocks: readonly Block[]): Report => ({
  ...newReport('A report', 'October'),
  manuscript: Manuscript.parse({ blocks }),
});
const NONE = () => undefined;
const call = (record: ReportRecord, name: string, args: object) => runCall(record, { name, args }, NONE).record;

describe('an edit in the galley', () => {
  it('comes to commands that lead from what stood there to what stands there now', () => {
    for (let seed = 1; seed <= BLOCKS; seed++) {
      const dice = new Dice(seed);
      const before: Block[] = Array.from({ length: 1 + dice.below(6) }, (_, at) =>
        dice.next() < 0.2
          ? Block.parse({ type: 'contents', id: `b${at}` })
          : Block.parse({
              type: 'words',
              id: `b${at}`,
              words: anyProse(dice),
              role: dice.of(['paragraph', 'heading', 'item']),
            }),
      );
      const now = before
        .filter(() => dice.next() < 0.8)
        .map((one) =>
          one.type === 'words' && dice.next() < 0.5
            ? { ...one, words: edited(one.words, dice), level: 1 + dice.below(3) }
            : one,
        );
      for (let added = dice.below(3); added > 0; added--)
        now.splice(dice.below(now.length + 1), 0, block(dice.id(), dice.word() || 'new'));
      if (dice.next() < 0.5 && now.length > 1)
        now.splice(dice.below(now.length), 0, ...now.splice(dice.below(now.length), 1));
      const said = blocksIn(JSON.parse(JSON.stringify(galleyOf(now))));
      let report = reportWith(before);
      for (const { name, args } of galleyCalls(before, said)) report = runCommand(report, name, args).report;
      // An editor always has a paragraph to write in.
      const wanted = now.length > 0 ? now : report.manuscript.blocks.slice(0, 1);
      expect(report.manuscript.blocks, `seed ${seed}`).toEqual(wanted);
    }
  });

  it('is none where nothing was changed, for any manuscript', () => {
    for (let seed = 1; seed <= BLOCKS / 5; seed++) {
      const dice = new Dice(seed);
      const made = Manuscript.safeParse(any(Manuscript, {}, dice));
      if (!made.success || made.data.blocks.length === 0) continue;
      const { blocks } = made.data;
      const tidy = blocks.map((one) => (one.type === 'words' ? { ...one, words: tidyProse(one.words) } : one));
      expect(galleyCalls(tidy, blocksIn(JSON.parse(JSON.stringify(galleyOf(tidy)))))).toEqual([]);
    }
  });
});

describe('two people in one paragraph', () => {
  const write = (id: string, was: string, words: string) => ({
    name: 'manuscript.write',
    args: { block: id, was: text(was), words: text(words) },
  });
  const changeOf = (
    record: ReportRecord,
    revision: number,
    id: string,
    by: string,
    one: { name: string; args: object },
  ): { change: Change; record: ReportRecord } => {
    const done = runCall(record, one, NONE);
    return {
      record: done.record,
      change: { ...one, id, revision, by, label: done.label, seen: revision - 1, fields: done.fields },
    };
  };

  it('both keep their words, in either window and on the server, and nobody is told of a clash', () => {
    const start = recordOf(reportWith([block('p', 'The isles were full.')]));
    const mine = {
      id: '8f14e45f-ceea-467f-a9b1-000000000001',
      ...write('p', 'The isles were full.', 'The outer isles were full.'),
    };
    const theirs = write('p', 'The isles were full.', 'The isles were full in July.');
    const { change, record } = changeOf(start, 1, '8f14e45f-ceea-467f-a9b1-000000000002', 'b', theirs);
    const done = runCall(start, mine, NONE);
    const window: Window = {
      revision: 0,
      stored: start,
      pending: [{ call: mine, label: done.label, fields: done.fields, after: done.record }],
    };
    const met = meet(window, [change], [], NONE);
    const here = reportOf(shownIn(met.window)).manuscript.blocks[0];
    const there = reportOf(call(record, mine.name, mine.args)).manuscript.blocks[0];
    expect(here).toEqual(there);
    expect(here?.type === 'words' && plain(here.words)).toBe('The outer isles were full in July.');
    expect(met.clashes).toEqual([]);
    expect(met.refused).toEqual([]);
  });

  it('take back what they wrote themselves, and nothing that the other wrote since', () => {
    const start = recordOf(reportWith([block('p', 'Full.')]));
    const one = changeOf(
      start,
      1,
      '8f14e45f-ceea-467f-a9b1-000000000001',
      'a',
      write('p', 'Full.', 'The isles: Full.'),
    );
    const two = changeOf(
      one.record,
      2,
      '8f14e45f-ceea-467f-a9b1-000000000002',
      'b',
      write('p', 'The isles: Full.', 'The isles: Full, in July.'),
    );
    const known = new Map([one.change, two.change].map((change) => [change.id, change]));
    const undone = runCall(two.record, { name: UNDO, args: { changes: [one.change.id] } }, (id) => known.get(id));
    const [p] = reportOf(undone.record).manuscript.blocks;
    expect(p?.type === 'words' && plain(p.words)).toBe('Full, in July.');
    expect(undone.left).toEqual([]);
  });

  it('are told where the paragraph is gone, and what was written there is not lost without a word', () => {
    const record = call(recordOf(reportWith([block('p', 'Full.'), block('q', 'Late.')])), 'manuscript.remove', {
      blocks: ['p'],
    });
    expect(() => call(record, 'manuscript.write', write('p', 'Full.', 'Very full.').args)).toThrow(/paragraph is gone/);
  });
});

describe('the manuscript of a report', () => {
  const { report, blocks } = demoReport();
  const maker = new TableMaker();
  const tables = new Map<string, Table>();
  for (const item of tablesOf(report)) {
    const made = maker.make(report, item, (id) => {
      const stored = blocks[id];
      return stored && keptCells(stored).cells;
    });
    if (made) tables.set(item.id, made);
  }
  it('has all its tables here', () => expect(tables.size).toBe(6));

  const sources = (id: Report['locale'] = 'en-GB') =>
    sourcesOf(report, SKERRY_PLAIN, houseLocale(id, SKERRY_PLAIN), (table) => tables.get(table) ?? null);

  it('is absent in older documents, and stored and read as it is', () => {
    const record = recordOf(report);
    expect(reportOf(readDocument(JSON.parse(JSON.stringify(record)))).manuscript).toEqual(report.manuscript);
    const { manuscript: _, ...older } = record;
    expect(reportOf(readDocument(JSON.parse(JSON.stringify(older)))).manuscript.blocks).toEqual([]);
  });

  it('of the demo is four pages of what such a report holds', () => {
    const { manuscript } = report;
    const words = manuscript.blocks.flatMap((one) => (one.type === 'words' ? one.words : []));
    const all = words.flatMap((run) => (run.kind === 'footnote' ? [run, ...run.words] : [run]));
    const count = (kind: ProseRun['kind']) => all.filter((run) => run.kind === kind).length;
    expect(count('fact') + count('value')).toBeGreaterThanOrEqual(15);
    expect(count('sparkline')).toBeGreaterThanOrEqual(6);
    expect(count('footnote')).toBeGreaterThanOrEqual(1);
    const placed = manuscript.blocks.flatMap((one) => (one.type === 'figure' ? one.things : []));
    expect(
      placed.filter((id) => report.items.find((item) => item.id === id)?.type === 'figure').length,
    ).toBeGreaterThanOrEqual(4);
    expect(placed.some((id) => report.items.find((item) => item.id === id)?.type === 'spark')).toBe(true);
    expect(tablesOfManuscript(report).sort()).toEqual(['pier-traffic', 'piers', 'sailings', 'years']);
  });

  it('says in each sentence of the demo what the tables hold', () => {
    const set = setManuscript(report.manuscript, sources());
    const said = set.blocks.map((one) =>
      one.type === 'words'
        ? one.runs.map((run) => ('text' in run && run.kind !== 'sparkline' ? run.text : '')).join('')
        : '',
    );
    const cells = (column: string) =>
      (tables.get('sailings')?.columns.find(({ key }) => key === column)?.cells ?? []) as number[];
    const isles = cells('outer_isles_thousands');
    const september = isles.length - 2;
    // Worked out here anew, and not by what sets the words.
    const onYear = ((isles[september] ?? 0) / (isles[september - 12] ?? 1) - 1) * 100;
    expect(said[1]).toContain(
      `carried ${(isles[september] ?? 0).toFixed(0)} thousand passengers, +${onYear.toFixed(1)}% on a year earlier`,
    );
    const finished = isles.slice(0, -1);
    expect(finished.indexOf(Math.max(...finished))).toBe(isles.length - 4);
    expect(said[1]).toContain(`The busiest month was Jul 2026, with ${Math.max(...finished).toFixed(0)} thousand`);
    const shuttle = cells('harbour_shuttle_thousands').slice(0, -1);
    expect(said.join(' ')).toContain(
      `between ${Math.min(...shuttle).toFixed(1)} and ${Math.max(...shuttle).toFixed(1)} thousand`,
    );
    const falls = [
      'outer_isles_thousands',
      'harbour_shuttle_thousands',
      'sound_crossing_thousands',
      'kelda_ness_thousands',
    ].filter((column) => (cells(column)[september] ?? 0) < (cells(column)[september - 12] ?? 0));
    expect(falls).toEqual(['harbour_shuttle_thousands']);
    const onTime = cells('on_time_pct').slice(0, -1);
    expect(onTime.indexOf(Math.min(...onTime))).toBe(isles.length - 4);
    const mean = finished.reduce((sum, value) => sum + value, 0) / finished.length;
    expect(said.join(' ')).toContain(
      `carried ${mean.toFixed(0)} thousand a month on average, and never fewer than ${Math.min(...finished).toFixed(0)} thousand, in Jan 2024`,
    );
    expect(said.join(' ')).not.toMatch(/–\s*–|undefined|NaN|\[object/);
  });

  it('is worked out in every language, with nothing that is not there', () => {
    for (const id of LOCALES) {
      const set = JSON.stringify(setManuscript(report.manuscript, sources(id)));
      expect(set, id).not.toMatch(/undefined|NaN|\[object/);
    }
  });

  it('says so where what it rests on is gone', () => {
    const gone = sourcesOf({ ...report, items: [] }, SKERRY_PLAIN, houseLocale('en-GB', SKERRY_PLAIN), () => null);
    const set = setManuscript(report.manuscript, gone);
    const [, second] = set.blocks;
    expect(second?.type === 'words' && second.runs.some((run) => run.kind === 'text' && run.text === '–')).toBe(true);
    expect(set.blocks.find(({ type }) => type === 'numbers')).toMatchObject({ head: [], rows: [] });
  });

  it('offers numbers by a few letters of what they are', () => {
    const offered = offeredIn(
      [...tables.keys()].map((id) => ({ id, name: id })),
      sources(),
    );
    const [first] = findNumbers(offered, 'outer isles latest', 5);
    expect(first?.run).toMatchObject({ kind: 'value', column: 'outer_isles_thousands', row: 'last' });
    expect(
      findNumbers(offered, 'shuttle july 2025', 5).length + findNumbers(offered, 'shuttle jul 2025', 5).length,
    ).toBeGreaterThan(0);
    expect(findNumbers(offered, 'no such thing', 5)).toEqual([]);
    for (const { said } of offered) expect(said).not.toMatch(/undefined|NaN/);
  });
});

describe('entries of a named list', () => {
  it('may not have a property that their order is kept under', async () => {
    const { z } = await import('zod');
    expect(() => keyed(z.array(z.strictObject({ id: z.string(), place: z.string() })), 'id', 'things')).toThrow(
      /place/,
    );
  });
});
