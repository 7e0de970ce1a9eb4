/** Pages of manuscripts: every block and run, hostile words, any style; what poppler reads of the PDF. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { BOARD_PAPERS, SKERRY_PLAIN } from '../../demo/styles.ts';
import { pageGeometry } from '../../src/core/document/geometry.ts';
import { Block, Manuscript, NO_MANUSCRIPT } from '../../src/core/document/manuscript.ts';
import { setManuscript } from '../../src/core/document/set.ts';
import { PAGE_FIELDS, Pages, sidesOf } from '../../src/core/style/pages.ts';
import { HouseStyle } from '../../src/core/style/style.ts';
import { LOCALES } from '../../src/core/text/locale.ts';
import { manuscriptPdf, SetPages } from '../../src/formats/pages/pages.ts';
import { pagesOfPdf } from '../../src/formats/report/pdf-pages.ts';
import { runs } from '../runs.ts';
import { any, Dice } from './any-command.ts';
import { report, sources, tables } from './demo-sources.ts';

const DAY = new Date(Date.UTC(2026, 9, 14));
const pdfOf = (manuscript: Manuscript, style: HouseStyle = SKERRY_PLAIN, claim: 'ua-1' | 'a-2a' = 'ua-1') =>
  manuscriptPdf(manuscript, sources(style), { claim, date: DAY });

const folder = mkdtempSync(join(tmpdir(), 'rizo-pages-'));
afterAll(() => rmSync(folder, { recursive: true }));
function poppler(tool: 'pdftotext' | 'pdffonts' | 'pdfinfo', pdf: Buffer, ...args: string[]): string {
  const path = join(folder, 'pages.pdf');
  writeFileSync(path, pdf);
  return execFileSync(tool, [...args, path, ...(tool === 'pdftotext' ? ['-'] : [])], {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'ignore'],
  });
}
const bare = (text: string) => text.normalize('NFKC').replace(/[\s\u00ad\u2010-]/g, '');
const written = (given: readonly object[]): Manuscript =>
  Manuscript.parse({ ...NO_MANUSCRIPT, blocks: given.map((block, at) => Block.parse({ id: `b${at}`, ...block })) });
const paragraph = (text: string, more: object = {}) => ({ type: 'words', words: [{ kind: 'text', text }], ...more });

describe('pages of the demo', () => {
  it('have all its words, in their order, and what was worked out of the tables', () => {
    const { bytes, unclaimed } = pdfOf(report.manuscript);
    expect(unclaimed).toBeNull();
    const text = bare(poppler('pdftotext', bytes, '-raw'));
    for (const block of setManuscript(report.manuscript, sources()).blocks) {
      if (block.type !== 'words') continue;
      for (const run of block.runs)
        if (run.kind === 'text' || run.kind === 'reference') expect(text).toContain(bare(run.text).slice(0, 18));
    }
    expect(text).toContain(bare('Passengers are counted once for each crossing.'));
    expect(text).toContain('Figure1Passengersamonthbyroute');
  });

  it('are tagged and claim what they are asked to, with bookmarks, links and embedded fonts', () => {
    for (const claim of ['ua-1', 'a-2a'] as const) {
      const { bytes, unclaimed } = pdfOf(report.manuscript, SKERRY_PLAIN, claim);
      expect(unclaimed).toBeNull();
      const info = poppler('pdfinfo', bytes);
      expect(info).toMatch(/Tagged:\s+yes/);
      expect(info).toContain('Title:           Skerry Line: monthly service report');
      expect(info).toContain('Author:          Planning office');
      expect(info).toMatch(/Pages:\s+[4-9]/);
      expect(info).toMatch(/Page size:\s+595.\d+ x 841.\d+ pts \(A4\)/);
      const plain = bytes.toString('latin1');
      expect(plain).toContain('/Outlines');
      expect(plain).toContain('mailto:planning@skerry.example');
      for (const font of poppler('pdffonts', bytes).trim().split('\n').slice(2)) expect(font).toMatch(/yes yes yes/);
    }
    // The pictures are in words for who does not see them.
    const structure = poppler('pdfinfo', pdfOf(report.manuscript).bytes, '-struct');
    expect(structure).toMatch(/Figure/);
    expect(structure).toMatch(/H1/);
    expect(structure).toMatch(/TH|THead/);
  });

  it('are sound files, whole and in part, whose bookmarks and links lead to pages that are there', async () => {
    const whole = pdfOf(report.manuscript).bytes;
    const part = Buffer.from(await pagesOfPdf(whole, 2, 3, 'en-GB'));
    for (const bytes of [whole, pdfOf(report.manuscript, SKERRY_PLAIN, 'a-2a').bytes, part]) {
      const path = join(folder, 'sound.pdf');
      writeFileSync(path, bytes);
      // It ends with 0 where it finds neither errors nor warnings.
      expect(execFileSync('qpdf', ['--check', path], { encoding: 'utf8' })).toContain(
        'No syntax or stream encoding errors',
      );
      const { pages, outlines } = JSON.parse(
        execFileSync('qpdf', ['--json', '--json-key=pages', '--json-key=outlines', path], { encoding: 'utf8' }),
      ) as { pages: { object: string }[]; outlines: { title: string; destpageposfrom1: number }[] };
      expect(pages).toHaveLength(bytes === part ? 2 : SetPages.set(report.manuscript, sources()).outline.count);
      expect(outlines.length > 0).toBe(bytes !== part);
      for (const { destpageposfrom1 } of outlines) expect(destpageposfrom1).toBeLessThanOrEqual(pages.length);
    }
  });

  it('stand in the outline as they stand in the PDF, each block once, and things where they have room', () => {
    const { outline } = SetPages.set(report.manuscript, sources());
    const { bytes } = pdfOf(report.manuscript);
    expect(Number(/Pages:\s+(\d+)/.exec(poppler('pdfinfo', bytes))?.[1])).toBe(outline.count);
    const ids = outline.blocks.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    const set = report.manuscript.blocks.filter(({ type }) => type !== 'figure').map(({ id }) => id);
    expect(set.filter((id) => !ids.includes(id))).toEqual([]);
    const geometry = pageGeometry(report.manuscript.pages, SKERRY_PLAIN);
    for (const { x, y, width, height } of outline.things) {
      expect(x).toBeGreaterThanOrEqual(0);
      expect(x + width).toBeLessThanOrEqual((geometry.width / 25.4) * 72);
      expect(y + height).toBeLessThanOrEqual((geometry.height / 25.4) * 72);
    }
    expect(outline.things.map(({ item }) => item).sort()).toEqual(
      report.manuscript.blocks.flatMap((block) => (block.type === 'figure' ? block.things : [])).sort(),
    );
  });

  it('are drawn one by one as SVG that holds nothing that runs, and needs no typeface', async () => {
    const pages = SetPages.set(report.manuscript, sources());
    for (let page = 1; page <= pages.outline.count; page++) {
      const svg = await pages.page(page);
      expect(svg).toMatch(/^<svg /);
      expect(svg).not.toMatch(/<script|<foreignObject|\son\w+=|javascript:/i);
      expect(svg.length).toBeGreaterThan(2000);
    }
  });
});

/** Words that would be something else to Typst, XML, HTML or a shell, or that are hard to set. */
const HOSTILE = [
  '#import "x.typ": *  #panic("no")  #eval("1+1")  [*bold*] $x^2$ @label <label> // not a comment',
  '#{ while true {} }  #set page(width: 1pt)  #read("/etc/passwd")  \\u{1F600} \\ #"',
  '</text><script>alert(1)</script><image href="file:///etc/passwd"/> &amp; &lt; ]]> <!--',
  '"}],"blocks":[{"type":"paragraph"',
  'שלום עולם, العالم and 北の港 together with e\u0301 and a\u0300',
  `${'x'.repeat(10_000)}`,
  'soft\u00adhyphen, no\u00a0break, zero\u200bwidth, \u202eturned\u202c',
];

describe('words that mean something elsewhere', () => {
  it('are set as they are typed, in every kind of block, and never run', () => {
    for (const text of HOSTILE) {
      const manuscript = written([
        paragraph(text),
        paragraph(text, { role: 'heading' }),
        paragraph(text, { role: 'item' }),
        paragraph(text, { frame: 'box' }),
        paragraph(text, { frame: 'quote' }),
        { type: 'words', words: [{ kind: 'footnote', id: 'n', words: [{ kind: 'text', text }] }] },
        { type: 'contents' },
        { type: 'figure', things: ['passengers'], caption: [{ kind: 'text', text }] },
      ]);
      const { bytes } = manuscriptPdf(
        { ...manuscript, author: text.slice(0, 200) },
        { ...sources(), title: text.slice(0, 300), edition: text.slice(0, 80) },
        { claim: 'ua-1', date: DAY },
      );
      const read = bare(poppler('pdftotext', bytes, '-raw'));
      // Letters of scripts that join are given in other forms, and a text that turns the line round is given as it is seen.
      const isTurned = /[\u0590-\u08ff\u200b\u202e]/.test(text);
      const letters = isTurned
        ? (/together|softhyphen/.exec(bare(text))?.[0] ?? '')
        : bare(text.normalize('NFC')).slice(0, 60);
      expect(read).toContain(letters);
    }
  });

  it('at the head and foot of pages are words and known fields, and nothing else', () => {
    const pages = Pages.parse({
      head: {
        left: '{title} #panic() {nothing}',
        middle: PAGE_FIELDS.map((field) => `{${field}}`).join(' '),
        right: '',
      },
      firstHead: true,
    });
    const { bytes } = pdfOf(written([paragraph('One', { role: 'heading' }), paragraph('two')]), {
      ...SKERRY_PLAIN,
      pages,
    });
    const read = poppler('pdftotext', bytes, '-raw');
    expect(read.replace(/\s+/g, ' ')).toContain(
      'Skerry Line: monthly service report #panic() {nothing} Skerry Line: monthly service report October 2026 1 1 – One',
    );
  });
});

describe('any manuscript in any style', () => {
  it('is set, with every thing on the paper', () => {
    for (let seed = 1; seed <= runs(10); seed++) {
      const dice = new Dice(seed);
      const made = HouseStyle.safeParse(any(HouseStyle, {}, dice));
      const style = made.success ? made.data : BOARD_PAPERS;
      const things = report.items.filter(({ type }) => type === 'figure' || type === 'spark').map(({ id }) => id);
      const parsed = Manuscript.safeParse(
        any(
          Manuscript,
          { things, table: [...tables.keys()], of: things, to: things, columns: ['month', 'pier', 'on_time_pct'] },
          dice,
        ),
      );
      if (!parsed.success) continue;
      const given = {
        ...parsed.data,
        blocks: [...parsed.data.blocks, Block.parse({ type: 'figure', id: 'last', things: [dice.of(things)] })],
      };
      const { outline } = SetPages.set(given, sources(style, dice.of(LOCALES)));
      expect(outline.count, `seed ${seed}`).toBeGreaterThan(0);
      const { width } = sidesOf(
        typeof given.pages.paper === 'object' || given.pages.paper !== 'house' ? given.pages.paper : style.pages.paper,
      );
      for (const thing of outline.things)
        expect(thing.width, `seed ${seed}`).toBeLessThanOrEqual((width / 25.4) * 72 + 1);
    }
  });

  it('is set in columns, on small paper and with numbers at headings, with the same words', () => {
    const text = (style: HouseStyle) => bare(poppler('pdftotext', pdfOf(report.manuscript, style).bytes, '-raw'));
    const pages = Pages.parse({
      paper: 'A5',
      columns: 2,
      numbered: true,
      captions: 'above',
      hyphenated: false,
      margins: { top: 15, bottom: 15, inner: 12, outer: 12, mirrored: true },
    });
    const read = text({ ...BOARD_PAPERS, pages });
    for (const said of ['1.1Passengersbyroute', '3.1Piers', 'boardingatNorthgatebytworamps', 'Table1'])
      expect(read).toContain(said);
  });

  it('has a heading below the one before it, however deep it was said to be', () => {
    const manuscript = written([
      paragraph('First', { role: 'heading', level: 3 }),
      paragraph('Second', { role: 'heading', level: 3 }),
      paragraph('words'),
    ]);
    expect(pdfOf(manuscript).unclaimed).toBeNull();
  });
});
