import { useEffect, useState } from 'react';
import { byHandIn } from '../../core/item/by-hand.ts';
import { type OwnStyle, styleFor } from '../../core/report/report.ts';
import { styleFile } from '../../core/report/style-file.ts';
import { localeOf } from '../../core/text/locale.ts';
import { PhraseText } from '../controls/Phrase.tsx';
import { Sight } from '../controls/Sight.tsx';
import { Wordmark } from '../controls/Wordmark.tsx';
import { download } from '../hand-off/take.ts';
import { SaveState } from '../report/HeadLine.tsx';
import { Notices } from '../report/Notices.tsx';
import { UndoButtons } from '../report/UndoButtons.tsx';
import { listStyles, loadHouse, runOn } from '../state/api.ts';
import { follow } from '../state/live.ts';
import { openStored, useUnsavedWarning } from '../state/opening.ts';
import { current, reached, receive, redo, showError, undo, useReport } from '../state/store.ts';
import { useStyle } from '../state/style.ts';
import { ByHand } from './ByHand.tsx';
import { type Beside, useReportBeside } from './beside.ts';
import { Elsewhere } from './Elsewhere.tsx';
import { LayOn } from './LayOn.tsx';
import { put } from './put.ts';
import { SpecimenSheet } from './SpecimenSheet.tsx';
import { StyleList } from './StyleList.tsx';
import { StyleGroups, StyleSentences } from './StyleSentences.tsx';

type Kind = 'report' | 'style';

/** Hands the style over as a file. */
function keepAsFile(style: OwnStyle) {
  const text = `${JSON.stringify(styleFile(style), null, 2)}\n`;
  const name = style.name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase();
  download(new Blob([text], { type: 'application/json' }), `${name}.style.json`);
}

/** Ctrl Z and Ctrl Shift Z, but where someone types. */
function useUndoKeys(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const isTyping =
        event.target instanceof Element && event.target.closest('input:not([type=radio]), textarea, [contenteditable]');
      if (isTyping || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      event.preventDefault();
      if (event.shiftKey) redo();
      else undo();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, []);
}

interface HeadProps {
  kind: Kind;
  beside: Beside;
  onLay(): void;
}

/** The line at the head: the style, its saved state, and what is done with it. */
function Head({ kind, beside: { specimen, isSet }, onLay }: HeadProps) {
  const style = useStyle();
  return (
    <header className="roomy flex h-[46px] shrink-0 items-center gap-3 border-b border-rule bg-base-100 px-3.5">
      <Wordmark />
      <h1 className="flex min-w-0 flex-1 items-center gap-2">
        <span className="shrink-0 font-serif text-[16.5px] font-semibold">
          {kind === 'style' ? 'House style:' : 'Style:'}
        </span>
        <PhraseText
          label="Name of the style"
          value={style.name}
          className="!border-transparent font-serif text-[16.5px] font-semibold field-sizing-content hover:!border-quiet focus:!border-quiet"
          onCommit={(name) => put({ name: name.trim() })}
        />
        <SaveState />
      </h1>
      <UndoButtons />
      <button type="button" className="btn btn-sm" onClick={() => keepAsFile(style)}>
        Save as a file
      </button>
      {specimen && !isSet && (
        <button type="button" className="btn btn-sm btn-primary" onClick={onLay}>
          <span className="max-w-72 truncate">Apply to “{specimen.report.title}”</span> …
        </button>
      )}
      {specimen && isSet && (
        <a className="btn btn-sm btn-primary" href={`/reports/${specimen.id}`}>
          To the report
        </a>
      )}
    </header>
  );
}

/** What the report beside the style sets by hand, and how the sheet is seen. */
function Foot({ kind, beside }: { kind: Kind; beside: Beside }) {
  const style = useStyle();
  const id = useReport((state) => state.id);
  const { specimen, isSet } = beside;
  /** The report keeps the style as it is now. */
  const giveCopy = (report: string) =>
    runOn(report, 'style.takeAlong', { style }).then(() => location.assign(`/styles/${report}`), showError);
  return (
    <footer className="flex shrink-0 flex-wrap items-baseline gap-x-5 border-t border-rule bg-base-100 px-4 py-2">
      {specimen && isSet && (
        <ByHand report={specimen.report} onBack={(items) => void beside.bringBack(specimen, items).catch(showError)} />
      )}
      {kind === 'style' && <Elsewhere style={id} report={specimen?.id ?? null} />}
      {specimen && isSet && kind === 'style' && (
        <button
          type="button"
          className="phrase"
          title="The report keeps this style as it is now and no longer changes with it"
          onClick={() => void giveCopy(specimen.id)}
        >
          give the report a copy of its own
        </button>
      )}
      {specimen && !isSet && (
        <span className="text-quiet">
          Shown on “{specimen.report.title}”, which is set by another style
          {specimen.report.items.some((item) => byHandIn(item).length > 0) ? ' and has settings of its own' : ''}.
        </span>
      )}
      <span className="ml-auto">
        <Sight />
      </span>
    </footer>
  );
}

/** A style, and the report beside it. */
function Screen({ kind, asked }: { kind: Kind; asked: string | null }) {
  const style = useStyle();
  const id = useReport((state) => state.id);
  const title = useReport((state) => state.report.title);
  const beside = useReportBeside(kind, asked);
  const { specimen, error } = beside;
  /** how the report is set now, while it is looked at how it would be */
  const [before, setBefore] = useState<OwnStyle | null>(null);
  useUnsavedWarning();
  useUndoKeys();
  useEffect(() => follow({ id, revision: () => current().window.revision, receive, reached }), [id]);
  useEffect(() => {
    document.title = `${style.name} · Rizo`;
  }, [style.name]);
  const beginLaying = async () => {
    if (!specimen) return;
    const { report } = specimen;
    const house = report.style.kind === 'house' ? await loadHouse(report.style.id).catch(() => null) : null;
    setBefore(styleFor(report, house?.style ?? null));
  };
  return (
    <div className="flex h-screen min-w-[1000px] flex-col">
      <Head kind={kind} beside={beside} onLay={() => void beginLaying()} />
      <Notices isSet={false} />
      <main className="flex min-h-0 flex-1">
        <div className="w-48 shrink-0 overflow-y-auto border-r border-rule bg-base-200">
          <StyleList now={id} report={beside.id} />
          <StyleGroups />
        </div>
        {before && specimen ? (
          <div className="min-w-0 flex-1 overflow-y-auto bg-base-100">
            <LayOn
              specimen={specimen}
              before={before}
              after={style}
              onDone={() =>
                void beside
                  .layOn(specimen, style)
                  .then(() => setBefore(null))
                  .catch(showError)
              }
              onCancel={() => setBefore(null)}
            />
          </div>
        ) : (
          <>
            <div className="min-w-0 flex-1 overflow-y-auto bg-base-100 px-6 py-5">
              {kind === 'report' && (
                <p className="mb-4 text-quiet">
                  “{title}” alone is set by this style; a house style is shared by many reports.
                </p>
              )}
              <StyleSentences style={style} plain={localeOf(specimen?.report.locale ?? 'en-GB')} />
            </div>
            <div className="w-[47%] shrink-0 overflow-y-auto bg-desk">
              {specimen && <SpecimenSheet specimen={specimen} style={style} />}
              {error && (
                <p role="alert" className="p-8">
                  {error}
                </p>
              )}
            </div>
          </>
        )}
      </main>
      <Foot kind={kind} beside={beside} />
    </div>
  );
}

/** Opens a style; a report that shares its style is set in that one, or in the first where that one is gone. */
async function load(id: string): Promise<Kind | null> {
  const { kind, house } = await openStored(id);
  const { style } = current().report;
  if (style.kind === 'own') return kind;
  const other = house ?? (await listStyles())[0];
  if (!other) throw new Error('The style of this report is gone, and there is no other house style.');
  location.replace(`/styles/${other.id}?report=${encodeURIComponent(id)}`);
  return null;
}

/** The house style screen: a style in sentences, and what it does to a report. */
export default function StyleScreen({ id, report }: { id: string; report: string | null }) {
  const [state, setState] = useState<Kind | { error: string } | null>(null);
  useEffect(() => {
    load(id).then(setState, (error: unknown) =>
      setState({ error: error instanceof Error ? error.message : String(error) }),
    );
  }, [id]);
  if (typeof state === 'string') return <Screen kind={state} asked={report} />;
  return (
    <p role="status" className="p-16">
      {state?.error ?? 'Loading …'}
    </p>
  );
}
