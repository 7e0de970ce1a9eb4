/** Years in columns of numbers: called by their numbers wherever they are shown, and never “1,820”. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { layoutFigure } from '../../src/core/figure/layout.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { inspectFigure } from '../../src/core/inspect/inspect.ts';
import { sayValue, writtenOptions } from '../../src/core/inspect/written.ts';
import { textsOf } from '../../src/core/scene/scene.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { draftLevelBars } from '../../src/core/spark/draft.ts';
import { drawSparkTable } from '../../src/core/spark/layout.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Column } from '../../src/core/table/column.ts';
import { LOCALES, localeOf } from '../../src/core/text/locale.ts';
import { figurePage } from '../../src/formats/figure-page.ts';
import { writerOf } from '../../src/ui/grid/cells.ts';
import { numbers, tableOf, texts } from './tables.ts';

const column = (title: string, cells: readonly number[], more: object = {}): Column =>
  ({ ...numbers('n', [...cells], null), title, ...more }) as Column;
const inGrid = (of: Column) => of.cells.map((_, row) => writerOf(of).write(row));

describe('years among numbers', () => {
  const years = fc.array(fc.integer({ min: 1000, max: 2199 }), { minLength: 1, maxLength: 8 });
  it('are written without groups in the grid where title or user says that they are years, and what is counted with them', () => {
    fc.assert(
      fc.property(years, fc.constantFrom('Founded', 'Built', 'Baujahr'), (cells, title) => {
        expect(inGrid(column(title, cells))).toEqual(cells.map(String));
        expect(inGrid(column('Since the', cells, { measure: 'year' }))).toEqual(cells.map(String));
        // By another way of writing than our own.
        const grouped = cells.map((cell) => cell.toLocaleString('en-GB'));
        expect(inGrid(column('Guests', cells))).toEqual(grouped);
        expect(inGrid(column(title, cells, { measure: 'flow' }))).toEqual(grouped);
      }),
    );
  });

  it('are written so in spark tables, in every language', () => {
    for (const id of LOCALES) {
      const locale = localeOf(id);
      const table = tableOf([
        { ...texts('pier', ['Northgate', 'Ness']), title: 'Pier' },
        { ...column('Built', [1820, 1954]), key: 'built' },
        { ...column('Guests', [18_200, 19_540]), key: 'guests' },
      ]);
      const spec = draftLevelBars(table, { id: 's', tableId: 't', names: 'pier', measures: ['built', 'guests'] });
      const svg = toSvg(drawSparkTable(spec, table, DEFAULT_STYLE, locale));
      const said = [...svg.matchAll(/>([^<>]*\d[^<>]*)</g)].map(([, text]) => text);
      expect(said, id).toContain('1820');
      expect(said, id).toContain('1954');
      expect(said.join(' '), id).not.toMatch(/18200/);
    }
  });

  it('are written so on axes, at points, across, in the Inspect face and in the numbers of a page', async () => {
    for (const id of LOCALES) {
      const locale = localeOf(id);
      const built = { ...column('Built', [1820, 1954, 1871, 1990]), key: 'built' };
      const table = tableOf([{ ...texts('pier', ['A', 'B', 'C', 'D'], true), title: 'Pier' }, built]);
      const spec = draftFigure(table, {
        id: 'f',
        tableId: 't',
        style: DEFAULT_STYLE,
        across: 'pier',
        lines: ['built'],
      });
      for (const line of spec.lines) line.values.on = 'all';
      const figure = resolveFigure(spec, table, DEFAULT_STYLE);
      const layout = layoutFigure(figure, DEFAULT_STYLE, locale);
      const said = [...textsOf(layout.scene.nodes)].map(({ text }) => text);
      // Labels at all points, and at least two ticks of the axis.
      for (const year of built.cells) expect(said, id).toContain(String(year));
      expect(said.filter((text) => /^\d{4}$/.test(text)).length, id).toBeGreaterThanOrEqual(6);
      expect(
        said.filter((text) => /^\d\D\d{3}$/u.test(text)),
        id,
      ).toEqual([]);
      const face = inspectFigure(figure, layout, DEFAULT_STYLE);
      expect(sayValue(face, 0, 1820, 0, locale)).toBe('1820');
      const [axis] = [writtenOptions(face, locale).yaxis ?? []].flat();
      const write = axis?.labels?.formatter as (value: number) => string;
      expect(write(1900)).toBe('1900');
      const page = await figurePage({ figure, layout, style: DEFAULT_STYLE, locale });
      expect(page).toContain('<td class="n">1954</td>');

      const across = tableOf([{ ...built, key: 'built' }, numbers('depth', [3, 4, 5, 6])]);
      const drawn = draftFigure(across, {
        id: 'f',
        tableId: 't',
        style: DEFAULT_STYLE,
        across: 'built',
        lines: ['depth'],
      });
      const along = [...textsOf(drawFigure(drawn, across, DEFAULT_STYLE, locale).scene.nodes)].map(({ text }) => text);
      expect(along.filter((text) => /^1[89]\d\d$/.test(text)).length, `${id}: ${along}`).toBeGreaterThan(1);
    }
  });
});
