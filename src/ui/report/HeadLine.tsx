import { memo } from 'react';
import { LOCALES, localeOf } from '../../core/text/locale.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseText } from '../controls/Phrase.tsx';
import { Wordmark } from '../controls/Wordmark.tsx';
import { useUntaken } from '../state/pause.ts';
import { flush, run, useReport } from '../state/store.ts';
import { openCommandList } from './type-ahead.ts';
import { UndoButtons } from './UndoButtons.tsx';
import { useView } from './view.ts';

export function SaveState() {
  const save = useReport((state) => state.save);
  const count = useReport((state) => state.window.pending.length);
  const areKept = useReport(({ window, kept }) => window.pending.every(({ call }) => kept.has(call.id)));
  const untaken = useUntaken((state) => state.count);
  const changes = `${count} change${count === 1 ? '' : 's'}`;
  const [text, look] = {
    // It is never called saved while some of it stands in a field only.
    saved: [untaken > 0 ? 'Saving…' : 'Saved', ''],
    saving: ['Saving…', ''],
    unreachable: [
      `Not saved: ${changes} ${areKept ? 'kept' : 'being kept'} here, trying again`,
      'border-error text-error',
    ],
    refused: ['Not saved', 'border-error text-error'],
    gone: [`Not saved: ${changes} ${areKept ? 'kept' : 'being kept'} here`, 'border-error text-error'],
  }[save.kind] as [string, string];
  return (
    <span
      role="status"
      data-testid="save-state"
      data-waiting={count + untaken}
      className={`shrink-0 rounded-full border px-3 py-0.5 text-[13px] whitespace-nowrap ${look || 'border-rule text-quiet'}`}
    >
      {text}
      {save.kind === 'unreachable' && (
        <button type="button" className="ml-2 underline" onClick={() => void flush()}>
          now
        </button>
      )}
    </span>
  );
}

/** The line at the head: report, edition, saved state, undo and hand off; `isSet` says that what is shown is set on a sheet. */
export const HeadLine = memo(function HeadLine({ isSet }: { isSet: boolean }) {
  const notes = useView((view) => view.notes);
  const proof = useView((view) => view.proof);
  const title = useReport((state) => state.report.title);
  const locale = useReport((state) => state.report.locale);
  const edition = useReport((state) => state.report.edition);
  return (
    <header className="roomy flex h-[46px] shrink-0 items-center gap-3 border-b border-rule bg-base-100 px-3.5">
      <Wordmark />
      <h1 className="min-w-0 flex-1">
        <span className="flex items-center gap-3">
          <span className="min-w-24 shrink overflow-hidden [&>span]:max-w-full">
            <PhraseText
              label="Title of the report"
              value={title}
              onCommit={(text) => run('report.setWords', { title: text })}
              className="!border-transparent font-serif text-[16.5px] font-semibold field-sizing-content w-full max-w-[26rem] truncate hover:!border-quiet focus:!border-quiet"
            />
          </span>
          <span className="flex shrink-0 items-center rounded-full border border-rule px-3 py-0.5 text-[13px] text-quiet whitespace-nowrap">
            Edition:&nbsp;
            <PhraseText
              label="Edition"
              value={edition}
              placeholder="none"
              onCommit={(text) => run('report.setWords', { edition: text })}
              className="!min-h-0 !border-transparent !font-normal field-sizing-content focus:!border-quiet"
            />
          </span>
          <span className="shrink-0 max-xl:[&>select]:max-w-36 max-xl:[&>select]:truncate max-xl:[&>select]:pr-5">
            <PhraseChoice
              label="Language of the report"
              value={locale}
              options={LOCALES.map((id) => ({ value: id, name: localeOf(id).name }))}
              onCommit={(chosen) => run('report.setLocale', { locale: chosen })}
            />
          </span>
          <SaveState />
        </span>
      </h1>
      <button
        type="button"
        className="kbd kbd-sm cursor-pointer"
        title="The command list"
        aria-label="Ctrl K, the command list"
        onClick={openCommandList}
      >
        Ctrl K
      </button>
      <UndoButtons />
      {isSet && (
        <button
          type="button"
          aria-pressed={proof}
          className={`btn btn-sm ${notes > 0 ? 'border-accent text-base-content' : ''}`}
          title={proof ? 'Hide the proof notes' : 'Show the proof notes'}
          onClick={() => useView.setState({ proof: !proof })}
        >
          Proof: {notes === 0 ? 'no notes' : notes === 1 ? '1 note' : `${notes} notes`}
        </button>
      )}
      <button
        type="button"
        className="btn btn-sm btn-primary"
        disabled={!isSet}
        onClick={() => useView.setState({ handOff: 'one' })}
        title={isSet ? undefined : 'Choose a figure to hand off'}
      >
        Hand off
      </button>
    </header>
  );
});
