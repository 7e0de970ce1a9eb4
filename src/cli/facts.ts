/** What can be said of a table, as text or as JSON. */

import { numbersOf } from '../core/fact/numbers.ts';
import { factsOfTable } from '../core/fact/of-table.ts';
import { sayFact } from '../core/fact/say.ts';
import { isoOf } from '../core/time/calendar.ts';
import { localeNamed, readTableAt } from './files.ts';

interface Wishes {
  across: string | undefined;
  lines: string | undefined;
  locale: string | undefined;
  json: boolean;
}

/** Prints the facts of a table's lines. */
export async function facts(path: string, { across, lines, locale: wanted, json }: Wishes): Promise<number> {
  const locale = localeNamed(wanted);
  const { table } = await readTableAt(path);
  const found = factsOfTable(table, { across, lines: lines?.split(',') });
  if (json) {
    const said = found.map((fact) => ({
      kind: fact.claim.kind,
      line: fact.series.id,
      text: sayFact(fact, locale),
      numbers: numbersOf(fact),
      points: fact.points.map((point) => {
        const key = fact.series.keys[point];
        return fact.series.interval !== null && typeof key === 'number' ? isoOf(key) : key;
      }),
    }));
    console.log(JSON.stringify(said, null, 2));
  } else console.log(found.map((fact) => sayFact(fact, locale)).join('\n'));
  return 0;
}
