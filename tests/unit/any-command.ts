/** Arguments for every command, made from its schema and from what is in a report. */

import * as z from 'zod';
import { type CommandName, commandSchemas } from '../../src/core/change/commands/index.ts';
import { Block, PageSettings } from '../../src/core/document/manuscript.ts';
import { Prose } from '../../src/core/document/prose.ts';
import { BandOf } from '../../src/core/figure/band-names.ts';
import { bandRulesOf } from '../../src/core/figure/draft-bands.ts';
import { LAID_ON } from '../../src/core/figure/laid-on.ts';
import { Mark } from '../../src/core/figure/marks.ts';
import { Panels } from '../../src/core/figure/panels/spec.ts';
import { tablesNamed } from '../../src/core/item/users.ts';
import { Id } from '../../src/core/named/id.ts';
import { bare } from '../../src/core/named/keyed.ts';
import { partsBetween } from '../../src/core/named/parts.ts';
import { Refusal } from '../../src/core/refusal.ts';
import {
  isTable,
  OwnStyle,
  type Report,
  type ReportItem,
  type StoredTable,
  styleFor,
  tableIn,
} from '../../src/core/report/report.ts';
import { lookOf, SparkLook } from '../../src/core/spark/look.ts';
import { SparkColumn, SparkException } from '../../src/core/spark/spec.ts';
import { Colour } from '../../src/core/style/colour.ts';
import { FamilyRef } from '../../src/core/style/style.ts';
import { Calculation } from '../../src/core/table/calc/calculation.ts';
import { ColumnMeta } from '../../src/core/table/column.ts';
import { partsOfRow, rowsOf } from '../../src/core/table/row-names.ts';
import { SHIPPED } from '../../src/core/type/families.ts';

/** Random numbers from a seed (the mulberry32 generator). */
export class Dice {
  #state: number;
  constructor(seed: number) {
    this.#state = seed >>> 0;
  }
  next(): number {
    this.#state = (this.#state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(this.#state ^ (this.#state >>> 15), 1 | this.#state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  }
  below(count: number): number {
    return Math.floor(this.next() * count);
  }
  of<T>(values: readonly T[]): T {
    if (values.length === 0) throw new Error('nothing to choose from');
    return values[this.below(values.length)] as T;
  }
  word = (): string => this.of(['Outer isles', 'zwölf', '', 'a', 'Ness', 'x\ny', '🛳 ferry', 'constructor', 'toString']);
  id = (): string => `n${this.below(1e9).toString(36)}`;
}

export interface Pools {
  [key: string]: readonly string[];
}

/** Names of what is in a report, by the argument that speaks of it: those of one figure, spark table and table at a time. */
function poolsOf(report: Report, dice: Dice): Pools {
  const one = <T extends ReportItem>(items: readonly T[]): T | undefined =>
    items.length > 0 ? dice.of(items) : undefined;
  const figure = one(report.items.filter((item) => item.type === 'figure'));
  const spark = one(report.items.filter((item) => item.type === 'spark'));
  const table = one(report.items.filter(isTable));
  const lines = figure?.lines.map(({ id }) => id) ?? [];
  const marks = figure?.marks.map(({ id }) => id) ?? [];
  const sparklines = (spark?.columns ?? []).filter((column) => column.kind === 'sparkline');
  const columns =
    dice.next() < 0.5 && sparklines.length > 0
      ? sparklines.map(({ id }) => id)
      : (spark?.columns.map(({ id }) => id) ?? []);
  const calculations = table?.calculations.map(({ key }) => key) ?? [];
  const keys =
    dice.next() < 0.3 && calculations.length > 0
      ? calculations
      : [...(table?.type === 'table' ? table.columns.map(({ meta }) => meta.key) : []), ...calculations];
  const asides = report.items.flatMap((item) => ('asides' in item ? item.asides : []));
  const ids = (item: ReportItem | undefined) => (item ? [item.id] : []);
  return {
    item: report.items.map(({ id }) => id),
    block: report.manuscript.blocks.map(({ id }) => id),
    blocks: report.manuscript.blocks.map(({ id }) => id),
    after: report.manuscript.blocks.map(({ id }) => id),
    things: report.items.flatMap(({ id, type }) => (type === 'figure' || type === 'spark' ? [id] : [])),
    figure: ids(figure),
    figures: ids(figure),
    spark: ids(spark),
    table: ids(table),
    of: [...lines, ...ids(table)],
    line: lines,
    lines,
    mark: marks,
    marks,
    before: dice.of([lines, columns, keys]),
    column: dice.of([columns, keys]),
    columns: dice.of([columns, keys]),
    from: columns,
    to: columns,
    by: columns,
    head: spark?.heads.map(({ id }) => id) ?? [],
    key: keys,
    calculation: calculations,
    row: ['Ness', 'Kelda', 'Harbour', 'total', 'a row', 'constructor'],
    at: ['2026-01-01', '2026-05-01', '3'],
    check: ['unit', 'labels', 'alike', ...asides.map(({ check }) => check)],
    keep: ['Ness', 'Kelda'],
    name: styleFor(report, null).sparks.map(({ name }) => name),
  };
}

function number(schema: z.ZodNumber, dice: Dice): number {
  const low = Math.max(schema.minValue ?? -1000, -1e6);
  const high = Math.min(schema.maxValue ?? 1000, low + 5000);
  const value = low + dice.next() * (high - low);
  return schema.isInt ? Math.round(value) : Math.round(value * 10) / 10;
}

/** Any value of a schema; `name` is the property it stands at. */
export function any(schema: z.ZodType, pools: Pools, dice: Dice, name = ''): unknown {
  if (schema === Colour) return dice.of(['#112233', '#445566', '#c2811a', '#000000']);
  if (schema === FamilyRef)
    return dice.of([...SHIPPED.map(({ id, name }) => ({ id, name })), { id: 'gone', name: 'Gone' }]);
  const pool = pools[name] ?? [];
  if (schema instanceof z.ZodOptional)
    return dice.next() < 0.7 ? undefined : any(schema.unwrap() as z.ZodType, pools, dice, name);
  if (schema instanceof z.ZodDefault) return any(schema.unwrap() as z.ZodType, pools, dice, name);
  if (schema instanceof z.ZodNullable)
    return dice.next() < 0.3 ? null : any(schema.unwrap() as z.ZodType, pools, dice, name);
  if (schema === Id) return pool.length > 0 && name !== 'id' && dice.next() < 0.95 ? dice.of(pool) : dice.id();
  if (schema instanceof z.ZodLiteral) return dice.of([...schema.values]);
  if (schema instanceof z.ZodEnum) return dice.of(schema.options);
  if (schema instanceof z.ZodBoolean) return dice.next() < 0.5;
  if (schema instanceof z.ZodNumber) return number(schema, dice);
  if (schema instanceof z.ZodString) return pool.length > 0 && dice.next() < 0.8 ? dice.of(pool) : dice.word();
  if (schema instanceof z.ZodArray) {
    const count = Math.max(1, dice.below(3));
    return Array.from({ length: count }, () => any(schema.element as z.ZodType, pools, dice, name));
  }
  if (schema instanceof z.ZodObject)
    return Object.fromEntries(
      Object.entries(schema.shape as Record<string, z.ZodType>).flatMap(([key, inner]) => {
        const value = any(inner, pools, dice, key);
        return value === undefined ? [] : [[key, value]];
      }),
    );
  if (schema instanceof z.ZodUnion) return any(dice.of(schema.options as z.ZodType[]), pools, dice, name);
  if (schema instanceof z.ZodRecord) return { [dice.of(['title', 'subtitle', 'source'])]: dice.word() };
  return null;
}

/** Some of what leads from a thing to any other thing of its kind. */
function parts(schema: z.ZodType, before: object, pools: Pools, dice: Dice): unknown[] {
  const kind = (before as { kind?: string }).kind;
  const inner = bare(schema);
  const option =
    inner instanceof z.ZodDiscriminatedUnion
      ? (inner.options as z.ZodType[]).find((one) => {
          const literal = one instanceof z.ZodObject ? one.shape['kind'] : undefined;
          return literal instanceof z.ZodLiteral && literal.values.has(kind ?? '');
        })
      : inner;
  const other = any(option ?? inner, pools, dice) as Record<string, unknown>;
  const all = partsBetween(schema, before, { ...before, ...other });
  const some = all.filter(() => dice.next() < 0.3);
  return some.length > 0 ? some : [{ path: ['name'], to: dice.word() }];
}

type Own = (report: Report, pools: Pools, dice: Dice) => object;
const ofType = <T extends ReportItem['type']>(report: Report, type: T, dice: Dice) =>
  dice.of(report.items.filter((item): item is Extract<ReportItem, { type: T }> => item.type === type));

/** Commands whose arguments rest on what they change. */
const OWN: Partial<Record<CommandName, Own>> = {
  'item.add': (report, _, dice) => ({ item: { ...structuredClone(dice.of(report.items)), id: dice.id() } }),
  'manuscript.write': (report, pools, dice) => {
    const block = dice.of(report.manuscript.blocks.filter((one) => one.type === 'words'));
    if (block.type !== 'words') throw new Error('no words');
    const words = [...block.words];
    const at = dice.below(words.length + 1);
    if (dice.next() < 0.5) words.splice(at, 1);
    words.splice(at, 0, ...(any(Prose, pools, dice) as typeof words));
    return { block: block.id, was: block.words, words };
  },
  'manuscript.writeCaption': (report, pools, dice) => {
    const block = dice.of(report.manuscript.blocks.filter((one) => one.type === 'figure' || one.type === 'numbers'));
    if (!('caption' in block)) throw new Error('no caption');
    return { block: block.id, was: block.caption, words: dice.next() < 0.2 ? null : any(Prose, pools, dice) };
  },
  'manuscript.add': (report, pools, dice) => ({
    blocks: [{ ...(any(Block, pools, dice) as object), id: dice.id() }],
    after: dice.next() < 0.2 ? null : dice.of(report.manuscript.blocks).id,
  }),
  'manuscript.set': (report, pools, dice) => {
    const block = dice.of(report.manuscript.blocks);
    const option = (Block.options as z.ZodObject[]).find(({ shape }) =>
      (shape['type'] as z.ZodLiteral).values.has(block.type),
    );
    const set = parts(option ?? Block, block, pools, dice).filter(
      (part) => !['id', 'type', 'words', 'name'].includes((part as { path: string[] }).path[0] ?? ''),
    );
    return { blocks: [block.id], set: set.length > 0 ? set : [{ path: ['frame'], to: 'box' }] };
  },
  'manuscript.setPages': (report, pools, dice) => ({ set: parts(PageSettings, report.manuscript.pages, pools, dice) }),
  'item.move': (report, pools, dice) => ({
    item: dice.of(pools['item'] ?? []),
    before: dice.next() < 0.2 ? null : dice.of(report.items).id,
  }),
  'table.insertColumns': (report, _, dice) => {
    const table = ofType(report, 'table', dice);
    const key = dice.id();
    const columns = [{ meta: { key, title: key, kind: 'text', ordered: false }, block: null, typed: {} }];
    return { table: table.id, before: dice.next() < 0.3 ? null : dice.of(table.columns).meta.key, columns };
  },
  'figure.setMark': (report, pools, dice) => {
    const figure = ofType(report, 'figure', dice);
    const mark = dice.of(figure.marks);
    return {
      figure: figure.id,
      mark: mark.id,
      set: parts(Mark, mark, pools, dice).filter((part) => (part as { path: string[] }).path[0] !== 'id'),
    };
  },
  'figure.setCalculatedBand': (report, _, dice) => {
    const bands = report.items.flatMap((item) => {
      const calculations = item.type === 'figure' ? (tableIn(report, item.table)?.calculations ?? []) : [];
      return item.type === 'figure'
        ? item.marks.flatMap((mark) => {
            const of = mark.kind === 'band' && bandRulesOf(mark, calculations)?.of;
            return of ? [{ figure: item.id, mark: mark.id, of }] : [];
          })
        : [];
    });
    const { of, ...band } = dice.of(bands);
    return { ...band, set: parts(BandOf, of, {}, dice) };
  },
  'figure.layOn': (report, _, dice) => {
    const figures = report.items.filter((item) => item.type === 'figure').map(({ id }) => id);
    return { figures: [dice.of(figures)], of: dice.of(figures), what: dice.of(LAID_ON) };
  },
  'figure.setPanels': (report, pools, dice) => {
    const figure = dice.of(report.items.filter((item) => item.type === 'figure' && item.panels !== null));
    if (figure.type !== 'figure' || !figure.panels) throw new Error('no panels');
    return { figure: figure.id, set: parts(Panels, figure.panels, pools, dice) };
  },
  'spark.setColumn': (report, pools, dice) => {
    const spark = ofType(report, 'spark', dice);
    const column = dice.of(spark.columns);
    return {
      spark: spark.id,
      column: column.id,
      set: parts(SparkColumn, column, { ...pools, column: pools['key'] ?? [] }, dice).filter(
        (part) => (part as { path: string[] }).path[0] !== 'id',
      ),
    };
  },
  'spark.except': (report, pools, dice) => {
    const spark = ofType(report, 'spark', dice);
    const column = dice.of(spark.columns.filter(({ kind }) => kind === 'sparkline' || kind === 'level bars'));
    const row = dice.of(pools['row'] ?? []);
    const set = parts(
      column.kind === 'level bars' ? SparkException.pick({ row: true, colour: true }) : SparkException,
      { row },
      pools,
      dice,
    );
    return {
      spark: spark.id,
      column: column.id,
      row,
      set: set.filter((part) => (part as { path: string[] }).path[0] !== 'row'),
    };
  },
  'spark.layLook': (report, pools, dice) => {
    const spark = ofType(report, 'spark', dice);
    const column = dice.of(spark.columns.filter((one) => one.kind === 'sparkline'));
    return { spark: spark.id, columns: [column.id], set: parts(SparkLook, lookOf(column), pools, dice) };
  },
  'item.takeTable': (report, _, dice) => {
    const item = dice.of(report.items.filter((one) => tablesNamed(one).length > 0));
    return { item: item.id, from: dice.of(tablesNamed(item)), to: dice.of(report.items.filter(isTable)).id };
  },
  'figure.takeColumn': (report, _, dice) => {
    const figure = ofType(report, 'figure', dice);
    const table = tableIn(report, figure.table);
    const keys = table?.type === 'table' ? table.columns.map(({ meta }) => meta.key) : [figure.across];
    return {
      figure: figure.id,
      from: dice.of([figure.across, ...figure.lines.map(({ column }) => column)]),
      to: dice.of(keys),
    };
  },
  'table.setStep': (report, _, dice) => {
    const table = ofType(report, 'shaped', dice);
    const at = dice.below(table.steps.length);
    const to = dice.of<object>([{ kind: 'turn' }, { kind: 'years', column: 'x', yearStart: 1 + dice.below(12) }]);
    return {
      table: table.id,
      at,
      was: table.steps[at],
      ...((table.steps.length === 1 || dice.next() < 0.8) && { to }),
    };
  },
  'style.set': (report, pools, dice) => {
    const style = styleFor(report, null);
    return { set: parts(OwnStyle.omit({ kind: true }), style, pools, dice) };
  },
  'table.setColumn': (report, pools, dice) => {
    const table = ofType(report, 'table', dice);
    const { meta, block } = dice.of(table.columns);
    const other = dice.next() < 0.3;
    const set = parts(ColumnMeta, meta, pools, dice).filter((part) => (part as { path: string[] }).path[0] !== 'key');
    return {
      table: table.id,
      column: meta.key,
      set,
      ...(other && { cells: { from: block, block: dice.id() } }),
    };
  },
  'table.setCalculation': (report, pools, dice) => {
    const table = dice.of(report.items.filter(isTable).filter(({ calculations }) => calculations.length > 0));
    const calculation = dice.of(table.calculations);
    return {
      table: table.id,
      calculation: calculation.key,
      set: parts(Calculation, calculation, pools, dice).filter(
        (part) => (part as { path: string[] }).path[0] !== 'key',
      ),
    };
  },
};
/** Some rows of a table that are there, by name. */
function someRows(table: StoredTable, dice: Dice): string[] {
  const rows = rowsOf(table);
  if (rows.count === 0) throw new Error('nothing to choose');
  return Array.from({ length: 1 + dice.below(3) }, () => rows.nameAt(dice.below(rows.count)));
}
const putIn = (table: StoredTable, dice: Dice) => {
  const after = dice.next() < 0.2 ? null : (someRows(table, dice)[0] ?? null);
  return { id: dice.id(), count: 1 + dice.below(2), after };
};
OWN['table.setCells'] = (report, _, dice) => {
  const table = ofType(report, 'table', dice);
  const run = dice.next() < 0.2 ? putIn(table, dice) : null;
  const texts = () => {
    const names = [...someRows(table, dice), ...(run ? [`${run.id}.0`] : [])];
    return Object.fromEntries(names.map((name) => [name, dice.of([null, '1', '2.5', 'closed', '2026-03'])]));
  };
  const keys = [dice.of(table.columns), dice.of(table.columns)].map(({ meta }) => meta.key);
  const cells = Object.fromEntries(keys.map((key) => [key, texts()]));
  return { table: table.id, cells, ...(run && { rows: [run] }) };
};
OWN['table.insertRows'] = (report, _, dice) => {
  const table = ofType(report, 'table', dice);
  return { table: table.id, run: putIn(table, dice) };
};
OWN['table.removeRows'] = (report, _, dice) => {
  const table = ofType(report, 'table', dice);
  const { of, number } = partsOfRow(someRows(table, dice)[0] ?? '');
  return { table: table.id, runs: [{ of, from: number, count: 1 + dice.below(2) }] };
};
OWN['table.markTotals'] = (report, _, dice) => {
  const table = ofType(report, 'table', dice);
  const marks = someRows(table, dice).map((name) => [name, table.totals[name] !== true]);
  return { table: table.id, rows: Object.fromEntries(marks) };
};
OWN['table.replace'] = (report, _, dice) => {
  const table = ofType(report, 'table', dice);
  const known = new Set(someRows(table, dice));
  return {
    table: table.id,
    base: [
      ...[...known].map(partsOfRow).map(({ of, number }) => ({ of, from: number, count: 1 })),
      { of: dice.id(), from: 0, count: 2 },
    ],
    columns: table.columns.map(({ meta, block, layer }) => ({
      key: meta.key,
      set: [],
      from: block,
      block: dice.id(),
      ...(layer !== undefined && { layer }),
    })),
    added: [],
    gone: [],
    typed: Object.fromEntries(table.columns.map(({ meta, typed }) => [meta.key, typed])),
    inserted: table.inserted.map(({ id }) => id),
    totals: {},
    remarks: table.remarks,
  };
};

export const ALL_COMMANDS: readonly CommandName[] = commandSchemas().map(([name]) => name);
const SCHEMAS = new Map(commandSchemas());

/** Arguments for a command on a report, most of them sensible; null where the report has nothing to run it on. */
export function anyArgs(name: CommandName, report: Report, dice: Dice): unknown {
  const pools = poolsOf(report, dice);
  try {
    const own = OWN[name];
    return own ? own(report, pools, dice) : any(SCHEMAS.get(name) as z.ZodType, pools, dice);
  } catch (error) {
    // Two entries that happened to get one name.
    if (error instanceof Refusal) return null;
    if (error instanceof Error && /nothing to choose|no panels/.test(error.message)) return null;
    throw error;
  }
}
