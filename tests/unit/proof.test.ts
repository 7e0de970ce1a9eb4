import { describe, expect, it } from 'vitest';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { bankedAspect, slopesOf, suggestedHeight } from '../../src/core/figure/banking.ts';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { layoutFigure } from '../../src/core/figure/layout.ts';
import { Mark } from '../../src/core/figure/marks.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import type { FigureSpec } from '../../src/core/figure/spec.ts';
import { newEmphasis } from '../../src/core/mark/emphasis.ts';
import { proofNotes } from '../../src/core/proof/proof.ts';
import { figureIn, newReport, type Report } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Column, Table } from '../../src/core/table/column.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { dates, months, numbers, tableOf, texts } from './tables.ts';

const locale = localeOf('en-GB');
const style = DEFAULT_STYLE;
const wave = (key: string, low: number, high: number, unit: string | null = 't') =>
  numbers(
    key,
    Array.from({ length: 24 }, (_, row) => low + ((high - low) * (1 + Math.sin(row / 2))) / 2),
    unit,
  );
const month = dates(months(2024, 1, 24), 'month');

interface Case {
  table: Table;
  report: Report;
}

/** A report with one figure of all measures of a table. */
function caseOf(columns: Column[], change: (spec: FigureSpec) => void = () => {}): Case {
  const table = tableOf(columns);
  const lines = columns.slice(1).map(({ key }) => key);
  const spec = draftFigure(table, { id: 'f', tableId: 't', style, across: columns[0]?.key, lines });
  spec.words.title = 'Summers are full';
  change(spec);
  let count = 0;
  const { item } = packTable('t', table, () => `b${++count}`);
  return { table, report: { ...newReport('R', ''), items: [item, spec] } };
}

function notesOf({ table, report }: Case) {
  const spec = figureIn(report, 'f');
  if (!spec) throw new Error('no figure');
  const figure = resolveFigure(spec, table, DEFAULT_STYLE);
  return proofNotes({ figure, layout: layoutFigure(figure, style, locale), style, locale });
}
const open = (one: Case) => notesOf(one).flatMap(({ check, aside }) => (aside === null ? [check] : []));

/** The report after the nth mend of its only open note. */
function mended(one: Case, index = 0): Case {
  const [note] = notesOf(one);
  const mend = note?.mends[index];
  if (!mend || !('call' in mend)) throw new Error('no change mends this');
  return { ...one, report: runCommand(one.report, mend.call.name, mend.call.args).report };
}

describe('proof notes', () => {
  it('are silent when all is well', () => {
    expect(open(caseOf([month, wave('a', 20, 90)]))).toEqual([]);
    expect(open(caseOf([month, wave('a', 20, 90), wave('b', 10, 60)]))).toEqual([]);
  });

  const cases: [string, Case, string, RegExp][] = [
    [
      'a forced date plan that does not fit, by how much',
      caseOf([month, wave('a', 20, 90)], (spec) => Object.assign(spec.dateAxis, { plan: 'written-out' })),
      'date-plan',
      /“Every month written out” needs \d+\.\d mm more, so only \d+ of 24 labels are drawn/,
    ],
    [
      'a plot that is too small to read',
      caseOf([month, wave('a', 0, 90)], (spec) => Object.assign(spec.frame, { height: 30 })),
      'panel-size',
      /At this size, the plot is only \d+\.\d × \d\.\d mm/,
    ],
    [
      'a range that cuts high, with its factor',
      caseOf([month, wave('a', 95, 99)]),
      'range-cut',
      /starts at 95(\.0)?: changes look 25 times as large as they would from zero\. From lowest to highest is 4\.0%/,
    ],
    [
      'ticks that do not meet',
      caseOf([month, wave('a', 0, 97), wave('b', 0, 3.1, '%')], (spec) => {
        Object.assign(spec.lines[1] ?? {}, { axis: 'right' });
        spec.tie.kind = 'free';
      }),
      'ticks-meet',
      /ticks at different heights/,
    ],
    [
      'zero at two heights',
      caseOf([month, wave('a', -20, 80), wave('b', -5, 5, '%')], (spec) => {
        Object.assign(spec.lines[1] ?? {}, { axis: 'right' });
      }),
      'zero-heights',
      /Zero is \d+\.\d mm higher on the right axis than on the left/,
    ],
    [
      'two lines whose colours look alike',
      caseOf([month, wave('a', 20, 90), wave('b', 10, 60)], (spec) => {
        for (const line of spec.lines)
          Object.assign(line, { colour: line.id === 'line-1' ? '#5b3a63' : '#5d3c66', pattern: 'solid' });
      }),
      'alike',
      /“A” and “B” have colours that look alike/,
    ],
    [
      'more lines than can be followed',
      caseOf([month, ...'abcdefgh'.split('').map((key, index) => wave(key, index, 90 + index))]),
      'alike',
      /8 lines are too many to follow/,
    ],
    [
      'categories that do not all fit',
      caseOf(
        [
          texts(
            'c',
            Array.from({ length: 24 }, (_, row) => `Landing stage ${row} beyond the breakwater`),
            true,
          ),
          wave('a', 20, 90),
        ],
        (spec) => Object.assign(spec.frame, { width: 120 }),
      ),
      'categories',
      /\d+ of 24 labels are left out/,
    ],
  ];
  it.each(cases)('say %s, and their first change mends it', (_, one, check, text) => {
    const [note, ...others] = notesOf(one);
    expect([note?.check, others.map((other) => other.check)]).toEqual([check, []]);
    expect(note?.text).toMatch(text);
    let after = one;
    // Two lines alike among many may need a second change.
    for (let turn = 0; turn < 2 && open(after).includes(check); turn++) after = mended(after);
    expect(open(after)).not.toContain(check);
  });

  it('ask for a unit, unless the words say it', () => {
    const bare = caseOf([month, wave('a', 20, 90, null)]);
    expect(open(bare)).toEqual(['unit']);
    const said = caseOf([month, wave('a', 20, 90, null)], (spec) => {
      spec.words.subtitle = 'Passengers a month, in thousands';
    });
    expect(open(said)).toEqual([]);
    const mixed = caseOf([month, wave('a', 20, 90, 't'), wave('b', 10, 70, '%')]);
    const [note] = notesOf(mixed);
    expect(note?.text).toMatch(/lines are in t and %/);
    expect(open(mended(mixed, 1))).toEqual([]);
  });

  it('say whether zero is at two heights for axes that run down, too', () => {
    const isSaid = (low: number, high: number, direction: 'up' | 'down') =>
      open(
        caseOf([month, wave('a', 0, 80), wave('b', low, high, '%')], (spec) => {
          Object.assign(spec.lines[1] ?? {}, { axis: 'right' });
          spec.rightAxis = { ...spec.rightAxis, direction };
        }),
      ).includes('zero-heights');
    expect([isSaid(0, 5, 'up'), isSaid(0, 5, 'down')]).toEqual([false, true]);
    expect([isSaid(-5, 0, 'up'), isSaid(-5, 0, 'down')]).toEqual([true, false]);
  });

  it('want a title that is more than a list of names', () => {
    const titled = (title: string) =>
      open(
        caseOf(
          [month, { ...wave('a', 20, 90), title: 'Outer isles' }, { ...wave('b', 10, 60), title: 'Load' }],
          (spec) => {
            spec.words.title = title;
          },
        ),
      );
    for (const title of ['Outer isles', 'Outer isles and Load', 'Load vs. outer isles by month', 'OUTER ISLES, LOAD'])
      expect(titled(title), title).toEqual(['title-list']);
    for (const title of ['Outer isles carry more each summer', 'Unload', '', 'Two summers'])
      expect(titled(title), title).toEqual([]);
  });

  it('stay aside with a reason until their numbers change', () => {
    const one = caseOf([month, wave('a', 95, 99)]);
    const [note] = notesOf(one);
    const args = { item: 'f', check: note?.check, facts: note?.facts, reason: 'a share near its limit' };
    const aside = { ...one, report: runCommand(one.report, 'item.setNoteAside', args).report };
    expect(notesOf(aside).map((other) => other.aside)).toEqual(['a share near its limit']);
    const change = { figure: 'f', side: 'left', axis: { from: 94 } };
    const moved = { ...aside, report: runCommand(aside.report, 'figure.setAxis', change).report };
    expect(open(moved)).toEqual(['range-cut']);
    const back = runCommand(aside.report, 'item.bringNoteBack', { item: 'f', check: 'range-cut' }).report;
    expect(open({ ...aside, report: back })).toEqual(['range-cut']);
    expect(() => runCommand(one.report, 'item.setNoteAside', { ...args, reason: '' })).toThrow(/Give a reason/);
  });
});

describe('the height that banks lines to 45 degrees', () => {
  it('makes the middle of the absolute slopes one', () => {
    // Slopes 1, 2 and 4 in a square: at half its height the middle one is at 45 degrees.
    expect(bankedAspect([1, -2, 4])).toBe(0.5);
    expect(bankedAspect([1, 2, 4, 8])).toBeCloseTo(1 / 3, 12);
    expect(bankedAspect([0, 0, 3])).toBeCloseTo(1 / 3, 12);
    expect(bankedAspect([0, 0])).toBeNull();
  });
  it('holds on the sheet: at the suggested height the middle segment rises as it runs', () => {
    const { table, report } = caseOf([month, wave('a', 20, 90)]);
    const spec = figureIn(report, 'f') as FigureSpec;
    const figure = resolveFigure(spec, table, DEFAULT_STYLE);
    const height = suggestedHeight(figure, layoutFigure(figure, style, locale)) ?? 0;
    const next = resolveFigure({ ...spec, frame: { ...spec.frame, height } }, table, DEFAULT_STYLE);
    const layout = layoutFigure(next, style, locale);
    const drawn = slopesOf(layout).map((slope) => Math.abs((slope * layout.plot.height) / layout.plot.width));
    const middle = drawn.sort((a, b) => a - b)[drawn.length >> 1] ?? 0;
    expect(middle).toBeGreaterThan(0.93);
    expect(middle).toBeLessThan(1.07);
  });
});

describe('notes on lines and labels', () => {
  const short = (count: number) => dates(months(2026, 1, count), 'month');

  it('a name that says another colour is drawn in its own', () => {
    const one = caseOf([short(3), numbers('Red', [1, 2, 3], 't')], (spec) => {
      Object.assign(spec.lines[0] ?? {}, { colour: '#1f5fa8' });
    });
    expect(open(one)).toEqual(['colour-words']);
    expect(open(mended(one))).toEqual([]);
  });

  it('an unfinished month that is drawn as finished is dotted again', () => {
    const [last = 0] = months(2026, 3, 1);
    const one = caseOf(
      [dates(months(2026, 1, 3), 'month', { unfinishedFrom: last }), numbers('a', [4, 5, 1], 't')],
      (spec) => {
        Object.assign(spec.lines[0] ?? {}, { unfinished: 'none' });
      },
    );
    expect(open(one)).toEqual(['unfinished']);
    expect(notesOf(one)[0]?.text).toContain('A runs into it');
    expect(open(mended(one))).toEqual([]);
  });

  it('labels without a place are told by their count, and fewer values mend it', () => {
    const one = caseOf([month, wave('a', 0, 10), wave('b', 0.4, 10.4), wave('c', 0.8, 10.8)], (spec) => {
      for (const line of spec.lines) line.values.on = 'all';
    });
    expect(open(one)).toEqual(['labels']);
    expect(notesOf(one)[0]?.text).toMatch(/^\d+ labels had no free space and are left out\.$/);
    expect(open(mended(one))).toEqual([]);
  });

  it('a label put by hand over a line is placed anew', () => {
    const one = caseOf([short(3), numbers('a', [1, 5, 2], 't')], (spec) => {
      const [line] = spec.lines;
      line?.emphasis.push(newEmphasis('high'));
      line?.valuesMoved.push({ at: '2026-02-01', dx: 0, dy: 0 });
    });
    expect(open(one)).toEqual(['labels']);
    expect(open(mended(one))).toEqual([]);
  });

  it('a legend box over a line goes beside the plot', () => {
    const falling = Array.from({ length: 24 }, (_, row) => (row < 12 ? 9.5 : 2));
    const one = caseOf([month, numbers('a', falling, 't')], (spec) => {
      spec.names = { kind: 'box', box: 'top left' };
    });
    expect(open(one)).toEqual(['labels']);
    expect(open(mended(one))).toEqual([]);
  });

  it('a level beyond the given range is not in the picture', () => {
    const one = caseOf([short(3), numbers('a', [1, 5, 2], 't')], (spec) => {
      spec.leftAxis.to = 6;
      spec.marks = [Mark.parse({ kind: 'level', id: 'l', name: 'target', at: 9, colour: '#66707d' })];
    });
    expect(open(one)).toEqual(['marks-out']);
    expect(open(mended(one, 1))).toEqual([]);
  });
});

describe('what finds no room or no place', () => {
  const many = Array.from({ length: 12 }, (_, at) => ({
    ...wave(`v${at}`, at, at + 20),
    title: `Pier ${at} of the isles`,
  }));

  it('names of lines go to a legend, and back where the figure is made higher', () => {
    const one = caseOf([month, ...many], (spec) => Object.assign(spec.frame, { height: 60 }));
    const note = notesOf(one).find(({ check }) => check === 'names');
    expect(note?.text).toBe(
      '12 names have no room beside the ends of their lines; they are in a legend below the plot.',
    );
    for (const mend of note?.mends ?? []) {
      if (!('call' in mend)) throw new Error('no change mends this');
      const after = { ...one, report: runCommand(one.report, mend.call.name, mend.call.args).report };
      expect(open(after), mend.say).not.toContain('names');
    }
  });

  it('words that would take more than half of the frame are shortened', () => {
    const one = caseOf([month, wave('a', 0, 9)], (spec) => {
      Object.assign(spec.frame, { width: 60, height: 50 });
      spec.words.title = 'Summers are full '.repeat(12);
    });
    expect(notesOf(one).find(({ check }) => check === 'words-cut')?.text).toBe(
      'At 60 × 50 mm there is no room for all of the title, so the end is cut off.',
    );
  });

  it('zero and what is below it on a logarithmic axis', () => {
    const one = caseOf([month, numbers('a', [...Array(20).fill(5), 0, -1, 0, 3])], (spec) => {
      spec.leftAxis.scale = 'log';
    });
    const index = notesOf(one).findIndex(({ check }) => check === 'no-logarithm');
    expect(notesOf(one)[index]?.text).toBe(
      '3 values of “A” are zero or below, which a logarithmic axis cannot show; the line breaks there.',
    );
    const mend = notesOf(one)[index]?.mends[0];
    if (!mend || !('call' in mend)) throw new Error('no change mends this');
    const after = { ...one, report: runCommand(one.report, mend.call.name, mend.call.args).report };
    expect(open(after)).not.toContain('no-logarithm');
  });

  it('several rows of one month', () => {
    const one = caseOf([month, wave('a', 0, 9)]);
    expect(open(one)).not.toContain('repeated');
    const twice = months(2024, 1, 12).flatMap((date) => [date, date]);
    const again = { ...one, table: { ...one.table, columns: [dates(twice, 'month'), wave('a', 0, 9)] } };
    expect(notesOf(again).find(({ check }) => check === 'repeated')?.text).toContain('24 rows share 12 dates');
  });
});
