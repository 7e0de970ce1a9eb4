/** Words of a manuscript as HTML. Everything that was typed is escaped; nothing in it runs. */

import type { SetRun } from '../../core/document/set.ts';
import { NOTHING } from '../../core/document/sources.ts';
import { escapeXml, type SvgOptions, toSvg } from '../../core/scene/svg.ts';

/** A picture within a page, with ids that no other one has. */
export class Pictures {
  #count = 0;
  constructor(readonly options: SvgOptions) {}
  svg(scene: Parameters<typeof toSvg>[0], more: SvgOptions = {}): string {
    return toSvg(scene, { ...this.options, ...more, idPrefix: `p${++this.#count}` });
  }
}

export interface HtmlRuns {
  pictures: Pictures;
  /** words of footnotes, in their order */
  notes: string[];
  /** what stands on the page, and can be led to */
  there: ReadonlySet<string>;
}

export const anchorOf = (id: string): string => `at-${escapeXml(id)}`;

type Looking = Exclude<SetRun, { kind: 'sparkline' } | { kind: 'footnote' }>;

function withLooks(html: string, { bold, italic, raised }: Looking): string {
  let looks = html;
  if (raised) looks = raised === 'super' ? `<sup>${looks}</sup>` : `<sub>${looks}</sub>`;
  if (italic) looks = `<em>${looks}</em>`;
  if (bold) looks = `<strong>${looks}</strong>`;
  return looks;
}

function runHtml(run: SetRun, into: HtmlRuns): string {
  switch (run.kind) {
    case 'text': {
      const words = withLooks(escapeXml(run.text).replaceAll('\n', '<br>'), run);
      return run.link === undefined ? words : `<a href="${escapeXml(run.link)}" rel="noopener">${words}</a>`;
    }
    case 'reference': {
      const words = withLooks(escapeXml(run.text), run);
      return into.there.has(run.to) ? `<a href="#${anchorOf(run.to)}">${words}</a>` : words;
    }
    case 'page':
      // A page that is read on a screen has no number.
      return withLooks(NOTHING, run);
    case 'sparkline':
      return `<span class="word">${into.pictures.svg(run.scene, { depth: run.depth })}</span>`;
    case 'footnote': {
      const at = into.notes.length + 1;
      into.notes.push('');
      into.notes[at - 1] = runsHtml(run.runs, into);
      return `<sup><a id="from-${at}" href="#note-${at}" role="doc-noteref">${at}</a></sup>`;
    }
  }
}

/** Runs as the words of an element. */
export const runsHtml = (runs: readonly SetRun[], into: HtmlRuns): string =>
  runs.map((run) => runHtml(run, into)).join('');
