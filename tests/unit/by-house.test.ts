/** Settings that follow the house: dressing, what was set by hand, and documents of before there were such settings. */

import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { type Change, UNDO } from '../../src/core/change/change.ts';
import { runCall } from '../../src/core/change/run.ts';
import { calendarTablesOf } from '../../src/core/figure/calendar.ts';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { FigureSpec } from '../../src/core/figure/spec.ts';
import { sheetOf } from '../../src/core/item/sheets.ts';
import { withField } from '../../src/core/named/fields.ts';
import { toList, toRecord } from '../../src/core/named/record.ts';
import { type ReportRecord, reportOf } from '../../src/core/report/record.ts';
import { renamedChange } from '../../src/core/report/renamed.ts';
import { figureIn, type Report, sparkTableIn, styleFor, tableIn } from '../../src/core/report/report.ts';
import { TableMaker } from '../../src/core/report/tables.ts';
import { readDocument } from '../../src/core/report/upgrade.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { SparkTableSpec } from '../../src/core/spark/spec.ts';
import { colourOf, dress, follow, isHouseColour, setByHand } from '../../src/core/style/by-house.ts';
import { DEFAULT_STYLE, HouseStyle } from '../../src/core/style/style.ts';
import { keptCells, type WholeBlock } from '../../src/core/table/kept.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { runs } from '../runs.ts';
import { any, Dice } from './any-command.ts';
import { randomFigure } from './random-figure.ts';
import { randomSpark } from './random-spark.ts';

const RUNS = runs(16);
const sent = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** Any style that the schema takes. */
function anyStyle(dice: Dice): HouseStyle {
  for (;;) {
    const made = HouseStyle.safeParse(any(HouseStyle, {}, dice));
    if (made.success) return made.data;
  }
}

/** Every text and number of a dressed thing, however deep. */
function* leaves(value: unknown): Generator<unknown> {
  if (typeof value === 'object' && value !== null) for (const inner of Object.values(value)) yield* leaves(inner);
  else yield value;
}
const holdsHouse = (value: unknown): boolean =>
  isHouseColour(value) || (typeof value === 'object' && value !== null && Object.values(value).some(holdsHouse));

describe('settings that follow the house', () => {
  it('leave nothing to the house once dressed, and stay the same thing when dressed again', () => {
    for (let seed = 1; seed <= RUNS; seed++) {
      const dice = new Dice(seed);
      const style = anyStyle(dice);
      const { spec } = randomFigure(dice);
      const worn = dress(FigureSpec, spec, 'figure', style);
      expect([...leaves(worn)].includes('house'), `seed ${seed}`).toBe(false);
      expect(holdsHouse(worn), `seed ${seed}`).toBe(false);
      expect(dress(FigureSpec, worn, 'figure', anyStyle(dice))).toBe(worn);
      const spark = randomSpark(dice);
      if (!spark) continue;
      const cells = dress(SparkTableSpec, spark.spec, 'spark', style);
      expect(holdsHouse(cells) || [...leaves(cells)].includes('house'), `seed ${seed}`).toBe(false);
    }
  });

  it('are each brought back by what is said of it, and by hand none is left then', () => {
    for (let seed = 1; seed <= RUNS; seed++) {
      const dice = new Dice(seed);
      const { spec } = randomFigure(dice);
      const byHand = setByHand(FigureSpec, spec, 'figure');
      const record = byHand.reduce<unknown>(
        (at, { path, follow: said }) => withField(at, path, said),
        toRecord(FigureSpec, spec),
      );
      const back = FigureSpec.parse(sent(toList(FigureSpec, record)));
      expect(setByHand(FigureSpec, back, 'figure')).toEqual([]);
      // All else stays as it was.
      const style = anyStyle(dice);
      const plain = dress(FigureSpec, back, 'figure', style);
      for (const { path } of byHand) expect(path.length).toBeGreaterThan(1);
      expect([plain.words, plain.window, plain.lines.map(({ column, shown }) => [column, shown])]).toEqual([
        spec.words,
        spec.window,
        spec.lines.map(({ column, shown }) => [column, shown]),
      ]);
    }
  });

  it('follow the style that is laid on, and come back with the one before', () => {
    for (let seed = 1; seed <= RUNS; seed++) {
      const dice = new Dice(seed);
      const [one, other] = [anyStyle(dice), anyStyle(dice)];
      const { spec } = randomFigure(dice);
      const before = sent(dress(FigureSpec, spec, 'figure', one));
      dress(FigureSpec, spec, 'figure', other);
      expect(sent(dress(FigureSpec, spec, 'figure', one))).toEqual(before);
    }
  });

  it('in both forms of a thing are the same ones', () => {
    for (let seed = 1; seed <= RUNS; seed++) {
      const { spec } = randomFigure(new Dice(seed));
      const inList = setByHand(FigureSpec, spec, 'figure').map(({ path }) => path.join(' '));
      const inRecord = setByHand(FigureSpec, toRecord(FigureSpec, spec), 'figure').map(({ path }) => path.join(' '));
      expect(inRecord.sort()).toEqual(inList.sort());
    }
  });

  it('are drawn by every valid style, without a number that is none', () => {
    for (let seed = 1; seed <= RUNS; seed++) {
      const dice = new Dice(seed);
      const style = anyStyle(dice);
      const { spec, table, locale, beside } = randomFigure(dice);
      const svg = toSvg(drawFigure(spec, table, style, locale, beside).scene);
      expect(svg, `seed ${seed}`).not.toMatch(/NaN|Infinity|undefined|"house"|\[object/);
    }
  });

  it('take a colour in turn round the palette', () => {
    const { palette } = DEFAULT_STYLE;
    for (const [turn, at] of [
      [0, 0],
      [5, 5],
      [6, 0],
      [13, 1],
    ] as const)
      expect(colourOf(DEFAULT_STYLE, { house: turn })).toBe(palette[at]?.colour);
  });
});

interface Logged {
  document: unknown;
  changes: Change[];
  /** what the build of that time drew of each thing, as the first letters of a hash of its SVG */
  pictures: Record<string, string>;
  blocks: Record<string, WholeBlock>;
}

describe('a report of version 4', () => {
  const { document, changes, pictures, blocks } = JSON.parse(
    readFileSync(new URL('../documents/version-4.json', import.meta.url), 'utf8'),
  ) as Logged;
  const record = readDocument(document);
  const log = new Map(changes.map((change) => [change.id, renamedChange({ ...change, form: 4 })]));
  const idOf = (revision: number) => changes[revision - 1]?.id ?? '';
  const drawn = (report: Report) => {
    const tableOf = (id: string) => {
      const item = tableIn(report, id);
      const made =
        item && new TableMaker().make(report, item, (block) => blocks[block] && keptCells(blocks[block]).cells);
      if (!made) throw new Error(`no table ${id}`);
      return made;
    };
    return Object.fromEntries(
      report.items.flatMap((item) => {
        const sheet = sheetOf(item);
        if (!sheet || !('table' in item)) return [];
        const calendars = item.type === 'figure' ? calendarTablesOf(item.marks) : [];
        const from = {
          table: tableOf(item.table),
          beside: new Map(calendars.map((id) => [id, tableOf(id)])),
          style: styleFor(report, null),
          locale: localeOf(report.locale),
        };
        // How readers place letters was not said in files then, and what is told of a figure was said in other words.
        const svg = toSvg(sheet.draw(sheet.lay(item, from)))
          .replace(' text-rendering="geometricPrecision"', '')
          .replace(/<desc [^>]*>[^<]*<\/desc>/, '');
        return [[item.id, createHash('sha256').update(svg).digest('hex').slice(0, 24)]];
      }),
    );
  };

  it('looks as it did, to the last letter of its pictures, and follows the house where it looked like it', () => {
    expect(drawn(reportOf(record))).toEqual(pictures);
    const [first, second, third] = figureIn(reportOf(record), 'passengers')?.lines ?? [];
    expect(first).toMatchObject({ colour: { house: 1 }, weight: 2.4 });
    expect(second).toMatchObject({ weight: 'house', pattern: 'dashes', markers: { shape: 'square' } });
    expect(third).toMatchObject({ colour: { house: 2 }, weight: 'house', pattern: 'house' });
    expect(readDocument(sent(record))).toEqual(record);
  });

  it('has its changes taken back, those that left what the house has, too', () => {
    const undone = (at: ReportRecord, ...ids: string[]) =>
      runCall(at, { name: UNDO, args: { changes: ids } }, (id) => log.get(id));
    const lineOf = (at: ReportRecord, id: string) =>
      figureIn(reportOf(at), 'passengers')?.lines.find((line) => line.id === id);
    // A colour of the palette that was set by hand, and a weight that is the house's.
    const colour = undone(record, idOf(4));
    expect([lineOf(colour.record, 'line-1')?.colour, colour.left]).toEqual(['#123456', []]);
    expect(undone(record, idOf(3)).left).toEqual([]);
    const all = undone(record, ...changes.map(({ id }) => id));
    expect(all.left).toEqual([]);
    expect(figureIn(reportOf(all.record), 'passengers')?.marks).toEqual([]);
    expect(sparkTableIn(reportOf(all.record), 'glance')?.columns.find(({ id }) => id === 'spark-1')).toMatchObject({
      weight: 0.9,
    });
    expect(lineOf(all.record, 'line-1')).toMatchObject({ colour: '#5b3a63', weight: 1.8 });
  });

  it('follows a value only where the style gives just that one', () => {
    const { spec } = randomFigure(new Dice(7));
    const worn = dress(FigureSpec, spec, 'figure', DEFAULT_STYLE);
    const back = follow(FigureSpec, worn as FigureSpec, 'figure', DEFAULT_STYLE);
    expect(sent(dress(FigureSpec, back, 'figure', DEFAULT_STYLE))).toEqual(sent(worn));
  });
});
