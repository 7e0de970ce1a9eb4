/** Random tables and spark tables of them: rows of every kind, every setting, names in many scripts, extreme numbers. */
import type * as z from 'zod';
import { draftLevelBars, draftSparkTable, newLevelBars, newSparkline } from '../../src/core/spark/draft.ts';
import { DERIVED, orderParts, SparkFrame, Sparkline, SparkTableSpec } from '../../src/core/spark/spec.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Cell, Column, Table } from '../../src/core/table/column.ts';
import { LOCALES, type Locale, localeOf } from '../../src/core/text/locale.ts';
import type { Dice } from './any-command.ts';
import { NAMES, possible, some, values } from './random-figure.ts';
import { dates, months, numbers, tableOf, texts } from './tables.ts';

const UNITS = [null, null, '%', 'passengers', 'EUR per litre', 'km'];

/** Names, some of them twice or missing. */
const rowNames = (dice: Dice, count: number): Cell[] =>
  Array.from({ length: count }, (_, row) =>
    dice.next() < 0.04 ? null : `${dice.of(NAMES)}${dice.next() < 0.7 ? ` ${row}` : ''}`,
  );

/** A table with a row for each name, one for each month with a column for each name, or one for each of both. */
function randomTable(dice: Dice): Table {
  const kind = dice.of(['rows', 'columns', 'long'] as const);
  const count = dice.of([1, 2, 3, 8, 20, 60]);
  const places = dice.of([3, 4, 12, 24, 60, 200]);
  const unit = dice.of(UNITS);
  const group = texts(
    'group',
    Array.from({ length: kind === 'rows' ? count : 0 }, () => dice.of(NAMES.slice(0, 4))),
  );
  if (kind === 'rows') {
    const rows = Array.from({ length: count }, () => values(dice, Math.min(places, 60)));
    const over = Array.from({ length: Math.min(places, 60) }, (_, place): Column => {
      const cells = rows.map((row) => row[place] ?? null);
      return { ...numbers(`m${place}`, cells, unit), title: `M${place}` };
    });
    return tableOf([{ ...texts('name', rowNames(dice, count)), title: 'Stop' }, group, ...over]);
  }
  const across = dates(months(2019, 1, places), 'month');
  if (kind === 'columns')
    return tableOf([
      across,
      ...Array.from({ length: count }, (_, index) => ({
        ...numbers(`v${index}`, values(dice, places), dice.next() < 0.8 ? unit : dice.of(UNITS)),
        title: `${dice.of(NAMES)} ${index}`,
      })),
    ]);
  const some = rowNames(dice, Math.min(count, 8)).map((name) => name ?? 'none');
  const cells = some.flatMap(() => values(dice, Math.min(places, 60)));
  return tableOf([
    { ...across, cells: some.flatMap(() => across.cells.slice(0, Math.min(places, 60))) },
    texts(
      'pier',
      some.flatMap((name) => Array.from({ length: Math.min(places, 60) }, () => name)),
    ),
    numbers('value', cells, unit),
  ]);
}

export interface RandomSpark {
  spec: SparkTableSpec;
  table: Table;
  locale: Locale;
}

/** A spark table with settings at random; null where its table has no series to run through. */
export function randomSpark(dice: Dice): RandomSpark | null {
  const table = randomTable(dice);
  const choices = { id: 's', tableId: 't', style: DEFAULT_STYLE };
  const locale = localeOf(dice.of(LOCALES));
  let drafted: SparkTableSpec;
  try {
    drafted = draftSparkTable(table, choices);
  } catch {
    // It says so itself; a table of names with one number each is set with bars.
    const [names, first] = [
      table.columns.find(({ kind }) => kind === 'text'),
      table.columns.find(({ kind }) => kind === 'number'),
    ];
    if (!names || !first) return null;
    return { spec: draftLevelBars(table, { ...choices, names: names.key, measures: [first.key] }), table, locale };
  }
  const first = drafted.columns.find((column) => column.kind === 'sparkline');
  if (!first) return null;
  const calm = dice.of([0, 0.15, 0.5]);
  const keys = table.columns.filter(({ kind }) => kind === 'number').map(({ key }) => key);
  const keep = ['id', 'kind', 'column', 'over', 'exceptions'];
  const sparklines = Array.from({ length: dice.of([1, 1, 2, 4]) }, (_, index) => {
    const id = `spark-${index + 1}`;
    const own = newSparkline(id, { ...first, id });
    return some(dice, own, possible(Sparkline, { column: keys, key: keys }, dice), calm, keep);
  });
  const measure = keys[dice.below(keys.length)];
  const columns = [
    ...drafted.columns.filter(({ kind }) => kind !== 'sparkline' && kind !== 'derived'),
    ...sparklines,
    ...Array.from({ length: dice.below(4) }, (_, index) => ({
      kind: 'derived',
      id: `d-${index}`,
      title: dice.of([null, ...NAMES]),
      of: dice.of(sparklines).id,
      what: dice.of(DERIVED),
    })),
    ...(measure && drafted.rows.kind === 'rows' && dice.next() < 0.3
      ? [newLevelBars('bar-1', measure, '#c2811a')]
      : []),
  ];
  const order = Object.fromEntries(
    Object.entries(orderParts).flatMap(([name, schema]) =>
      dice.next() < calm + 0.1 && name !== 'sort' && name !== 'group'
        ? [[name, possible(schema as z.ZodType, {}, dice)]]
        : [],
    ),
  );
  const words = () => (dice.next() < 0.5 ? dice.of(NAMES) : '');
  const spec = SparkTableSpec.parse({
    ...drafted,
    columns,
    heads: [],
    order: {
      ...order,
      filter: '',
      sort: dice.next() < 0.3 ? { by: 'spark-1', descending: dice.next() < 0.5 } : null,
      group: table.columns.some(({ key }) => key === 'group') && dice.next() < 0.3 ? { column: 'group' } : null,
    },
    words: { title: words(), subtitle: words(), source: words() },
    rowHeight: dice.of([3, 3.4, 4.5, 6, 12, 40]),
    frame: possible(SparkFrame, {}, dice),
  });
  return { spec, table, locale };
}
