/** What columns measure, by names as tables in six languages have them; told apart by people, not by the code's own words. */
import { describe, expect, it } from 'vitest';
import type { Column, Table } from '../../src/core/table/column.ts';
import { addsOverParts, addsOverTime, type Measure } from '../../src/core/table/measure/kind.ts';
import { measureOf } from '../../src/core/table/measure/weigh.ts';

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
  ['Order intake and stock'],
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
