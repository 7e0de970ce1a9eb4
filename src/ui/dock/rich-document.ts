/** Words to and from the editor's document: a paragraph for each line, marks for looks, nodes for fields. */
import { InputRule, Mark, Node } from '@tiptap/core';
import type { JSONContent } from '@tiptap/react';
import {
  FIELDS,
  type FieldName,
  type Run,
  runsOfWords,
  type SayField,
  tidyWords,
  type Words,
} from '../../core/text/rich.ts';

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

const isField = (name: unknown): name is FieldName => FIELDS.some((field) => field === name);

/** A field, shown with what it says now. Typed as its name in braces, or chosen from a list. */
export const fieldNode = (say: () => SayField) =>
  Node.create({
    name: 'field',
    group: 'inline',
    inline: true,
    atom: true,
    addAttributes: () => ({ field: { default: 'latest value' }, line: { default: null } }),
    renderHTML: ({ node }) => ['span', { 'data-field': String(node.attrs['field']) }],
    renderText: ({ node }) => `{${String(node.attrs['field'])}}`,
    addNodeView:
      () =>
      ({ node }) => {
        const dom = document.createElement('span');
        const { field, line } = node.attrs;
        dom.dataset['field'] = String(field);
        dom.dataset['line'] = line === null ? '' : String(line);
        dom.title = String(field);
        dom.className = 'field-run';
        dom.textContent = isField(field) ? say()(field, line === null ? null : String(line)) : '';
        return { dom };
      },
    addInputRules() {
      return [
        new InputRule({
          find: /\{([a-z ]+)\}$/,
          handler: ({ state, range, match }) => {
            const name = match[1]?.trim();
            if (isField(name))
              state.tr.replaceWith(range.from, range.to, this.type.create({ field: name, line: null }));
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
    if ('field' in run) {
      paragraphs.at(-1)?.push({ type: 'field', attrs: { field: run.field, line: run.line }, marks });
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
      const look: Omit<Run, 'text' | 'field' | 'line'> = {};
      for (const { type, attrs } of node.marks ?? []) {
        if (type === 'bold') look.bold = true;
        if (type === 'italic') look.italic = true;
        if (type === 'raised') look.raised = attrs?.['to'] === 'sub' ? 'sub' : 'super';
        if (type === 'coloured' && typeof attrs?.['colour'] === 'string') look.colour = attrs['colour'];
      }
      if (node.type === 'text') runs.push({ text: node.text ?? '', ...look });
      const { field, line } = node.attrs ?? {};
      if (node.type === 'field' && isField(field))
        runs.push({ field, line: typeof line === 'string' ? line : null, ...look });
    }
  });
  return tidyWords(runs);
}
