/** Words to and from the editor's document: a paragraph for each line, marks for looks, nodes for facts. */
import { InputRule, Mark, Node } from '@tiptap/core';
import type { JSONContent } from '@tiptap/react';
import { FIELDS } from '../../core/text/fact-ref.ts';
import { FactRun, type Run, runsOfWords, type SayFact, tidyWords, type Words } from '../../core/text/rich.ts';

/** Raised and lowered letters. */
export const Raised = Mark.create({
  name: 'raised',
  addAttributes: () => ({ to: { default: 'super' } }),
  parseHTML: () => [
    { tag: 'sup', attrs: { to: 'super' } },
    { tag: 'sub', attrs: { to: 'sub' } },
  ],
  renderHTML: ({ mark }) => [mark.attrs['to'] === 'sub' ? 'sub' : 'sup', 0],
});

/** Letters in a colour. */
export const Coloured = Mark.create({
  name: 'coloured',
  addAttributes: () => ({ colour: { default: null } }),
  renderHTML: ({ mark }) => ['span', { style: `color: ${String(mark.attrs['colour'])}` }, 0],
});

/** A fact and its part as they stand in the attributes of an element; null for anything else. */
export function factIn(fact: unknown, part: unknown): Extract<Run, { fact: unknown }> | null {
  try {
    const parsed = FactRun.safeParse({ fact: typeof fact === 'string' ? JSON.parse(fact) : fact, part });
    return parsed.success ? parsed.data : null;
  } catch (error) {
    if (error instanceof SyntaxError) return null;
    throw error;
  }
}

/** Words that follow the data, shown as they read now. The most used can be typed by their name in braces, the others are chosen from a list. */
export const factNode = (say: () => SayFact) =>
  Node.create({
    name: 'fact',
    group: 'inline',
    inline: true,
    atom: true,
    addAttributes: () => ({ fact: { default: null }, part: { default: 'sentence' } }),
    renderHTML: ({ node }) => ['span', { 'data-fact': JSON.stringify(node.attrs['fact']) }],
    renderText: ({ node }) => {
      const run = factIn(node.attrs['fact'], node.attrs['part']);
      return run ? say()(run.fact, run.part) : '';
    },
    addNodeView:
      () =>
      ({ node }) => {
        const dom = document.createElement('span');
        const { fact, part } = node.attrs;
        dom.dataset['fact'] = JSON.stringify(fact);
        dom.dataset['part'] = String(part);
        dom.title = 'Follows the data';
        dom.className = 'field-run';
        const run = factIn(fact, part);
        dom.textContent = run ? say()(run.fact, run.part) : '';
        return { dom };
      },
    addInputRules() {
      return [
        new InputRule({
          find: /\{([a-z ]+)\}$/,
          handler: ({ state, range, match }) => {
            const found = FIELDS[match[1]?.trim() ?? ''];
            if (!found) return;
            const { kind, part } = found;
            state.tr.replaceWith(range.from, range.to, this.type.create({ fact: { kind, line: null }, part }));
          },
        }),
      ];
    },
  });

function marksOf({ bold, italic, raised, colour }: Run): JSONContent['marks'] {
  return [
    ...(bold ? [{ type: 'bold' }] : []),
    ...(italic ? [{ type: 'italic' }] : []),
    ...(raised ? [{ type: 'raised', attrs: { to: raised } }] : []),
    ...(colour ? [{ type: 'coloured', attrs: { colour } }] : []),
  ];
}

/** Words as the editor's document. */
export function documentOf(words: Words): JSONContent {
  const paragraphs: JSONContent[][] = [[]];
  for (const run of runsOfWords(words)) {
    const marks = marksOf(run) ?? [];
    if ('fact' in run) {
      paragraphs.at(-1)?.push({ type: 'fact', attrs: { fact: run.fact, part: run.part }, marks });
      continue;
    }
    run.text.split('\n').forEach((text, index) => {
      if (index > 0) paragraphs.push([]);
      if (text !== '') paragraphs.at(-1)?.push({ type: 'text', text, marks });
    });
  }
  return { type: 'doc', content: paragraphs.map((content) => ({ type: 'paragraph', content })) };
}

/** The words of an editor's document. */
export function wordsOf(document: JSONContent): Words {
  const runs: Run[] = [];
  document.content?.forEach((paragraph, index) => {
    if (index > 0) runs.push({ text: '\n' });
    for (const node of paragraph.content ?? []) {
      const look: Omit<Run, 'text' | 'fact' | 'part'> = {};
      for (const { type, attrs } of node.marks ?? []) {
        if (type === 'bold') look.bold = true;
        if (type === 'italic') look.italic = true;
        if (type === 'raised') look.raised = attrs?.['to'] === 'sub' ? 'sub' : 'super';
        if (type === 'coloured' && typeof attrs?.['colour'] === 'string') look.colour = attrs['colour'];
      }
      if (node.type === 'text') runs.push({ text: node.text ?? '', ...look });
      const run = node.type === 'fact' ? factIn(node.attrs?.['fact'], node.attrs?.['part']) : null;
      if (run) runs.push({ ...run, ...look });
    }
  });
  return tidyWords(runs);
}
