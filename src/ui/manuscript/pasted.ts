/** What is pasted into the galley: its structure, and none of its looks. */
import { marked } from 'marked';
import { Block, FRAMES } from '../../core/document/manuscript.ts';

export interface Pasted {
  html: string;
  /** what was left out, as words such as “2 pictures” */
  dropped: string[];
}

const HEADING = /^H([1-6])$/;
const KEPT: Readonly<Record<string, string>> = {
  B: 'strong',
  STRONG: 'strong',
  I: 'em',
  EM: 'em',
  SUP: 'sup',
  SUB: 'sub',
};
/** Nothing in these is words of the text. */
const SILENT = new Set([
  'SCRIPT',
  'STYLE',
  'HEAD',
  'TITLE',
  'META',
  'LINK',
  'TEMPLATE',
  'NOSCRIPT',
  'OBJECT',
  'IFRAME',
]);
const BLOCKS = new Set(
  [
    'P',
    'DIV',
    'LI',
    'UL',
    'OL',
    'BLOCKQUOTE',
    'SECTION',
    'ARTICLE',
    'BODY',
    'PRE',
    'TABLE',
    'TR',
    'BR',
    'HR',
    'DD',
    'DT',
    'DL',
  ].concat([1, 2, 3, 4, 5, 6].map((level) => `H${level}`)),
);

interface Where {
  tag: 'h1' | 'h2' | 'h3' | 'p';
  role: 'paragraph' | 'heading' | 'item' | 'number';
  level: number;
  frame: (typeof FRAMES)[number];
}

const escaped = (text: string) =>
  text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign] ?? sign);

/** What was placed in a galley, as it was cut or copied there; null for anything else. */
export function placedFrom(text: string): Exclude<Block, { type: 'words' }> | null {
  try {
    const parsed = Block.safeParse(JSON.parse(text));
    return parsed.success && parsed.data.type !== 'words' ? parsed.data : null;
  } catch (error) {
    if (error instanceof SyntaxError) return null;
    throw error;
  }
}

/** Reads pasted HTML block by block. */
class Reader {
  constructor(private readonly isHere: (placed: string) => boolean) {}

  readonly blocks: string[] = [];
  readonly dropped = new Map<string, number>();
  #open = '';

  drop(what: string) {
    this.dropped.set(what, (this.dropped.get(what) ?? 0) + 1);
  }

  close({ tag, role, level, frame }: Where) {
    const text = this.#open.trim();
    this.#open = '';
    if (text.replace(/<[^>]*>/g, '') === '') return;
    this.blocks.push(`<${tag} data-role="${role}" data-level="${level}" data-frame="${frame}">${text}</${tag}>`);
  }

  read(node: Node, where: Where) {
    if (node.nodeType === 3) {
      this.#open += escaped((node.textContent ?? '').replace(/\s+/g, ' '));
      return;
    }
    if (!(node instanceof Element)) return;
    const name = node.tagName.toUpperCase();
    if (SILENT.has(name)) return;
    if (name === 'IMG' || name === 'SVG' || name === 'VIDEO' || name === 'CANVAS') return this.drop('picture');
    if (name === 'TABLE') return this.drop('table');
    if (name === 'SPAN' && node.hasAttribute('data-run')) {
      this.#open += `<span data-run="${escaped(node.getAttribute('data-run') ?? '')}"></span>`;
      return;
    }
    const placed = name === 'DIV' ? node.getAttribute('data-placed') : null;
    if (placed !== null) {
      this.close(where);
      if (this.isHere(placed)) this.blocks.push(`<div data-placed="${escaped(placed)}"></div>`);
      else this.drop('figure or table of another report');
      return;
    }
    // Notes at the end of a page are read where they are led to from.
    const role = node.getAttribute('role');
    if (role === 'doc-endnotes' || role === 'doc-backlink') return;
    if (role === 'doc-noteref') return this.readNote(node);
    if (BLOCKS.has(name)) return this.readBlock(node, name, where);
    const kept = KEPT[name];
    const link = name === 'A' ? (node.getAttribute('href') ?? '') : '';
    const isLink = /^(?:https?:\/\/|mailto:)\S+$/i.test(link);
    if (kept) this.#open += `<${kept}>`;
    if (isLink) this.#open += `<a href="${escaped(link)}">`;
    for (const child of node.childNodes) this.read(child, where);
    if (isLink) this.#open += '</a>';
    if (kept) this.#open += `</${kept}>`;
  }

  /** A footnote from what a mark leads to, as its words; its mark itself where that is nothing. */
  readNote(node: Element) {
    const id = (node.getAttribute('href') ?? '').replace(/^#/, '');
    const note = id === '' ? null : node.ownerDocument.getElementById(id)?.cloneNode(true);
    if (!(note instanceof Element)) {
      this.#open += escaped(node.textContent ?? '');
      return;
    }
    for (const back of note.querySelectorAll('[role="doc-backlink"]')) back.remove();
    const text = (note.textContent ?? '').replace(/\s+/g, ' ').trim();
    const run = { kind: 'footnote', id: crypto.randomUUID(), words: text === '' ? [] : [{ kind: 'text', text }] };
    this.#open += `<span data-run="${escaped(JSON.stringify(run))}"></span>`;
  }

  readBlock(node: Element, name: string, where: Where) {
    this.close(where);
    if (name === 'BR' || name === 'HR') return;
    const heading = HEADING.exec(name);
    const data = (node as HTMLElement).dataset;
    const own: Where = heading
      ? { ...where, tag: `h${Math.min(3, Number(heading[1])) as 1 | 2 | 3}`, role: 'paragraph' }
      : name === 'UL' || name === 'OL'
        ? {
            ...where,
            role: name === 'UL' ? 'item' : 'number',
            level: where.role === 'paragraph' ? 1 : Math.min(3, where.level + 1),
          }
        : name === 'BLOCKQUOTE'
          ? { ...where, frame: 'quote' }
          : where;
    const said = (['item', 'number', 'heading'] as const).find((role) => role === data['role']);
    const whole: Where = {
      ...own,
      role: own.tag === 'p' ? (said ?? own.role) : own.role,
      level: Number(data['level'] ?? own.level) || 1,
      frame: FRAMES.find((frame) => frame === data['frame']) ?? own.frame,
    };
    for (const child of node.childNodes) this.read(child, whole);
    this.close(whole);
  }
}

/** Pasted HTML as blocks of the galley; what was placed in one comes along where `isHere` knows it. */
export function pastedHtml(html: string, isHere: (placed: string) => boolean = () => false): Pasted {
  const reader = new Reader(isHere);
  const plain: Where = { tag: 'p', role: 'paragraph', level: 1, frame: 'none' };
  // A document of its own, in which nothing is loaded and nothing runs.
  const { body } = new DOMParser().parseFromString(html, 'text/html');
  for (const child of body.childNodes) reader.read(child, plain);
  reader.close(plain);
  const dropped = [...reader.dropped].map(([what, count]) =>
    count === 1 ? `1 ${what}` : `${count} ${what.replace(/^\w+/, '$&s').replace('or table', 'or tables')}`,
  );
  return { html: reader.blocks.join(''), dropped };
}

/** Whether a text is written with the signs of Markdown. */
const isMarkdown = (text: string) =>
  /^(?:#{1,6} |[-*+] |\d+[.)] |> )/m.test(text) || /\*\*[^*\n]+\*\*|\]\(https?:/.test(text);

/** Pasted text as blocks of the galley: each line is one, and Markdown is what it says. */
export function pastedText(text: string): Pasted {
  if (isMarkdown(text))
    return pastedHtml(marked.parse(escaped(text).replaceAll('&gt;', '>'), { async: false, gfm: true }));
  const lines = text.split(/\r?\n+/).filter((line) => line.trim() !== '');
  return { html: lines.map((line) => `<p>${escaped(line)}</p>`).join(''), dropped: [] };
}
