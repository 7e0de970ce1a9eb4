/** Tables in the shapes in which they are sent, and properties of reading over all of them. */
import { describe, expect, it } from 'vitest';
import type { Cell, Column } from '../../src/core/table/column.ts';
import { readTitle } from '../../src/core/table/titles.ts';
import { isoOf } from '../../src/core/time/calendar.ts';
import { readTableText } from '../../src/formats/table-file.ts';
import { CASES, type Wanted } from '../received/shapes.ts';

const writtenOf = (column: Column, cell: Cell): Cell => {
  if (column.kind === 'text' || cell === null) return cell;
  if (typeof cell === 'string') return null;
  return column.kind === 'date' ? isoOf(cell) : cell;
};

/** A column as far as it is wanted. */
const seen = (column: Column | undefined, wanted: Wanted): Wanted | null =>
  column
    ? {
        kind: column.kind,
        ...(wanted.title !== undefined && { title: readTitle(column.title).name }),
        ...(wanted.interval !== undefined && { interval: column.kind === 'date' ? column.interval : '' }),
        ...(wanted.unit !== undefined && { unit: (column.kind === 'number' && column.unit) || '' }),
        ...(wanted.ordered !== undefined && { ordered: column.kind === 'text' && column.ordered }),
        ...(wanted.values && {
          values: column.cells.slice(0, wanted.values.length).map((cell) => writtenOf(column, cell)),
        }),
      }
    : null;

describe('tables as they are sent', () => {
  it.each(CASES.map((one) => [one.name, one] as const))(
    '%s',
    async (_, { text, columns, remark, rows, refused, asks = false }) => {
      if (refused) {
        await expect(readTableText(text, 'Sent')).rejects.toThrow(refused);
        return;
      }
      const { table } = await readTableText(text, 'Sent');
      if (rows !== undefined) expect(table.rows).toBe(rows);
      for (const [place, wanted] of Object.entries(columns))
        expect(seen(table.columns[Number(place)], wanted), table.remarks.map((one) => one.text).join('\n')).toEqual(
          wanted,
        );
      if (remark) expect(table.remarks.some((one) => remark.test(one.text))).toBe(true);
      expect(table.remarks.some((one) => one.asks === true)).toBe(asks);
    },
  );

  it('takes stamps of another zone’s midnights as its user says', async () => {
    const { text } = CASES.find(({ name }) => name === 'midnights-of-another-zone') ?? { text: '' };
    const asked = (await readTableText(text, 'Sent')).table.remarks.find(({ asks }) => asks);
    const read = async (at: number) => {
      const { table } = await readTableText(text, 'Sent', asked?.others?.[at]?.reading);
      expect(table.remarks.some(({ asks }) => asks)).toBe(false);
      return seen(table.columns[0], date('month', null, null));
    };
    const date = (interval: string, ...values: (string | null)[]): Wanted => ({ kind: 'date', interval, values });
    expect(await read(0)).toEqual(date('month', '2022-12-31T23:00', '2023-01-31T23:00'));
    expect(await read(1)).toEqual(date('month', '2023-01-01', '2023-02-01'));
  });
});
