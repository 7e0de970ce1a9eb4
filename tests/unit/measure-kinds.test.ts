/** What columns measure, by names as tables in six languages have them; told apart by people, not by the code's own words. */
import { describe, expect, it } from 'vitest';
import { allFactsOf } from '../../src/core/fact/facts.ts';
import { factsOfTable } from '../../src/core/fact/of-table.ts';
import { sayFact } from '../../src/core/fact/say.ts';
import { placedRows, seriesOf } from '../../src/core/fact/series.ts';
import { withCalculations } from '../../src/core/table/calc/calculate.ts';
import type { Rule } from '../../src/core/table/calc/calculation.ts';
import type { Column, Table } from '../../src/core/table/column.ts';
import { addsOverParts, addsOverTime, type Measure } from '../../src/core/table/measure/kind.ts';
import { measureOf } from '../../src/core/table/measure/weigh.ts';
import { matchColumns, takeNewer } from '../../src/core/table/newer.ts';
import { rereadColumn } from '../../src/core/table/retype.ts';
import { applyStep } from '../../src/core/table/shape/shape.ts';
import { LOCALES, type LocaleId, localeOf } from '../../src/core/text/locale.ts';

const MONTHS = Array.from({ length: 18 }, (_, month) => Date.UTC(2023, month, 1));
const COURSE = [512, 498, 530, 541, 560, 588, 610, 604, 577, 549, 520, 507, 515, 503, 534, 546, 566, 593];

const dated = (...columns: Column[]): Table => ({
  title: 'Table 1',
  rows: MONTHS.length,
  columns: [{ key: 'month', title: 'Month', kind: 'date', interval: 'month', cells: MONTHS }, ...columns],
  totals: [],
  remarks: [],
});
const numbers = (title: string, unit: string | null, cells: readonly (number | null)[] = COURSE): Column => ({
  key: title,
  title,
  kind: 'number',
  unit,
  whole: cells.every((cell) => cell === null || Number.isInteger(cell)),
  total: false,
  cells,
});
/** Beside a column that measures something else, so that the table's title says nothing of it. */
const measured = (title = '', unit: string | null = null): Measure | null => {
  const column = numbers(title, unit);
  return measureOf(dated(column, numbers('Other', 'things')), column);
};

/** What grows with the length of the period over which it is counted. */
const FLOWS: readonly (readonly [string, string?])[] = [
  ['Passengers'],
  ['Passengers (thousands)'],
  ['Number of visitors'],
  ['Total sales', 'EUR'],
  ['net_revenue_eur', 'EUR'],
  ['Births'],
  ['Deaths'],
  ['Road accidents'],
  ['Overnight stays'],
  ['Rainfall', 'mm'],
  ['Freight', 't'],
  ['Electricity generation', 'GWh'],
  ['New subscribers'],
  ['New customers'],
  ['Cancelled sailings'],
  ['Load', 't'],
  ['CO2 emissions', 'kt'],
  ['Umsatz', '€'],
  ['Fahrgäste'],
  ['Anzahl Besucher'],
  ['Geburten'],
  ['Sterbefälle'],
  ['Stromverbrauch', 'MWh'],
  ['Übernachtungen'],
  ['Verkehrsunfälle'],
  ['Betriebskosten'],
  ['Neue Mitglieder'],
  ['Niederschlag', 'mm'],
  ['Voyageurs'],
  ['Ventes'],
  ['Naissances'],
  ["Chiffre d'affaires"],
  ['Nuitées'],
  ['Importations'],
  ['Dépenses'],
  ['Pasajeros'],
  ['Ventas'],
  ['Nacimientos'],
  ['Exportaciones'],
  ['Gastos'],
  ['Pernoctaciones'],
  ['Sprzedaż'],
  ['Pasażerowie'],
  ['Liczba pasażerów'],
  ['Urodzenia'],
  ['Zgony'],
  ['Noclegi'],
  ['Wydatki'],
  ['Myynti'],
  ['Matkustajat'],
  ['Syntyneet'],
  ['Kuolleet'],
  ['Sähkönkulutus', 'GWh'],
  ['Yöpymiset'],
  ['Liikevaihto'],
];

/** What is there at a moment: its parts add up, its periods do not. */
const STOCKS: readonly (readonly [string, string?])[] = [
  ['Employees'],
  ['Population'],
  ['Subscribers'],
  ['Hospital beds'],
  ['Government debt', 'EUR bn'],
  ['Housing stock'],
  ['Open orders'],
  ['Active users'],
  ['Active cases'],
  ['Registered unemployed'],
  ['Staff on duty (headcount)'],
  ['Inventory', 't'],
  ['Installed capacity', 'MW'],
  ['Einwohner'],
  ['Beschäftigte'],
  ['Mitarbeiter'],
  ['Lagerbestand'],
  ['Auftragsbestand'],
  ['Staatsschulden'],
  ['Krankenhausbetten'],
  ['Abonnenten'],
  ['Habitants'],
  ['Effectifs'],
  ['Abonnés'],
  ['Dette publique'],
  ['Empleados'],
  ['Población'],
  ['Camas'],
  ['Deuda pública'],
  ['Suscriptores'],
  ['Ludność'],
  ['Pracownicy'],
  ['Zapasy'],
  ['Abonenci'],
  ['Väestö'],
  ['Työntekijät'],
  ['Tilaajat'],
  ['Varastot'],
  ['Sairaalan vuodepaikat'],
];

/** What can never be added up, be it over periods or over parts. */
const NEVER: readonly (readonly [string, string?])[] = [
  ['Price index', '2015=100'],
  ['Consumer prices', '2015=100'],
  ['On time', '%'],
  ['Load factor'],
  ['Sound level', 'dB'],
  ['Noise', 'dB(A)'],
  ['Average age'],
  ['Median income', 'EUR'],
  ['Air pressure', 'hPa'],
  ['Gross salary', 'EUR'],
  ['Monthly rent', 'EUR'],
  ['Rents'],
  ['Cumulative cases'],
  ['Passengers to date'],
  ['Water level', 'cm'],
  ['Temperature', '°C'],
  ['Wind speed', 'km/h'],
  ['Fuel price', 'EUR per litre'],
  ['Passengers per sailing'],
  ['Emissions per passenger', 'kg'],
  ['Rank'],
  ['Interest rate'],
  ['Unemployment rate'],
  ['Life expectancy', 'years'],
  ['Satisfaction score'],
  ['Waiting time', 'min'],
  ['Arbeitslosenquote'],
  ['Durchschnittsalter'],
  ['Strompreis', 'ct/kWh'],
  ['Wasserstand', 'cm'],
  ['Luftdruck'],
  ['Verbraucherpreisindex'],
  ['Bruttolohn', '€'],
  ['Kaltmiete', '€'],
  ['Kumulierte Fälle'],
  ['Auslastung'],
  ['Marktanteil'],
  ['Taux de chômage'],
  ['Prix du gaz'],
  ['Âge moyen'],
  ['Température moyenne'],
  ['Loyer moyen'],
  ['Cas cumulés'],
  ['Salaire brut'],
  ['Indice des prix'],
  ['Tasa de paro'],
  ['Precio medio'],
  ['Edad media'],
  ['Casos acumulados'],
  ['Salario medio'],
  ['Índice de precios'],
  ['Stopa bezrobocia'],
  ['Cena energii'],
  ['Średni wiek'],
  ['Temperatura powietrza'],
  ['Wynagrodzenie brutto'],
  ['Przypadki skumulowane'],
  ['Työttömyysaste'],
  ['Sähkön hinta'],
  ['Keski-ikä'],
  ['Lämpötila'],
  ['Kuluttajahintaindeksi'],
  ['Vuokra'],
  ['Markkinaosuus'],
];

/** What could be anything. */
const UNCLEAR: readonly (readonly [string, string?])[] = [
  ['Value'],
  ['Amount', 'EUR'],
  ['Gross domestic product', 'EUR bn'],
  ['Bruttoinlandsprodukt', 'Mrd. €'],
  ['PIB'],
  ['PKB'],
  ['BKT'],
  ['Cases'],
  ['Customers'],
  ['Kunden'],
  ['Clients'],
  ['Hours'],
  ['New York'],
  ['Nova Scotia'],
  ['Neue Mitte'],
  ['North'],
  ['Südamerika'],
  ['Product A'],
  ['Employee departures and employees'],
  ['Orders and stock'],
  ['X1'],
];

describe('what a column measures', () => {
  it.each(FLOWS)('adds up over time: %s (%s)', (title, unit) => {
    expect(measured(title, unit)).toBe('flow');
  });
  it.each(STOCKS)('adds up over parts alone: %s (%s)', (title, unit) => {
    expect(measured(title, unit)).toBe('stock');
  });
  it.each(NEVER)('never adds up: %s (%s)', (title, unit) => {
    const measure = measured(title, unit);
    expect([measure !== null, addsOverTime(measure), addsOverParts(measure)]).toEqual([true, false, false]);
  });
  it.each(UNCLEAR)('is unclear: %s (%s)', (title, unit) => {
    expect(addsOverTime(measured(title, unit))).toBe(false);
  });
  it('says so much of so many names', () => {
    expect(FLOWS.length + STOCKS.length + NEVER.length + UNCLEAR.length).toBeGreaterThan(120);
  });
});

/** Kinds of what is said of a column of a name beside three others of the same measure. */
const kindsOf = (title = '', unit: string | null = null): Set<string> => {
  const lines = [1, 0.7, 0.5, 0.2].map((share, at) => ({
    ...numbers(
      at === 0 ? title : `${title} ${'ABC'[at - 1]}`,
      unit,
      COURSE.map((value) => Math.round(value * share)),
    ),
    key: `line-${at}`,
  }));
  const table = dated(...lines);
  const [months] = table.columns;
  if (!months) throw new Error('no months');
  const placed = placedRows(table, months);
  const all = lines.flatMap((line) => seriesOf(table, line, months, placed) ?? []);
  return new Set(
    all
      .slice(0, 1)
      .flatMap((one) => allFactsOf(one, { lines: all }))
      .map(({ claim }) => claim.kind),
  );
};

describe('what is said', () => {
  it.each(FLOWS.filter(([title]) => !/^(?:neue|new|total)/i.test(title)))(
    'is also what it comes to: %s (%s)',
    (title, unit) => {
      const kinds = kindsOf(title, unit);
      expect([kinds.has('total'), kinds.has('year to date'), kinds.has('share')]).toEqual([true, true, true]);
    },
  );
  it.each(STOCKS)('is a share, and no sum over time: %s (%s)', (title, unit) => {
    const kinds = kindsOf(title, unit);
    expect([kinds.has('total'), kinds.has('year to date'), kinds.has('share')]).toEqual([false, false, true]);
  });
  it.each([...NEVER, ...UNCLEAR])('is no sum at all: %s (%s)', (title, unit) => {
    const kinds = kindsOf(title, unit);
    expect([kinds.has('total'), kinds.has('year to date'), kinds.has('share')]).toEqual([false, false, false]);
  });
});

describe('what else is weighed', () => {
  it('a count that never falls within years is a running total as likely', () => {
    const rising = COURSE.map((_, at) => 100 + at * at);
    const column = numbers('Deaths', null, rising);
    expect(measureOf(dated(column), column)).toBeNull();
    // Once it falls, or counts whole years, it is what it is called.
    const falling = numbers('Deaths', null, [...rising.slice(0, -1), 5]);
    expect(measureOf(dated(falling), falling)).toBe('flow');
    const yearly = {
      ...dated(column),
      columns: dated(column).columns.map((one) => ({ ...one, interval: 'year' }) as Column),
    };
    expect(measureOf(yearly, column)).toBe('flow');
  });
  it('numbers that are years are years where the title says so, and amounts where it counts something', () => {
    const names = ['Ness', 'Kelda', 'Sound', 'Harbour'];
    const table = (title: string, cells: readonly number[], unit: string | null = null): Table => {
      const text: Column = { key: 'pier', title: 'Pier', kind: 'text', ordered: false, cells: names };
      return { title: 'Piers', rows: 4, columns: [text, numbers(title, unit, cells)], totals: [], remarks: [] };
    };
    const of = (made: Table) => measureOf(made, made.columns[1] as Column);
    const YEARS = [1820, 1875, 1910, 1820];
    for (const title of [
      'Built',
      'Year built',
      'founded',
      'Baujahr',
      'Gegründet',
      'Année',
      'Año',
      'Rok',
      'Vuosi',
      'Bouwjaar',
    ])
      expect([title, of(table(title, YEARS))]).toEqual([title, 'year']);
    expect(of(table('Homes built', YEARS))).not.toBe('year');
    expect(of(table('Built', [12, 1875, 1910, 1820]))).not.toBe('year');
    expect(of(table('Built', YEARS, 'EUR'))).not.toBe('year');
    expect(of(table('Built', [1820.5, 1875, 1910, 1820]))).not.toBe('year');
    // A year is written as one, is no amount that changes by per cent, and names have no last one among them.
    const said = (id: LocaleId) => {
      const made = table('Built', YEARS);
      const [across, column] = made.columns as [Column, Column];
      const series = seriesOf(made, column, across, placedRows(made, across));
      return (series ? allFactsOf(series) : []).map((fact) => sayFact(fact, localeOf(id)));
    };
    expect(said('en-GB').sort()).toEqual([
      'Built: highest (Sound), at 1910',
      'Built: lowest twice, at 1820 (Ness, Harbour)',
    ]);
    expect(said('de-DE').join()).toContain('bei 1820 (Ness, Harbour)');
    for (const id of LOCALES) for (const text of said(id)) expect(text).not.toMatch(/1[.,\s\u00a0\u202f]\d{3}|%/);
  });

  it('an index is said without what it is held against', () => {
    for (const unit of ['2015=100', '2015 = 100', 'index', 'Indeks']) {
      const table = dated(numbers('Consumer prices', unit));
      for (const { series, claim } of factsOfTable(table, {}).slice(0, 3))
        expect(sayFact({ series, claim, points: [], weight: 1 }, localeOf('en-GB'))).not.toContain(unit);
    }
  });

  it('a total row that sums its periods says that they add up; one that does not says nothing', () => {
    const withTotal = (total: number): [Table, Column] => {
      const column = numbers('Alpha', null, [...COURSE, total]);
      const table = dated(column, numbers('Load factor', '%', [...COURSE, 0]));
      const months = { ...(table.columns[0] as Column), cells: [...MONTHS, null] };
      return [{ ...table, rows: 19, columns: [months, ...table.columns.slice(1)], totals: [18] }, column];
    };
    const sum = COURSE.reduce((all, value) => all + value, 0);
    expect(measureOf(...withTotal(sum))).toBe('flow');
    expect(measureOf(...withTotal(Math.round(sum / 18)))).toBeNull();
  });
  it('a table says what its columns measure where they are only names', () => {
    const named = (title: string, ...lines: Column[]) => {
      const table = { ...dated(...lines), title };
      return lines.map((line) => measureOf(table, line));
    };
    const north = numbers('North', null);
    const south = numbers(
      'South',
      null,
      COURSE.map((value) => value - 100),
    );
    expect(named('Passengers by region', north, south)).toEqual(['flow', 'flow']);
    expect(named('Employees by region', north, south)).toEqual(['stock', 'stock']);
    expect(named('Umsatz nach Region', north, south)).toEqual(['flow', 'flow']);
    // Not where another column speaks for itself, or where units differ.
    expect(named('Passengers', north, numbers('Load factor', '%'))[0]).toBeNull();
    expect(named('Passengers', north, numbers('South', 'min'))[0]).toBeNull();
    const total = {
      ...numbers(
        'Total visitors',
        null,
        COURSE.map((value) => 2 * value - 100),
      ),
      total: true,
    };
    expect(named('Sheet', north, south, total).slice(0, 2)).toEqual(['flow', 'flow']);
  });
  it('what was said by hand stands, and is kept by what is made of it', () => {
    const column: Column = { ...numbers('Alpha', null), kind: 'number', measure: 'flow' } as Column;
    const table = dated(column, numbers('Passengers', null));
    expect(measureOf(table, column)).toBe('flow');
    const said = { ...column, measure: 'unclear' } as Column;
    expect(measureOf(dated({ ...said, title: 'Passengers' } as Column), said)).toBeNull();
    // Read anew with another decimal mark, or replaced by a newer extract, it is still what was said.
    expect(rereadColumn(column, { as: 'number', decimal: ',' })).toMatchObject({ measure: 'flow' });
    const matches = matchColumns(table.columns, table.columns);
    const newer = takeNewer(table, table, { matches, keepColumns: new Set(), keepRows: false }).table;
    expect(newer.columns[1]).toMatchObject({ key: 'Alpha', measure: 'flow' });
    const years = applyStep(table, { kind: 'years', column: 'Alpha', yearStart: 1 });
    for (const year of years.columns.slice(1)) expect(measureOf(years, year)).toBe('flow');
    const quarters = (by: 'sum' | 'mean' | 'last') => {
      const made = applyStep(table, {
        kind: 'aggregate',
        to: 'quarter',
        yearStart: 1,
        measures: [{ column: 'Alpha', by }],
        lacking: 'missing',
      });
      return measureOf(made, made.columns[1] as Column);
    };
    // The mean of a month's passengers over a quarter is no quarter's passengers.
    expect([quarters('sum'), quarters('mean'), quarters('last')]).toEqual(['flow', 'rate', 'level']);
  });
  it('what is calculated measures what its rule makes of it', () => {
    const table = dated(numbers('Passengers', null), numbers('Load factor', '%'), numbers('Visitors', null));
    const of = (rule: Rule) => {
      const calculation = { key: 'made', title: 'Passengers', rule };
      const made = withCalculations(table, [calculation]);
      return measureOf(made, made.columns.at(-1) as Column);
    };
    const [column, from] = ['Passengers', 'Visitors'];
    expect(of({ kind: 'cumulative', column, yearStart: 1 })).toBe('running total');
    expect(of({ kind: 'share', column, of: 'all rows' })).toBe('rate');
    expect(of({ kind: 'index', column, base: null })).toBe('index');
    expect(of({ kind: 'change', column, on: 'year', as: 'percent' })).toBe('rate');
    expect(of({ kind: 'rolling mean', column, periods: 3, place: 'trailing' })).toBe('rate');
    expect(of({ kind: 'difference', column, from })).toBe('flow');
    expect(of({ kind: 'difference', column, from: 'Load factor' })).toBeNull();
    expect(of({ kind: 'year earlier', column })).toBe('flow');
    expect(of({ kind: 'arithmetic', left: { column }, sign: '÷', right: { column: from } })).toBe('rate');
    expect(of({ kind: 'arithmetic', left: { column }, sign: '×', right: { number: 2 } })).toBe('flow');
    expect(of({ kind: 'arithmetic', left: { column }, sign: '+', right: { column: from } })).toBe('flow');
    expect(of({ kind: 'arithmetic', left: { column }, sign: '+', right: { number: 10 } })).toBe('level');
    expect(of({ kind: 'arithmetic', left: { number: 1 }, sign: '÷', right: { column } })).toBe('rate');
    expect(of({ kind: 'arithmetic', left: { column }, sign: '×', right: { column: from } })).toBeNull();
  });
});

describe('shares', () => {
  const lines = (values: readonly (readonly number[])[], titles: readonly string[]) =>
    dated(...values.map((cells, at) => numbers(titles[at] ?? '', 'passengers', cells)));
  const shares = (table: Table, drawn?: string[]) =>
    factsOfTable(table, drawn ? { lines: drawn } : {}).filter(({ claim }) => claim.kind === 'share').length;
  const [a, b, c] = [COURSE, COURSE.map((value) => value - 200), COURSE.map((value) => value * 0.3)].map((cells) =>
    cells.map(Math.round),
  ) as [number[], number[], number[]];
  it('are of parts of one whole: none is (nearly) the sum of the others, or called a total, and none is left out', () => {
    expect(shares(lines([a, b, c], ['North', 'South', 'West']))).toBe(3);
    const all = a.map((value, at) => value + (b[at] ?? 0) + (c[at] ?? 0));
    expect(shares(lines([a, b, c, all], ['North', 'South', 'West', 'Island']))).toBe(0);
    expect(shares(lines([a, b, c, all.map((value) => value + 4)], ['North', 'South', 'West', 'Island']))).toBe(0);
    expect(shares(lines([a, b, c], ['North', 'South', 'Total']), ['North', 'South', 'Total'])).toBe(0);
    expect(shares(lines([a, b, c], ['North', 'South', 'West']), ['North', 'South'])).toBe(0);
    // A part may be half of the whole once.
    const half = b.map((value, at) => (at === b.length - 1 ? value + (c[at] ?? 0) : value + 3 * (c[at] ?? 0)));
    expect(shares(lines([half, b, c], ['North', 'South', 'West']))).toBe(3);
  });
});
