/** Reports as bundles: out of the database, into it, and set as files without one. */
import { readFileSync, writeFileSync } from 'node:fs';
import { basename, extname } from 'node:path';
import { demoReport } from '../demo/skerry.ts';
import { SKERRY_PLAIN } from '../demo/styles.ts';
import { sourcesOf } from '../src/core/item/manuscript.ts';
import { recordOf, reportOf } from '../src/core/report/record.ts';
import { styleFor, tablesOf } from '../src/core/report/report.ts';
import { TableMaker } from '../src/core/report/tables.ts';
import type { Table } from '../src/core/table/column.ts';
import { keptCells } from '../src/core/table/kept.ts';
import { houseLocale } from '../src/core/text/house-locale.ts';
import { type Bundle, readBundle, writeBundle } from '../src/formats/bundle.ts';
import { addOwn } from '../src/formats/fonts.ts';
import { readFamily } from '../src/formats/own-font.ts';
import { reportFile } from '../src/formats/report/report-file.ts';
import { type ReportForm, ReportWish } from '../src/formats/report/wish.ts';
import { bundleOf, openBundle } from '../src/server/bundles.ts';
import { openDatabase } from '../src/server/database.ts';
import { listReports } from '../src/server/reports.ts';
import { withDatabase } from './backup.ts';
import { Trouble } from './say.ts';

function write(path: string, bytes: Uint8Array): void {
  try {
    writeFileSync(path, bytes);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === undefined) throw error;
    throw new Trouble(`cannot write ${path}; name a file in a folder that can be written.`);
  }
  console.log(path);
}

function read(path: string): Bundle {
  let bytes: Uint8Array;
  try {
    bytes = new Uint8Array(readFileSync(path));
  } catch {
    throw new Trouble(`there is no file ${path} that can be read.`);
  }
  return readBundle(basename(path), bytes);
}

/** Writes a stored report, by its id or its title, as a bundle. */
export const exportReport = (wanted: string, out: string): Promise<number> =>
  withDatabase(async (url) => {
    const db = openDatabase(url);
    try {
      const reports = await listReports(db);
      const found = reports.filter(({ id, title }) => id === wanted || title.toLowerCase() === wanted.toLowerCase());
      const [first, ...more] = found;
      if (!first)
        throw new Trouble(
          `there is no report “${wanted}”; there are ${reports.map(({ title }) => `“${title}”`).join(', ') || 'none'}.`,
        );
      if (more.length > 0)
        throw new Trouble(
          `${found.length} reports are called “${wanted}”; name one by its id: ${found.map(({ id }) => id).join(', ')}.`,
        );
      const made = await bundleOf(db, first.id);
      if (!made) throw new Trouble(`“${wanted}” has been removed in the meantime.`);
      write(out, made.bytes);
      return 0;
    } finally {
      await db.destroy();
    }
  });

/** Makes a stored report of a bundle, and prints its id. */
export const importReport = (path: string): Promise<number> => {
  const bytes = new Uint8Array(readFileSync(path));
  return withDatabase(async (url) => {
    const db = openDatabase(url);
    try {
      console.log(await openBundle(db, basename(path), bytes));
      return 0;
    } finally {
      await db.destroy();
    }
  });
};

/** Forms of a report by the endings of their files. */
const FORMS: Readonly<Record<string, ReportForm>> = {
  '.pdf': 'pdf',
  '.docx': 'docx',
  '.html': 'html',
  '.zip': 'markdown',
};

/** Writes the report of a bundle as a file, without a database. */
export async function buildReport(path: string, out: string): Promise<number> {
  const form = FORMS[extname(out).toLowerCase()];
  if (!form) throw new Trouble(`${out} ends in none of ${Object.keys(FORMS).join(', ')}, so its format is not known.`);
  const { record, blocks, house, families } = read(path);
  for (const { id, files } of families) {
    const { family, files: cuts } = await readFamily(files);
    addOwn({ ...family, id }, cuts);
  }
  const report = reportOf(record);
  const maker = new TableMaker();
  const tables = new Map<string, Table>();
  for (const item of tablesOf(report)) {
    const made = maker.make(report, item, (block) => blocks[block] && keptCells(blocks[block]).cells);
    if (made) tables.set(item.id, made);
  }
  const style = styleFor(report, house);
  const locale = houseLocale(report.locale, style);
  const sources = sourcesOf(report, style, locale, (id) => tables.get(id) ?? null);
  const { bytes, unclaimed } = await reportFile(report, sources, ReportWish.parse({ form }));
  write(out, bytes);
  if (unclaimed !== null) console.error(`It is tagged, but cannot claim PDF/UA-1: ${unclaimed}.`);
  return 0;
}

/** The demo report as a bundle, without a database. */
export async function demoBundle(out: string): Promise<number> {
  const { report, blocks } = demoReport();
  const record = recordOf({ ...report, style: { kind: 'house', id: 'skerry-plain' } });
  write(out, writeBundle({ record, blocks, house: SKERRY_PLAIN, families: [] }));
  return 0;
}
