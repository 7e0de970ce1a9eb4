import { existsSync, readFileSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, it } from 'vitest';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { FIRST_STYLE } from '../../src/core/report/report.ts';
import { styleFile } from '../../src/core/report/style-file.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { readBundle } from '../../src/formats/bundle.ts';
import { readFamily } from '../../src/formats/own-font.ts';
import { readTableFile } from '../../src/formats/table-file.ts';
import { harbourGrotesk } from '../fonts.ts';
import { gridTable, panelled } from '../unit/panelled.ts';
import { endProcess, folder, run, runScript } from './run.ts';

const received = (name: string) => fileURLToPath(new URL(`../received/${name}`, import.meta.url));

afterAll(endProcess);

describe('./rizo report', () => {
  it('writes the demo as a bundle and its report in each form, without a database, and says what is wrong with others', () => {
    const [file, out] = [join(folder, 'demo.rizo'), join(folder, 'demo.pdf')];
    expect(run('report', 'demo', '-o', file).status).toBe(0);
    expect(readBundle('demo.rizo', new Uint8Array(readFileSync(file))).house?.name).toBe('Skerry plain');
    expect(run('report', 'build', file, '-o', out).status).toBe(0);
    expect(readFileSync(out).subarray(0, 5).toString()).toBe('%PDF-');
    for (const [name, begins] of [
      ['demo.docx', 'PK'],
      ['demo.html', '<!doctype html>'],
      ['demo.zip', 'PK'],
    ] as const) {
      const made = join(folder, name);
      expect(run('report', 'build', file, '-o', made)).toMatchObject({ status: 0, stdout: `${made}\n` });
      expect(readFileSync(made).subarray(0, begins.length).toString()).toBe(begins);
    }
    writeFileSync(file, 'no bundle');
    for (const wrong of [
      ['report', 'build', file, '-o', out],
      ['report', 'build', join(folder, 'absent.rizo'), '-o', out],
      ['report', 'build', file, '-o', join(folder, 'x.doc')],
      ['report', 'what'],
    ]) {
      const { status, stderr } = run(...wrong);
      expect(status).not.toBe(0);
      expect(stderr.trim().split('\n')).toHaveLength(1);
    }
  });
});

describe('./rizo render', () => {
  it('sets each received table as SVG', () => {
    for (const name of ['sailings-monthly.csv', 'by-year.csv', 'time-of-day.tsv']) {
      const out = join(folder, `${name}.svg`);
      // Once as it is called.
      const render = name === 'by-year.csv' ? runScript : run;
      const answer = name === 'sailings-monthly.csv' ? ['--answer', 'It is unfinished'] : [];
      const made = render('render', '--table', received(name), '-o', out, ...answer);
      expect(made).toEqual({ status: 0, stdout: '', stderr: '' });
      expect(readFileSync(out, 'utf8')).toMatch(
        /^<svg xmlns="http:\/\/www.w3.org\/2000\/svg" width="160mm" height="84mm"/,
      );
    }
  });

  it('sets a table as a spark table in each of its formats, from a saved one or its own', () => {
    const table = received('passengers-series-in-rows.csv');
    const starts = { svg: '<svg', png: '\u0089PNG', html: '<!doctype html>', docx: 'PK', csv: 'Name,' };
    for (const [ending, start] of Object.entries(starts)) {
      const out = join(folder, `spark.${ending}`);
      expect(run('render', '--spark', 'auto', '--table', table, '-o', out)).toEqual({
        status: 0,
        stdout: '',
        stderr: '',
      });
      expect(readFileSync(out, 'latin1').startsWith(start)).toBe(true);
    }
    const saved = join(folder, 'spark.json');
    const refusal = run('render', '--spark', 'auto', '--table', table, '-o', join(folder, 'spark.gif')).stderr;
    expect(refusal).toMatch(/format is not known/);
    expect(run('render', '--spark', 'auto', '--table', table, '-o', saved).status).toBe(0);
    const out = join(folder, 'again.svg');
    expect(run('render', '--spark', saved, '--table', table, '-o', out).status).toBe(0);
    expect(readFileSync(out, 'utf8')).toBe(readFileSync(join(folder, 'spark.svg'), 'utf8'));
    expect(run('render', '--spark', saved, '--table', received('by-year.csv'), '-o', out).stderr).toMatch(
      /needs a column “.+”, which the table lacks/,
    );
    writeFileSync(saved, '{"type":"spark"}');
    expect(run('render', '--spark', saved, '--table', table, '-o', out).stderr).toMatch(/is not a spark table spec/);
  });

  it('splits a figure into panels by one column or two, as the saved figure does', () => {
    const table = received('piers-long-form.csv');
    const out = join(folder, 'panels.svg');
    const panelsIn = () => readFileSync(out, 'utf8').match(/data-part="panel:/g)?.length;
    const set = (...args: string[]) => run('render', '--table', table, ...args, '-o', out).stderr;
    expect(set('--panels', 'pier')).toBe('');
    expect(panelsIn()).toBe(4);
    expect(set('--panels', 'pier,vessel_class')).toBe('');
    expect(panelsIn()).toBe(12);
    expect(set('--panels', 'pier,vessel_class,month')).toMatch(/one column, or two for a grid/);
    expect(set('--panels', 'passengers')).toMatch(/no name column “passengers”/);
    expect(set()).toMatch(/Split it into panels/);
    const spec = join(folder, 'panels.json');
    const grid = panelled('Piers', gridTable(), { down: { kind: 'category', column: 'class' } });
    writeFileSync(spec, JSON.stringify(grid.spec));
    expect(set('--spec', spec)).toMatch(/needs a column “date”/);
    expect(set('--spec', spec, '--panels', 'pier')).toMatch(/leave out --panels, or leave out --spec/);
  });

  it('sets one figure for each category of a column, with safe names', () => {
    const table = join(folder, 'piers.csv');
    const piers = ['Ness', 'Ness / north', '../up', 'CON', 'Ness-north'];
    const rows = piers.flatMap((pier, index) =>
      ['2026-01', '2026-02', '2026-03'].map((month, at) => `${month},"${pier}",${index * 10 + at}`),
    );
    writeFileSync(table, ['month,pier,passengers', ...rows].join('\n'));
    const each = (out: string) => run('render', '--table', table, '--each', 'pier', '-o', join(folder, out));
    expect(each('each-{value}.svg')).toEqual({ status: 0, stdout: '5 files written.\n', stderr: '' });
    for (const name of ['ness', 'ness-north', 'up', 'con-blank', 'ness-north-2']) {
      const svg = readFileSync(join(folder, `each-${name}.svg`), 'utf8');
      expect(svg.startsWith('<svg')).toBe(true);
      expect(svg.match(/data-value="/g)?.length ?? 0).toBeGreaterThan(2);
    }
    expect(readFileSync(join(folder, 'each-up.svg'), 'utf8')).toContain('../up');
    expect(each('one.svg').stderr).toMatch(/needs \{value\}/);
    expect(run('render', '--table', table, '--each', 'month', '-o', join(folder, '{value}.svg')).stderr).toMatch(
      /no name column “month”.*pier/,
    );
  });

  it('takes the columns, the title and the resolution that are named', () => {
    const out = join(folder, 'chosen.svg');
    run(
      'render',
      '--table',
      received('sailings-monthly.csv'),
      '-o',
      out,
      '--lines',
      'on_time_pct,cancelled',
      '--across',
      'month',
      '--title',
      'A < B',
      '--outlines',
      '--answer',
      '1',
    );
    const svg = readFileSync(out, 'utf8');
    expect(svg).toContain('aria-label="On time"');
    expect(svg).toContain('aria-label="A &lt; B"');
    expect(svg).not.toContain('<text');
    const png = join(folder, 'small.png');
    run('render', '--table', received('by-year.csv'), '-o', png, '--dpi', '100');
    expect(readFileSync(png).readUInt32BE(16)).toBe(630);
  });

  it('sets a table in a typeface of its own, of its files, and says what stands in where they are absent', async () => {
    const font = join(folder, 'harbour.ttf');
    writeFileSync(font, harbourGrotesk('Harbour Grotesk'));
    const { family } = await readFamily([{ name: font, bytes: harbourGrotesk('Harbour Grotesk') }]);
    const house = join(folder, 'harbour.style.json');
    const type = { ...FIRST_STYLE.type, figures: { id: family.id, name: family.name } };
    writeFileSync(house, JSON.stringify(styleFile({ ...FIRST_STYLE, name: 'Harbour', type })));
    const out = join(folder, 'harbour.svg');
    const from = ['render', '--table', received('by-year.csv'), '-o', out, '--style', house];
    expect(run(...from).stderr).toContain('Harbour Grotesk is not here, so Source Sans 3 stands in for it');
    expect(readFileSync(out, 'utf8')).not.toContain('Harbour Grotesk');
    expect(run(...from, '--font', font).stderr).toBe('');
    expect(readFileSync(out, 'utf8')).toContain('Harbour Grotesk');
    const other = join(folder, 'other.ttf');
    writeFileSync(other, harbourGrotesk('Another Grotesk'));
    expect(run(...from, '--font', other).stderr).toContain('“Harbour” sets nothing in Another Grotesk');
    expect(run('render', '--table', received('by-year.csv'), '-o', out, '--font', font).stderr).toContain('--style');
    writeFileSync(other, 'no font');
    expect(
      run(...from, '--font', other)
        .stderr.trim()
        .split('\n'),
    ).toHaveLength(1);
  });

  it('draws a saved figure, and says which column its table lacks', () => {
    const spec = {
      type: 'figure',
      id: 'f',
      name: 'F',
      table: 't',
      across: 'year',
      lines: [{ id: 'l', column: 'vehicles', name: 'Cars', colour: '#112233', weight: 2, shown: true }],
      dateAxis: { plan: 'five-years' },
      leftAxis: { from: 'zero', to: 100_000, every: 25_000, title: null },
      words: { title: 'Saved', subtitle: '', source: '' },
      frame: { width: 90, height: 60 },
    };
    const file = join(folder, 'spec.json');
    writeFileSync(file, JSON.stringify(spec));
    const out = join(folder, 'spec.svg');
    expect(run('render', '--table', received('by-year.csv'), '--spec', file, '-o', out).status).toBe(0);
    expect(readFileSync(out, 'utf8')).toMatch(/width="90mm".*>75,000<.*>Cars</s);
    const other = run('render', '--table', received('time-of-day.tsv'), '--spec', file, '-o', out);
    expect(other.stderr).toMatch(/needs a column “year”, which the table lacks; it has time_of_day/);
    const calendar = {
      kind: 'calendar',
      id: 'c',
      name: '',
      colour: '#66707d',
      table: 'w',
      from: 'from',
      named: 'what',
    };
    writeFileSync(file, JSON.stringify({ ...spec, marks: [calendar] }));
    const saved = ['render', '--table', received('by-year.csv'), '--spec', file, '-o', out];
    expect(run(...saved).stderr).toMatch(/give it with --calendar FILE/);
    const works = join(folder, 'works.csv');
    writeFileSync(works, 'from;what\n2014-01-01;pier closed\n2016-07-01;new vessel\n');
    expect(run(...saved, '--calendar', works).status).toBe(0);
    expect(readFileSync(out, 'utf8').includes('>pier closed<')).toBe(true);
    writeFileSync(works, 'from;what\nA;pier closed\n');
    expect(run(...saved, '--calendar', works).stderr).toMatch(
      /“from” of .*works.csv holds texts, and dates run across/,
    );
    writeFileSync(works, 'from;name\n2014-01-01;pier closed\n');
    expect(run(...saved, '--calendar', works).stderr).toMatch(
      /needs a column “what”, which .*works.csv lacks; it has from/,
    );
    writeFileSync(file, JSON.stringify({ ...spec, frame: { width: 9, height: 60 } }));
    expect(run('render', '--table', received('by-year.csv'), '--spec', file, '-o', out).stderr).toMatch(
      /frame\.width: A figure is at least 30 mm/,
    );
  });

  it('draws the same picture as the sheet, in the language of the report', async () => {
    const { table } = await readTableFile('sailings-monthly.csv', readFileSync(received('sailings-monthly.csv')));
    const locale = localeOf('pl-PL');
    const spec = draftFigure(table, {
      id: 'f',
      tableId: 't',
      style: DEFAULT_STYLE,
      lines: ['outer_isles', 'on_time_pct'],
    });
    Object.assign(spec.lines[1] ?? {}, { axis: 'right' });
    Object.assign(spec.dateAxis, { plan: 'long-months-over-years', points: 'tick', labels: 'tick' });
    Object.assign(spec.leftAxis, { scale: 'log', ticks: 'across', titlePlace: 'along', title: 'Pasażerowie' });
    const file = join(folder, 'axes.json');
    const out = join(folder, 'axes.svg');
    writeFileSync(file, JSON.stringify(spec));
    const args = ['render', '--table', received('sailings-monthly.csv'), '--spec', file, '-o', out];
    args.push('--answer', 'It is finished');
    expect(run(...args, '--locale', 'pl-PL').status).toBe(0);
    const sheet = toSvg(drawFigure(spec, table, DEFAULT_STYLE, locale).scene);
    expect(readFileSync(out, 'utf8').replace(/<style>.*?<\/style>/s, '')).toBe(sheet);
    expect(run(...args, '--locale', 'xx').stderr).toMatch(/no locale “xx”; there are en-GB/);
  });

  it.each([
    ['broken-quote.csv', /quote opens on line 2/],
    ['broken-binary.csv', /not text: line 1/],
    ['broken-empty.csv', /is empty/],
    ['broken-header-only.csv', /no rows yet/],
    ['absent.csv', /There is no file/],
  ])('refuses %s in one line', (name, message) => {
    const { status, stderr } = run('render', '--table', received(name), '-o', join(folder, 'no.svg'));
    expect(status).toBe(1);
    expect(stderr).toMatch(message);
    expect(stderr.trim().split('\n')).toHaveLength(1);
  });

  it('refuses a file over 50 MB before reading it, and endings it does not know', () => {
    const big = join(folder, 'big.csv');
    writeFileSync(big, 'a');
    truncateSync(big, 60 * 1024 * 1024);
    expect(run('table', big).stderr).toMatch(/is 60\.0 MB; Rizo takes files of up to 50 MB/);
    expect(run('render', '--table', received('by-year.csv'), '-o', 'x.gif').stderr).toMatch(
      /does not end in \.svg, \.png, \.pdf, \.html, \.csv or \.json/,
    );
    expect(run('render', '--table', received('by-year.csv'), '-o', '/nowhere/x.svg').stderr).toMatch(
      /cannot be written/,
    );
    expect(runScript('paint')).toEqual({
      status: 1,
      stdout: '',
      stderr: expect.stringMatching(/^rizo: there is no command “paint”/),
    });
    expect(run('render', '--wrong').stderr).toMatch(/see \.\/rizo render --help/);
  });
});

describe('./rizo table', () => {
  it('prints what was understood', () => {
    const { stdout } = run('table', received('by-year.csv'), '--json');
    expect(JSON.parse(stdout)).toEqual({
      title: 'By year',
      rows: 15,
      columns: [
        { title: 'Year', key: 'year', kind: 'date', unit: null, interval: 'year', ordered: null },
        { title: 'Foot passengers', key: 'foot_passengers', kind: 'number', unit: null, interval: null, ordered: null },
        { title: 'Vehicles', key: 'vehicles', kind: 'number', unit: null, interval: null, ordered: null },
      ],
      totals: [],
      remarks: [
        {
          column: 'year',
          text: 'Year: dates written year, yearly, 2011 to 2025.',
          others: [{ say: 'Read them as numbers', reading: { columns: { year: { as: 'number', decimal: '.' } } } }],
        },
      ],
      sheets: [],
      sheet: null,
    });
  });

  it('gives several files a line each, in order, with their values and their refusals', () => {
    const paths = ['by-year.csv', 'broken-empty.csv', 'piers-long-form.csv'].map(received);
    const { status, stdout } = run('table', ...paths, '--json', '--values');
    expect(status).toBe(0);
    const [years, empty, piers] = stdout
      .trimEnd()
      .split('\n')
      .map((line) => JSON.parse(line) as { error?: string; columns: { kind: string; values: unknown[] }[] });
    expect(years?.columns[0]?.values.slice(0, 2)).toEqual(['2011-01-01', '2012-01-01']);
    expect(empty?.error).toMatch(/broken-empty.csv: This file is empty/);
    expect(piers?.columns.map(({ kind }) => kind)).toEqual(['date', 'text', 'text', 'number']);
    expect(piers?.columns[3]?.values.every((value) => value === null || typeof value === 'number')).toBe(true);
    expect(run('table', received('broken-empty.csv'), '--json')).toMatchObject({ status: 1 });
  });
});

describe('./rizo facts', () => {
  it('says what holds of each line, in the language that is asked for', () => {
    const { stdout } = run('facts', received('by-year.csv'), '--locale', 'de-DE', '--json');
    const [first] = JSON.parse(stdout) as {
      kind: string;
      line: string;
      text: string;
      sentence: string;
      numbers: Record<string, number>;
      points: string[];
    }[];
    expect(first).toEqual({
      kind: 'record',
      line: 'foot_passengers',
      text: 'Foot passengers: höchster Wert der gesamten Reihe, bei 527.072 im Jahr 2025',
      sentence: 'Foot passengers im Jahr 2025 auf 527.072 gestiegen, den höchsten Wert der gesamten Reihe',
      numbers: { value: 527_072, count: 15 },
      points: ['2025-01-01'],
    });
    expect(run('facts', received('piers-long-form.csv')).stderr).toMatch(/several rows for one value/);
  });

  it('asks what nothing in the file decides, and says only what does not hang on it', () => {
    const asked = join(folder, 'asked.csv');
    writeFileSync(asked, 'month,guests,beds\n2024-01,1.204,10\n2024-02,1.311,12\n2024-03,1.450,11\n2024-04,1.300,13\n');
    const open = run('facts', asked);
    expect(open.status).toBe(3);
    expect(open.stdout).toMatch(/^Beds /);
    expect(open.stdout).not.toContain('Guests');
    expect(open.stderr).toContain('is “1.204” 1.204 or 1204? Nothing in the table settles it.');
    expect(open.stderr).toContain('--answer 2   It is 1204');
    expect(run('facts', asked, '--lines', 'guests')).toMatchObject({ status: 3, stdout: '' });
    const thousands = run('facts', asked, '--answer', '2');
    expect(thousands).toMatchObject({ status: 0, stderr: '' });
    expect(thousands.stdout).toContain('Guests peaked at 1,450 in March 2024');
    // In its words as well.
    expect(run('facts', asked, '--answer', 'it is 1204').stdout).toBe(thousands.stdout);
    expect(run('facts', asked, '--answer', '1').stdout).toContain('Guests peaked at 1.45 in March 2024');
    expect(run('facts', asked, '--answer', '3')).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('it takes 1 (It is 1.204) or 2 (It is 1204)'),
    });
    expect(run('facts', asked, '--answer', '1', '--answer', '1')).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('“1” answers no question that is open'),
    });
  });

  it('says nothing of a table whose last period may be unfinished, until that is answered', () => {
    const asked = join(folder, 'asked-end.csv');
    const rows = [100, 104, 98, 102, 99, 103, 101, 97, 105, 100, 102, 98, 104, 101, 12].map(
      (value, at) => `${2024 + Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')},${value}`,
    );
    writeFileSync(asked, ['month,passengers', ...rows].join('\n'));
    const open = run('facts', asked);
    expect(open).toMatchObject({ status: 3, stdout: '', stderr: expect.stringContaining('unfinished?') });
    expect(run('facts', asked, '--answer', 'It is unfinished').stdout).not.toMatch(/ to 12 in [^\n]*lowest/);
    expect(run('facts', asked, '--answer', 'It is finished').stdout).toMatch(/fell to 12 in [^\n]*, the lowest/);
  });

  it('leaves a figure unmade while a question is open, and makes it as it is answered', () => {
    const [asked, out] = [join(folder, 'asked-figure.csv'), join(folder, 'asked.svg')];
    writeFileSync(asked, 'month,guests\n2024-01,1.204\n2024-02,1.311\n2024-03,1.450\n2024-04,1.300\n');
    const table = ['--table', asked];
    expect(run('render', ...table, '-o', out)).toMatchObject({
      status: 3,
      stderr: expect.stringContaining('--answer 1'),
    });
    expect(run('render', ...table, '--spark', 'auto', '-o', out).status).toBe(3);
    expect(existsSync(out)).toBe(false);
    expect(run('render', ...table, '-o', out, '--answer', '2').status).toBe(0);
    expect(readFileSync(out, 'utf8')).toContain('1,450');
  });
});

describe('./rizo --help', () => {
  const overview = run('--help').stdout;
  it.each(['start', 'stop', 'test', 'render', 'table', 'facts', 'bench'])('explains %s', (name) => {
    expect(run(name, '--help').stdout).toContain(`./rizo ${name}`);
    expect(overview).toContain(`./rizo ${name}`);
  });
});
