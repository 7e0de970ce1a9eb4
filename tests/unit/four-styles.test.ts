/** One figure and one spark table of the demo in four styles that have little in common, as they were looked at. */
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { BOARD_PAPERS } from '../../demo/styles.ts';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { FIRST_STYLE, figureIn, type OwnStyle, sparkTableIn, tableIn } from '../../src/core/report/report.ts';
import { TableMaker } from '../../src/core/report/tables.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { drawSparkTable } from '../../src/core/spark/layout.ts';
import { keptCells } from '../../src/core/table/kept.ts';
import { houseLocale } from '../../src/core/text/house-locale.ts';
import { SHIPPED } from '../../src/core/type/families.ts';
import '../../src/formats/shape.ts';
import { golden } from './golden.ts';

const family = (id: string) => {
  const found = SHIPPED.find((one) => one.id === id);
  if (!found) throw new Error(`There is no family ${id}.`);
  return { id: found.id, name: found.name };
};

const STYLES: Record<string, OwnStyle> = {
  plain: FIRST_STYLE,
  board: BOARD_PAPERS,
  /** a book: old-style serif, thin strokes, few colours on cream */
  book: {
    ...FIRST_STYLE,
    name: 'Book',
    type: { figures: family('garamond'), headings: family('garamond'), text: family('garamond'), digits: null },
    ink: '#241a12',
    quiet: '#6b5a4a',
    rule: '#ddd2c0',
    axis: '#8f7f6c',
    ground: '#fbf6ea',
    palette: [
      { name: 'oxblood', colour: '#7a1f2b' },
      { name: 'ink', colour: '#22384f' },
      { name: 'olive', colour: '#6b6a1f' },
    ],
    sizes: { ...FIRST_STYLE.sizes, title: 12, subtitle: 9, label: 8.4, source: 7.5 },
    bold: { ...FIRST_STYLE.bold, title: false, value: false, name: false },
    strokes: { ...FIRST_STYLE.strokes, line: 0.7, grid: 0.2, axis: 0.3, spark: 0.5 },
    axes: { grid: 'none', ticks: 'inside', line: true, zeroLine: true, caption: 'along' },
    numbers: { ...FIRST_STYLE.numbers, group: '\u202f', missing: '…' },
  },
  /** a slide on a dark ground: narrow type, heavy strokes, all patterns the same */
  slide: {
    ...FIRST_STYLE,
    name: 'Slide',
    type: { figures: family('roboto-condensed'), headings: family('inter'), text: family('inter'), digits: 'tabular' },
    ink: '#f4f1ea',
    quiet: '#b9b3a6',
    rule: '#3b4250',
    axis: '#8b93a3',
    ground: '#161b24',
    rest: '#79808e',
    behind: '#434a57',
    track: '#2a313d',
    zebra: '#1c222d',
    positive: '#5bc8a8',
    negative: '#ff9a76',
    palette: [
      { name: 'sun', colour: '#ffc857' },
      { name: 'sea', colour: '#5bc0eb' },
      { name: 'leaf', colour: '#9bc53d' },
      { name: 'coral', colour: '#ff7f6b' },
    ],
    apart: { cones: true, greyscale: true },
    sizes: { ...FIRST_STYLE.sizes, title: 14, subtitle: 10, label: 10, source: 8 },
    strokes: { ...FIRST_STYLE.strokes, line: 2.6, grid: 0.6, spark: 1.6 },
    markers: { shape: 'square', filled: false, size: 5 },
    axes: { grid: 'minor', ticks: 'outside', line: false, zeroLine: false, caption: 'above' },
    dates: { plan: 'auto', weekStart: 1, points: 'tick', labels: 'tick', grid: 'major', yearStart: 4 },
  },
};

const demo = demoReport();
const maker = new TableMaker();
const tableNamed = (id: string) => {
  const item = tableIn(demo.report, id);
  const made =
    item &&
    maker.make(demo.report, item, (block) => {
      const whole = demo.blocks[block];
      return whole && keptCells(whole).cells;
    });
  if (!made) throw new Error(`The demo has no table ${id}.`);
  return made;
};

describe.each(Object.entries(STYLES))('the %s style', (name, style) => {
  const locale = houseLocale(demo.report.locale, style);

  it('draws a figure as it was looked at', async () => {
    const spec = figureIn(demo.report, 'passengers');
    if (!spec) throw new Error('The demo has no such figure.');
    const { scene, unplaced } = drawFigure(spec, tableNamed(spec.table), style, locale);
    expect(unplaced).toEqual([]);
    await expect(golden(toSvg(scene))).toMatchFileSnapshot(`../golden/styles/${name}-figure.svg`);
  });

  it('draws a spark table as it was looked at', async () => {
    const spec = demo.report.items.find((item) => item.type === 'spark');
    const found = spec && sparkTableIn(demo.report, spec.id);
    if (!found) throw new Error('The demo has no spark table.');
    const striped = { ...found, frame: { ...found.frame, zebra: true } };
    const scene = drawSparkTable(striped, tableNamed(found.table), style, locale);
    await expect(golden(toSvg(scene))).toMatchFileSnapshot(`../golden/styles/${name}-spark.svg`);
  });
});
