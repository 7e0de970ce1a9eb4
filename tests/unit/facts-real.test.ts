/**
 * Every sentence that is offered of 25 real series, which its maker has read
 * line by line, and every message with an example for translators.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Fact } from '../../src/core/fact/claim.ts';
import { allFactsOf } from '../../src/core/fact/facts.ts';
import { fill, isSpoken, MESSAGES, type MessageId } from '../../src/core/fact/messages.ts';
import { factsOfTable } from '../../src/core/fact/of-table.ts';
import { sayFact } from '../../src/core/fact/say.ts';
import type { Table } from '../../src/core/table/column.ts';
import { understand } from '../../src/core/table/understand.ts';
import type { Language } from '../../src/core/text/language.ts';
import { LOCALES, localeOf } from '../../src/core/text/locale.ts';
import { readDelimited } from '../../src/formats/delimited.ts';
import { faultOf } from './fact-checker.ts';

const folder = new URL('../real/', import.meta.url);
const tables = readdirSync(folder)
  .filter((name) => name.endsWith('.csv'))
  .sort()
  .map((name): { name: string; table: Table } => ({
    name,
    table: understand(readDelimited(readFileSync(new URL(name, folder), 'utf8')), name),
  }));

const seriesIn = (facts: readonly Fact[]) => [...new Set(facts.map(({ series }) => series))];

describe('facts of real series', () => {
  it('are these sentences', async () => {
    const facts = tables.map(({ name, table }) => ({ name, facts: factsOfTable(table, {}) }));
    expect(facts.flatMap((one) => seriesIn(one.facts)).length).toBe(25);
    const english = localeOf('en-GB');
    const text = facts.map((one) => [`# ${one.name}`, ...one.facts.map((fact) => sayFact(fact, english))].join('\n'));
    await expect(`${text.join('\n\n')}\n`).toMatchFileSnapshot('../golden/facts/real-series.txt');
  });

  /** Every fact that can be said of the series, also those that are only said when asked for. */
  const everyFact = () =>
    tables.flatMap(({ table }) =>
      seriesIn(factsOfTable(table, {})).flatMap((series) => allFactsOf(series, { lines: [series] })),
    );

  it('are these sentences where they are spoken, as titles', async () => {
    const said = everyFact().map((fact) => sayFact(fact, localeOf(LOCALES[0]), 'spoken'));
    await expect(`${said.join('\n')}\n`).toMatchFileSnapshot('../golden/facts/real-series-spoken.txt');
  });

  it.each(['de', 'fr', 'es', 'pl', 'fi'])(
    'are these where they are spoken in another language: %s',
    async (language) => {
      const locale = localeOf(LOCALES.find((id) => id.startsWith(language)) ?? 'de-DE');
      const said = everyFact().filter((_, index) => index % 2 === 0);
      expect(said.length).toBeGreaterThanOrEqual(150);
      const text = said.map((fact) => sayFact(fact, locale, 'spoken')).join('\n');
      await expect(`${text}\n`).toMatchFileSnapshot(`../golden/facts/real-series-spoken-${language}.txt`);
    },
  );

  it.each(LOCALES)('hold in %s, also those that are only said when asked for', (id) => {
    const locale = localeOf(id);
    for (const { table } of tables)
      for (const series of seriesIn(factsOfTable(table, {})))
        for (const fact of allFactsOf(series, { lines: [series] }))
          for (const as of ['short', 'spoken'] as const)
            expect(faultOf(fact, { lines: [series] }, locale, as), sayFact(fact, locale, as)).toBeNull();
  });

  it('read like this in the other languages', async () => {
    const others = LOCALES.filter((id) => !id.startsWith('en'));
    const all = tables.flatMap(({ table }) => {
      const facts = factsOfTable(table, {});
      return seriesIn(facts).map((series) => facts.filter((fact) => fact.series === series).slice(0, 4));
    });
    const text = all.map((facts, index) => {
      const id = others[index % others.length] ?? 'de-DE';
      return [`# ${id}`, ...facts.map((fact) => sayFact(fact, localeOf(id)))].join('\n');
    });
    await expect(`${text.join('\n\n')}\n`).toMatchFileSnapshot('../golden/facts/real-series-in-languages.txt');
  });
});

describe('messages', () => {
  const places = (count: number, interval: string) => ({
    name: 'NAME',
    other: 'OTHER',
    value: 'VALUE',
    in: 'IN',
    since: 'SINCE',
    start: 'START',
    inStart: 'IN-START',
    change: 'CHANGE',
    otherChange: 'OTHER-CHANGE',
    of: 'percent',
    height: count === 2 ? 'yes' : 'no',
    share: 'SHARE',
    level: 'LEVEL',
    target: 'TARGET',
    season: 'SEASON',
    list: 'LIST',
    named: count === 2 ? 'few' : 'no',
    which: '',
    from: 'FROM',
    until: 'UNTIL',
    year: '2026',
    across: 'ACROSS',
    span: 'SPAN',
    by: 'BY',
    one: 'ONE',
    ceiling: 'CEILING',
    said: 'SAID',
    when: 'WHEN',
    periods: 'PERIODS',
    inPart: 'IN-PART',
    part: 'yes',
    drawn: count === 2 ? 'yes' : 'no',
    record: count === 2 ? 'yes' : 'no',
    full: 'no',
    listed: 'yes',
    amount: 'some',
    exact: count === 2 ? 'two' : 'other',
    what: count === 2 ? 'range' : 'mean',
    period: interval,
    count,
    place: count,
    before: count + 2,
    after: count + 3,
    panels: count,
    interval,
    n: count,
    edge: count === 2 ? 'yes' : 'no',
    now: count === 2 ? 'yes' : 'no',
    inSince: 'IN-SINCE',
    seasonWords: 'SEASON',
  });
  it.each(['short', 'spoken'] as const)('read like this, for their translators: %s', async (as) => {
    const ids = (Object.keys(MESSAGES.en) as MessageId[]).filter((id) => as === 'short' || isSpoken(id));
    const languages = Object.keys(MESSAGES) as Language[];
    const examples = [
      [2, 'month', 'up'],
      [5, 'week', 'same'],
      [11, 'quarter', 'down'],
    ] as const;
    const example = (id: MessageId, language: Language) =>
      examples
        .slice(0, as === 'short' ? 2 : 3)
        .map(([count, interval, way]) => fill(id, language, { ...places(count, interval), way }, as));
    const text = ids.map((id) =>
      [
        `# ${id}`,
        ...languages.flatMap((language) => [...new Set(example(id, language))].map((said) => `${language}: ${said}`)),
      ].join('\n'),
    );
    const file = as === 'short' ? 'messages.txt' : 'messages-spoken.txt';
    await expect(`${text.join('\n\n')}\n`).toMatchFileSnapshot(`../golden/facts/${file}`);
  });
});
