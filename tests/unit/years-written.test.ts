/** Years in columns of numbers: called by their numbers wherever they are shown, and never “1,820”. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toSvg } from '../../src/core/scene/svg.ts';
import { draftLevelBars } from '../../src/core/spark/draft.ts';
import { drawSparkTable } from '../../src/core/spark/layout.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Column } from '../../src/core/table/column.ts';
import { LOCALES, localeOf } from '../../src/core/text/locale.ts';
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
});
