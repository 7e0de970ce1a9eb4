import type { Editor } from '@tiptap/react';
import { type BlockOf, FRAMES } from '../../core/document/manuscript.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { inText } from '../controls/in-text.ts';
import { PhraseText } from '../controls/Phrase.tsx';
import { Strips } from '../controls/Strips.tsx';
import { Joined, same, sentence } from '../controls/words.tsx';
import { useView } from '../report/view.ts';
import { useReport } from '../state/store.ts';
import { setBlocks } from './galley-schema.ts';
import { type ManuscriptStrip, useGalley } from './galley-state.ts';
import { insertBlock, insertRun } from './inserting.ts';
import { NumberStrip } from './NumberStrip.tsx';
import { PagesStrip } from './PagesStrip.tsx';
import { PlacingStrip } from './PlacingStrip.tsx';

const ROLES = [
  { value: 'paragraph', name: 'a paragraph' },
  { value: 'heading', name: 'a heading' },
  { value: 'item', name: 'a list item' },
  { value: 'number', name: 'a numbered item' },
] as const;
const FRAME_NAMES = { none: 'the text', quote: 'a quote', box: 'a box' } as const;

function ParagraphStrip({ editor }: { editor: Editor | null }) {
  const chosen = useGalley((state) => state.chosen);
  const blocks = useReport((state) => state.report.manuscript.blocks);
  const ids = chosen?.kind === 'words' ? chosen.blocks : chosen?.kind === 'run' ? [chosen.block] : [];
  const block = blocks.find((one): one is BlockOf<'words'> => one.type === 'words' && ids.includes(one.id));
  if (!editor || !block) return <p className="px-4 py-2.5 text-quiet">Put the caret in a paragraph to set it.</p>;
  const mark = (name: string, label: string, attrs?: object) => (
    <button type="button" className="phrase" onClick={() => inText(editor).toggleMark(name, attrs).run()}>
      {label}
    </button>
  );
  return (
    <div className="flex flex-col gap-1 px-4 py-2.5">
      <p className={sentence}>
        {ids.length > 1 ? `These ${ids.length} are` : 'This is'}
        <PhraseChoice
          label="What the paragraph is"
          value={block.role}
          options={ROLES}
          onCommit={(role) => setBlocks(editor, { role })}
        />
        {block.role !== 'paragraph' && (
          <>
            of level
            <PhraseChoice
              label="Level"
              value={String(block.level)}
              options={same(['1', '2', '3'])}
              onCommit={(level) => setBlocks(editor, { level: Number(level) })}
            />
          </>
        )}
        in
        <Joined by=".">
          <PhraseChoice
            label="Where it is placed"
            value={block.frame}
            options={FRAMES.map((value) => ({ value, name: FRAME_NAMES[value] }))}
            onCommit={(frame) => setBlocks(editor, { frame })}
          />
        </Joined>
      </p>
      <p className={sentence}>
        Selected words: {mark('bold', 'bold')} {mark('italic', 'italic')} {mark('raised', 'raised', { to: 'super' })}{' '}
        {mark('raised', 'lowered', { to: 'sub' })}
        <PhraseText
          atOnce
          label="Address that the selected words link to"
          value={String(editor.getAttributes('link')['to'] ?? '')}
          placeholder="link to https://…"
          className="w-64"
          onCommit={(to) => {
            if (to.trim() === '') inText(editor).unsetMark('link').run();
            else if (!/^(?:https?:\/\/|mailto:)\S+$/i.test(to.trim()))
              return 'A link begins with http://, https:// or mailto:.';
            else inText(editor).setMark('link', { to: to.trim() }).run();
            return null;
          }}
        />
      </p>
      <p className={sentence}>
        Insert
        <button
          type="button"
          className="phrase"
          onClick={() =>
            insertRun({ kind: 'footnote', id: crypto.randomUUID(), words: [{ kind: 'text', text: 'A note.' }] })
          }
        >
          a footnote
        </button>
        <button type="button" className="phrase" onClick={() => insertBlock({ type: 'contents' })}>
          a list of contents
        </button>
        <button type="button" className="phrase" onClick={() => insertBlock({ type: 'page break' })}>
          a new page
        </button>
      </p>
    </div>
  );
}

const STRIPS: readonly { id: ManuscriptStrip; name: string }[] = [
  { id: 'number', name: 'Number' },
  { id: 'paragraph', name: 'Paragraph' },
  { id: 'placing', name: 'Placing' },
  { id: 'pages', name: 'Pages' },
];

/** The strips of the manuscript, below galley and pages. */
export function ManuscriptDock({ pages }: { pages: number | null }) {
  const strip = useGalley((state) => state.strip);
  const editor = useGalley((state) => state.editor);
  const folded = useView((view) => view.dockFolded);
  const words = useReport((state) => state.report.manuscript.blocks.length);
  return (
    <Strips
      label="Dock"
      strips={STRIPS}
      open={strip}
      onOpen={(id) => {
        useGalley.setState({ strip: id });
        useView.setState({ dockFolded: false });
      }}
      folded={folded}
      onFold={(dockFolded) => useView.setState({ dockFolded })}
      height="h-[190px]"
      aside={pages === null ? `${words} blocks` : `${pages} ${pages === 1 ? 'page' : 'pages'}`}
    >
      {strip === 'number' && <NumberStrip />}
      {strip === 'paragraph' && <ParagraphStrip editor={editor} />}
      {strip === 'placing' && <PlacingStrip />}
      {strip === 'pages' && <PagesStrip />}
    </Strips>
  );
}
