/** What is found again of a line that is drawn anew is what would be worked out of it. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asBefore, factsAgain, sayAgain } from '../../src/core/fact/again.ts';
import { allFactsOf, type Beside } from '../../src/core/fact/facts.ts';
import { sayFact } from '../../src/core/fact/say.ts';
import type { FactSeries } from '../../src/core/fact/series.ts';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { columnOf } from '../../src/core/table/column.ts';
import { LOCALES, localeOf } from '../../src/core/text/locale.ts';
import { runs } from '../runs.ts';
import { dates, months, numbers, tableOf } from './tables.ts';

const COUNT = 30;
const line = (id: string, values: readonly (number | null)[]): FactSeries => ({
  id,
  name: id,
  unit: null,
  measure: 'flow',
  fellows: 2,
  values,
  keys: months(2020, 1, values.length),
  ordered: false,
  interval: 'month',
  finished: values.length,
  shown: { from: 0, until: values.length },
  recordsFrom: undefined,
  years: undefined,
  yearStart: 1,
  whole: true,
  decimals: null,
});

/** A change to each field of a line; a field without one does not compile. */
const CHANGES: { readonly [Field in keyof Required<FactSeries>]: (line: FactSeries) => FactSeries[Field] } = {
  id: ({ id }) => `${id}'`,
  name: ({ name }) => `${name} two`,
  unit: ({ unit }) => (unit === null ? 't' : null),
  measure: ({ measure }) => (measure === 'flow' ? 'temperature' : 'flow'),
  fellows: ({ fellows }) => fellows + 1,
  values: ({ values }) => values.map((value, at) => (at === 4 ? (value ?? 0) + 1000 : value)),
  keys: ({ keys }) => keys.map((key) => Number(key) + 365 * 86_400_000),
  ordered: ({ ordered }) => !ordered,
  interval: ({ interval }) => (interval === 'month' ? 'day' : 'month'),
  finished: ({ finished }) => finished - 1,
  shown: ({ shown: { from, until } }) => ({ from: from + 1, until }),
  recordsFrom: ({ recordsFrom }) => (recordsFrom === undefined ? 2020 : undefined),
  years: ({ years }) => (years === undefined ? 'season' : undefined),
  yearStart: ({ yearStart }) => (yearStart % 12) + 1,
  whole: ({ whole }) => !whole,
  decimals: ({ decimals }) => (decimals === null ? 1 : null),
};
const FIELDS = Object.keys(CHANGES) as (keyof FactSeries)[];

const value = fc.option(fc.integer({ min: -50, max: 5000 }), { freq: 9 });
const values = fc.array(value, { minLength: COUNT, maxLength: COUNT });
/** A line with none of the things that anything was ever found of. */
const unseen = (of: FactSeries): FactSeries => structuredClone(of);

describe('a line that is drawn anew', () => {
  it('is the one of before where nothing of it changed, and is itself whichever field did', () => {
    fc.assert(
      fc.property(values, fc.array(fc.constantFrom(...FIELDS), { maxLength: 12 }), (first, fields) => {
        const made = {};
        let now = line('a', first);
        let known = asBefore(made, now);
        for (const field of fields) {
          expect(asBefore(made, unseen(now))).toBe(known);
          now = { ...now, [field]: CHANGES[field](now) };
          known = asBefore(made, unseen(now));
          expect(known).toEqual(now);
        }
      }),
      { numRuns: runs(100) },
    );
  });

  it('has the facts and the sentences that a line never seen has, with whatever stands beside it', () => {
    const beside = fc.record({
      // Few ways each, so that one thing alone is often another than before.
      others: fc.constantFrom([], [1], [1, 2]),
      targets: fc.array(
        fc.record({
          id: fc.constantFrom('t', 'u'),
          name: fc.constantFrom('Target', 'Plan'),
          at: fc.oneof(fc.integer({ min: 0, max: 3000 }), fc.array(value, { minLength: COUNT, maxLength: COUNT })),
        }),
        { maxLength: 2 },
      ),
      since: fc.constantFrom(undefined, undefined, ...months(2020, 6, 2)),
    });
    fc.assert(
      fc.property(fc.tuple(values, values, values), fc.array(beside, { minLength: 1, maxLength: 12 }), (all, asked) => {
        const lines = all.map((one, at) => asBefore({}, line(`line ${at}`, one)));
        const [own] = lines as [FactSeries];
        for (const { others, targets, since } of asked) {
          const with_ = (list: readonly FactSeries[]): Beside => ({
            lines: [0, ...others].flatMap((at) => list[at] ?? []),
            targets,
            since,
          });
          const fresh = lines.map(unseen);
          const expected = allFactsOf(fresh[0] as FactSeries, with_(fresh));
          const found = factsAgain(own, with_(lines));
          for (const id of LOCALES)
            for (const as of ['short', 'spoken'] as const)
              expect(found.map((fact) => sayAgain(fact, localeOf(id), as))).toEqual(
                expected.map((fact) => sayFact(fact, localeOf(id), as)),
              );
        }
      }),
      { numRuns: runs(60) },
    );
  });

  it('says in a file what a figure of the same numbers that was never drawn says, after each cell that changes', () => {
    const cell = fc.record({ row: fc.nat(COUNT - 1), column: fc.constantFrom('a', 'b'), to: value });
    fc.assert(
      fc.property(values, values, fc.array(cell, { minLength: 1, maxLength: 4 }), (a, b, cells) => {
        let table = tableOf([dates(months(2020, 1, COUNT), 'month'), numbers('a', a), numbers('b', b)]);
        const spec = draftFigure(table, { id: 'f', tableId: 't', style: DEFAULT_STYLE });
        const drawn = (of: typeof table) => toSvg(drawFigure(spec, of, DEFAULT_STYLE, localeOf('en-GB')).scene);
        for (const { row, column, to } of cells) {
          drawn(table);
          const kept = columnOf(table, column);
          table = {
            ...table,
            columns: table.columns.map((one) =>
              one === kept
                ? ({ ...one, cells: one.cells.map((was, at) => (at === row ? to : was)) } as typeof one)
                : one,
            ),
          };
          expect(drawn(table)).toBe(drawn(structuredClone(table)));
        }
      }),
      { numRuns: runs(40) },
    );
  });
});
