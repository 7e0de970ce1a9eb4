/** A report as Markdown (CommonMark with tables and footnotes of GitHub's extension), with its pictures beside it. */
import { placedWidth } from '../../core/document/geometry.ts';
import { entriesOf, type List, type Part, type PartOf } from '../../core/document/parts.ts';
import type { SetRun } from '../../core/document/set.ts';
import { NOTHING } from '../../core/document/sources.ts';
import { documentWords } from '../../core/document/words.ts';
import type { Scene } from '../../core/scene/scene.ts';
import { toSvg } from '../../core/scene/svg.ts';
import { outlineText } from '../outlines.ts';
import { toPng } from '../png.ts';
import type { ReportToWrite } from './report.ts';

/** Files of an archive by their names. */
export type Files = Map<string, string | Uint8Array>;

/** What was typed, with a backslash before every sign that could be one of Markdown or HTML, or make a link of words. */
const plainly = (text: string): string =>
  text
    .replace(/\s*\n\s*/g, ' ')
    .replace(/[\\`*_{}[\]<>#|~$&^"!@]|:(?=\/\/)|(?<=\bwww)\./gi, '\\$&')
    // At the head of a line they begin a list, a heading or a rule.
    .replace(/^(\s*)([-+=:.]|\d+(?=[.)]))/, (_, room: string, sign: string) =>
      /\d/.test(sign) ? `${room}${sign}\\` : `${room}\\${sign}`,
    );

class Writer {
  readonly files: Files = new Map();
  readonly notes: string[] = [];
  #sparks = 0;

  constructor(
    readonly report: ReportToWrite,
    readonly picture: 'svg' | 'png',
  ) {}

  /** Puts a picture beside the text, and says how it is shown in it. */
  async shown(scene: Scene, name: string, said: string): Promise<string> {
    let free = `pictures/${name}.${this.picture}`;
    for (let copy = 2; this.files.has(free); copy++) free = `pictures/${name}-${copy}.${this.picture}`;
    this.files.set(
      free,
      this.picture === 'png' ? new Uint8Array(await toPng(scene, 300)) : toSvg(scene, { outline: outlineText }),
    );
    return `![${plainly(said)}](${free})`;
  }

  async run(run: SetRun): Promise<string> {
    switch (run.kind) {
      case 'text':
      case 'reference': {
        // Emphasis stands close to its words, or it is none.
        const [, before = '', words = '', after = ''] = /^(\s*)([\s\S]*?)(\s*)$/.exec(run.text) ?? [];
        if (words === '') return run.text;
        let text = plainly(words);
        if (run.raised) text = run.raised === 'super' ? `<sup>${text}</sup>` : `<sub>${text}</sub>`;
        if (run.italic) text = `*${text}*`;
        if (run.bold) text = `**${text}**`;
        if (run.kind === 'text' && run.link !== undefined)
          text = `[${text}](<${run.link.replace(/[<>\\]/g, encodeURIComponent)}>)`;
        return `${before}${text}${after}`.replace(/\s*\n\s*/g, ' ');
      }
      case 'page':
        return NOTHING;
      case 'sparkline':
        return this.shown(run.scene, `sparkline-${++this.#sparks}`, run.text);
      case 'footnote': {
        const at = this.notes.length + 1;
        this.notes.push('');
        this.notes[at - 1] = await this.runs(run.runs);
        return `[^${at}]`;
      }
    }
  }

  async runs(runs: readonly SetRun[]): Promise<string> {
    const written: string[] = [];
    for (const run of runs) written.push(await this.run(run));
    return written.join('').trim();
  }

  async list({ ordered, items }: List, indent: string): Promise<string> {
    const lines: string[] = [];
    for (const [at, { runs, inner }] of items.entries()) {
      const sign = ordered ? `${at + 1}. ` : '- ';
      lines.push(`${indent}${sign}${await this.runs(runs)}`);
      for (const list of inner) lines.push(await this.list(list, indent + ' '.repeat(sign.length)));
    }
    return lines.join('\n');
  }

  async caption({ label, caption }: PartOf<'figure'> | PartOf<'numbers'>): Promise<string> {
    return [label === '' ? '' : `**${plainly(label)}**`, await this.runs(caption)].filter(Boolean).join(' ');
  }

  async figure(part: PartOf<'figure'>): Promise<string> {
    const { sources, page, onThing } = this.report;
    const labels = part.label.split(', ');
    const shown: string[] = [];
    for (const [at, id] of part.things.entries()) {
      onThing();
      const placed = sources.draw(id, placedWidth(part, page));
      const name = (labels[at] ?? 'picture').toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-') || 'picture';
      shown.push(
        placed
          ? await this.shown(placed.scene, name, placed.description || placed.scene.title)
          : plainly(documentWords(sources.locale).gone),
      );
    }
    return [shown.join(' '), await this.caption(part)].filter(Boolean).join('\n\n');
  }

  async numbers(part: PartOf<'numbers'>): Promise<string> {
    const { head, rows, right, strong } = part;
    if (head.length === 0) return '';
    const line = (cells: readonly string[]) => `| ${cells.join(' | ')} |`;
    const table = [
      line(head.map(plainly)),
      line(right.map((isRight) => (isRight ? '---:' : '---'))),
      ...rows.map((row, at) =>
        line(row.map((text) => (at === strong && text !== '' ? `**${plainly(text)}**` : plainly(text)))),
      ),
    ];
    return [table.join('\n'), await this.caption(part)].filter(Boolean).join('\n\n');
  }

  contents({ depth, title }: PartOf<'contents'>): string {
    const entries = entriesOf(this.report.parts, depth).map(
      ({ level, number, text }) => `${'  '.repeat(level - 1)}- ${plainly([number, text].filter(Boolean).join(' '))}`,
    );
    return [`**${plainly(title)}**`, entries.join('\n')].join('\n\n');
  }

  async part(part: Part): Promise<string> {
    const quoted = (text: string) => text.replace(/^/gm, '> ');
    switch (part.type) {
      case 'paragraph':
        return this.runs(part.runs);
      case 'heading': {
        const words = await this.runs(part.runs);
        return `${'#'.repeat(part.level)} ${part.number === null ? '' : `${part.number} `}${words}`;
      }
      case 'list':
        return this.list(part, '');
      case 'quote':
        return quoted(await this.parts(part.parts));
      case 'box': {
        const title = await this.runs(part.title);
        return quoted([title === '' ? '' : `**${title}**`, await this.parts(part.parts)].filter(Boolean).join('\n\n'));
      }
      case 'figure':
        return this.figure(part);
      case 'numbers':
        return this.numbers(part);
      case 'contents':
        return this.contents(part);
      case 'page break':
        return '';
    }
  }

  async parts(parts: readonly Part[]): Promise<string> {
    const written: string[] = [];
    for (const part of parts) written.push(await this.part(part));
    return written.filter((text) => text.trim() !== '').join('\n\n');
  }
}

/** A report as files: its text as `report.md`, and its pictures in a folder beside it. */
export async function reportMarkdown(report: ReportToWrite, picture: 'svg' | 'png'): Promise<Files> {
  const writer = new Writer(report, picture);
  const body = await writer.parts(report.parts);
  const { title, edition, author, sources } = report;
  // What stands before the text is YAML, of which texts as JSON writes them are a part.
  const head = Object.entries({ title, edition, author, lang: sources.locale.id })
    .filter(([, value]) => value !== '')
    .map(([name, value]) => `${name}: ${JSON.stringify(value)}`);
  const notes = writer.notes.map((words, at) => `[^${at + 1}]: ${words}`);
  writer.files.set('report.md', `---\n${head.join('\n')}\n---\n\n${[body, ...notes].filter(Boolean).join('\n\n')}\n`);
  return writer.files;
}
