/** Files of figures and spark tables, read again by other means than those that wrote them. */
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import Papa from 'papaparse';
import { afterAll, describe, expect, it } from 'vitest';
import { NO_CALENDARS } from '../../src/core/figure/calendar.ts';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { layoutFigure } from '../../src/core/figure/layout.ts';
import { panelAlone } from '../../src/core/figure/panels/alone.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import type { FigureSpec } from '../../src/core/figure/spec.ts';
import { Refusal } from '../../src/core/refusal.ts';
import { textsOf } from '../../src/core/scene/scene.ts';
import { sparkGeometry } from '../../src/core/spark/geometry.ts';
import { resolveSparkTable } from '../../src/core/spark/resolve.ts';
import { sparkTexts } from '../../src/core/spark/svg.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Table } from '../../src/core/table/column.ts';
import { type Locale, localeOf } from '../../src/core/text/locale.ts';
import { hasRightToLeft } from '../../src/core/text/scripts.ts';
import { isoOf } from '../../src/core/time/calendar.ts';
import { csvOf } from '../../src/formats/csv-out.ts';
import { figureCsv } from '../../src/formats/figure-csv.ts';
import { figureFile } from '../../src/formats/figure-file.ts';
import { toPdf } from '../../src/formats/pdf.ts';
import { sparkFile } from '../../src/formats/spark-file.ts';
import { runs } from '../runs.ts';
import { Dice } from './any-command.ts';
import { gridTable, panelled, pierTable } from './panelled.ts';
import { randomFigure } from './random-figure.ts';
import { randomSpark } from './random-spark.ts';
import { dates, months, numbers, tableOf } from './tables.ts';

const english = localeOf('en-GB');
const panelledSpec = (table: Table, panels: Parameters<typeof panelled>[2]) => panelled('Panels', table, panels).spec;
const folder = mkdtempSync(join(tmpdir(), 'rizo-files-'));
afterAll(() => rmSync(folder, { recursive: true }));

/** What poppler says of a PDF. */
function poppler(tool: 'pdftotext' | 'pdffonts' | 'pdfinfo', pdf: Buffer, ...args: string[]): string {
  const path = join(folder, 'sheet.pdf');
  writeFileSync(path, pdf);
  const after = tool === 'pdftotext' ? ['-'] : [];
  return execFileSync(tool, [...args, path, ...after], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] });
}

/** Letters without blanks and signs of direction, composed. */
const bare = (text: string) => text.normalize('NFKC').replace(/[\s\p{Cf}\p{M}\p{Zs}]/gu, '');
const lettersIn = (text: string) => [...bare(text)].sort().join('');
/** Brackets are read as they are seen. */
const unbracketed = (text: string) => text.replace(/[()[\]{}<>«»‹›]/g, '');
/** Scripts whose letters a reader of glyphs may give in another order, or in other forms. */
const isComplex = (text: string) => hasRightToLeft(text) || /[\u0900-\u0e7f]/.test(text);

/** Which texts of a sheet are not in what was read of a file. */
function absent(texts: Iterable<{ text: string }>, read: string): string[] {
  const whole = bare(read);
  const has = new Set(whole);
  return [...texts].flatMap(({ text }) => {
    // A column that is too narrow on the sheet has its text in full where there is room.
    const wanted = bare(unbracketed(text.replace(/…$/, '')));
    const found = isComplex(text)
      ? [...wanted].every((letter) => has.has(letter))
      : unbracketed(whole).includes(wanted);
    return found ? [] : [text];
  });
}

function laid(spec: FigureSpec, table: Table, locale: Locale = english) {
  const figure = resolveFigure(spec, table, DEFAULT_STYLE);
  return { figure, layout: layoutFigure(figure, DEFAULT_STYLE, locale), style: DEFAULT_STYLE, locale };
}

const EVIL = '#[1+1] $x$ \\ "<script>hit()</script>" @ref *b* _i_ `c` </script>';
const evilTable = tableOf([
  dates(months(2026, 1, 6), 'month'),
  { ...numbers('a', [10, 20, null, 40, 50, 3], 'thousands'), title: '=1+HYPERLINK' },
  { ...numbers('b', [91.5, 92, -93, 94, 95, 0.1 + 0.2], 'thousands'), title: '-2+3 </script>' },
]);
function evilFigure() {
  const [across, ...lines] = evilTable.columns.map(({ key }) => key);
  const spec = draftFigure(evilTable, { id: 'f', tableId: 't', style: DEFAULT_STYLE, across, lines });
  spec.words = { ...spec.words, title: EVIL, source: EVIL };
  return laid(spec, evilTable);
}

describe('a figure as PDF', () => {
  it('has every text of the sheet as text, in embedded subsets of the fonts that ship, and says what it is', async () => {
    const figure = evilFigure();
    const { body } = await figureFile('pdf', figure);
    const pdf = body as Buffer;
    expect(absent(textsOf(figure.layout.scene.nodes), poppler('pdftotext', pdf, '-raw'))).toEqual([]);
    const fonts = poppler('pdffonts', pdf).trim().split('\n').slice(2);
    expect(fonts.length).toBeGreaterThan(0);
    for (const font of fonts)
      expect(font).toMatch(/^[A-Z]{6}\+SourceSans3\S+\s+CID TrueType\s+Identity-H\s+yes yes yes/);
    const info = poppler('pdfinfo', pdf);
    expect(info).toContain(`Title:           ${EVIL}`);
    expect(info).toMatch(/Tagged:\s+yes/);
    const { width, height } = figure.figure.spec.frame;
    const [, across, down] = /Page size:\s+([\d.]+) x ([\d.]+) pts/.exec(info) ?? [];
    expect(Number(across)).toBeCloseTo((width / 25.4) * 72, 1);
    expect(Number(down)).toBeCloseTo((height / 25.4) * 72, 1);
    const raw = pdf.toString('latin1');
    expect(raw).toContain('/Lang (en-GB)');
    expect(raw).toMatch(/\/Alt[ (<]/);
    expect(raw).not.toMatch(/\/JavaScript|\/JS\b|\/Image\b/);
    expect(poppler('pdfinfo', pdf, '-struct')).toContain('Figure');
    // The same sheet gives the same bytes.
    expect(((await figureFile('pdf', figure)).body as Buffer).equals(pdf)).toBe(true);
  });

  it('sets letters of other scripts in their own fonts, and none of the machine’s', async () => {
    const table = tableOf([
      dates(months(2026, 1, 4), 'month'),
      { ...numbers('a', [10, 20, 30, 40]), title: 'נמל' },
      { ...numbers('b', [41, 33, 25, 14]), title: 'ท่าเรือ' },
      { ...numbers('c', [1, 2, 3, 4]), title: '港口' },
    ]);
    const spec = draftFigure(table, { id: 'f', tableId: 't', style: DEFAULT_STYLE });
    spec.words = { ...spec.words, title: 'שלום (2026) Ports' };
    const figure = laid(spec, table);
    const { body } = await figureFile('pdf', figure);
    const names = [...poppler('pdffonts', body as Buffer).matchAll(/\+(\w+)-/g)].map(([, name]) => name);
    expect([...new Set(names)].sort()).toEqual(['NotoSansHebrew', 'NotoSansSC', 'NotoSansThai', 'SourceSans3']);
    const read = poppler('pdftotext', body as Buffer);
    for (const { text } of textsOf(figure.layout.scene.nodes))
      for (const letter of lettersIn(unbracketed(text))) expect(read).toContain(letter);
  });

  it('is refused with what to do where it is longer than a page can be', () => {
    const sheet = { svg: '<svg/>', texts: [], widthMm: 100, title: 'Long', alternative: '', locale: english };
    expect(() => toPdf({ ...sheet, heightMm: 5081 })).toThrow(Refusal);
    expect(() => toPdf({ ...sheet, heightMm: 5081 })).toThrow(/“Long” is 5081 mm long, .* at most 5080 mm/);
  });
});

describe('a figure as an HTML page', () => {
  it('lets nothing run but its own two scripts, and has every text and every number', async () => {
    const figure = evilFigure();
    const page = String((await figureFile('html', figure)).body);
    const policy = /content="(default-src[^"]+)"/.exec(page)?.[1] ?? '';
    const scripts = [...page.matchAll(/<script>([\s\S]*?)<\/script>/g)].map(([, script]) => script ?? '');
    expect(scripts).toHaveLength(2);
    for (const script of scripts)
      expect(policy).toContain(`'sha256-${createHash('sha256').update(script).digest('base64')}'`);
    expect(policy).toContain("default-src 'none'");
    expect(policy).not.toMatch(/script-src[^;]*(unsafe|\*|http)/);
    // Beside them there is data, which no text of a user ends.
    expect(page.match(/<script/g)).toHaveLength(3 + (scripts.join('').match(/<script/g)?.length ?? 0));
    const [, data = ''] = /<script type="application\/json" id="page-data">([\s\S]*?)<\/script>/.exec(page) ?? [];
    expect(JSON.parse(data).looks[0].views).toHaveLength(1);
    expect(JSON.parse(data).numbers).toEqual(figure.style.numbers);
    const still = page.replace(/<script[\s\S]*?<\/script>/g, '');
    expect(still).not.toMatch(/(?:src|href)="(?!data:)[^"]/);
    const text = still
      .replace(/<[^>]*>/g, '\n')
      .replaceAll('&lt;', '<')
      .replaceAll('&gt;', '>')
      .replaceAll('&quot;', '"')
      .replaceAll('&#39;', "'")
      .replaceAll('&amp;', '&');
    expect(absent(textsOf(figure.layout.scene.nodes), text)).toEqual([]);
    for (const number of ['91.5', '−93.0', '0.3', '–']) expect(text).toContain(`\n${number}\n`);
  });
});

describe('the values of a figure as CSV', () => {
  const read = (csv: string) => Papa.parse<string[]>(csv.trimEnd(), { newline: '\r\n' }).data;

  it('cannot run as formulas, but for who wants the exact texts', () => {
    const { figure } = evilFigure();
    const [head, ...rows] = read(figureCsv(figure, false));
    expect(head).toEqual(['Date', "'=1+HYPERLINK (thousands)", "'-2+3 </script> (thousands)"]);
    expect(rows[2]).toEqual(['2026-03-01', '', '-93']);
    expect(rows[5]).toEqual(['2026-06-01', '3', '0.3']);
    expect(read(figureCsv(figure, true))[0]).toEqual([
      'Date',
      '=1+HYPERLINK (thousands)',
      '-2+3 </script> (thousands)',
    ]);
  });

  it('mark each text that a spreadsheet would take for a formula, and no other', () => {
    const begins = ['=', '+', '-', '@', '\t', '\r', '\n', '＝', '＋', '－', '＠', ' =', '  @'];
    for (const begin of begins) {
      const text = `${begin}SUM(A1)`;
      expect(Papa.parse<string[]>(csvOf([[text, 'b']], false)).data[0]?.[0], JSON.stringify(begin)).toBe(`'${text}`);
      expect(Papa.parse<string[]>(csvOf([[text, 'b']], true)).data[0]?.[0]).toBe(text);
    }
    const plain = ['a=b', '5 - 3', "'quoted", '−3 °C', 'a@b', '', '–'];
    expect(Papa.parse<string[]>(csvOf([plain], false)).data[0]).toEqual(plain);
    expect(csvOf([[-3, 1e21, 0.1]], false)).toBe('-3,1e+21,0.1\r\n');
  });

  it('has a column for each line where a figure is split by its lines, and names what it is split by', () => {
    const table = pierTable(3);
    const spec = panelledSpec(table, { by: { kind: 'category', column: 'pier' } });
    const [head, ...rows] = read(figureCsv(resolveFigure(spec, table, DEFAULT_STYLE), false));
    expect(head?.slice(0, 2)).toEqual(['Pier', 'Date']);
    expect(new Set(rows.map(([pier]) => pier)).size).toBe(resolveFigure(spec, table, DEFAULT_STYLE).panels.list.length);
    const grid = gridTable();
    const both = panelledSpec(grid, {
      by: { kind: 'category', column: 'pier' },
      down: { kind: 'category', column: 'class' },
    });
    expect(read(figureCsv(resolveFigure(both, grid, DEFAULT_STYLE), false))[0]?.slice(0, 3)).toEqual([
      'Class',
      'Pier',
      'Date',
    ]);
    const lines = laid(
      {
        ...evilFigure().figure.spec,
        panels: { ...both.panels, by: { kind: 'lines' }, down: null } as FigureSpec['panels'],
      },
      evilTable,
    );
    expect(read(figureCsv(lines.figure, true))[0]).toEqual([
      'Date',
      '=1+HYPERLINK (thousands)',
      '-2+3 </script> (thousands)',
    ]);
  });

  it('has every value that is drawn, in the row of its place and the column of its line, for any figure', () => {
    let compared = 0;
    // Gathered, since so many cells cannot be looked at one by one in a moment.
    const wrong: string[] = [];
    for (let seed = 1; seed <= 150; seed++) {
      const { spec, table } = randomFigure(new Dice(seed));
      const figure = resolveFigure(spec, table, DEFAULT_STYLE);
      const [head = [], ...rows] = read(figureCsv(figure, true));
      expect(new Set(head).size, `seed ${seed}`).toBe(head.length);
      const split = [spec.panels?.down, spec.panels?.by].filter((one) => one?.kind === 'category').length;
      // Lines stand in the order of the figure, those that are drawn somewhere.
      const order = spec.lines.map(({ id }) => id).filter((id) => figure.lines.some(({ line }) => line.id === id));
      for (const panel of figure.panels.list) {
        const names = [
          ...(spec.panels?.down?.kind === 'category' ? [panel.downName ?? ''] : []),
          ...(spec.panels?.by.kind === 'category' ? [panel.name] : []),
        ];
        const own = rows.filter((row) => names.every((name, at) => row[at] === name));
        expect(own.length, `seed ${seed}`).toBe(panel.drawn.keys.length);
        for (const { line, values, at } of panel.drawn.lines)
          values.forEach((value, entry) => {
            const row = own[entry] ?? [];
            const place = figure.across.kind === 'date' ? isoOf(Number(panel.drawn.keys[entry])) : at(entry);
            const cell = row[split + 1 + order.indexOf(line.id)];
            const wanted = value === null ? '' : String(Number(value.toPrecision(15)));
            if (row[split] !== place || cell !== wanted)
              wrong.push(`seed ${seed}: ${cell} at ${row[split]}, and not ${wanted} at ${place}`);
            compared++;
          });
      }
    }
    expect(wrong).toEqual([]);
    expect(compared).toBeGreaterThan(3000);
  });
});

describe('a panel alone', () => {
  it('draws just what it draws among the others, titled with its name', () => {
    const table = gridTable();
    const spec = panelledSpec(table, {
      by: { kind: 'category', column: 'pier' },
      down: { kind: 'category', column: 'class' },
    });
    const whole = resolveFigure(spec, table, DEFAULT_STYLE);
    for (const panel of whole.panels.list) {
      const alone = panelAlone(spec, table, DEFAULT_STYLE, NO_CALENDARS, { panel: panel.key });
      const own = alone && resolveFigure(alone.spec, alone.table, DEFAULT_STYLE);
      expect(own?.lines.map(({ values }) => values)).toEqual(panel.drawn.lines.map(({ values }) => values));
      expect(own?.lines.map(({ line }) => line.colour)).toEqual(panel.drawn.lines.map(({ line }) => line.colour));
      expect(alone?.spec.words.title).toBe(`${panel.name}, ${panel.downName}`);
    }
    expect(panelAlone(spec, table, DEFAULT_STYLE, NO_CALENDARS, { panel: 'gone' })).toBeUndefined();
  });

  it('is one line of a figure that is split by its lines, or one category of one that is not split', () => {
    const { figure } = evilFigure();
    const spec = { ...figure.spec, panels: panelledSpec(pierTable(3), { by: { kind: 'lines' } }).panels };
    const [first] = resolveFigure(spec, evilTable, DEFAULT_STYLE).panels.list;
    const alone = panelAlone(spec, evilTable, DEFAULT_STYLE, NO_CALENDARS, { panel: first?.key ?? '' });
    expect(alone?.spec.lines).toHaveLength(1);
    expect(alone && resolveFigure(alone.spec, alone.table, DEFAULT_STYLE).lines[0]?.values).toEqual([
      10,
      20,
      null,
      40,
      50,
      3,
    ]);
    const table = pierTable(3);
    const plain = { ...panelledSpec(table, { by: { kind: 'category', column: 'pier' } }), panels: null };
    const one = panelAlone(plain, table, DEFAULT_STYLE, NO_CALENDARS, { column: 'pier', category: 'Kelda' });
    expect(one?.name).toBe('Kelda');
    expect(one && resolveFigure(one.spec, one.table, DEFAULT_STYLE).positions).toHaveLength(3);
  });
});

describe('every form of a spark table', () => {
  it('has every text of the sheet', async () => {
    let [seen, tried] = [0, 0];
    for (let seed = 1; tried < runs(27); seed++) {
      const made = randomSpark(new Dice(seed));
      if (!made) continue;
      tried++;
      const { spec, table, locale } = made;
      const source = { spec, table, style: DEFAULT_STYLE, locale };
      const texts = [
        ...sparkTexts(
          sparkGeometry(resolveSparkTable(spec, table, DEFAULT_STYLE, locale), DEFAULT_STYLE, locale, 0.24),
        ),
      ];
      seen += texts.length;
      const docx = unzipSync(new Uint8Array((await sparkFile('docx', source)).body as Buffer));
      const pictures = Object.entries(docx).flatMap(([name, bytes]) =>
        name.endsWith('.svg') ? [strFromU8(bytes)] : [],
      );
      const forms: [string, string][] = [
        ['html', String((await sparkFile('html', source)).body)],
        // Texts within a cell's picture are its outlines, with their words.
        [
          'docx',
          strFromU8(docx['word/document.xml'] ?? new Uint8Array()) + pictures.join('').replaceAll('aria-label="', '>'),
        ],
      ];
      for (const [form, written] of forms) {
        const read = written
          .replace(/<w:br\/>/g, ' ')
          .replace(/<[^>]*>/g, '')
          .replace(/" [^<>]*\/>/g, '')
          .replaceAll('&lt;', '<')
          .replaceAll('&gt;', '>')
          .replaceAll('&quot;', '"')
          .replaceAll('&#39;', "'")
          .replaceAll('&apos;', "'")
          .replaceAll('&amp;', '&');
        expect(absent(texts, read), `${form}, seed ${seed}`).toEqual([]);
      }
      const pdf = (await sparkFile('pdf', source)).body as Buffer;
      expect(absent(texts, poppler('pdftotext', pdf, '-raw')), `pdf, seed ${seed}`).toEqual([]);
    }
    expect(seen).toBeGreaterThan(300);
  });
});
