/** A page that is looked at is what the renderer drew, with far fewer elements: held to that by drawing both. */
import { Resvg } from '@resvg/resvg-js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BOARD_PAPERS, SKERRY_PLAIN } from '../../demo/styles.ts';
import { Block, Manuscript, NO_MANUSCRIPT } from '../../src/core/document/manuscript.ts';
import { type ReportSources, sourcesOf } from '../../src/core/item/manuscript.ts';
import { HouseStyle } from '../../src/core/style/style.ts';
import { houseLocale } from '../../src/core/text/house-locale.ts';
import { SetPages } from '../../src/formats/pages/pages.ts';
import { inert, pagePicture } from '../../src/formats/pages/picture.ts';
import { runs } from '../runs.ts';
import { any, Dice } from './any-command.ts';
import { report, sources, tables } from './demo-sources.ts';

const pixelsOf = (svg: string, zoom: number) =>
  new Resvg(svg, { background: 'white', fitTo: { mode: 'zoom', value: zoom } }).render().pixels;

/** The share of all ink by which two drawings differ. */
function differ(one: string, other: string, zoom: number): number {
  const [a, b] = [pixelsOf(one, zoom), pixelsOf(other, zoom)];
  expect(a.length).toBe(b.length);
  let [ink, apart] = [0, 0];
  for (let at = 0; at < a.length; at++) {
    ink += 255 - (a[at] ?? 0);
    apart += Math.abs((a[at] ?? 0) - (b[at] ?? 0));
  }
  return ink === 0 ? (apart === 0 ? 0 : 1) : apart / ink;
}

const wrap = (inner: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="200" height="200">${inner}</svg>`;

/** Two letters of straight lines and curves, one that is written otherwise, and a shape with a name. */
const DEFS =
  '<defs class="glyph">' +
  '<path id="gA" class="outline_glyph" d="M 0 0 L 0 600 L 300 600 L 300 0 Z M 100 100 L 200 100 L 200 500 L 100 500 Z "/>' +
  '<path id="gB" class="outline_glyph" d="M 50 0 Q 300 150 50 700 C 400.5 600 500 300 450.5 0 L 450.5 -50 Z "/>' +
  '<path id="gC" class="outline_glyph" d="m 0 0 h 300 v 300 z"/>' +
  '</defs><defs class="clip-path"><clipPath id="c0"><path d="M 0 0 L 90 0 L 90 90 L 0 90 Z "/></clipPath></defs>' +
  '<defs><rect id="box" width="300" height="200"/></defs>';

const number = (min: number, max: number) => fc.integer({ min: min * 8, max: max * 8 }).map((eighths) => eighths / 8);
const colour = fc.constantFrom('#2b2530', '#a33', '#287');
const use = fc
  .tuple(number(0, 900), fc.constantFrom(0, 0, 120), fc.constantFrom('gA', 'gB', 'gC', 'gone', 'box'))
  .map(([x, y, id]) => `<use x="${x}" y="${y}" href="#${id}"/>`);
const text = fc
  .tuple(
    number(0, 160),
    fc.constantFrom(40, 40, 90, 150),
    fc.constantFrom(0.02, 0.02, 0.05),
    colour,
    fc.array(use, { maxLength: 5 }),
  )
  .map(
    ([x, y, size, fill, uses]) =>
      `<g transform="translate(${x},${y})" data-tid="p"><g class="typst-text" fill="${fill}" transform="scale(${size},-${size})">${uses.join('')}<g transform="scale(16,-16)"></g></g></g>`,
  );
const shape = fc
  .tuple(number(0, 150), number(0, 150), colour, fc.boolean())
  .map(
    ([x, y, stroke, isMoved]) =>
      `<path class="typst-shape" fill="none" stroke="${stroke}" stroke-width="2" d="M ${x} ${y} l 30 12 "${isMoved ? ' transform="rotate(20) translate(3 4)"' : ''}/>`,
  );
const move = fc.oneof(
  fc.tuple(number(-20, 20), number(-20, 20)).map(([x, y]) => `translate(${x}, ${y})`),
  fc.constantFrom('matrix(1 0 0 1 5 6)', 'matrix(0.8 0.2 -0.2 0.8 10 0)', 'scale(0.9)', 'rotate(10)', 'translate(4)'),
);
const { drawing } = fc.letrec<{ drawing: string; group: string }>((tie) => ({
  drawing: fc.oneof({ depthSize: 'small', withCrossShrink: true }, text, shape, tie('group')),
  group: fc
    .tuple(
      move,
      fc.constantFrom('', '', ' fill="#468"', ' clip-path="url(#c0)"', ' opacity="0.5"', ' stroke="#c30" fill="#fa0"'),
      fc.array(tie('drawing'), { maxLength: 4 }),
    )
    .map(([transform, look, inner]) => `<g class="typst-group" transform="${transform}"${look}>${inner.join('')}</g>`),
}));

describe('a page that is looked at', () => {
  it('shows what the renderer drew, whatever groups, moves, clips and letters that is made of', () => {
    fc.assert(
      fc.property(fc.array(drawing, { minLength: 1, maxLength: 6 }), (inner) => {
        const drawn = DEFS + inner.join('');
        expect(differ(wrap(drawn), wrap(pagePicture(drawn)), 2)).toBeLessThan(0.02);
      }),
      { numRuns: runs(60) },
    );
  });

  it('shows each page of the demo as it was drawn, with a tenth of the elements', async () => {
    const pages = SetPages.set(report.manuscript, sources(SKERRY_PLAIN));
    const count = (svg: string) => svg.match(/<\w/g)?.length ?? 0;
    for (let number = 1; number <= pages.outline.count; number++) {
      const drawn = inert(await pages.drawn(number));
      const picture = await pages.page(number);
      expect(differ(pages.pageOf(number, drawn), picture, 1.5), `page ${number}`).toBeLessThan(0.02);
      expect(count(picture)).toBeLessThan(count(drawn) / 10);
      expect(picture).not.toMatch(/<use|<path id=/);
    }
  });

  /** Holds the first pages of a manuscript to what was drawn of them; answers how many. */
  async function held(manuscript: Manuscript, from: ReportSources, what: string): Promise<number> {
    const pages = SetPages.set(manuscript, from);
    const last = Math.min(3, pages.outline.count);
    for (let number = 1; number <= last; number++) {
      const drawn = pages.pageOf(number, inert(await pages.drawn(number)));
      expect(differ(drawn, await pages.page(number), 1), `${what}, page ${number}`).toBeLessThan(0.03);
    }
    return last;
  }

  it('shows words that mean something to XML, and letters of many scripts, also where a column is called so', async () => {
    const names = [
      '</g></svg> <script>x</script> & "<a href=',
      '\' alt="x" <!-- ]]> &lt;',
      'שלום עולם, العالم 北の港 ท่าเรือ นำ้ e\u0301',
      'ffi ff fl soft\u00adhyphen \u202eturned\u202c 😀 ①½²',
      'x'.repeat(1500),
    ];
    const table = tables.get('sailings');
    if (!table) throw new Error('The demo is another one.');
    for (const name of names) {
      const called = { ...table, columns: table.columns.map((column) => ({ ...column, title: name })) };
      const from = sourcesOf(report, SKERRY_PLAIN, houseLocale('en-GB', SKERRY_PLAIN), () => called);
      const spark = { kind: 'sparkline', table: 'sailings', column: 'outer_isles_thousands', last: 24, draw: 'line' };
      const blocks = [
        { type: 'words', id: 'h', role: 'heading', words: [{ kind: 'text', text: name }] },
        { type: 'words', id: 'p', words: [spark, { kind: 'text', text: `${name} and words behind it`, bold: true }] },
      ].map((block) => Block.parse(block));
      expect(await held(Manuscript.parse({ ...NO_MANUSCRIPT, blocks }), from, name)).toBeGreaterThan(0);
    }
  });

  it('shows any manuscript in any style as it was drawn', async () => {
    let count = 0;
    for (let seed = 1; seed <= runs(14); seed++) {
      const dice = new Dice(seed);
      const made = HouseStyle.safeParse(any(HouseStyle, {}, dice));
      const things = report.items.filter(({ type }) => type === 'figure' || type === 'spark').map(({ id }) => id);
      const pools = { things, table: [...tables.keys()], of: things, to: things, columns: ['month', 'on_time_pct'] };
      const parsed = Manuscript.safeParse(any(Manuscript, pools, dice));
      if (!parsed.success) continue;
      count += await held(parsed.data, sources(made.success ? made.data : BOARD_PAPERS), `seed ${seed}`);
    }
    expect(count).toBeGreaterThanOrEqual(runs(14) / 2);
  });

  it('has no link, script or words for pointers, and leaves what it does not know as it is', () => {
    expect(pagePicture('<g><a href="javascript:1"><path d="M 0 0"/></a><script>1</script></g>')).toBe('');
    expect(pagePicture('<g><filter id="f" x="1"><feBlend in="a"/></filter></g>')).toBe(
      '<filter id="f" x="1"><feBlend in="a"/></filter>',
    );
  });
});
