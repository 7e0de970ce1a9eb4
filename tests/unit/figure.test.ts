import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { sayFactsOf } from '../../src/core/figure/facts.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { FigureSpec } from '../../src/core/figure/spec.ts';
import { textsOf } from '../../src/core/scene/scene.ts';
import { escapeXml, toSvg } from '../../src/core/scene/svg.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Table } from '../../src/core/table/column.ts';
import { understand } from '../../src/core/table/understand.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { textWidth } from '../../src/core/text/measure.ts';
import { plainWords } from '../../src/core/text/rich.ts';
import { readDelimited } from '../../src/formats/delimited.ts';
import { fontFacesOf } from '../../src/formats/embed.ts';
import { outlineText } from '../../src/formats/outlines.ts';
import { toPng } from '../../src/formats/png.ts';
import { readTableFile } from '../../src/formats/table-file.ts';
import { golden } from './golden.ts';

const locale = localeOf('en-GB');
const readTableText = (text: string, title: string) => understand(readDelimited(text), title);
const NAMES = [
  'sailings-monthly.csv',
  'by-year.csv',
  'time-of-day.tsv',
  'margins-quarterly.csv',
  'broken-header-only.csv',
];
const tables = new Map<string, Table>();
for (const name of NAMES) {
  const bytes = readFileSync(new URL(`../received/${name}`, import.meta.url));
  tables.set(name, (await readTableFile(name, bytes)).table);
}
const read = (name: string): Table => {
  const table = tables.get(name);
  if (!table) throw new Error(`${name} is not read`);
  return table;
};
const draft = (table: ReturnType<typeof read>, more: { across?: string; lines?: string[] } = {}) =>
  draftFigure(table, { id: 'f', tableId: 't', style: DEFAULT_STYLE, ...more });
const draw = (spec: FigureSpec, table: ReturnType<typeof read>) => drawFigure(spec, table, DEFAULT_STYLE, locale);

describe('a first figure of a table', () => {
  it('runs the right column across and draws lines that can share an axis', () => {
    const sailings = draft(read('sailings-monthly.csv'));
    expect(sailings.across).toBe('month');
    expect(sailings.lines.map((line) => line.column)).toEqual([
      'outer_isles',
      'harbour_shuttle',
      'kelda_ness',
      'sound_crossing',
    ]);
    expect(sailings.words.title).toBe('Sailings monthly');
    const resolved = resolveFigure(sailings, read('sailings-monthly.csv'), DEFAULT_STYLE);
    expect(plainWords(sailings.words.subtitle, sayFactsOf(resolved, locale))).toBe('Jan 2024 to Oct 2026');
    expect(sailings.frame).toMatchObject({ width: 160, height: 84 });
    expect(draft(read('by-year.csv')).across).toBe('year');
    expect(draft(read('time-of-day.tsv')).across).toBe('time_of_day');
  });

  it('takes columns by key or title, and names those it lacks', () => {
    const table = read('by-year.csv');
    expect(draft(table, { lines: ['Vehicles'] }).lines.map((line) => line.column)).toEqual(['vehicles']);
    expect(() => draft(table, { lines: ['bikes'] })).toThrow(/no column “bikes”.*year, foot_passengers, vehicles/);
    expect(() => draft(table, { lines: ['year'] })).toThrow(/“Year” holds dates/);
    expect(() => draft(read('broken-header-only.csv'))).toThrow(/no rows yet/);
  });

  it('is valid by its own schema', () => {
    expect(FigureSpec.parse(draft(read('time-of-day.tsv')))).toBeDefined();
  });
});

describe('golden figures', () => {
  it.each(['sailings-monthly.csv', 'by-year.csv', 'time-of-day.tsv', 'margins-quarterly.csv'])('%s', async (name) => {
    const table = read(name);
    const svg = toSvg(draw(draft(table), table).scene).replace(/></g, '>\n<');
    await expect(golden(svg)).toMatchFileSnapshot(`../golden/${name.replace(/\.\w+$/, '')}.svg`);
  });
});

describe('what is on the sheet', () => {
  const table = read('sailings-monthly.csv');

  it('carries parts, tick values and point values', () => {
    const svg = toSvg(draw(draft(table), table).scene);
    for (const part of ['title', 'subtitle', 'axis:across', 'axis:left', 'line:line-1', 'name:line-1'])
      expect(svg).toContain(`data-part="${part}"`);
    expect(svg).toContain('data-value="20000">20,000</text>');
    expect(svg).toMatch(/<circle [^>]*data-at="2024-01-01" data-value="41229"\/>/);
    expect(svg.match(/data-at="2025-03-01"/g)).toHaveLength(3);
  });

  it('puts ticks where they were asked for', () => {
    const spec = draft(table, { lines: ['on_time_pct'] });
    Object.assign(spec.leftAxis, { from: 60, to: 100, every: 10 });
    const svg = toSvg(draw(spec, table).scene);
    const axis = svg.slice(svg.indexOf('data-part="axis:left"'), svg.indexOf('data-part="axis:across"'));
    const labels = [...axis.matchAll(/data-value="(\d+)">(\d+)<\/text>/g)].map((found) => found[2]);
    expect(labels).toEqual(['60', '70', '80', '90', '100']);
    expect(svg).toContain('>%</text>');
  });

  it('leaves out lines that are not shown', () => {
    const spec = draft(table);
    for (const line of spec.lines) line.shown = line.id === 'line-2';
    const svg = toSvg(draw(spec, table).scene);
    expect(svg).not.toContain('line:line-1');
    expect(svg).toContain('line:line-2');
  });

  it('draws a single point between gaps as a dot', () => {
    const lonely = readTableText('month,a\n2026-01,\n2026-02,5\n2026-03,\n', 'Lonely');
    expect(toSvg(draw(draft(lonely), lonely).scene)).toMatch(/<circle [^>]*fill="#5b3a63"/);
  });

  it('keeps all text inside the frame, whatever the size', () => {
    for (const [width, height] of [
      [160, 84],
      [60, 40],
      [250, 120],
      [30, 30],
    ] as const) {
      const drafted = draft(table);
      const spec = { ...drafted, frame: { ...drafted.frame, width, height } };
      const { scene } = draw(spec, table);
      const right = (width * 72) / 25.4;
      for (const node of textsOf(scene.nodes)) {
        const shift = { start: 0, middle: 0.5, end: 1 }[node.anchor];
        const left = node.x - shift * textWidth(node.text, node.face, node.size);
        expect(left).toBeGreaterThan(-0.1);
        if (width >= 60) expect(left + textWidth(node.text, node.face, node.size)).toBeLessThan(right + 0.1);
      }
    }
  });

  it('does not lose a figure whose column is gone', () => {
    const spec = draft(table);
    const first = spec.lines[0];
    if (first) first.column = 'gone';
    expect(toSvg(draw(spec, table).scene)).toContain('data-part="line:line-1"');
    expect(draw({ ...spec, across: 'gone' }, table).scene.nodes.length).toBeGreaterThan(0);
  });
});

describe('SVG', () => {
  const table = read('by-year.csv');

  it('writes words as text, never as markup', () => {
    const spec = draft(table);
    const nasty = `<script>alert("1")</script> & 'x' \u0000\u0008`;
    spec.words = { title: nasty, subtitle: nasty, source: nasty };
    for (const line of spec.lines) line.name = '<img src=x onerror=alert(1)>';
    const { scene } = draw(spec, table);
    for (const svg of [toSvg(scene), toSvg(scene, { interactive: true }), toSvg(scene, { outline: outlineText })]) {
      expect(svg).not.toMatch(/<script|<img/);
      // biome-ignore lint/suspicious/noControlCharactersInRegex: these are what must not be there
      expect(svg).not.toMatch(/[\u0000-\u0008]/);
    }
    expect(escapeXml(`a<b>&"'`)).toBe('a&lt;b&gt;&amp;&quot;&#39;');
  });

  it('embeds just the letters that are used', async () => {
    const { scene } = draw(draft(table), table);
    const rules = await fontFacesOf(textsOf(scene.nodes));
    expect(rules).toMatch(/@font-face\{font-family:'Source Sans 3';font-weight:600/);
    expect(rules.length).toBeLessThan(60_000);
  });

  it('outlines all text, so that no font is needed', () => {
    const svg = toSvg(draw(draft(table), table).scene, { outline: outlineText });
    expect(svg).not.toContain('<text');
    expect(svg).toContain('aria-label="Foot passengers"');
  });
});

describe('PNG', () => {
  it('has the pixels and the resolution of its printed size', async () => {
    const table = read('by-year.csv');
    const png = await toPng(draw(draft(table), table).scene, 300);
    expect(png.subarray(1, 4).toString('latin1')).toBe('PNG');
    expect([png.readUInt32BE(16), png.readUInt32BE(20)]).toEqual([1890, 992]);
    const chunk = png.indexOf('pHYs');
    expect(png.readUInt32BE(chunk + 4)).toBe(11_811);
    expect(png.readUInt8(chunk + 12)).toBe(1);
  });
});
