import { strFromU8, unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { newEmphasis } from '../../src/core/mark/emphasis.ts';
import { draftSparkTable, newColumn, newLevelBars, newSparkline } from '../../src/core/spark/draft.ts';
import { sparkGeometry } from '../../src/core/spark/geometry.ts';
import { sparkPage, sparkTableHtml } from '../../src/core/spark/html.ts';
import { type ResolvedSparkline, resolveSparkTable } from '../../src/core/spark/resolve.ts';
import { wordSparkline } from '../../src/core/spark/single.ts';
import type { SparkTableSpec } from '../../src/core/spark/spec.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { sparkCsv } from '../../src/formats/spark-csv.ts';
import { sparkCellFile, sparkFile } from '../../src/formats/spark-file.ts';
import { dressedEmphasis } from './dressed.ts';
import { numbers, tableOf, texts } from './tables.ts';

const english = localeOf('en-GB');
const EVIL = '=1+1 <script>hit()</script> & "x"';
const ESCAPED = '=1+1 &lt;script&gt;hit()&lt;/script&gt; &amp; &quot;x&quot;';
const table = tableOf([
  texts('pier', ['Ness', EVIL, 'Kelda', 'Empty']),
  numbers('jan', [10.25, 1, -3, null], 't'),
  numbers('feb', [1234.5, 5, 4, null], 't'),
  numbers('mar', [20, 3, 5, null], 't'),
]);
const spec: SparkTableSpec = (() => {
  const drafted = draftSparkTable(table, { id: 's', tableId: 't' });
  drafted.words = { title: `Title ${EVIL}`, subtitle: EVIL, source: 'Made up' };
  drafted.order.total = { shown: true, name: 'Total' };
  const over = ['jan', 'feb', 'mar'];
  drafted.columns.push(
    newSparkline('wins', { column: 'jan', over, draw: 'win / loss', sign: 'previous' }),
    newLevelBars('bars', 'mar', '#c2811a'),
    newColumn({ kind: 'derived', id: 'high', title: null, of: 'spark-1', what: 'high' }),
  );
  drafted.heads = [{ id: 'head-1', text: EVIL, from: 'derived-1', to: 'spark-1' }];
  return drafted;
})();
const source = { spec, table, style: DEFAULT_STYLE, locale: english };
const geometry = sparkGeometry(resolveSparkTable(spec, table, DEFAULT_STYLE, english), DEFAULT_STYLE, english, 0.24);
/** How often a text stands in another. */
const times = (text: string, part: string | RegExp) => text.split(part).length - 1;

describe('a spark table as HTML', () => {
  const page = sparkPage(geometry, 'en-GB');
  it('is one table with inline SVG, each with its words', () => {
    expect(times(page, '<table')).toBe(1);
    expect(times(page, 'aria-label="Ness: first 10, last 20, low 10 (Jan), high 1,235 (Feb)"')).toBe(2);
    expect(times(page, 'aria-label="Empty: no values"')).toBe(2);
    expect(times(page, 'aria-label="Kelda: 5 of 20"')).toBe(1);
  });
  it('lets its reader bring the numbers back and turn the emphasis off, without any script', () => {
    expect(times(page, '<input type="checkbox" id="numbers">')).toBe(1);
    expect(times(page, '#numbers:not(:checked)~.sheet .tucked{display:none}')).toBe(1);
    expect(times(page, '<input type="checkbox" id="emphasis" checked>')).toBe(1);
    expect(times(page, '<g data-of="emphasis">')).toBe(3);
    // The three months behind both columns of sparklines, once.
    expect(times(page, '<th scope="col" class="tucked"')).toBe(3);
  });
  it('runs nothing that a user typed', () => {
    for (const html of [page, sparkTableHtml(geometry)]) {
      expect(/<script/i.test(html)).toBe(false);
      expect(/<[^>]*\son\w+=/i.test(html)).toBe(false);
      expect(times(html, ESCAPED)).toBeGreaterThan(2);
    }
    expect(times(page, "default-src 'none'")).toBe(1);
  });
  it('as a table to paste has what is shown, and styles of its own', () => {
    const html = sparkTableHtml(geometry);
    expect(html.startsWith('<table style=')).toBe(true);
    expect(times(html, 'class=')).toBe(0);
    expect(times(html, '<tr')).toBe(1 + 1 + 5);
    expect(times(html, '<th scope="col"')).toBe(spec.columns.length);
    expect(times(html, 'colspan="2"')).toBe(1);
  });
});

it('a spark table to paste has each sparkline as a picture with its words', async () => {
  const clip = String((await sparkFile('clip', source)).body);
  const table = sparkTableHtml(geometry);
  expect(times(clip, '<img src="data:image/png;base64,')).toBe(times(table, '<svg '));
  expect(times(clip, '<svg')).toBe(0);
  expect(clip).toContain('alt="Ness: first 10, last 20, low 10 (Jan), high 1,235 (Feb)"');
  expect(clip.replace(/<img[^>]*>/g, '')).toBe(table.replace(/<svg[\s\S]*?<\/svg>/g, ''));
});

describe('the numbers of a spark table', () => {
  it('are in full, by period once, with texts that are no formulas', () => {
    const [head, ness, evil, , empty, total] = sparkCsv(geometry.resolved, english).split('\r\n');
    expect(head).toBe('Pier,"Latest, t",Jan,Feb,Mar,"Change, t","Mar, t","High, t","High, t, at"');
    expect(ness).toBe('Ness,20,10.25,1234.5,20,9.75,20,1234.5,Feb');
    expect(evil?.startsWith('"\'=1+1 <script>')).toBe(true);
    expect(empty).toBe('Empty,,,,,,,,');
    expect(total).toBe('Total,,,,,,,,');
  });
});

describe('a spark table as a document', () => {
  it('is a native table, each sparkline as SVG with a PNG, headed on every page', async () => {
    const { body, extension } = await sparkFile('docx', source);
    expect(extension).toBe('docx');
    const files = unzipSync(new Uint8Array(body as Buffer));
    const xml = strFromU8(files['word/document.xml'] ?? new Uint8Array());
    expect(times(xml, '<w:tbl>')).toBe(1);
    // Two of them are headers: texts over them, and their own.
    expect(times(xml, '<w:tr>')).toBe(7);
    expect(times(xml, '<w:tblHeader')).toBe(2);
    expect(times(xml, /=1\+1 &lt;script&gt;/)).toBeGreaterThan(1);
    expect(times(xml, 'Ness: first 10, last 20')).toBeGreaterThan(0);
    const media = Object.keys(files).filter((name) => name.startsWith('word/media/'));
    const [svgs, pngs] = ['.svg', '.png'].map((ending) => media.filter((name) => name.endsWith(ending)).length);
    // Sparklines, wins and losses, and level bars of three rows; two that win and lose alike share their PNG.
    expect([svgs, pngs]).toEqual([9, 8]);
    for (const name of media)
      if (name.endsWith('.svg'))
        expect(/^<svg[^>]* width="[\d.]+mm"/.test(strFromU8(files[name] as Uint8Array))).toBe(true);
  });
  it('has the texts over headers, each over its columns, and repeats them on every page', async () => {
    const sparks = source.spec.columns.filter(({ kind }) => kind === 'sparkline').map(({ id }) => id);
    const all = source.spec.columns.map(({ id }) => id);
    const [from = '', to = ''] = [sparks[0], all.at(-1)];
    const heads = [{ id: 'h', text: 'Months & <weeks>', from, to }];
    const { body } = await sparkFile('docx', { ...source, spec: { ...source.spec, heads } });
    const xml = strFromU8(unzipSync(new Uint8Array(body as Buffer))['word/document.xml'] ?? new Uint8Array());
    expect(times(xml, '<w:tblHeader')).toBe(2);
    const [top = '', below = ''] = xml.split('<w:tr>').slice(1);
    expect(top).toContain('Months &amp; &lt;weeks&gt;');
    const spans = [...top.matchAll(/<w:gridSpan w:val="(\d+)"/g)].map(([, count]) => Number(count));
    const cells = times(below, '<w:tc>');
    // As many columns as below, those of the text as one cell.
    expect(times(top, '<w:tc>') - spans.length + spans.reduce((sum, count) => sum + count, 0)).toBe(cells);
    expect(Math.max(...spans)).toBeGreaterThan(1);
    const page = String((await sparkFile('html', { ...source, spec: { ...source.spec, heads } })).body);
    expect(page).toContain('Months &amp; &lt;weeks&gt;');
  });
  it('is refused where it would be hundreds of pages', async () => {
    const rows = 2001;
    const names = Array.from({ length: rows }, (_, row) => `p${row}`);
    const long = tableOf([
      texts('pier', names),
      ...['a', 'b', 'c'].map((key) => numbers(key, new Array(rows).fill(1))),
    ]);
    const many = draftSparkTable(long, { id: 's', tableId: 't' });
    const wide = { ...source, spec: many, table: long };
    await expect(sparkFile('docx', wide)).rejects.toThrow(/a document holds up to 2000/);
    await expect(sparkFile('png', { ...wide, dpi: 1200 })).rejects.toThrow(/million pixels/);
  });
});

describe('single sparklines', () => {
  it('stand as SVG, as PNG, and as a word with its baseline', async () => {
    const wish = { column: 'spark-1', row: 'Ness', size: 10 };
    const svg = String((await sparkCellFile('svg', source, wish))?.body);
    expect(times(svg, 'width="34mm"')).toBe(1);
    expect(times(svg, 'Ness: first 10')).toBe(1);
    const png = (await sparkCellFile('png', source, wish))?.body;
    expect(png instanceof Buffer && png.subarray(1, 4).toString('latin1')).toBe('PNG');
    expect(times(String((await sparkCellFile('word', source, wish))?.body), 'style="vertical-align:-1.8pt"')).toBe(1);
    expect(await sparkCellFile('svg', source, { ...wish, row: 'Nowhere' })).toBeUndefined();
    expect(await sparkCellFile('word', source, { ...wish, column: 'bars' })).toBeUndefined();
  });
  it('as words are as high as the type, with strokes and marks in proportion', () => {
    const column = geometry.resolved.columns.find(({ kind }) => kind === 'sparkline') as ResolvedSparkline;
    const { scene, depth } = wordSparkline(geometry, column, 0, 9);
    expect((scene.heightMm * 72) / 25.4).toBeCloseTo(8.1, 9);
    expect(depth).toBeCloseTo(1.62, 9);
    const [line] = scene.nodes;
    expect(line?.kind === 'path' && line.stroke?.width).toBeLessThan(column.spec.weight);
    const bold = {
      ...column,
      spec: { ...column.spec, emphasis: [{ ...dressedEmphasis(newEmphasis('high'), 'spark'), size: 30 }] },
    };
    expect(wordSparkline(geometry, bold, 0, 9).scene.nodes.length).toBeGreaterThan(1);
  });
});

describe('the files of a spark table', () => {
  it('are its settings as they are, and pictures with letters or outlines', async () => {
    expect(JSON.parse(String((await sparkFile('spec', source)).body))).toEqual(spec);
    expect(String((await sparkFile('svg', source)).body).includes('@font-face')).toBe(true);
    expect(String((await sparkFile('svg-outlines', source)).body).includes('<text')).toBe(false);
    expect(String((await sparkFile('html', source)).body).includes('@font-face')).toBe(true);
  });
});
