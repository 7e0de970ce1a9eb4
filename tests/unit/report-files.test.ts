/** Whole reports as document, page and Markdown: what was written is read again by other ways, and is what is set. */
import { createHash } from 'node:crypto';
import { unzipSync } from 'fflate';
import { marked, type Token, type Tokens } from 'marked';
import { type DefaultTreeAdapterTypes, parse } from 'parse5';
import { PDFDocument } from 'pdf-lib';
import { describe, expect, it } from 'vitest';
import { BOARD_PAPERS, SKERRY_PLAIN } from '../../demo/styles.ts';
import { pagesOf } from '../../src/core/document/geometry.ts';
import { Block, Manuscript, NO_MANUSCRIPT } from '../../src/core/document/manuscript.ts';
import { headingsIn, type List, type Part, partsOf } from '../../src/core/document/parts.ts';
import { type SetRun, setManuscript } from '../../src/core/document/set.ts';
import type { ReportSources } from '../../src/core/item/manuscript.ts';
import type { Report } from '../../src/core/report/report.ts';
import { Pages } from '../../src/core/style/pages.ts';
import { HouseStyle } from '../../src/core/style/style.ts';
import { LOCALES } from '../../src/core/text/locale.ts';
import { reportFile } from '../../src/formats/report/report-file.ts';
import { ReportWish } from '../../src/formats/report/wish.ts';
import { runs } from '../runs.ts';
import { any, Dice } from './any-command.ts';
import { report as demo, sources, tables } from './demo-sources.ts';
import { readDocx } from './read-docx.ts';

const file = async (report: Report, from: ReportSources, wish: object) =>
  reportFile(report, from, ReportWish.parse(wish));
const textOf = (bytes: Uint8Array) => new TextDecoder().decode(bytes);

/** Text without what files write otherwise: spaces, and what XML forbids. */
const bare = (text: string) => text.normalize('NFC').replace(/[\p{Cc}\p{Cs}\s\u00ad\u200b\ufffd-\uffff]/gu, '');
/** What runs read as, where the number of a page reads as `page`. */
const sayer =
  (page: string) =>
  (runs: readonly SetRun[]): string =>
    runs
      .map((run) => (run.kind === 'text' || run.kind === 'reference' ? run.text : run.kind === 'page' ? page : ''))
      .join('');

interface Line {
  kind: string;
  text: string;
}
/** What a reader meets in some parts, line by line; pictures and tables are left out. */
function linesOf(parts: readonly Part[], said = sayer(''), frame = ''): Line[] {
  const items = (list: List, level: number): Line[] =>
    list.items.flatMap(({ runs: words, inner }) => [
      { kind: `${list.ordered ? 'number' : 'item'} ${level}`, text: said(words) },
      ...inner.flatMap((one) => items(one, level + 1)),
    ]);
  return parts.flatMap((part): Line[] => {
    if (part.type === 'paragraph') return [{ kind: frame || 'paragraph', text: said(part.runs) }];
    if (part.type === 'heading') return [{ kind: `heading ${part.level}`, text: said(part.runs) }];
    if (part.type === 'list') return items(part, 1);
    if (part.type === 'quote') return linesOf(part.parts, said, 'quote');
    if (part.type === 'box') return [{ kind: 'title', text: said(part.title) }, ...linesOf(part.parts, said, 'box')];
    return [];
  });
}
const partsSet = (manuscript: Manuscript, from: ReportSources) =>
  partsOf(setManuscript(manuscript, from), pagesOf(manuscript.pages, from.style).numbered);

type Element = DefaultTreeAdapterTypes.Element;
type HtmlNode = DefaultTreeAdapterTypes.ChildNode;
const elementsIn = (node: { childNodes: HtmlNode[] }): Element[] =>
  node.childNodes.flatMap((one) => ('tagName' in one ? [one, ...elementsIn(one)] : []));
const attribute = (element: Element, name: string) => element.attrs.find((one) => one.name === name)?.value;
/** The words of an element, without what is drawn in it and notes it leads to. */
function htmlText(node: HtmlNode | Element): string {
  if ('value' in node) return node.value;
  if (!('tagName' in node) || node.tagName === 'svg' || node.tagName === 'script') return '';
  if (attribute(node, 'role')?.startsWith('doc-') || attribute(node, 'class') === 'number') return '';
  return node.childNodes.map(htmlText).join('');
}

/** The page's own lines, as its structure says them. */
function htmlLines(main: Element): Line[] {
  const lines: Line[] = [];
  const list = (element: Element, level: number) => {
    const kind = element.tagName === 'ol' ? 'number' : 'item';
    for (const item of element.childNodes) {
      if (!('tagName' in item)) continue;
      const inner = item.childNodes.filter((one): one is Element => 'tagName' in one && /^[ou]l$/.test(one.tagName));
      const own = item.childNodes.filter((one) => !inner.includes(one as Element));
      lines.push({ kind: `${kind} ${level}`, text: own.map(htmlText).join('') });
      for (const one of inner) list(one, level + 1);
    }
  };
  const read = (element: { childNodes: HtmlNode[] }, frame: string) => {
    for (const node of element.childNodes) {
      if (!('tagName' in node)) continue;
      const { tagName } = node;
      if (/^h[123]$/.test(tagName)) lines.push({ kind: `heading ${tagName[1]}`, text: htmlText(node) });
      else if (tagName === 'p')
        lines.push({
          kind: attribute(node, 'class') === 'title' ? 'title' : frame || 'paragraph',
          text: htmlText(node),
        });
      else if (tagName === 'ul' || tagName === 'ol') list(node, 1);
      else if (tagName === 'blockquote') read(node, 'quote');
      else if (attribute(node, 'class') === 'box') read(node, 'box');
    }
  };
  read(main, '');
  return lines;
}

function readPage(page: string) {
  const elements = elementsIn(parse(page));
  const main = elements.find(({ tagName }) => tagName === 'main');
  if (!main) throw new Error('The page has no main part.');
  return { elements, main };
}

/** What is wrong with a page: ids that are there twice, links that lead nowhere, anything that would run or be fetched. */
function faultsOf(page: string): string[] {
  const { elements } = readPage(page);
  const faults: string[] = [];
  const ids = elements.flatMap((element) => attribute(element, 'id') ?? []);
  for (const id of new Set(ids)) if (ids.filter((one) => one === id).length > 1) faults.push(`two of ${id}`);
  for (const element of elements) {
    for (const { name, value } of element.attrs) {
      if (/^on/i.test(name)) faults.push(`${name} on ${element.tagName}`);
      if (name === 'href' && value.startsWith('#') && !ids.includes(value.slice(1))) faults.push(`no ${value}`);
      if (/^(?:href|src|xlink:href)$/.test(name) && !/^(?:#|data:|https?:|mailto:)/.test(value))
        faults.push(`${name} ${value}`);
      if (name === 'src' && !value.startsWith('data:')) faults.push(`src ${value}`);
      if (/^aria-(?:labelledby|controls)$/.test(name))
        for (const id of value.split(' ')) if (!ids.includes(id)) faults.push(`no ${id} for ${name}`);
    }
    if (/^(?:iframe|object|embed|form|base|link)$/.test(element.tagName)) faults.push(element.tagName);
  }
  const policy = /http-equiv="Content-Security-Policy" content="([^"]*)"/.exec(page)?.[1] ?? '';
  for (const script of elements.filter(({ tagName }) => tagName === 'script')) {
    const text = script.childNodes.map((one) => ('value' in one ? one.value : '')).join('');
    const hash = createHash('sha256').update(text).digest('base64');
    if (attribute(script, 'type') !== 'application/json' && !policy.includes(hash))
      faults.push('a script without a hash');
  }
  if (!policy.startsWith("default-src 'none'")) faults.push('no policy');
  return faults;
}

/** Lines of Markdown, read by a library. */
function markdownLines(text: string): Line[] {
  const plain = (tokens: readonly Token[] | undefined): string =>
    (tokens ?? [])
      .map((token): string => {
        if (token.type === 'image') return '';
        if (token.type === 'html') return /^<\/?su[bp]>$/.test(token.raw) ? '' : `‹html ${token.raw}›`;
        if ('tokens' in token && token.tokens) return plain(token.tokens);
        return 'text' in token ? String(token.text).replace(/^\[\^\d+\]$|\[\^\d+\](?!:)/g, '') : '';
      })
      .join('');
  const lines: Line[] = [];
  const read = (tokens: readonly Token[], frame: string, level: number) => {
    for (const token of tokens) {
      if (token.type === 'heading')
        lines.push({ kind: `heading ${(token as Tokens.Heading).depth}`, text: plain(token.tokens) });
      else if (token.type === 'paragraph') lines.push({ kind: frame || 'paragraph', text: plain(token.tokens) });
      else if (token.type === 'blockquote') read(token.tokens ?? [], 'quote', 0);
      else if (token.type === 'list')
        for (const item of (token as Tokens.List).items) {
          const own = item.tokens.filter(({ type }) => type !== 'list');
          lines.push({ kind: `${(token as Tokens.List).ordered ? 'number' : 'item'} ${level + 1}`, text: plain(own) });
          read(
            item.tokens.filter(({ type }) => type === 'list'),
            frame,
            level + 1,
          );
        }
      else if (token.type === 'html') lines.push({ kind: 'html', text: token.raw });
    }
  };
  read(marked.lexer(text.replace(/^---\n[\s\S]*?\n---\n/, ''), { gfm: true }), '', 0);
  return lines;
}

const HOSTILE = [
  '</w:t></w:r><w:r><w:instrText>INCLUDEPICTURE "http://evil.example/x"</w:instrText></w:r>',
  '</script><script>alert(1)</script><img src=x onerror=alert(1)> &amp; &lt; ]]> <!-- --> {{x}}',
  '# not a heading\n- nor a list\n1. nor this | a | b | [x](javascript:alert(1)) ![y](z) `c` *i* _u_ ~s~ <b>b</b>',
  'NUL \u0000 and \u0001, \ufffe, a half \ud83d of a letter, שלום עולם and العالم',
  'x'.repeat(10_000),
  '  ** spaces ** at ends  ',
  '1) 2. 3.5 + - = ~ > ^ [^1] [^1]: note',
];
const SOME = demo.items.find(({ type }) => type === 'spark')?.id ?? '';

/** A manuscript that has a text in every place. */
const everywhere = (text: string): Manuscript => {
  const words = [{ kind: 'text', text: text.replaceAll('\u0000', '') }];
  const note = { kind: 'footnote', id: 'n', words };
  const given = [
    { type: 'words', words },
    { type: 'words', role: 'heading', words },
    { type: 'words', role: 'heading', level: 2, words },
    { type: 'words', role: 'item', words },
    { type: 'words', role: 'number', level: 2, words },
    { type: 'words', frame: 'box', role: 'heading', words },
    { type: 'words', frame: 'box', words },
    { type: 'words', frame: 'quote', words: [...words, note] },
    { type: 'contents' },
    { type: 'figure', things: ['passengers'], caption: words },
    { type: 'figure', things: [SOME], caption: words },
    { type: 'numbers', table: 'sailings', columns: ['month', 'on_time_pct'], last: 2, caption: words },
    { type: 'page break' },
    {
      type: 'words',
      words: [{ kind: 'text', text: 'bold', bold: true, italic: true, link: 'https://a.example/(x)?y=<z>' }],
    },
  ];
  return Manuscript.parse({
    ...NO_MANUSCRIPT,
    blocks: given.map((block, at) => Block.parse({ id: `b${at}`, ...block })),
  });
};

const lined = (lines: readonly Line[], kinds: (kind: string) => string | null) =>
  lines.flatMap(({ kind, text }) => {
    const as = kinds(kind);
    return as === null || bare(text) === '' ? [] : [`${as}: ${bare(text)}`];
  });

const DOCX_STYLES: Readonly<Record<string, string>> = {
  Heading1: 'heading 1',
  Heading2: 'heading 2',
  Heading3: 'heading 3',
  Quote: 'quote',
  Box: 'box',
  BoxTitle: 'title',
};

/** The lines of a document, by its styles. */
function docxLines(bytes: Uint8Array): Line[] {
  return readDocx(bytes).paragraphs.flatMap(({ style, list, text, inTable }): Line[] => {
    if (inTable || /^(?:Caption|ContentsTitle|TableWords|TOC\d)$/.test(style)) return [];
    // Headings with numbers are in a list as well.
    const isHeading = style.startsWith('Heading');
    const kind = list !== null && !isHeading ? 'listed' : (DOCX_STYLES[style] ?? (style === '' ? 'paragraph' : style));
    return [{ kind, text }];
  });
}

async function check(report: Report, from: ReportSources, what: string): Promise<void> {
  const parts = partsSet(report.manuscript, from);
  const lines = linesOf(parts);
  const docx = (await file(report, from, { form: 'docx' })).bytes;
  const { faults } = readDocx(docx);
  expect(faults, what).toEqual([]);
  expect(
    lined(docxLines(docx), (kind) => kind),
    what,
  ).toEqual(lined(lines, (kind) => (/^(?:item|number)/.test(kind) ? 'listed' : kind)));
  const page = textOf((await file(report, from, { form: 'html' })).bytes);
  expect(faultsOf(page), what).toEqual([]);
  expect(
    lined(htmlLines(readPage(page).main), (kind) => kind),
    what,
  ).toEqual(lined(linesOf(parts, sayer('–')), (kind) => kind));
}

describe('the demo report', () => {
  it('is the same, line by line, in document, page and Markdown, and all that leads somewhere does', async () => {
    await check(demo, sources(), 'demo');
    const { bytes } = await file(demo, sources(), { form: 'markdown' });
    const files = unzipSync(bytes);
    const text = textOf(files['report.md'] ?? new Uint8Array());
    // Boxes are quotes there, and what is in bold is told by its words.
    const kinds = (kind: string) => (kind === 'box' || kind === 'title' ? 'quote' : kind);
    const read = lined(markdownLines(text), kinds);
    for (const line of lined(linesOf(partsSet(demo.manuscript, sources())), kinds)) expect(read).toContain(line);
    for (const [, name = ''] of text.matchAll(/!\[[^\]]*\]\(([^)]+)\)/g)) expect(Object.keys(files)).toContain(name);
    expect(text).toMatch(/^---\ntitle: "Skerry Line: monthly service report"\n/);
    expect(Object.keys(files).filter((name) => name.startsWith('numbers/'))).toHaveLength(5);
  });

  it('has captions, references, contents, notes and pictures in its document as a writer would have made them', async () => {
    const { bytes } = await file(demo, sources(), { form: 'docx' });
    const { paragraphs, fields, notes, alternatives, core } = readDocx(bytes);
    const captions = paragraphs.filter(({ style }) => style === 'Caption').map(({ text }) => text.slice(0, 9));
    expect(captions).toEqual(
      [
        'Figure\u00a01\u2002',
        'Table\u00a01\u2002P',
        'Figure\u00a02\u2002',
        'Figure\u00a03\u2002',
        'Table\u00a02\u2002P',
        'Figure\u00a04\u2002',
      ].map((one, at) => (at === 1 ? `${captions[1]}` : one.length > 9 ? one.slice(0, 9) : `${captions[at]}`)),
    );
    expect(captions.map((text) => text.split('\u2002')[0])).toEqual(
      ['Figure 1', 'Table 1', 'Figure 2', 'Figure 3', 'Table 2', 'Figure 4'].map((label) =>
        label.replace(' ', '\u00a0'),
      ),
    );
    expect(fields.filter((field) => field.startsWith('SEQ Figure'))).toHaveLength(4);
    expect(fields.filter((field) => field.startsWith('SEQ Table'))).toHaveLength(2);
    expect(fields.filter((field) => field.startsWith('REF ')).length).toBeGreaterThanOrEqual(5);
    expect(fields.some((field) => /TOC .*\\o "1-2"/.test(field))).toBe(true);
    expect([...notes.values()].some((text) => text.startsWith('Passengers are counted once'))).toBe(true);
    expect(alternatives.length).toBeGreaterThan(10);
    expect(alternatives.every((text) => text.trim() !== '')).toBe(true);
    expect(core).toContain('<dc:title>Skerry Line: monthly service report</dc:title>');
    // Its spark table is a table with a picture in each of its cells that is drawn.
    expect(paragraphs.filter(({ inTable, pictures }) => inTable && pictures > 0)).toHaveLength(16);
  });

  it('has its heads and feet, columns and mirrored pages in the document as the house has them', async () => {
    const pages = Pages.parse({
      columns: 2,
      numbered: true,
      captions: 'above',
      firstHead: true,
      margins: { top: 20, bottom: 20, inner: 30, outer: 15, mirrored: true },
      head: { left: '{title}', middle: '{section}', right: '{page} / {pages}' },
    });
    const style = { ...BOARD_PAPERS, pages };
    const { bytes } = await file(demo, sources(style), { form: 'docx' });
    const { faults, settings } = readDocx(bytes);
    expect(faults).toEqual([]);
    const files = unzipSync(bytes);
    expect(settings).toMatch(/<w:mirrorMargins\/><w:defaultTabStop/);
    expect(settings).toContain('w:evenAndOddHeaders');
    const heads = Object.keys(files)
      .filter((name) => /word\/header\d/.test(name))
      .map((name) => textOf(files[name] ?? new Uint8Array()));
    expect(heads.some((head) => head.includes('STYLEREF') && head.includes('NUMPAGES'))).toBe(true);
    const body = textOf(files['word/document.xml'] ?? new Uint8Array());
    expect(body).toMatch(/<w:cols [^>]*w:num="2"/);
    const page = textOf((await file(demo, sources(style), { form: 'html' })).bytes);
    expect(page).toContain('<span class="number">1.1</span>');
  });

  it('goes out chapter by chapter, with the numbers that it has as a whole', async () => {
    const wish = { form: 'html', chapters: ['head-longer'], inspect: false, numbers: false };
    const page = textOf((await file(demo, sources(), wish)).bytes);
    const { main } = readPage(page);
    expect(htmlLines(main)[0]).toEqual({ kind: 'heading 1', text: 'The longer view' });
    expect(page).toContain('<strong>Figure\u00a03</strong>');
    expect(page).not.toContain('<strong>Figure\u00a01</strong>');
    expect(page).not.toContain('<script');
    expect(faultsOf(page)).toEqual([]);
    const all = await file(demo, sources(), {
      form: 'html',
      chapters: ['head-summer', 'head-time', 'head-longer'],
      inspect: false,
    });
    expect(textOf(all.bytes)).toBe(textOf((await file(demo, sources(), { form: 'html', inspect: false })).bytes));
  });

  it.each(['above', 'below'] as const)(
    'begins pages of its document where it says, also with tables, captions %s',
    async (captions) => {
      const style = { ...SKERRY_PLAIN, pages: { ...SKERRY_PLAIN.pages, captions } };
      for (const [given, mark] of [
        [{ type: 'numbers', table: 'sailings', columns: ['month'], caption: [] }, '<w:tbl>'],
        [{ type: 'figure', things: [SOME], caption: [] }, '<w:tbl>'],
        [{ type: 'figure', things: ['passengers', 'both'], caption: null }, '<w:tbl>'],
        [{ type: 'figure', things: ['passengers'], caption: null }, '<w:drawing>'],
        [{ type: 'words', words: [{ kind: 'text', text: 'after' }] }, 'after'],
      ] as const) {
        const all = [{ type: 'words', words: [{ kind: 'text', text: 'before' }] }, { type: 'page break' }, given];
        const blocks = all.map((block, at) => Block.parse({ id: `b${at}`, ...block }));
        const report = { ...demo, manuscript: Manuscript.parse({ ...NO_MANUSCRIPT, blocks }) };
        const body = textOf(
          unzipSync((await file(report, sources(style), { form: 'docx' })).bytes)['word/document.xml'] as Uint8Array,
        );
        const begins = [...body.matchAll(/<w:pageBreakBefore/g)].map(({ index }) => index);
        expect(begins, JSON.stringify(given)).toHaveLength(1);
        expect(begins[0]).toBeGreaterThan(body.indexOf('before'));
        expect(begins[0]).toBeLessThan(body.indexOf(mark, body.indexOf('before')));
      }
    },
  );

  it('goes out chapter by chapter as a document, which counts on from the numbers of the whole', async () => {
    const numbered = { ...SKERRY_PLAIN, pages: { ...SKERRY_PLAIN.pages, numbered: true } };
    const { bytes } = await file(demo, sources(numbered), { form: 'docx', chapters: ['head-longer'] });
    const { faults, fields, paragraphs } = readDocx(bytes);
    expect(faults).toEqual([]);
    expect(fields.filter((field) => field.startsWith('SEQ'))).toEqual([
      'SEQ Figure \\* ARABIC \\r 3',
      'SEQ Table \\* ARABIC \\r 2',
      'SEQ Figure \\* ARABIC',
    ]);
    const headings = paragraphs.filter(({ style }) => style.startsWith('Heading'));
    expect(headings.map(({ text }) => text)).toEqual(['3\u2002The longer view', '3.1\u2002Piers']);
    expect(headings.every(({ list }) => list === null)).toBe(true);
  });

  it('goes out as some of its pages, which claim nothing, and is refused pages that it has not', async () => {
    const whole = await PDFDocument.load((await file(demo, sources(), { form: 'pdf' })).bytes);
    const { bytes, unclaimed } = await file(demo, sources(), { form: 'pdf', pages: { from: 2, to: 3 } });
    const some = await PDFDocument.load(bytes, { updateMetadata: false });
    expect(some.getPageCount()).toBe(2);
    expect(some.getTitle()).toBe('Skerry Line: monthly service report');
    expect(unclaimed).toMatch(/no tags/);
    const last = await file(demo, sources(), { form: 'pdf', pages: { from: whole.getPageCount(), to: 900 } });
    expect((await PDFDocument.load(last.bytes)).getPageCount()).toBe(1);
    await expect(file(demo, sources(), { form: 'pdf', pages: { from: 90, to: 91 } })).rejects.toThrow(
      /The report has \d pages/,
    );
  });

  it('has every figure and spark table in its archive of figures, in each form that is wished, and says how far it is', async () => {
    const seen: [number, number][] = [];
    const wish = ReportWish.parse({ form: 'figures', pictures: ['svg', 'pdf'] });
    const { bytes } = await reportFile(demo, sources(), wish, (done, of) => seen.push([done, of]));
    const things = demo.items.filter(({ type }) => type === 'figure' || type === 'spark');
    const names = Object.keys(unzipSync(bytes));
    expect(names).toHaveLength(things.length * 3);
    expect(names).toContain('figure-1-passengers-by-route.svg');
    expect(names).toContain('spark-table-1-routes-at-a-glance.csv');
    expect(seen).toEqual(things.map((_, at) => [at, things.length]));
  });
});

describe('words that mean something elsewhere', () => {
  it.each(HOSTILE.map((text) => [text.slice(0, 30), text]))('stay words in every file: %s', async (_, text) => {
    const manuscript = everywhere(text);
    const report = {
      ...demo,
      manuscript,
      title: text.replaceAll('\u0000', '').slice(0, 300),
      edition: text.replaceAll('\u0000', '').slice(0, 80),
    };
    const from = { ...sources(), title: report.title, edition: report.edition };
    await check(report, from, text);
    const { bytes } = await file(report, from, { form: 'markdown', numbers: false });
    const written = textOf(unzipSync(bytes)['report.md'] ?? new Uint8Array());
    const lines = markdownLines(written);
    expect(lines.filter(({ kind, text: own }) => kind === 'html' || own.includes('‹html'))).toEqual([]);
    const wanted = bare(text.replace(/\n/g, ' '));
    expect(
      lines.filter(({ text: own }) => bare(own).includes(wanted)).length,
      written.slice(0, 400),
    ).toBeGreaterThanOrEqual(6);
  });
});

describe('any manuscript in any style and language', () => {
  it('is the same, line by line, in document and page', async () => {
    const things = demo.items.filter(({ type }) => type === 'figure' || type === 'spark').map(({ id }) => id);
    for (let seed = 1; seed <= runs(12); seed++) {
      const dice = new Dice(seed * 7919);
      const made = HouseStyle.safeParse(any(HouseStyle, {}, dice));
      const parsed = Manuscript.safeParse(
        any(
          Manuscript,
          { things, table: [...tables.keys()], of: things, to: things, columns: ['month', 'on_time_pct'] },
          dice,
        ),
      );
      if (!parsed.success) continue;
      const from = sources(made.success ? made.data : SKERRY_PLAIN, dice.of(LOCALES));
      await check({ ...demo, manuscript: parsed.data }, from, `seed ${seed}`);
    }
  });

  it('has headings whose numbers count up, each level within the one above it', () => {
    for (let seed = 1; seed <= runs(60); seed++) {
      const dice = new Dice(seed);
      const levels = Array.from({ length: 12 }, () => 1 + dice.below(3));
      const blocks = levels.map((level, at) => Block.parse({ type: 'words', id: `h${at}`, role: 'heading', level }));
      const set = setManuscript(Manuscript.parse({ ...NO_MANUSCRIPT, blocks }), sources());
      const numbers = headingsIn(partsOf(set, true)).map(({ number }) => (number ?? '').split('.').map(Number));
      expect(numbers[0]).toEqual([1]);
      numbers.slice(1).forEach((now, at) => {
        const before = numbers[at] ?? [];
        const grown = now.length > before.length;
        expect(now.slice(0, -1)).toEqual(before.slice(0, now.length - 1));
        expect(now.at(-1)).toBe(grown ? 1 : (before[now.length - 1] ?? 0) + 1);
        if (grown) expect(now.length).toBe(before.length + 1);
      });
    }
  });
});
