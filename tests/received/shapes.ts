/**
 * Small tables as offices, ledgers, sensors and colleagues send them, made up
 * for the ferry operator: each with what must be understood of its columns.
 * Dates are told as ISO 8601 text, unread and missing values as null.
 */

/** What a column must be: its kind, with an interval, a unit, or an order; and some of its values from the first on. */
export interface Wanted {
  kind: 'date' | 'number' | 'text';
  title?: string;
  interval?: string;
  unit?: string;
  ordered?: boolean;
  values?: readonly (string | number | null)[];
}

export interface Case {
  name: string;
  text: string;
  /** wanted columns by their place */
  columns: Readonly<Record<number, Wanted>>;
  /** words of a remark that must be there */
  remark?: RegExp;
  /** count of rows */
  rows?: number;
  /** it must be refused with these words */
  refused?: RegExp;
  /** something must be asked */
  asks?: boolean;
  /** what the first answer to that says, and what some other reading says */
  likeliest?: RegExp;
  offers?: RegExp;
  title?: string;
}

export const date = (interval: string, ...values: (string | null)[]): Wanted => ({ kind: 'date', interval, values });
export const number = (...values: (number | null)[]): Wanted => ({ kind: 'number', values });
export const inUnit = (unit: string, ...values: (number | null)[]): Wanted => ({ kind: 'number', unit, values });
export const text = (...values: (string | null)[]): Wanted => ({ kind: 'text', values });

const AMOUNTS = [1204, 1187, 1250, 1301, 1266, 1190, 1175, 1222, 1249, 1310, 1288, 1195];
/** A table of one period a row beside passengers. */
const by = (title: string, periods: readonly string[], mark = ','): string =>
  [`${title}${mark}Passengers`, ...periods.map((period, row) => `${period}${mark}${AMOUNTS[row % 12]}`)].join('\n');
const one = (title: string, values: readonly string[], mark = ';'): string =>
  [`Route${mark}${title}`, ...values.map((value, row) => `${ROUTES[row % ROUTES.length]}${mark}${value}`)].join('\n');
const ROUTES = ['Outer isles', 'Kelda', 'Ness', 'Harbour shuttle', 'Sound crossing', 'Night freight'];

const times = <T>(count: number, make: (index: number) => T): T[] => Array.from({ length: count }, (_, at) => make(at));
const two = (value: number) => String(value).padStart(2, '0');
const monthly = (write: (year: number, month: number) => string, count = 14) =>
  times(count, (at) => write(2022 + Math.floor(at / 12), (at % 12) + 1));
const quarterly = (write: (year: number, quarter: number) => string, count = 6) =>
  times(count, (at) => write(2021 + Math.floor(at / 4), (at % 4) + 1));
const yearly = (write: (year: number) => string, count = 6) => times(count, (at) => write(2016 + at));

const MONTHS = date('month', '2022-01-01', '2022-02-01', '2022-03-01');
const QUARTERS = date('quarter', '2021-01-01', '2021-04-01', '2021-07-01');
const HALVES = date('half-year', '2021-01-01', '2021-07-01', '2022-01-01');
const YEARS = date('year', '2016-01-01', '2017-01-01');

const names = (list: string) => list.split(' ');
const ENGLISH = names('January February March April May June July August September October November December');
const GERMAN = names('Januar Februar März April Mai Juni Juli August September Oktober November Dezember');
const FRENCH = names('janvier février mars avril mai juin juillet août septembre octobre novembre décembre');
const SPANISH = names('enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre diciembre');
const POLISH = names(
  'stycznia lutego marca kwietnia maja czerwca lipca sierpnia września października listopada grudnia',
);
const LOCATIVE = names(
  'styczniu lutym marcu kwietniu maju czerwcu lipcu sierpniu wrześniu październiku listopadzie grudniu',
);
const FINNISH = names('tammi helmi maalis huhti touko kesä heinä elo syys loka marras joulu');

/** Ways of writing months, each with the name of its file. */
const MONTH_WAYS: [string, string, (year: number, month: number) => string][] = [
  ['month-code', 'TIME_PERIOD', (y, m) => `${y}M${two(m)}`],
  ['month-code-dashed', 'period', (y, m) => `${y}-M${two(m)}`],
  ['month-compact', 'Month', (y, m) => `${y}${two(m)}`],
  ['month-compact-untitled', 'x', (y, m) => `${y}${two(m)}`],
  ['month-slash-year', 'Month', (y, m) => `${two(m)}/${y}`],
  ['month-dash-year', 'Month', (y, m) => `${two(m)}-${y}`],
  ['month-dot-year', 'Monat', (y, m) => `${two(m)}.${y}`],
  ['year-dot-month', 'Month', (y, m) => `${y}.${two(m)}`],
  ['year-name', 'Period', (y, m) => `${y} ${ENGLISH[m - 1]?.slice(0, 3).toUpperCase()}`],
  ['name-short-year', 'Period', (y, m) => `${ENGLISH[m - 1]?.slice(0, 3)}-${two(y % 100)}`],
  ['name-apostrophe', 'Period', (y, m) => `${ENGLISH[m - 1]?.slice(0, 3)} ’${two(y % 100)}`],
  ['german-in', 'Zeitraum', (y, m) => `im ${GERMAN[m - 1]} ${y}`],
  ['german-short', 'Monat', (y, m) => `${GERMAN[m - 1]?.slice(0, 3)}. ${y}`],
  ['french-in', 'Période', (y, m) => `en ${FRENCH[m - 1]} ${y}`],
  ['french-plain', 'Mois', (y, m) => `${FRENCH[m - 1]} ${y}`],
  ['spanish-de', 'Mes', (y, m) => `${SPANISH[m - 1]} de ${y}`],
  ['polish-genitive', 'Okres', (y, m) => `${POLISH[m - 1]} ${y}`],
  ['polish-in', 'Okres', (y, m) => `w ${LOCATIVE[m - 1]} ${y}`],
  ['finnish-in', 'Kuukausi', (y, m) => `${FINNISH[m - 1]}kuussa ${y}`],
  ['finnish-of', 'Kuukausi', (y, m) => `${FINNISH[m - 1]}kuun ${y}`],
  ['month-first-days', 'Date', (y, m) => `${y}-${two(m)}-01`],
  ['month-stamps', 'time', (y, m) => `${y}-${two(m)}-01T00:00:00Z`],
  ['month-stamps-offset', 'time', (y, m) => `${y}-${two(m)}-01T00:00:00+01:00`],
];

const QUARTER_WAYS: [string, (year: number, quarter: number) => string][] = [
  ['2021Q1', (y, q) => `${y}Q${q}`],
  ['2021-Q1', (y, q) => `${y}-Q${q}`],
  ['2021K1', (y, q) => `${y}K${q}`],
  ['2021T1', (y, q) => `${y}T${q}`],
  ['Q1-2021', (y, q) => `Q${q} ${y}`],
  ['Q1-slash', (y, q) => `Q${q}/${y}`],
  ['1Q21', (y, q) => `${q}Q${y % 100}`],
  ['1st-quarter', (y, q) => `${['1st', '2nd', '3rd', '4th'][q - 1]} quarter ${y}`],
  ['1-Quartal', (y, q) => `${q}. Quartal ${y}`],
  ['I-kwartal', (y, q) => `${['I', 'II', 'III', 'IV'][q - 1]} kwartał ${y}`],
  ['trimestre', (y, q) => `${q === 1 ? '1er' : `${q}e`} trimestre ${y}`],
  ['quarter-word', (y, q) => `Quarter ${q} ${y}`],
];

const HALF_WAYS: [string, (year: number, half: number) => string][] = [
  ['H1-2021', (y, h) => `H${h} ${y}`],
  ['2021H1', (y, h) => `${y}H${h}`],
  ['2021-S1', (y, h) => `${y}-S${h}`],
  ['1-Halbjahr', (y, h) => `${h}. Halbjahr ${y}`],
];

const YEAR_WAYS: [string, string, (year: number) => string][] = [
  ['season', 'Season', (y) => `${y}/${two((y + 1) % 100)}`],
  ['season-untitled', 'x', (y) => `${y}/${two((y + 1) % 100)}`],
  ['season-dashed', 'School year', (y) => `${y}-${two((y + 1) % 100)}`],
  ['season-long', 'Year', (y) => `${y}/${y + 1}`],
  ['fiscal', 'Period', (y) => `FY${y}/${two((y + 1) % 100)}`],
  ['fiscal-short', 'Period', (y) => `FY${y % 100}`],
  ['year-untitled', 'x', (y) => `${y}`],
  ['year-as-decimal', 'Year', (y) => `${y}.0`],
];

const stamps = (count: number, minutes: number, write: (at: Date) => string) =>
  times(count, (index) => write(new Date(Date.UTC(2023, 2, 1) + index * minutes * 60_000)));
const isoMinute = (at: Date) => at.toISOString().slice(0, 16).replace('T', ' ');

/** Numbers that look like something else, and stay numbers. */
const NUMBERS: [string, string, string[], Wanted][] = [
  ['one-decimal', 'Load', ['1250.5', '1840.4', '2001.7', '1999.9', '1875.1', '2010.3'], number(1250.5, 1840.4)],
  ['pressure', 'Pressure', ['1016.6', '1013.2', '1009.8', '1011.0', '1012.4'], number(1016.6, 1013.2)],
  ['two-decimals', 'Rate', ['2001.01', '2013.12', '1998.07', '2044.03', '2019.11'], number(2001.01, 2013.12)],
  ['exponents', 'Leak', ['1.5E+06', '2.25E+06', '9.1E+05', '1.1e6', '7e5'], number(1_500_000, 2_250_000)],
  ['small-exponents', 'Share', ['9.15e-7', '1.2e-6', '8.8e-7', '2e-6'], number(9.15e-7, 1.2e-6)],
  ['lakhs', 'Fares', ['12,34,567', '9,87,654', '1,02,345', '11,11,111'], number(1_234_567, 987_654)],
  ['metres', 'Length', ['12 m', '45 m', '101 m', '8 m'], inUnit('m', 12, 45)],
  ['kelvin', 'Engine', ['273 K', '291 K', '305 K', '288 K'], inUnit('K', 273, 291)],
  ['kilograms', 'Freight', ['1,234 kg', '987 kg', '2,001 kg', '1,875 kg'], inUnit('kg', 1234, 987)],
  ['speed', 'Speed', ['12.5 km/h', '14 km/h', '9.75 km/h', '11 km/h'], inUnit('km/h', 12.5, 14)],
  ['kroner', 'Fares', ['1 234 kr', '987 kr', '2 001 kr', '12 450 kr'], inUnit('kr', 1234, 987)],
  ['roubles', 'Fares', ['₽1200', '₽987', '₽2001', '₽450'], inUnit('₽', 1200, 987)],
  ['zloty', 'Fares', ['12,50 zł', '9,99 zł', '101,00 zł', '8,75 zł'], inUnit('zł', 12.5, 9.99)],
  ['flags', 'Load', ['12.5 p', '13.1', '12.9', '13.4', '12.2 e'], number(12.5, 13.1, 12.9, 13.4, 12.2)],
  ['stars', 'Load', ['1190*', '1204', '1187', '1250*', '1301'], number(1190, 1204)],
  ['raised', 'Load', ['1190¹', '1204', '1187²', '1250', '1301'], number(1190, 1204, 1187)],
  ['bracketed-flags', 'Load', ['1190 (e)', '1204', '1187', '1250 (p)', '1301'], number(1190, 1204)],
  ['credits', 'Amount', ['120.50 CR', '99.00 DR', '12.00 DR', '1,000.00 CR'], number(-120.5, 99, 12, -1000)],
  ['magnitudes', 'Fares', ['1.2k', '3.4M', '950k', '1.1M'], number(1200, 3_400_000, 950_000, 1_100_000)],
  ['dollar-magnitudes', 'Fares', ['$12k', '$15k', '$9k', '$101k'], inUnit('$', 12_000, 15_000)],
  ['errors', 'Load', ['12.5', '#DIV/0!', '13.1', '12.9', '11.8', '12.1'], number(12.5, null, 13.1)],
  ['shops', 'Shop', ['1501', '1507', '1520', '1533', '1548', '1560'], number(1501, 1507)],
  ['long-ids', 'Id', ['1500000001', '1500000002', '1500000003', '1500000004'], number(1_500_000_001, 1_500_000_002)],
  ['running-days', 'Days run', ['36500', '36890', '41234', '41300'], number(36_500, 36_890)],
  ['rate-of-the-month', 'Rate of the month', ['1.2023', '1.1987', '1.2034', '1.2001'], number(1.2023, 1.1987)],
  ['exchange-rates', 'Rate', ['1.2023', '1.1987', '1.2034', '1.2001'], number(1.2023, 1.1987)],
  ['ragged-minus', 'Change', ['12', '-3', '4-', '(5)', '−7'], number(12, -3, -4, -5, -7)],
];

/** Texts that look like dates or numbers, and stay texts. */
const TEXTS: [string, string, string[], Wanted][] = [
  ['account-codes', 'Account', ['1200-11', '1200-12', '4500-3', '4510-1', '4999-2'], text('1200-11', '1200-12')],
  ['berths', 'Berth', ['T2 3000', 'T2 3001', 'T1 2990', 'T4 4100'], text('T2 3000', 'T2 3001')],
  ['postcodes', 'Code', ['01234', '04103', '10115', '00999'], text('01234', '04103')],
  ['ordinals', 'Place', ['A1', 'B2', 'C3', 'D4'], text('A1', 'B2')],
  ['days-of-month', 'Day', ['May 10', 'May 11', 'May 12', 'May 13', 'May 14'], text('May 10', 'May 11')],
  ['streets', 'Office', ['12 Quay Lane', '3 Pier Road', '7 Ness Street', '1 Sound Way'], text('12 Quay Lane')],
  ['product-codes', 'Product', ['12E4', '13E5', '9E2', '11E7', '2E2'], text('12E4', '13E5')],
  ['places', 'Place', ['4th', '5th', '6th', '7th', '8th'], text('4th', '5th')],
  ['age-bands', 'Age', ['10-14', '15-19', '20-24', '25-29', '30-34'], text('10-14', '15-19')],
  ['cabins', 'Cabin', ['3F', '4A', '5B', '6C', '7D'], text('3F', '4A')],
  ['mixed-units', 'Cargo', ['12 kg', '300 g', '2 kg', '450 g', '1 kg', '90 g'], text('12 kg', '300 g')],
];

export const CASES: readonly Case[] = [
  ...MONTH_WAYS.map(
    ([name, title, write]): Case => ({
      name: `months-${name}`,
      text: by(title, monthly(write)),
      columns: { 0: MONTHS, 1: number(1204, 1187) },
    }),
  ),
  ...QUARTER_WAYS.map(
    ([name, write]): Case => ({
      name: `quarters-${name}`,
      text: by('Period', quarterly(write)),
      columns: { 0: QUARTERS },
    }),
  ),
  ...HALF_WAYS.map(
    ([name, write]): Case => ({
      name: `halves-${name}`,
      text: by(
        'Period',
        times(6, (at) => write(2021 + Math.floor(at / 2), (at % 2) + 1)),
      ),
      columns: { 0: HALVES },
    }),
  ),
  ...YEAR_WAYS.map(
    ([name, title, write]): Case => ({
      name: `years-${name}`,
      text: by(title, yearly(write)),
      columns: { 0: YEARS, 1: number(1204) },
    }),
  ),
  ...NUMBERS.map(
    ([name, title, values, wanted]): Case => ({
      name: `numbers-${name}`,
      text: one(title, values),
      columns: { 1: wanted },
    }),
  ),
  ...NUMBERS.filter(([name]) => /decimal|pressure|shops|ids|days|rate/.test(name)).map(
    ([name, title, values, wanted]): Case => ({
      name: `first-column-${name}`,
      text: [`${title},Crew`, ...values.map((value, row) => `${value},${row + 3}`)].join('\n'),
      columns: { 0: wanted },
    }),
  ),
  ...TEXTS.map(
    ([name, title, values, wanted]): Case => ({
      name: `texts-${name}`,
      text: one(title, values),
      columns: { 1: wanted },
    }),
  ),
  ...TEXTS.map(
    ([name, title, values, wanted]): Case => ({
      name: `first-column-${name}`,
      text: [`${title};Crew`, ...values.map((value, row) => `${value};${row + 3}`)].join('\n'),
      columns: { 0: wanted, 1: number(3, 4) },
    }),
  ),
  {
    name: 'monthly-stamps-at-an-hour',
    text: by(
      'date',
      monthly((y, m) => `${y}-${two(m)}-01T0${m > 3 && m < 11 ? 7 : 8}:00:00.000Z`),
    ),
    columns: { 0: { kind: 'date', interval: 'month' } },
  },
  {
    name: 'daily-stamps-at-an-hour',
    text: by(
      'date',
      times(12, (at) => `2023-03-${two(at + 1)} 06:00`),
    ),
    columns: { 0: { kind: 'date', interval: 'day' } },
  },
  {
    name: 'old-short-years',
    text: by('Month', ['Jan-97', 'Feb-97', 'Mar-97', 'Apr-97', 'May-97']),
    columns: { 0: date('month', '1997-01-01') },
  },
  {
    name: 'quarter-hours',
    text: by('time', stamps(40, 15, isoMinute)),
    columns: { 0: date('15 minutes', '2023-03-01', '2023-03-01T00:15') },
  },
  {
    name: 'five-minutes',
    text: by(
      'ts',
      stamps(40, 5, (at) => at.toISOString()),
    ),
    columns: { 0: date('5 minutes', '2023-03-01', '2023-03-01T00:05') },
  },
  {
    name: 'hours',
    text: by('time', stamps(30, 60, isoMinute)),
    columns: { 0: date('hour', '2023-03-01', '2023-03-01T01:00') },
  },
  {
    name: 'six-hours',
    text: by('time', stamps(30, 360, isoMinute)),
    columns: { 0: date('6 hours', '2023-03-01', '2023-03-01T06:00') },
  },
  {
    name: 'half-days-am-pm',
    text: by('When', [
      '03/01/2023 12:00 AM',
      '03/01/2023 12:00 PM',
      '03/14/2023 12:00 AM',
      '03/14/2023 12:00 PM',
      '03/15/2023 12:00 AM',
    ]),
    columns: { 0: date('12 hours', '2023-03-01', '2023-03-01T12:00', '2023-03-14') },
  },
  {
    name: 'seconds',
    text: by(
      'time',
      times(20, (at) => `2023-03-01 00:00:${two(at * 2)}`),
    ),
    columns: { 0: date('2 seconds', '2023-03-01', '2023-03-01T00:00:02') },
  },
  {
    name: 'epoch-seconds',
    text: by(
      'timestamp',
      stamps(20, 60, (at) => String(at.getTime() / 1000)),
    ),
    columns: { 0: date('hour', '2023-03-01', '2023-03-01T01:00') },
  },
  {
    name: 'epoch-milliseconds',
    text: by(
      'ts',
      stamps(20, 60, (at) => String(at.getTime())),
    ),
    columns: { 0: date('hour', '2023-03-01', '2023-03-01T01:00') },
  },
  {
    name: 'days-compact',
    text: by(
      'Date',
      times(20, (at) => `202301${two(at + 1)}`),
    ),
    columns: { 0: date('day', '2023-01-01', '2023-01-02') },
  },
  {
    name: 'serial-dates',
    text: by(
      'Date',
      times(20, (at) => String(44_927 + at)),
    ),
    columns: { 0: date('day', '2023-01-01', '2023-01-02') },
  },
  {
    name: 'weeks-kw',
    text: by('Woche', ['KW 52/2020', 'KW 53/2020', 'KW 1/2021', 'KW 2/2021']),
    columns: { 0: date('week', '2020-12-21', '2020-12-28', '2021-01-04') },
  },
  {
    name: 'weeks-word',
    text: by('Week', ['Week 5, 2021', 'Week 6, 2021', 'Week 7, 2021', 'Week 8, 2021'], ';'),
    columns: { 0: date('week', '2021-02-01') },
  },
  {
    name: 'weeks-two',
    text: by(
      'Date',
      times(8, (at) => new Date(Date.UTC(2023, 0, 2) + at * 14 * 86_400_000).toISOString().slice(0, 10)),
    ),
    columns: { 0: date('2 weeks', '2023-01-02', '2023-01-16') },
  },
  {
    name: 'five-yearly',
    text: by('Year', ['1990', '1995', '2000', '2005', '2010', '2015']),
    columns: { 0: date('5 years', '1990-01-01', '1995-01-01') },
  },
  {
    name: 'weekday-names',
    text: by('Date', ['Mon 2 Jan 2023', 'Tue 3 Jan 2023', 'Wed 4 Jan 2023', 'Thu 5 Jan 2023']),
    columns: { 0: date('day', '2023-01-02') },
  },
  {
    name: 'polish-days',
    text: by('Data', ['12 stycznia 2023', '13 stycznia 2023', '14 stycznia 2023']),
    columns: { 0: date('day', '2023-01-12') },
  },
  {
    name: 'spanish-days',
    text: by('Fecha', ['12 de enero de 2023', '13 de enero de 2023', '14 de enero de 2023']),
    columns: { 0: date('day', '2023-01-12') },
  },
  {
    name: 'german-days',
    text: by('Datum', ['12. Januar 2023', '13. Januar 2023', '14. Januar 2023']),
    columns: { 0: date('day', '2023-01-12') },
  },
  {
    name: 'ordinal-days',
    text: by('Date', ['January 1st, 2023', 'January 2nd, 2023', 'January 3rd, 2023']).replaceAll(
      /(\w+ \w+, \d+)/g,
      '"$1"',
    ),
    columns: { 0: date('day', '2023-01-01') },
  },
  {
    name: 'two-currencies',
    text: one('Fare', ['€12', '$9', '€14', '$11', '€10']),
    columns: { 1: number(12, 9, 14) },
    remark: /“€” and “\$”/,
  },
  {
    name: 'either-letter',
    text: one('Fares', ['12k', '15k', '9k', '101k']),
    columns: { 1: { kind: 'number' } },
    asks: true,
  },
  {
    name: 'populations',
    text: 'Population,Piers\n1850,2\n1902,3\n1933,2\n2044,5\n2101,4\n',
    columns: { 0: number(1850, 1902, 1933) },
  },
  {
    name: 'years-across',
    text: 'Route,2019,2020,2021,2022,2023\nOuter isles,12,14,15,13,16\nKelda,4,5,4,6,7\n',
    columns: { 0: date('year', '2019-01-01', '2020-01-01'), 1: number(12, 14, 15), 2: number(4, 5, 4) },
  },
  {
    name: 'two-header-levels',
    text: ',Passengers,,Vehicles,\nMonth,Adults,Children,Cars,Vans\n2023-01,12,3,4,1\n2023-02,14,2,5,2\n2023-03,15,4,6,1\n',
    columns: {
      0: { kind: 'date', title: 'Month' },
      1: { kind: 'number', title: 'Passengers Adults', values: [12, 14, 15] },
      2: { kind: 'number', title: 'Passengers Children' },
      4: { kind: 'number', title: 'Vehicles Vans' },
    },
    rows: 3,
    remark: /joined from 2 rows/,
  },
  {
    name: 'three-header-levels',
    text: ',Traffic,,,\n,Passengers,,Vehicles,\nMonth,Adults,Children,Cars,Vans\n2023-01,12,3,4,1\n2023-02,14,2,5,2\n',
    columns: { 1: { kind: 'number', title: 'Traffic Passengers Adults', values: [12, 14] } },
    rows: 2,
  },
  {
    name: 'years-over-names',
    text: ',2021,,2022,\nRoute,Passengers,Cars,Passengers,Cars\nKelda,12,3,14,4\nNess,9,2,8,3\n',
    columns: { 0: text('Kelda', 'Ness'), 1: { kind: 'number', title: '2021 Passengers', values: [12, 9] } },
    rows: 2,
  },
  {
    name: 'row-of-units',
    text: 'Month;Fuel;Passengers;On time\n;t;thousands;%\n2023-01;12,5;3,1;91\n2023-02;13,5;3,4;93\n',
    columns: {
      1: { kind: 'number', unit: 't', values: [12.5, 13.5] },
      2: { kind: 'number', unit: 'thousands', values: [3.1, 3.4] },
      3: { kind: 'number', unit: '%', values: [91, 93] },
    },
    rows: 2,
  },
  {
    name: 'row-of-units-in-brackets',
    text: 'Month,Fuel,Fares\n,(t),(EUR)\n2023-01,12.5,310\n2023-02,13.5,340\n',
    columns: { 1: { kind: 'number', unit: 't', values: [12.5, 13.5] }, 2: { kind: 'number', unit: 'EUR' } },
    rows: 2,
  },
  {
    name: 'blank-columns',
    text: 'Month,,Load,,Crew\n2023-01,,12,,3\n2023-02,,14,,4\n2023-03,,15,,3\n',
    columns: { 0: date('month', '2023-01-01'), 1: number(12, 14, 15), 2: number(3, 4, 3) },
    remark: /2 empty columns/,
  },
  {
    name: 'header-on-each-page',
    text: 'Month,Load\n2023-01,12\n2023-02,14\nMonth,Load\n2023-03,15\n2023-04,11\nMonth,Load\n2023-05,9\n',
    columns: { 0: date('month', '2023-01-01', '2023-02-01', '2023-03-01'), 1: number(12, 14, 15, 11, 9) },
    rows: 5,
    remark: /repeated 2 times/,
  },
  {
    name: 'notes-right-under',
    text: 'Month,Load\n2023-01,12\n2023-02,14\n2023-03,15\nSource: harbour office, own counts\n* provisional\n',
    columns: { 0: date('month', '2023-01-01'), 1: number(12, 14, 15) },
    rows: 3,
  },
  {
    name: 'two-tables',
    text: 'Month,Load\n2023-01,12\n2023-02,14\n2023-03,15\n\nPier,Passengers,Cars\nKelda,120,12\nNess,90,8\n',
    columns: { 0: date('month', '2023-01-01'), 1: number(12, 14, 15) },
    rows: 3,
    remark: /Another table starts at line 6/,
  },
  {
    name: 'signs-in-rows',
    text: `Target,${times(12, (at) => `2023-W${two(at + 1)}`).join(',')}\nOn time,${times(12, (at) => [1, 0, -1][at % 3]).join(',')}\nFull,${times(12, (at) => [1, -1][at % 2]).join(',')}\n`,
    columns: { 0: date('week', '2023-01-02', '2023-01-09'), 1: number(1, 0, -1), 2: number(1, -1, 1) },
    rows: 12,
  },
  {
    name: 'extract-as-of',
    text: 'Extract as of 12 April 2022\n\nMonth,Load\n2022-01,12\n2022-02,14\n2022-03,15\n2022-04,5\n',
    columns: { 0: date('month', '2022-01-01') },
    remark: /Apr 2022 is unfinished/,
  },
  {
    name: 'prose',
    text: 'The outer isles were quiet in March, as the ferry lay in dock.\nIn April, when it came back, everyone wanted to see the seals.\nNo one, it seems, counted them, or wrote it down anywhere at all.\nWe shall, next year, ask the harbour master, who knows.\n',
    columns: {},
    refused: /not a table/,
  },
  {
    name: 'years-with-words',
    text: 'Year,Value\n2020,1\n2021,2\n2022 est.,3\n2023 (prov.),4\n',
    columns: { 0: date('year', '2020-01-01', '2021-01-01', '2022-01-01', '2023-01-01') },
    remark: /“est\.” and “\(prov\.\)” at 2 dates/,
  },
  {
    name: 'hexadecimal-codes',
    text: 'Tag,Boats\n1e5,1\n2e3,2\n3a4,3\n4b1,5\n',
    columns: { 0: text('1e5', '2e3', '3a4', '4b1') },
  },
  {
    name: 'square-and-cubic-units',
    text: 'Quay;Area;Tank\nNess;120 m2;40 m³\nKelda;85 m2;38 m³\n',
    columns: { 1: inUnit('m2', 120, 85), 2: inUnit('m³', 40, 38) },
  },
  {
    name: 'quarters-in-roman-figures',
    text: 'Jahr,Fahrten\n2019/I,1\n2019/II,2\n2019/III,3\n2019/IV,4\n',
    columns: { 0: date('quarter', '2019-01-01', '2019-04-01', '2019-07-01', '2019-10-01') },
  },
  {
    name: 'weeks-without-a-mark',
    text: 'KW;Fahrten\n202401;1\n202402;2\n202403;3\n202404;3\n',
    columns: { 0: date('week', '2024-01-01', '2024-01-08', '2024-01-15') },
  },
  {
    name: 'double-dashes',
    text: 'Route;Load\na;--\nb;12\nc;13\nd;---\n',
    columns: { 1: number(null, 12, 13, null) },
  },
  {
    name: 'changes-of-nothing',
    text: 'Year,Change\n2020,+1.2\n2021,-0.3\n2022,±0.0\n',
    columns: { 1: number(1.2, -0.3, 0) },
  },
  {
    name: 'flags-at-half-of-the-values',
    text: 'Month;Load\n2024-01;4\n2024-02;5\n2024-03;6 p\n2024-04;7 p\n',
    columns: { 1: { kind: 'number', unit: '', values: [4, 5, 6, 7] } },
    remark: /“p” at 2 values is a flag/,
  },
  {
    name: 'seconds-at-all-values',
    text: 'Lap;Time\na;12 s\nb;13 s\nc;11 s\n',
    columns: { 1: inUnit('s', 12, 13, 11) },
  },
  {
    name: 'years-in-a-joined-title',
    text: 'boats,budgetYear,made\n4,1980,3\n5,1981,4\n6,1982,6\n7,1983,7\n',
    columns: { 1: date('year', '1980-01-01', '1981-01-01') },
  },
  {
    name: 'days-without-a-year',
    text: 'Day,Temp\n01-Jan,3\n02-Jan,4\n03-Jan,5\n',
    columns: { 0: { kind: 'text', ordered: true, values: ['01-Jan', '02-Jan'] } },
  },
  {
    name: 'decades',
    text: 'Decade,Boats\n1980s,5\n1990s,6\n2000s,7\n2010s,9\n',
    columns: { 0: date('10 years', '1980-01-01', '1990-01-01') },
  },
  {
    name: 'years-with-marks',
    text: 'Jahr;Wert\n2018;12,1\n2019;12,5\n2020¹;13,0\n2021*;14,1\n2022 (p);14,4\n',
    columns: { 0: date('year', '2018-01-01', '2019-01-01', '2020-01-01', '2021-01-01', '2022-01-01') },
    remark: /“¹”, “\*” and “\(p\)” at 3 dates are marks/,
  },
  {
    name: 'half-years-abbreviated',
    text: 'Zeitraum;Wert\n1. Hj. 2022;5\n2. Hj. 2022;6\n1. Hj. 2023;7\n',
    columns: { 0: date('half-year', '2022-01-01', '2022-07-01', '2023-01-01') },
  },
  {
    name: 'iso-weeks-with-days',
    text: 'Day,Load\n2024-W01-1,3\n2024-W01-2,4\n2024-W01-3,5\n',
    columns: { 0: date('day', '2024-01-01', '2024-01-02', '2024-01-03') },
  },
  {
    name: 'stamps-without-marks',
    text: 'time,v\n20240101T000000Z,1\n20240101T010000Z,2\n20240101T020000Z,3\n20240101T030000Z,3\n',
    columns: { 0: date('hour', '2024-01-01', '2024-01-01T01:00', '2024-01-01T02:00') },
  },
  {
    name: 'prose-with-a-comma-a-line',
    text: 'Dear all, the ferries were late again.\nWe will look into it, and tell you.\nThe quay is open, so please go on.\n',
    columns: {},
    refused: /not a table/,
  },
  {
    name: 'comments-that-are-sentences',
    text: 'Route,Comment\nNess,The ferry was late again.\nKelda,Nobody came on board today.\n',
    columns: { 1: text('The ferry was late again.', 'Nobody came on board today.') },
  },
  {
    name: 'letter-in-one-line',
    text: 'Dear colleague, please find below what the harbour office wrote to us last week about the berths.',
    columns: {},
    refused: /not a table/,
  },
  {
    name: 'colons-for-missing',
    text: one('Load', ['12.5', ':', '13.1', '..', '12.9', '11']),
    columns: { 1: number(12.5, null, 13.1, null, 12.9) },
  },
  {
    name: 'polish-missing',
    text: one('Load', ['12,5', 'b.d.', '13,1', '12,9', '11,5']),
    columns: { 1: number(12.5, null, 13.1) },
  },
  {
    name: 'blank-grouped',
    text: one('Load', ['1 234,5', '987,1', '2 001,0', '12 450,7']),
    columns: { 1: number(1234.5, 987.1, 2001, 12_450.7) },
  },
  {
    name: 'apostrophe-grouped',
    text: one('Load', ["1'234.50", '987.10', "12'450.70", '2.00']),
    columns: { 1: number(1234.5, 987.1, 12_450.7) },
  },
  {
    name: 'percent-points',
    text: one('Late', ['12.5%', '13%', '9.75%', '11%']),
    columns: { 1: inUnit('%', 12.5, 13) },
  },
  {
    name: 'months-down',
    text: by('Month', monthly((y, m) => `${y}M${two(m)}`).reverse()),
    columns: { 0: date('month', '2023-02-01', '2023-01-01') },
  },
  {
    name: 'year-with-holes',
    text: by('Year', ['2010', '2011', '2013', '2014', '2015']),
    columns: { 0: date('year', '2010-01-01', '2011-01-01', '2013-01-01') },
  },
  {
    name: 'day-month-decided',
    text: by('Date', ['28/02/2023', '01/03/2023', '02/03/2023', '03/03/2023']),
    columns: { 0: date('day', '2023-02-28', '2023-03-01') },
  },
  {
    name: 'day-month-open',
    text: by('Date', ['01/02/2023', '02/02/2023', '03/02/2023', '04/02/2023']),
    columns: { 0: { kind: 'date' } },
    asks: true,
  },
  { name: 'ages', text: 'Name;Age\nAda;34\nBo;41\nCai;29\n', columns: { 0: text('Ada', 'Bo'), 1: number(34, 41, 29) } },
  {
    name: 'built-in',
    text: 'Ship;Built\nKelda;1998\nNess;2004\nSound;1987\n',
    columns: { 1: number(1998, 2004, 1987) },
  },
  { name: 'shares', text: one('Share', ['0.125', '0.333', '0.5', '0.75']), columns: { 1: number(0.125, 0.333) } },
  {
    name: 'thousands-open',
    text: one('Load', ['1.204', '2.118', '3.775']),
    columns: { 1: { kind: 'number' } },
    asks: true,
  },
  {
    name: 'seasons-that-could-be-months',
    text: by('Season', ['2009-10', '2010-11', '2011-12']),
    columns: { 0: date('year', '2009-01-01', '2010-01-01', '2011-01-01') },
  },
  {
    name: 'two-seasons',
    text: by('x', ['2010/11', '2011/12']),
    columns: { 0: date('year', '2010-01-01', '2011-01-01') },
  },
  {
    name: 'first-row-missing-under-a-blank-corner',
    text: ',Load,Cars\nKelda,n/a,n/a\nNess,12,3\nSound,14,4\n',
    columns: { 0: text('Kelda', 'Ness'), 1: number(null, 12, 14) },
    rows: 3,
  },
  {
    name: 'names-under-a-blank-corner',
    text: ',Captain,Seats\nKelda,Ada,Bo\nNess,Cai,12\nSound,Di,14\n',
    columns: { 0: text('Kelda', 'Ness'), 1: text('Ada', 'Cai') },
    rows: 3,
  },
  {
    name: 'midnights-of-another-zone',
    text: by('date', ['2022-12-31T23:00:00Z', '2023-01-31T23:00:00Z', '2023-02-28T23:00:00Z', '2023-03-31T22:00:00Z']),
    columns: { 0: { kind: 'date' } },
    asks: true,
  },
  {
    name: 'evenings-without-a-zone',
    text: by('date', ['2023-01-01 23:00', '2023-01-02 23:00', '2023-01-03 23:00', '2023-01-04 23:00']),
    columns: { 0: { kind: 'date', interval: 'day' } },
  },
  {
    name: 'versions',
    text: 'Version,Downloads\n1.8,12\n1.9,14\n1.10,15\n1.11,18\n',
    columns: { 1: number(12, 14, 15, 18) },
    remark: /“1.10” was read as 1.1/,
  },
];
