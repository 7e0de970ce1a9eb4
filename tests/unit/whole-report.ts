/** All that is made of a report: every thing drawn, described, told and looked through, and its manuscript set. */
import { expect } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { SKERRY_PLAIN } from '../../demo/styles.ts';
import { setManuscript } from '../../src/core/document/set.ts';
import { calendarTablesOf } from '../../src/core/figure/calendar.ts';
import { factsOfSpoken, spokenIn } from '../../src/core/figure/facts.ts';
import { layoutFigure } from '../../src/core/figure/layout.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { inspectFigure } from '../../src/core/inspect/inspect.ts';
import { sourcesOf } from '../../src/core/item/manuscript.ts';
import type { SetFrom } from '../../src/core/item/sheet.ts';
import { sheetOf } from '../../src/core/item/sheets.ts';
import { tablesAround } from '../../src/core/item/users.ts';
import type { ProofNote } from '../../src/core/proof/note.ts';
import { textNotes } from '../../src/core/proof/text/proof.ts';
import type { Report, ReportItem } from '../../src/core/report/report.ts';
import { type CellsOf, TableMaker } from '../../src/core/report/tables.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import type { Table } from '../../src/core/table/column.ts';
import { keptCells } from '../../src/core/table/kept.ts';
import { houseLocale } from '../../src/core/text/house-locale.ts';

const { blocks } = demoReport();
/** Cells of the demo; others, such as those that a random command names, are gone. */
export const demoCells: CellsOf = (block) => (blocks[block] ? keptCells(blocks[block]).cells : null);
const locale = houseLocale('en-GB', SKERRY_PLAIN);
const maker = new TableMaker();

export interface Drawn {
  svg: string;
  notes: ProofNote[];
}

/** All tables that a report has or names. */
export const tablesOf = (report: Report, cellsOf: CellsOf = demoCells): ReadonlyMap<string, Table> =>
  new Map(
    tablesAround(report.items).map((id) => {
      const made = maker.called(report, id, cellsOf);
      if (!made) throw new Error(`no table ${id}`);
      return [id, made] as const;
    }),
  );

/** What a thing is set from. */
export function givenFor(item: ReportItem, tables: ReadonlyMap<string, Table>): SetFrom | null {
  const table = 'table' in item ? tables.get(item.table) : undefined;
  if (!table) return null;
  const calendars = item.type === 'figure' ? calendarTablesOf(item.marks) : [];
  const beside = new Map(calendars.flatMap((id) => (tables.has(id) ? [[id, tables.get(id) as Table] as const] : [])));
  return { table, beside, style: SKERRY_PLAIN, locale };
}

const WRONG = /undefined|NaN|\[object/;

const known = new WeakMap<ReportItem, { of: readonly Table[]; drawn: Drawn }>();

/** Draws, describes and looks through a thing, once while it and its tables are the same; null for a table. */
export function drawn(item: ReportItem, tables: ReadonlyMap<string, Table>): Drawn | null {
  const from = givenFor(item, tables);
  if (!from) return null;
  const of = [from.table, ...(from.beside?.values() ?? [])];
  const before = known.get(item);
  if (before && before.of.length === of.length && of.every((table, at) => table === before.of[at])) return before.drawn;
  const now = draw(item, from);
  if (now) known.set(item, { of, drawn: now });
  return now;
}

function draw(item: ReportItem, from: SetFrom): Drawn | null {
  const sheet = sheetOf(item);
  if (!sheet) return null;
  const laid = sheet.lay(item, from);
  expect(sheet.describe(laid)).not.toMatch(WRONG);
  expect(toSvg(sheet.small(item, from, 40, 25))).not.toMatch(WRONG);
  const svg = toSvg(sheet.draw(laid));
  expect(svg).not.toMatch(WRONG);
  if (item.type === 'figure') {
    const figure = resolveFigure(item, from.table, from.style, from.beside);
    const spoken = spokenIn(figure);
    for (const one of spoken) factsOfSpoken(spoken, one);
    inspectFigure(figure, layoutFigure(figure, from.style, locale), from.style);
  }
  const notes = sheet.proof(laid);
  for (const { text, mends } of notes) {
    expect(text).not.toMatch(WRONG);
    expect(mends.length).toBeGreaterThan(0);
  }
  return { svg, notes };
}

/** Makes all there is of a report; the drawings of its things, by their ids. */
export function makeAll(report: Report, cellsOf: CellsOf = demoCells): ReadonlyMap<string, Drawn> {
  const tables = tablesOf(report, cellsOf);
  const sources = sourcesOf(report, SKERRY_PLAIN, locale, (id) => tables.get(id) ?? null);
  setManuscript(report.manuscript, sources);
  for (const { text } of textNotes({ report, sources, outline: null })) expect(text).not.toMatch(WRONG);
  return new Map(
    report.items.flatMap((item) => {
      const one = drawn(item, tables);
      return one ? [[item.id, one] as const] : [];
    }),
  );
}
