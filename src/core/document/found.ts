/** Numbers of a report that can be put into its text, found by a few letters of what they are. */
import { FACT_NAMES } from '../fact/kind-names.ts';
import { factsOfSpoken, refOf, sayFactsOf, spokenIn } from '../figure/facts.ts';
import { chooseAcross } from '../table/choose.ts';
import { columnOf, type Table } from '../table/column.ts';
import { readTitle } from '../table/titles.ts';
import type { FactPart } from '../text/fact-ref.ts';
import { formatPeriod } from '../time/format.ts';
import type { ProseOf, ProseRun } from './prose.ts';
import type { Sources } from './set.ts';
import { NOTHING, sayValue } from './sources.ts';

/** A number that is offered: what it is, how it reads now, and the run that says it. */
export interface Offered {
  what: string;
  said: string;
  run: ProseOf<'fact'> | ProseOf<'value'>;
}

/** Parts of a fact that stand well in a sentence of one's own. */
const PARTS: readonly FactPart[] = ['value', 'when', 'signed change', 'change', 'sentence'];

/** So many rows back from the last one are offered one by one. */
const ROWS = 36;

const plain = (text: string) => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();

/** All numbers that a table or a figure offers, the latest values first. */
function offeredBy(of: string, name: string, sources: Sources): Offered[] {
  const offered: Offered[] = [];
  const figure = sources.figure(of);
  const table = sources.table(of);
  const { locale } = sources;
  const say = figure && sayFactsOf(figure, locale);
  const isTable = sources.thing(of) === null;
  if (isTable && table) offered.push(...valuesOf(of, name, table, sources));
  if (!figure || !say) return offered;
  const all = spokenIn(figure);
  for (const one of all)
    for (const fact of factsOfSpoken(all, one)) {
      const ref = refOf(fact, one);
      const panel = one.panel === '' ? '' : ` (${decodeURIComponent(one.panel)})`;
      for (const part of PARTS) {
        const said = say(ref, part);
        if (said === NOTHING) continue;
        const what = `${one.series.name}${panel}, ${FACT_NAMES[ref.kind]}${part === 'sentence' ? ', as a sentence' : `: ${part}`} · ${name}`;
        offered.push({ what, said, run: { kind: 'fact', of, fact: ref, part } });
      }
    }
  return offered;
}

function valuesOf(of: string, name: string, table: Table, sources: Sources): Offered[] {
  const across = chooseAcross(table);
  const offered: Offered[] = [];
  const { locale } = sources;
  for (const column of table.columns) {
    if (column.kind !== 'number') continue;
    const title = readTitle(column.title).name;
    const run = { kind: 'value', table: of, column: column.key, decimals: null, unit: true } as const;
    const latest = { ...run, row: 'last' as const };
    const said = sayValue(table, latest, locale);
    if (said !== NOTHING) offered.push({ what: `${title}, latest · ${name}`, said, run: latest });
    const totals = new Set(table.totals);
    const rows = (across?.cells ?? []).flatMap((cell, row) => (cell === null || totals.has(row) ? [] : [row]));
    for (const row of rows.slice(-ROWS).reverse()) {
      const at = across?.cells[row];
      if (!across || at === null || at === undefined || column.cells[row] === null) continue;
      const place =
        across.kind === 'date' && typeof at === 'number' ? formatPeriod(at, across.interval, locale) : String(at);
      const own = { ...run, row: { at } };
      const reads = sayValue(table, own, locale);
      if (reads !== NOTHING) offered.push({ what: `${title}, ${place} · ${name}`, said: reads, run: own });
    }
  }
  return offered;
}

/** All numbers of tables and figures, by their ids and names. */
export const offeredIn = (things: readonly { id: string; name: string }[], sources: Sources): Offered[] =>
  things.flatMap(({ id, name }) => offeredBy(id, name, sources));

/** Those among some numbers whose names, or what they read as, have all the words that were typed. */
export function findNumbers<Of extends Pick<Offered, 'what' | 'said'>>(
  offered: readonly Of[],
  typed: string,
  most: number,
): Of[] {
  const words = plain(typed).split(/\s+/).filter(Boolean);
  const found: Of[] = [];
  for (const one of offered) {
    const text = plain(`${one.what} ${one.said}`);
    if (!words.every((word) => text.includes(word))) continue;
    found.push(one);
    if (found.length >= most) break;
  }
  return found;
}

/** What a run that follows the data rests on, in words; null for one that follows none. */
export function restsOn(run: ProseRun, sources: Sources): string | null {
  if (run.kind === 'value') {
    const table = sources.table(run.table);
    const column = table && columnOf(table, run.column);
    return table && column ? `${readTitle(column.title).name} of “${table.title}”` : 'a column that is gone';
  }
  if (run.kind !== 'fact') return null;
  const figure = sources.figure(run.of);
  return figure ? sayFactsOf(figure, sources.locale)(run.fact, 'sentence') : 'a thing that is gone';
}
