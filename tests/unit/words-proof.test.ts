/** Proof notes on words that their data left behind: each mend can be done, and does away with the note. */
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { layoutFigure } from '../../src/core/figure/layout.ts';
import { Mark } from '../../src/core/figure/marks.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { FigureSpec } from '../../src/core/figure/spec.ts';
import { writtenFor } from '../../src/core/figure/written.ts';
import { proofNotes } from '../../src/core/proof/proof.ts';
import { newReport, type Report } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { situation } from './situations.ts';
import { dates, months, numbers } from './tables.ts';
import { makeAll } from './whole-report.ts';

const english = localeOf('en-GB');
const LOADS = [40, 42, 45, 44, 48, 52, 57, 55, 50, 47, 45, 46, 44, 47];
const made = (loads: readonly number[]) =>
  situation('Loads', [
    dates(months(2024, 1, loads.length), 'month'),
    { ...numbers('a', [...loads], 't'), title: 'Load' },
  ]);
const before = made(LOADS);
const now = made([...LOADS.slice(0, 13), 71, 60]);
const figureNow = resolveFigure(before.spec, before.table, DEFAULT_STYLE);
const at = months(2024, 3, 1)[0] ?? 0;
const typed = 'Reached 47 t';

/** Notes of a figure by their checks, on the data as they are now. */
const notesOf = (spec: FigureSpec) => {
  const figure = resolveFigure(spec, now.table, DEFAULT_STYLE);
  const layout = layoutFigure(figure, DEFAULT_STYLE, english);
  return new Map(
    proofNotes({ figure, layout, style: DEFAULT_STYLE, locale: english }).map((note) => [note.check, note]),
  );
};

/** A fact that does not hold: a line that is not there, and a streak that there is none of. */
const lost = [
  { text: 'See ' },
  { fact: { kind: 'latest', line: 'no such line' }, part: 'value' },
  { fact: { kind: 'streak', line: 'line-1' }, part: 'sentence' },
];
const noteSaying = (text: unknown) =>
  Mark.parse({ kind: 'note', id: 'n', name: '', colour: '#222222', text, at, value: 50 });

const CASES: readonly [string, Partial<Record<keyof FigureSpec, unknown>>][] = [
  [
    'stale-words',
    {
      words: { title: typed, subtitle: 'Loads grew', source: 'Harbour office' },
      written: Object.fromEntries(
        Object.entries({ title: typed, subtitle: 'Loads grew', source: 'Harbour office' }).map(([part, words]) => [
          part,
          writtenFor(figureNow, words, english),
        ]),
      ),
    },
  ],
  [
    'fact-title',
    { words: { title: [{ fact: { kind: 'streak', line: 'line-1' }, part: 'sentence' }], subtitle: '', source: '' } },
  ],
  ['fact-subtitle', { words: { title: '', subtitle: lost, source: '' } }],
  ['fact-source', { words: { title: '', subtitle: '', source: lost } }],
  ['fact-caption', { dateAxis: { ...before.spec.dateAxis, caption: lost } }],
  ['fact-left', { leftAxis: { ...before.spec.leftAxis, title: lost } }],
  ['fact-right', { rightAxis: { ...before.spec.rightAxis, title: lost } }],
  ['fact-note', { marks: [noteSaying('fine'), noteSaying(lost)].map((mark, index) => ({ ...mark, id: `n${index}` })) }],
  [
    'stale-notes',
    {
      marks: [
        Mark.parse({
          kind: 'note',
          id: 'n',
          name: '',
          colour: '#222222',
          text: typed,
          written: writtenFor(figureNow, typed, english),
          at,
          value: 50,
        }),
      ],
    },
  ],
  [
    'stale-description',
    { description: typed, written: { ...before.spec.written, description: writtenFor(figureNow, typed, english) } },
  ],
];

describe('notes on words', () => {
  it.each(CASES)('%s speaks, and is silent after each of its mends', (check, parts) => {
    const spec = FigureSpec.parse({ ...before.spec, ...parts });
    const note = notesOf(spec).get(check);
    expect(note).toBeDefined();
    if (check.startsWith('stale')) expect(note?.text).toMatch(/47 is now 71/);
    const calls = note?.mends.flatMap((mend) => ('call' in mend ? [mend] : [])) ?? [];
    // Of where the data are from, and of what an axis is of, facts say nothing.
    const hasFewer = /fact-(source|caption|left|right)/.test(check);
    expect(calls.length).toBeGreaterThan(hasFewer ? 0 : 1);
    for (const { say, call } of calls) {
      const report = { ...newReport('r', 'e'), items: [packTable('t', now.table, () => 'block').item, spec] };
      const [, changed] = runCommand(report as ReturnType<typeof newReport>, call.name, call.args).report.items;
      const left = notesOf(changed as FigureSpec).get(check);
      // A fact in the place of the title leaves the other words to be read.
      if (check === 'stale-words' && say.startsWith('Say')) expect(left?.title).toBe('Read the subtitle again');
      else expect(left, say).toBeUndefined();
    }
  });

  it('are silent while the words were written for these data', () => {
    const spec = FigureSpec.parse({
      ...before.spec,
      words: { title: 'Load grew', subtitle: '', source: '' },
      written: {
        ...before.spec.written,
        title: writtenFor(resolveFigure(now.spec, now.table, DEFAULT_STYLE), 'Load grew', english),
      },
    });
    expect([...notesOf(spec).keys()].filter((check) => /stale|fact/.test(check))).toEqual([]);
  });
});

describe('a note on the words of a spark table', () => {
  const { report } = demoReport();
  const saying = (row: string) =>
    runCommand(report, 'item.setWords', {
      item: 'glance',
      words: {
        title: [{ text: 'Of ' }, { fact: { kind: 'latest', line: row }, part: 'name' }],
        subtitle: [{ fact: { kind: 'high', line: row }, part: 'sentence' }],
      },
    }).report;
  const notes = (of: Report) =>
    (makeAll(of).get('glance')?.notes ?? []).filter(({ check }) => check.startsWith('spark-facts'));

  it('speaks where the row of a fact is gone, and is silent once that is taken out', () => {
    const glance = report.items.find(({ id }) => id === 'glance');
    const [row = ''] = glance?.type === 'spark' && glance.rows.kind === 'columns' ? glance.rows.columns : [];
    expect(notes(saying(row))).toEqual([]);
    const gone = saying('No such row');
    expect(notes(gone).map(({ part, title }) => [part, title])).toEqual([
      ['title', 'The title is no longer true'],
      ['subtitle', 'The subtitle is no longer true'],
    ]);
    const now = notes(gone).reduce((at, { mends }) => {
      const mend = mends.find((one) => 'call' in one);
      return mend && 'call' in mend ? runCommand(at, mend.call.name, mend.call.args).report : at;
    }, gone);
    expect(notes(now)).toEqual([]);
    expect(now.items.find(({ id }) => id === 'glance')).toMatchObject({ words: { title: 'Of ', subtitle: '' } });
  });
});
