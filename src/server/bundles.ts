/** Reports that move from one Rizo to another, with all that they are made of. */
import { isSame } from '../core/named/same.ts';
import { reportOf } from '../core/report/record.ts';
import { FIRST_STYLE, isReceived, type OwnStyle, type Report, tablesOf } from '../core/report/report.ts';
import { blocksOf } from '../core/report/tables.ts';
import { familiesOf } from '../core/style/type.ts';
import type { WholeBlock } from '../core/table/kept.ts';
import { readBundle, writeBundle } from '../formats/bundle.ts';
import { loadCells } from './blocks.ts';
import type { Database } from './database.ts';
import { carriedFamilies, keepCarried } from './families.ts';
import { createReport } from './reports.ts';
import { houseOf, loadReport, readDrawn } from './stored.ts';
import { createStyle, listStyles } from './styles.ts';

/** A report as a bundle, with the name of its file; undefined where there is none. */
export async function bundleOf(db: Database, id: string): Promise<{ bytes: Uint8Array; name: string } | undefined> {
  const found = await readDrawn(db, id);
  if (!found) return undefined;
  const { stored, style } = found;
  const blocks: Record<string, WholeBlock> = {};
  for (const table of tablesOf(stored.report).filter(isReceived))
    for (const block of blocksOf(table)) {
      const kept = await loadCells(db, id, block);
      if (!kept) continue;
      const { cells, received } = kept;
      blocks[block] = received ? { cells: [...cells], received: [...received] } : [...cells];
    }
  const house = await houseOf(db, stored);
  const families = await carriedFamilies(db, familiesOf(style));
  const bytes = writeBundle({ record: stored.record, blocks, house: house?.style ?? null, families });
  return { bytes, name: [stored.report.title, stored.report.edition].filter(Boolean).join(' ') };
}

/** How a report that came is set: by the style of a house that is the same here, or by one that is made of it. */
async function styleFor(db: Database, report: Report, house: OwnStyle | null): Promise<Report['style']> {
  if (report.style.kind === 'own') return report.style;
  if (!house) return FIRST_STYLE;
  for (const { id } of await listStyles(db)) {
    const known = (await loadReport(db, id))?.report.style;
    if (known?.kind === 'own' && isSame(known, house)) return { kind: 'house', id };
  }
  return { kind: 'house', id: await createStyle(db, house) };
}

/** Makes a report of a bundle; returns its id. Throws a Refusal that says what cannot be read. */
export async function openBundle(db: Database, name: string, bytes: Uint8Array): Promise<string> {
  const { record, blocks, house, families } = readBundle(name, bytes);
  const report = reportOf(record);
  for (const family of families) await keepCarried(db, family);
  return createReport(db, { ...report, style: await styleFor(db, report, house) }, blocks);
}
