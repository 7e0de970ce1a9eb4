/** Proof notes of the text: what each finds, what it leaves alone, and that what is offered mends it. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SKERRY_PLAIN } from '../../demo/styles.ts';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { Block, Manuscript, NO_MANUSCRIPT } from '../../src/core/document/manuscript.ts';
import type { PageOutline } from '../../src/core/document/outline.ts';
import { setManuscript } from '../../src/core/document/set.ts';
import type { TextNote } from '../../src/core/proof/text/note.ts';
import { textNotes } from '../../src/core/proof/text/proof.ts';
import { Refusal } from '../../src/core/refusal.ts';
import type { Report } from '../../src/core/report/report.ts';
import { LOCALES, type LocaleId } from '../../src/core/text/locale.ts';
import { formatNumber } from '../../src/core/text/number.ts';
import { runs } from '../runs.ts';
import { ALL_COMMANDS, anyArgs, Dice } from './any-command.ts';
import { report as demo, sources, tables, tablesMade } from './demo-sources.ts';
import { months } from './tables.ts';

const notesOf = (report: Report, id: LocaleId = 'en-GB', outline: PageOutline | null = null): TextNote[] =>
  textNotes({ report, sources: sources(SKERRY_PLAIN, id, report, tablesMade(report)), outline });

const text = (words: string) => ({ kind: 'text', text: words });
const see = (to: string) => ({ kind: 'reference', to });
const value = (row: unknown, more: object = {}) => ({
  kind: 'value',
  table: 'sailings',
  column: 'outer_isles_thousands',
  row,
  unit: false,
  ...more,
});
const paragraph = (...words: unknown[]) => ({
  type: 'words',
  words: words.map((word) => (typeof word === 'string' ? text(word) : word)),
});
const heading = (words: string, level = 1) => ({ type: 'words', role: 'heading', level, words: [text(words)] });
const figure = (thing: string) => ({ type: 'figure', things: [thing] });

/** The demo report with another text, whose blocks are b0, b1 and so on. */
function written(...given: object[]): Report {
  const blocks = given.map((block, at) => Block.parse({ id: `b${at}`, ...block }));
  return { ...demo, manuscript: Manuscript.parse({ ...NO_MANUSCRIPT, blocks }) };
}
const ABOUT = (check: string) => (note: TextNote) => note.check.split(' ')[0] === check;
const found = (report: Report, check: string, id: LocaleId = 'en-GB', outline: PageOutline | null = null) =>
  notesOf(report, id, outline).filter(ABOUT(check));

/** The report after the first thing that is offered. */
function mended(report: Report, note: TextNote | undefined, at = 0): Report {
  const mend = note?.mends[at];
  if (!mend || !('call' in mend)) throw new Error('nothing is offered');
  return runCommand(report, mend.call.name, mend.call.args).report;
}
const reads = (report: Report, id: LocaleId = 'en-GB') =>
  setManuscript(report.manuscript, sources(SKERRY_PLAIN, id, report)).blocks.map((block) =>
    block.type === 'words' ? block.runs.map((run) => ('text' in run ? run.text : '')).join('') : block.type,
  );

const at = (page: number, y: number) => ({ page, x: 70, y });
const outlined = (
  blocks: Record<string, [number, number]>,
  things: Record<string, [number, number]> = {},
): PageOutline => ({
  count: 9,
  width: 595,
  height: 842,
  blocks: Object.entries(blocks).map(([id, [page, y]]) => ({ id, ...at(page, y) })),
  things: Object.entries(things).map(([item, [page, y]]) => ({
    block: item,
    item,
    width: 9,
    height: 9,
    ...at(page, y),
  })),
});

describe('proof notes of the demo', () => {
  it('say nothing but that some figures are not placed, which can be set aside with a reason', () => {
    const [only, ...more] = notesOf(demo);
    expect(more).toEqual([]);
    expect(only?.text).toContain('“Piers and vessels”');
    if (!only) return;
    const { check, facts } = only;
    const aside = runCommand(demo, 'manuscript.setNoteAside', { check, facts, reason: 'for the board' }).report;
    expect(notesOf(aside).map((note) => note.aside)).toEqual(['for the board']);
    // What it rested on is another thing once one of them is placed.
    const placed = mended(aside, { ...only, mends: [only.mends[0]] });
    expect(notesOf(placed).filter(({ check: one }) => one === check)).toEqual([]);
    expect(notesOf(runCommand(aside, 'manuscript.bringNoteBack', { check }).report)[0]?.aside).toBeNull();
    const fewer = { ...aside, items: aside.items.filter(({ name }) => name !== 'Piers and vessels') };
    expect(notesOf(fewer).map((note) => note.aside)).toEqual([null]);
  });
});

describe('what is placed and mentioned', () => {
  it('is mentioned where words lead to it, by a reference or by its name', () => {
    const report = written(paragraph('All of it.'), figure('passengers'));
    const [note] = found(report, 'not-mentioned');
    expect(note?.title).toBe('Figure\u00a01 is not mentioned');
    const better = mended(report, note);
    expect(found(better, 'not-mentioned')).toEqual([]);
    expect(reads(better)[0]).toBe('All of it (Figure\u00a01).');
    expect(found(written(paragraph('See figure 1.'), figure('passengers')), 'not-mentioned')).toEqual([]);
    expect(found(written(paragraph('See figure 11.'), figure('passengers')), 'not-mentioned')).toHaveLength(1);
  });

  it('leads somewhere: to a thing, which is placed, or is taken out with the space before it', () => {
    const gone = written(paragraph('As ', see('nothing-of-this-id'), ', so it goes.'));
    const [lost] = found(gone, 'gone');
    expect(lost?.title).toBe('A mention leads nowhere');
    expect(reads(mended(gone, lost))).toEqual(['As, so it goes.']);
    const loose = written(paragraph('See ', see('passengers'), '.'), paragraph('More.'));
    const [unplaced] = found(loose, 'gone');
    expect(unplaced?.title).toBe('Mentioned but not placed');
    const placed = mended(loose, unplaced);
    expect(placed.manuscript.blocks.map(({ type }) => type)).toEqual(['words', 'figure', 'words']);
    expect(notesOf(placed).filter(ABOUT('gone'))).toEqual([]);
    const away = written(paragraph('x'), figure('of-no-thing'));
    expect(mended(away, found(away, 'gone')[0]).manuscript.blocks).toHaveLength(1);
  });

  it.each([
    ['en-GB', 'above', 'below'],
    ['de-DE', 'oben', 'unten'],
    ['fr-FR', 'ci-dessus', 'ci-dessous'],
    ['es-ES', 'arriba', 'abajo'],
    ['pl-PL', 'powyżej', 'poniżej'],
    ['fi-FI', 'yllä', 'alla'],
  ] as const)('stands where the text says it does, in %s', (id, above, below) => {
    const report = written(paragraph(see('passengers'), ` ${above} x.`), figure('passengers'));
    const [note] = found(report, 'above-below', id);
    expect(note?.text).toContain('is below');
    expect(reads(mended(report, note), id)[0]).toMatch(new RegExp(` ${below} x\\.$`));
    expect(found(mended(report, note), 'above-below', id)).toEqual([]);
    // Where the pages are known, they say where it stands.
    const floated = outlined({ b0: [2, 300] }, { passengers: [2, 60] });
    expect(found(report, 'above-below', id, floated)).toEqual([]);
    expect(found(mended(report, note), 'above-below', id, floated)).toHaveLength(1);
  });

  it('may be above and below in one sentence, of which nothing is said', () => {
    const both = written(paragraph('Above and below ', see('passengers'), ' there is room.'), figure('passengers'));
    expect(found(both, 'above-below')).toEqual([]);
    const other = written(
      paragraph('Sales were above average. ', see('passengers'), ' shows it.'),
      figure('passengers'),
    );
    expect(found(other, 'above-below')).toEqual([]);
  });

  it('has no heading alone at the foot of a page, nor one with nothing under it', () => {
    const report = written(heading('One'), paragraph('x'), heading('Two'), paragraph('y'));
    const pages = outlined({ b0: [1, 60], b1: [1, 90], b2: [1, 790], b3: [2, 60] });
    const [note] = found(report, 'heading', 'en-GB', pages);
    expect(note?.title).toBe('A heading at the foot of page 1');
    const better = mended(report, note);
    expect(better.manuscript.blocks.map(({ type }) => type)).toEqual([
      'words',
      'words',
      'page break',
      'words',
      'words',
    ]);
    expect(found(report, 'heading')).toEqual([]);
    const bare = written(heading('One'), heading('Two'), paragraph('x'), heading('Three', 2));
    expect(found(bare, 'heading').map(({ block }) => block)).toEqual(['b0', 'b3']);
    expect(found(written(heading('One'), heading('Two', 2), paragraph('x')), 'heading')).toEqual([]);
  });
});

describe('numbers that follow the data', () => {
  it('are noted where they say nothing any more, and taken out at a press', () => {
    const fact = (kind: string, line: string) => ({
      kind: 'fact',
      of: 'sailings',
      fact: { kind, line },
      part: 'value',
    });
    const report = written(
      paragraph('It is ', value('last', { column: 'gone' }), ', and ', fact('latest', 'outer_isles_thousands'), '.'),
      paragraph(fact('constant', 'outer_isles_thousands')),
      paragraph(value({ at: 5 }), { kind: 'footnote', id: 'n', words: [value('last', { table: 'gone' })] }),
    );
    const notes = found(report, 'lost-number');
    expect(notes.map(({ block }) => block)).toEqual(['b0', 'b1', 'b2']);
    const out = notes[0]?.mends.findIndex((mend) => 'call' in mend) ?? -1;
    const better = mended(report, notes[0], out);
    expect(found(better, 'lost-number').map(({ block }) => block)).toEqual(['b1', 'b2']);
    expect(reads(better)[0]).toMatch(/^It is , and 89/);
  });

  it('are noted where the data went on behind them and no words say of when they are', () => {
    const july = Date.UTC(2026, 6, 1);
    const report = written(paragraph('The isles carried ', value({ at: july }), '.'));
    const [note] = found(report, 'older-number');
    expect(note?.text).toMatch(/is for Jul 2026, but “Outer isles” now goes to Sep 2026: 89/);
    expect(reads(mended(report, note, 0))).toEqual(['The isles carried 89.']);
    expect(reads(mended(report, note, 1))).toEqual(['The isles carried 104 (Jul 2026).']);
    for (const which of [0, 1]) expect(found(mended(report, note, which), 'older-number')).toEqual([]);
    for (const said of ['In July 2026 they carried ', 'In summer 2026 they carried '])
      expect(found(written(paragraph(said, value({ at: july }), '.')), 'older-number')).toEqual([]);
  });

  it('are noted where a period was typed beside them that is over', () => {
    const report = written(paragraph('In August 2026 the isles carried ', value('last'), '.'));
    const [note] = found(report, 'older-period');
    expect(note?.text).toContain('says August 2026, but the 89 beside it is for September 2026.');
    expect(reads(mended(report, note, 0))).toEqual(['In September 2026 the isles carried 89.']);
    expect(reads(mended(report, note, 1))).toEqual(['In August 2026 the isles carried 98.']);
    expect(found(written(paragraph('In September 2026 they carried ', value('last'), '.')), 'older-period')).toEqual(
      [],
    );
    const both = paragraph('From August 2026 to September 2026 it went to ', value('last'), '.');
    expect(found(written(both), 'older-period')).toEqual([]);
  });
});

describe('a title and the sentence beside it', () => {
  const titled = (title: string, ...blocks: object[]): Report => {
    const report = written(...blocks);
    const items = report.items.map((item) =>
      item.id === 'passengers' && item.type === 'figure' ? { ...item, words: { ...item.words, title } } : item,
    );
    return { ...report, items };
  };
  it('are noted where they say opposite directions of one line', () => {
    const about = (title: string, sentence: string) =>
      found(titled(title, paragraph(sentence, see('passengers'), '.'), figure('passengers')), 'directions');
    expect(about('Outer isles rose in the year', 'The outer isles fell in a year, see ')).toHaveLength(1);
    expect(about('Outer isles rose in the year', 'The outer isles grew in a year, see ')).toEqual([]);
    expect(about('Outer isles rose in the year', 'Kelda–Ness fell in a year, see ')).toEqual([]);
    // On the month before it may fall while it rises on the year before.
    expect(about('Outer isles: up on a year earlier', 'The outer isles fell on the month before, see ')).toEqual([]);
    expect(about('Outer isles went up to 90', 'The outer isles fell, see ')).toEqual([]);
    const [note] = about('Outer isles rose in the year', 'The outer isles fell in a year, see ');
    expect(note?.text).toMatch(/In the data: Outer isles: up /);
    expect(note?.mends).toEqual([
      { say: 'Rewrite the sentence', at: 'b0' },
      { say: 'Rewrite the title', item: 'passengers' },
    ]);
  });
});

describe('numbers typed by hand', () => {
  const typed = (words: string, id: LocaleId = 'en-GB') => found(written(paragraph(words)), 'typed', id);

  it('are seen where they are the latest value, an older one, one with two digits exchanged, or a fact', () => {
    expect(typed('The harbour shuttle carried 48.2 thousand.')[0]?.title).toBe('48.2 was typed');
    expect(typed('The harbour shuttle carried 51.9 thousand.')[0]?.title).toBe('Is 51.9 still meant?');
    expect(typed('The harbour shuttle carried 42.8 thousand.')[0]?.title).toBe('42.8 or 48.2?');
    expect(typed('The outer isles grew by 2.2% on a year earlier.')[0]?.title).toBe('2.2% was typed');
    // What stands in the data by chance is no value of them.
    expect(typed('The harbour shuttle serves 48 piers.')).toEqual([]);
    const [held] = typed('In July 2026 the outer isles carried 104 thousand.');
    expect(held?.mends.map(({ say }) => say)).toEqual(['Let it follow Jul 2026']);
  });

  it('are left alone where nothing says of what they are, and where they are dates, names or ranges', () => {
    for (const words of [
      'It carried 48.2 thousand.',
      'The harbour shuttle sails at 10:45 from pier 12.',
      'Figure 48 shows the harbour shuttle, see page 52.',
      'On 12 October the harbour shuttle began, on the 31st it ended.',
      'The harbour shuttle of 2024–2026 has 12–14 sailings, A48 and 48B.',
      'The harbour shuttle carried 73.9 thousand.',
      'The harbour shuttle has 5 crews.',
      'The harbour shuttle was 48.2% full.',
    ])
      expect(typed(words), words).toEqual([]);
  });

  it('read as before once they follow the data, in every language, whatever the value', () => {
    const table = tables.get('sailings');
    const cells = table?.columns.find(({ key }) => key === 'harbour_shuttle_thousands')?.cells ?? [];
    const all = months(2024, 1, cells.length);
    fc.assert(
      fc.property(fc.nat(cells.length - 2), fc.constantFrom(...LOCALES), fc.boolean(), (row, id, names) => {
        const cell = cells[row];
        if (typeof cell !== 'number') return;
        const locale = sources(SKERRY_PLAIN, id).locale;
        const number = formatNumber(cell, 1, locale);
        const month = `${locale.months[new Date(all[row] ?? 0).getUTCMonth()]} ${new Date(all[row] ?? 0).getUTCFullYear()}`;
        const words = `Harbour shuttle${names ? `, ${month}` : ''}: ${number}`;
        const report = written(paragraph(words));
        const notes = found(report, 'typed', id);
        expect(notes, words).toHaveLength(1);
        const [note] = notes;
        const isAsked = note?.title.endsWith('?');
        const better = mended(report, note, isAsked ? 1 : 0);
        expect(reads(better, id)).toEqual([words]);
        expect(found(better, 'typed', id)).toEqual([]);
      }),
      { numRuns: runs(60) },
    );
  });
});

describe('any report that commands lead to', () => {
  it('is looked through, and whatever a note offers mends it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2 ** 31 }), (seed) => {
        const dice = new Dice(seed);
        let now = demo;
        for (let step = 0; step < 30; step++) {
          const name =
            dice.next() < 0.5 ? dice.of(ALL_COMMANDS) : dice.of(ALL_COMMANDS.filter((one) => /^manuscript/.test(one)));
          try {
            now = runCommand(now, name, anyArgs(name, now, dice)).report;
          } catch (error) {
            if (!(error instanceof Refusal)) throw error;
          }
        }
        const notes = notesOf(now);
        expect(new Set(notes.map(({ check }) => check)).size).toBe(notes.length);
        expect(JSON.stringify(notes.map(({ title, text: said }) => [title, said]))).not.toMatch(
          /undefined|NaN|\[object|null/,
        );
        for (const note of notes.slice(0, 6))
          for (const mend of note.mends) {
            if (!('call' in mend)) continue;
            const better = runCommand(now, mend.call.name, mend.call.args).report;
            // It was not set aside before, so it is either gone or says something else.
            const still = notesOf(better).find(({ check }) => check === note.check);
            expect(still?.facts, `${note.title}: ${mend.say}`).not.toBe(note.facts);
          }
      }),
      { numRuns: runs(25) },
    );
  });
});
