/** What is done to chosen words in a small editor: their looks, and words that follow the data. */
import type { Editor } from '@tiptap/react';
import { type ReactNode, useState } from 'react';
import { FIELDS, type FieldName, type SayField } from '../../core/text/rich.ts';
import { Popover } from '../controls/Popover.tsx';

/** What fields can say, and of which lines or rows. */
export interface Fields {
  say: SayField;
  lines: readonly { id: string; name: string }[];
}

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

interface ToolsProps {
  editor: Editor;
  fields: Fields;
  colours: readonly { name: string; colour: string }[];
}

/** Looks of the chosen words, and the list of fields. */
export function RichTools({ editor, fields, colours }: ToolsProps) {
  const [line, setLine] = useState<string | null>(null);
  const raise = (to: 'super' | 'sub') =>
    editor.isActive('raised', { to })
      ? editor.chain().focus().unsetMark('raised').run()
      : editor.chain().focus().setMark('raised', { to }).run();
  const insert = (field: FieldName) =>
    editor.chain().focus().insertContent({ type: 'field', attrs: { field, line } }).run();
  return (
    <span className="flex items-center gap-0.5" data-rich-tools>
      <Tool label="Bold" on={editor.isActive('bold')} onClick={() => editor.chain().focus().toggleBold().run()}>
        <b>b</b>
      </Tool>
      <Tool label="Italic" on={editor.isActive('italic')} onClick={() => editor.chain().focus().toggleItalic().run()}>
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
              ? editor.chain().focus().unsetMark('coloured').run()
              : editor.chain().focus().setMark('coloured', { colour }).run()
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
                aria-label="Line the word speaks of"
                value={line ?? ''}
                onChange={(event) => setLine(event.target.value || null)}
              >
                <option value="">the first line</option>
                {fields.lines.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
            <ul className="mt-1">
              {FIELDS.map((field) => (
                <li key={field}>
                  <button
                    type="button"
                    className="flex w-full justify-between gap-3 rounded px-2 py-0.5 text-left hover:bg-base-200"
                    onClick={() => {
                      insert(field);
                      close();
                    }}
                  >
                    {field}
                    <span className="text-quiet">{fields.say(field, line)}</span>
                  </button>
                </li>
              ))}
            </ul>
          </>
        )}
      </Popover>
    </span>
  );
}
