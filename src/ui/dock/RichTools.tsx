/** What is done to chosen words in a small editor: their looks, and words that follow the data. */
import type { Editor } from '@tiptap/react';
import { type ReactNode, useState } from 'react';
import { type FactPart, type FactRef, FIELDS, isSentence, type SentencePart } from '../../core/text/fact-ref.ts';
import type { Run, SayFact } from '../../core/text/rich.ts';
import { inText } from '../controls/in-text.ts';
import { Popover } from '../controls/Popover.tsx';
import { documentOf, factIn } from './rich-document.ts';

/** What can be said as words that follow the data, and of which lines or rows. */
export interface Facts {
  say: SayFact;
  lines: readonly { id: string; name: string }[];
  /** whole sentences of a line, the most telling first; absent where only words are offered */
  sentencesOf?(line: string | null): readonly { text: string; fact: FactRef }[];
  /** the place along the axis that a text names, from which a change can be told; null for none */
  placeOf?(text: string): number | string | null;
  /** a sentence in parts, so that other words can be typed between them; null where it does not hold */
  inParts?(fact: FactRef, part: SentencePart): readonly Run[] | null;
  /** in which form sentences stand in these words; the short one when absent */
  sentence?: SentencePart;
}

/** Sentences in the list at the most. */
const MOST_SENTENCES = 14;

function Tool({ label, on, onClick, children }: { label: string; on: boolean; onClick(): void; children: ReactNode }) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      aria-pressed={on}
      className="btn btn-ghost btn-xs btn-square aria-pressed:bg-base-300"
      onMouseDown={(event) => event.preventDefault()}
      onClick={onClick}
    >
      {children}
    </button>
  );
}

/** A change since a period that is typed. */
function SinceField({
  placeOf,
  onChoose,
}: {
  placeOf(text: string): number | string | null;
  onChoose(since: number | string): void;
}) {
  const [text, setText] = useState('');
  const place = text.trim() === '' ? null : placeOf(text);
  return (
    <form
      className="flex items-baseline gap-1.5 px-2 py-0.5"
      onSubmit={(event) => {
        event.preventDefault();
        if (place !== null) onChoose(place);
      }}
    >
      change since
      <input
        className="phrase w-24"
        aria-label="Period since which the change is told"
        placeholder="2024-01"
        value={text}
        aria-invalid={text.trim() !== '' && place === null}
        onChange={(event) => setText(event.target.value)}
      />
      <button type="submit" className="phrase" disabled={place === null}>
        insert
      </button>
    </form>
  );
}

interface ToolsProps {
  editor: Editor;
  facts: Facts;
  colours: readonly { name: string; colour: string }[];
}

/** Looks of the chosen words, and the list of words and sentences that follow the data. */
export function RichTools({ editor, facts, colours }: ToolsProps) {
  const [line, setLine] = useState<string | null>(null);
  const raise = (to: 'super' | 'sub') =>
    editor.isActive('raised', { to })
      ? inText(editor).unsetMark('raised').run()
      : inText(editor).setMark('raised', { to }).run();
  const insert = (fact: FactRef, part: FactPart) =>
    inText(editor).insertContent({ type: 'fact', attrs: { fact, part } }).run();
  // The sentence that is chosen, or stands right before the caret.
  const { $from } = editor.state.selection;
  const chosen = [$from.nodeAfter, $from.nodeBefore].find((node) => node?.type.name === 'fact');
  const sentence = chosen ? factIn(chosen.attrs['fact'], chosen.attrs['part']) : null;
  const parts = sentence && isSentence(sentence.part) ? (facts.inParts?.(sentence.fact, sentence.part) ?? null) : null;
  const takeApart = () => {
    if (!chosen || !parts) return;
    const from = $from.nodeAfter === chosen ? $from.pos : $from.pos - chosen.nodeSize;
    const content = documentOf([...parts]).content?.[0]?.content ?? [];
    inText(editor)
      .insertContentAt({ from, to: from + chosen.nodeSize }, content)
      .run();
  };
  const own = (kind: FactRef['kind']): FactRef => ({ kind, line });
  const words = Object.entries(FIELDS).filter(([, { kind, part }]) => facts.say(own(kind), part) !== '–');
  const sentences = (facts.sentencesOf?.(line) ?? []).slice(0, MOST_SENTENCES);
  return (
    <span className="flex items-center gap-0.5" data-rich-tools>
      <Tool label="Bold" on={editor.isActive('bold')} onClick={() => inText(editor).toggleBold().run()}>
        <b>b</b>
      </Tool>
      <Tool label="Italic" on={editor.isActive('italic')} onClick={() => inText(editor).toggleItalic().run()}>
        <i>i</i>
      </Tool>
      <Tool label="Raised" on={editor.isActive('raised', { to: 'super' })} onClick={() => raise('super')}>
        <span>
          a<sup>2</sup>
        </span>
      </Tool>
      <Tool label="Lowered" on={editor.isActive('raised', { to: 'sub' })} onClick={() => raise('sub')}>
        <span>
          a<sub>2</sub>
        </span>
      </Tool>
      {colours.map(({ name, colour }) => (
        <Tool
          key={name}
          label={`Words in ${name}`}
          on={editor.isActive('coloured', { colour })}
          onClick={() =>
            editor.isActive('coloured', { colour })
              ? inText(editor).unsetMark('coloured').run()
              : inText(editor).setMark('coloured', { colour }).run()
          }
        >
          <span className="h-3 w-3 rounded-sm" style={{ background: colour }} />
        </Tool>
      ))}
      <Popover
        label="Words that follow the data"
        className="phrase ml-1 text-[13px]"
        face="a word that follows the data"
        width="w-80"
      >
        {(close) => (
          <>
            <label className="flex items-baseline gap-1.5">
              Of
              <select
                className="phrase"
                aria-label="Line of the word"
                value={line ?? ''}
                onChange={(event) => setLine(event.target.value || null)}
              >
                <option value="">the first line</option>
                {facts.lines.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
            <ul className="mt-1">
              {words.map(([name, { kind, part }]) => (
                <li key={name}>
                  <button
                    type="button"
                    className="flex w-full justify-between gap-3 rounded px-2 py-0.5 text-left hover:bg-base-200"
                    onClick={() => {
                      insert(own(kind), part);
                      close();
                    }}
                  >
                    {name}
                    <span className="text-quiet">{facts.say(own(kind), part)}</span>
                  </button>
                </li>
              ))}
            </ul>
            {facts.placeOf && (
              <SinceField
                placeOf={facts.placeOf}
                onChoose={(since) => {
                  insert({ kind: 'change', line, since }, facts.sentence ?? 'sentence');
                  close();
                }}
              />
            )}
            {sentences.length > 0 && (
              <ul className="mt-1 border-t border-rule pt-1" aria-label="Sentences">
                {sentences.map(({ text, fact }) => (
                  <li key={text}>
                    <button
                      type="button"
                      className="w-full rounded px-2 py-0.5 text-left hover:bg-base-200"
                      onClick={() => {
                        insert(fact, facts.sentence ?? 'sentence');
                        close();
                      }}
                    >
                      {text}
                    </button>
                  </li>
                ))}
              </ul>
            )}
          </>
        )}
      </Popover>
      {parts && (
        <button
          type="button"
          className="phrase ml-2 text-[13px]"
          title="You can then edit its words; its numbers still follow the data"
          onMouseDown={(event) => event.preventDefault()}
          onClick={takeApart}
        >
          take the sentence apart
        </button>
      )}
    </span>
  );
}
