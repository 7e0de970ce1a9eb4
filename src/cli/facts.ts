/** What can be said of a table, as text or as JSON. */

import { numbersOf } from '../core/fact/numbers.ts';
import { factsOfTable } from '../core/fact/of-table.ts';
import { sayFact } from '../core/fact/say.ts';
import type { Table } from '../core/table/column.ts';
import { findColumn } from '../core/table/find.ts';
import type { Finding } from '../core/table/reading.ts';
import { isoOf } from '../core/time/calendar.ts';
import { ask, readAsked } from './asking.ts';
import { localeNamed } from './files.ts';

interface Wishes {
  across: string | undefined;
  lines: string | undefined;
  locale: string | undefined;
  json: boolean;
  /** answers to what nothing in the table decides */
  answers: readonly string[];
}

/** The table without the columns that are asked about; null where all of it hangs on the answer. */
function withoutAsked(table: Table, open: readonly Finding[]): Table | null {
  const asked = new Set(open.map(({ column }) => column));
  const columns = table.columns.filter(({ key }) => !asked.has(key));
  const areMeasures = table.columns.every(({ key, kind }) => !asked.has(key) || kind === 'number');
  return areMeasures && !asked.has(undefined) && columns.some(({ kind }) => kind === 'number')
    ? { ...table, columns }
    : null;
}

/** Prints the facts of a table's lines as sentences, in JSON also as the short forms of notes; those that hang on an open question are not printed, and the question is. */
export async function facts(path: string, { across, lines, locale: wanted, json, answers }: Wishes): Promise<number> {
  const locale = localeNamed(wanted);
  const { table, open } = await readAsked(path, { answers });
  const sure = withoutAsked(table, open);
  const isSure = (name: string) =>
    !sure || open.length === 0 || !open.some(({ column }) => findColumn(table, name).key === column);
  const asked = lines?.split(',').filter(isSure);
  const found = !sure || asked?.length === 0 ? [] : factsOfTable(sure, { across, lines: asked });
  if (json) {
    const said = found.map((fact) => ({
      kind: fact.claim.kind,
      line: fact.series.id,
      text: sayFact(fact, locale),
      sentence: sayFact(fact, locale, 'spoken'),
      numbers: numbersOf(fact),
      points: fact.points.map((point) => {
        const key = fact.series.keys[point];
        return fact.series.interval !== null && typeof key === 'number' ? isoOf(key) : key;
      }),
    }));
    console.log(JSON.stringify(said, null, 2));
  } else if (found.length > 0) console.log(found.map((fact) => sayFact(fact, locale, 'spoken')).join('\n'));
  return open.length > 0 ? ask(path, open) : 0;
}
