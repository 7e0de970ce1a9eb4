import { useEffect, useMemo, useRef } from 'react';
import type { Manuscript } from '../../core/document/manuscript.ts';
import { sayerOf, saysSame } from '../../core/document/set.ts';
import { type ReportSources, sourcesOf } from '../../core/item/manuscript.ts';
import { tablesAround } from '../../core/item/users.ts';
import { inText } from '../controls/in-text.ts';
import { Sight } from '../controls/Sight.tsx';
import { useLettersLoaded } from '../letters/wanted.ts';
import { type Action, ready, useActions } from '../report/actions.ts';
import { useSeen, useView } from '../report/view.ts';
import { useReport } from '../state/store.ts';
import { useLocale, useStyle } from '../state/style.ts';
import { useTables } from '../state/tables.ts';
import { Galley } from './Galley.tsx';
import { FINDABLE, find, useGalley } from './galley-state.ts';
import { ManuscriptDock } from './ManuscriptDock.tsx';
import { ManuscriptHandOff } from './ManuscriptHandOff.tsx';
import { PagesPane } from './PagesPane.tsx';
import { useSetPages } from './set-pages.ts';
import { TextNotes } from './TextNotes.tsx';

/** What says runs, and of what it was made: while that says the same it stays, so that no run is written anew for words that are typed. */
interface Said {
  sources: ReportSources;
  manuscript: Manuscript;
  sayer: ReturnType<typeof sayerOf>;
}

/** Works out what the manuscript is set from, and gives it to all that shows it. */
function useSources(): boolean {
  const report = useReport((state) => state.report);
  const style = useStyle();
  const locale = useLocale();
  const letters = useLettersLoaded();
  const ids = useMemo(() => tablesAround(report.items), [report.items]);
  const tables = useTables(ids);
  const { items: all, title, edition, manuscript } = report;
  // biome-ignore lint/correctness/useExhaustiveDependencies: only what it is made of, so that text that is typed draws nothing anew
  const sources = useMemo(
    () => tables && sourcesOf(report, style, locale, (id) => tables.get(id) ?? null),
    [all, title, edition, style, locale, tables, letters],
  );
  const said = useRef<Said | null>(null);
  const sayer = useMemo(() => {
    if (!sources) return null;
    const { current: before } = said;
    if (before?.sources === sources && saysSame(before.manuscript, manuscript)) return before.sayer;
    const sayer = sayerOf(manuscript, sources);
    said.current = { sources, manuscript, sayer };
    return sayer;
  }, [manuscript, sources]);
  useEffect(() => useGalley.setState({ sources, sayer }), [sources, sayer]);
  return sources !== null;
}

const ACTIONS: readonly Action[] = [
  { does: 'put a number into the text', also: 'insert, field, figure, value', run: () => void find('a number') },
  { does: 'put a sparkline into the text', also: 'insert', run: () => void find('a sparkline') },
  { does: 'put a reference into the text', also: 'insert, cross-reference', run: () => void find('a reference') },
  {
    does: 'place a figure in the text',
    also: 'insert, picture',
    run: () => void useGalley.setState({ strip: 'placing', chosen: null }),
  },
  { does: 'set the pages', also: 'paper, margins, columns', run: () => void useGalley.setState({ strip: 'pages' }) },
  { does: 'hand off the report', also: 'PDF, export', run: () => void useView.setState({ handOff: 'one' }) },
];

/** Galley and pages side by side, with the dock below. */
export function ManuscriptView() {
  const isThere = useSources();
  const set = useSetPages();
  const folded = useGalley((state) => state.folded);
  const handOff = useView((view) => view.handOff);
  const galley = useRef<HTMLDivElement>(null);
  const pages = useRef<HTMLDivElement>(null);
  /** which of both the reader scrolls; the other follows */
  const led = useRef<'galley' | 'pages'>('galley');
  const actions = useMemo(() => ready(ACTIONS, undefined), []);
  useActions('manuscript', actions);
  const { outline } = set;
  // What is drawn small in the list waits until there are pages to be seen.
  useSeen(isThere && (outline !== null || set.error !== null));
  const pitch = () => {
    const page = pages.current?.querySelector<HTMLElement>('[data-page]');
    return page && outline ? { scale: page.clientWidth / outline.width, pitch: page.clientHeight + 18 } : null;
  };
  /** Height of a block on the pane of pages. */
  const heightOf = (id: string): number | null => {
    const at = pitch();
    const place = outline?.blocks.find((block) => block.id === id) ?? outline?.things.find(({ block }) => block === id);
    return at && place ? (place.page - 1) * at.pitch + 18 + place.y * at.scale : null;
  };
  const blocksInGalley = () => [...(galley.current?.querySelectorAll<HTMLElement>('[data-id]') ?? [])];
  const onGalleyScroll = () => {
    if (led.current !== 'galley' || !galley.current || !pages.current) return;
    const top = galley.current.getBoundingClientRect().top;
    const first = blocksInGalley().find((block) => block.getBoundingClientRect().bottom > top + 20);
    const height = first?.dataset['id'] ? heightOf(first.dataset['id']) : null;
    if (height !== null) pages.current.scrollTop = Math.max(0, height - 40);
  };
  const onPagesScroll = () => {
    if (led.current !== 'pages' || !galley.current || !pages.current) return;
    const top = pages.current.scrollTop + 40;
    const ids = outline?.blocks.filter(({ id }) => (heightOf(id) ?? Infinity) <= top + 20) ?? [];
    const last = ids.at(-1)?.id;
    const block = blocksInGalley().find(({ dataset }) => dataset['id'] === last);
    if (block)
      galley.current.scrollTop += block.getBoundingClientRect().top - galley.current.getBoundingClientRect().top - 10;
  };
  /** Puts the caret where a page was clicked. */
  const toBlock = (id: string) => {
    const { editor } = useGalley.getState();
    if (!editor) return;
    editor.state.doc.forEach((node, pos) => {
      if (node.attrs['id'] !== id) return;
      led.current = 'pages';
      if (node.isTextblock)
        inText(editor)
          .setTextSelection(pos + 1)
          .run();
      else editor.commands.setNodeSelection(pos);
      blocksInGalley()
        .find(({ dataset }) => dataset['id'] === id)
        ?.scrollIntoView({ block: 'nearest' });
    });
  };
  const fold = (which: 'galley' | 'pages', name: string) => (
    <button
      type="button"
      className="phrase !font-normal"
      aria-expanded={folded !== which}
      onClick={() => useGalley.setState({ folded: folded === which ? null : which })}
    >
      {folded === which ? `show ${name}` : `fold ${name}`}
    </button>
  );
  return (
    <section aria-label="Manuscript" className="flex min-h-0 min-w-0 flex-1 flex-col">
      <div className="relative flex min-h-0 flex-1">
        {folded !== 'galley' && (
          <div className="flex min-h-0 min-w-0 flex-1 basis-[46%] flex-col border-r border-rule bg-base-100">
            <p className="flex shrink-0 flex-wrap items-baseline gap-x-3 border-b border-rule px-6 py-1.5 text-[14px] leading-7 [&_button]:min-h-6">
              <span className="text-quiet">Insert:</span>
              {FINDABLE.map((what) => (
                <button
                  key={what}
                  type="button"
                  className="phrase"
                  onMouseDown={(event) => event.preventDefault()}
                  onClick={() => find(what)}
                >
                  {what}
                </button>
              ))}
              <button
                type="button"
                className="phrase"
                onMouseDown={(event) => event.preventDefault()}
                onClick={() => useGalley.setState({ strip: 'placing', chosen: null })}
              >
                a figure
              </button>
              <span className="ml-auto flex gap-3 text-[13px]">
                {folded !== 'pages' && fold('galley', 'galley')}
                {fold('pages', 'pages')}
              </span>
            </p>
            {/* biome-ignore lint/a11y/noStaticElementInteractions: it only tells which of both panes is scrolled */}
            <div
              ref={galley}
              className="min-h-0 flex-1 overflow-y-auto px-6 pt-3 pb-16"
              onScroll={onGalleyScroll}
              onPointerEnter={() => {
                led.current = 'galley';
              }}
              onKeyDown={() => {
                led.current = 'galley';
              }}
            >
              <Galley />
            </div>
          </div>
        )}
        {folded !== 'pages' && (
          <div
            className="flex min-h-0 min-w-0 flex-1 basis-[54%] flex-col"
            onPointerEnter={() => {
              led.current = 'pages';
            }}
          >
            <PagesPane set={set} scroller={pages} onBlock={toBlock} onScroll={onPagesScroll} />
            <div className="flex shrink-0 items-baseline justify-end gap-3 bg-desk px-4 py-1">
              {folded === 'galley' && fold('galley', 'galley')}
              <Sight />
            </div>
          </div>
        )}
        <TextNotes outline={outline} isBehind={set.isBehind} onBlock={toBlock} />
        {handOff === 'one' && <ManuscriptHandOff pages={outline?.count ?? null} />}
      </div>
      <ManuscriptDock pages={outline?.count ?? null} />
    </section>
  );
}
