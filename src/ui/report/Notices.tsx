import { memo, type ReactNode } from 'react';
import { type Clash, type Refused, shownIn } from '../../core/change/meet.ts';
import { sayPath, sayValue } from '../../core/change/say-path.ts';
import { fieldAt } from '../../core/named/fields.ts';
import { isSame } from '../../core/named/same.ts';
import { download } from '../hand-off/take.ts';
import { X } from '../icons.ts';
import { removeReport } from '../state/api.ts';
import { asTyped } from '../state/known.ts';
import {
  dismissNotice,
  keptHere,
  leaveClashes,
  letGo,
  showError,
  takeOthers,
  tryAgain,
  useReport,
} from '../state/store.ts';
import { useView } from './view.ts';

interface LineProps {
  /** what it is: something to know, or something that went wrong */
  tone: 'accent' | 'error';
  children: ReactNode;
}

const Line = ({ tone, children }: LineProps) => (
  <div
    role="alert"
    className={`pointer-events-auto flex flex-wrap items-center gap-x-2 gap-y-1.5 rounded-box border border-rule border-l-4 bg-base-100 py-2 pr-2 pl-3 text-[13px] leading-snug shadow-lg ${tone === 'error' ? 'border-l-error' : 'border-l-accent'}`}
  >
    {children}
  </div>
);

function Close({ label, onClick }: { label: string; onClick(): void }) {
  return (
    <button type="button" className="btn btn-ghost btn-sm btn-square ml-auto" aria-label={label} onClick={onClick}>
      <X size={15} aria-hidden="true" />
    </button>
  );
}

/** Hands the changes that are kept in this browser over as a file. */
const takeKept = () => download(new Blob([keptHere()], { type: 'application/json' }), 'kept-changes.json');

const Download = () => (
  <button type="button" className="btn btn-sm" onClick={takeKept}>
    Download them
  </button>
);

/** Clashes of the same two edits, such as of two pastes over each other: they are spoken of once. */
function editsOf(clashes: readonly Clash[]): Clash[][] {
  const edits = new Map<string, Clash[]>();
  for (const clash of clashes) {
    const key = `${clash.mine} ${clash.theirs} ${clash.stands}`;
    edits.set(key, [...(edits.get(key) ?? []), clash]);
  }
  return [...edits.values()];
}

/** Two set the same at once: what stands, and the other values one click away. */
function ClashLine({ clashes }: { clashes: readonly [Clash, ...Clash[]] }) {
  const report = useReport((state) => state.report);
  const record = asTyped(useReport((state) => shownIn(state.window)));
  const [clash, ...others] = clashes;
  const now = sayValue(fieldAt(record, clash.path), clash.path);
  const other = sayValue(clash.other, clash.path);
  const field = sayPath(report, clash.path);
  const isMine = clash.stands === 'mine';
  const isOne = others.length === 0;
  return (
    <Line tone="accent">
      <span className="basis-full">
        {field}
        {isOne ? ' was' : ` and ${others.length.toLocaleString('en-GB')} more were`} changed here and elsewhere at the
        same time. {isMine ? 'Yours was kept' : 'The other was kept'}
        {now !== null && `${isOne ? '' : ' there'}: ${now}`}
        {other !== null && `; ${isMine ? 'the other is' : 'yours was'} ${other}`}.
      </span>
      <button type="button" className="btn btn-sm" onClick={() => takeOthers(clashes)}>
        {isMine ? 'Use the other' : 'Use mine'}
      </button>
      <Close label="Leave it as it is" onClick={() => leaveClashes(clashes)} />
    </Line>
  );
}

/** A call as a text that says what was to be done. */
const textOf = ({ call, label, why }: Refused) =>
  `${label}: ${why}\n${JSON.stringify({ name: call.name, args: call.args }, null, 2)}\n`;

const MOST_LINES = 3;

/** What could not be done stays here, each by itself, until it is tried again or let go. */
function RefusedLines() {
  const refused = useReport((state) => state.refused);
  const more = refused.length - MOST_LINES;
  return (
    <>
      {refused.slice(0, MOST_LINES).map((one) => (
        <Line key={one.call.id} tone="error">
          <span className="basis-full">
            Your change “{one.label}” was not accepted and is kept here. {one.why}
          </span>
          <button type="button" className="btn btn-sm" onClick={() => tryAgain(one.call.id)}>
            Try again
          </button>
          <button
            type="button"
            className="btn btn-sm"
            onClick={() => void navigator.clipboard.writeText(textOf(one)).catch(showError)}
          >
            Copy it as text
          </button>
          <Close label="Discard it" onClick={() => letGo(one.call.id)} />
        </Line>
      ))}
      {more > 0 && (
        <Line tone="error">
          <span className="basis-full">
            {more.toLocaleString('en-GB')} more {more === 1 ? 'change was' : 'changes were'} not accepted.
          </span>
          <button type="button" className="btn btn-sm" onClick={() => tryAgain()}>
            Try all again
          </button>
          <Download />
          <Close label="Discard all" onClick={() => letGo()} />
        </Line>
      )}
    </>
  );
}

async function bringBack(report: string) {
  try {
    await removeReport(report, false);
    tryAgain();
  } catch (error) {
    showError(error);
  }
}

/** Why nothing can be saved. */
function SaveLine() {
  const save = useReport((state) => state.save);
  const id = useReport((state) => state.id);
  const count = useReport((state) => state.window.pending.length);
  if (save.kind === 'gone')
    return (
      <Line tone="error">
        <span className="basis-full">
          This report was taken off the Desk. {count === 1 ? 'Your change is' : `Your ${count} changes are`} kept here.
        </span>
        <button type="button" className="btn btn-sm btn-primary" onClick={() => void bringBack(id)}>
          Bring the report back
        </button>
        <Download />
      </Line>
    );
  if (save.kind !== 'refused') return null;
  return (
    <Line tone="error">
      <span className="basis-full">
        The server did not accept {count === 1 ? 'your change' : `your ${count} changes`}; kept here. {save.error}
      </span>
      <button type="button" className="btn btn-sm" onClick={() => tryAgain()}>
        Try again
      </button>
      <Download />
    </Line>
  );
}

/**
 * A refusal, fields set twice at once, or why nothing can be saved: cards over
 * the margin beside a sheet, or over the foot of a table, so that nothing that
 * is looked at moves or is covered.
 */
export const Notices = memo(function Notices({ isSet }: { isSet: boolean }) {
  const notice = useReport((state) => state.notice);
  const shown = useReport((state) => shownIn(state.window));
  const all = useReport((state) => state.clashes);
  const record = all.length > 0 ? asTyped(shown) : shown;
  // Where both have come to say the same there is nothing to choose.
  const clashes = all.filter(({ path, other }) => !isSame(fieldAt(record, path), other));
  // What is handed off stands in the margin, and is not stood over.
  const isUp = useView((view) => view.handOff === false) && isSet;
  return (
    <div
      className={`pointer-events-none fixed right-1.5 z-30 flex max-h-[calc(100vh-60px)] w-[228px] flex-col gap-2 overflow-y-auto ${isUp ? 'top-[52px]' : 'bottom-1.5'}`}
    >
      <SaveLine />
      <RefusedLines />
      {editsOf(clashes).map(([clash, ...others]) =>
        clash ? <ClashLine key={`${clash.mine} ${clash.theirs} ${clash.stands}`} clashes={[clash, ...others]} /> : null,
      )}
      {notice && (
        <Line tone={notice.tone}>
          <span className="basis-full">{notice.text}</span>
          {notice.offers.map((offer) => (
            <button
              key={offer.say}
              type="button"
              className="btn btn-sm"
              onClick={() => {
                dismissNotice();
                offer.run();
              }}
            >
              {offer.say}
            </button>
          ))}
          <Close label="Close this message" onClick={dismissNotice} />
        </Line>
      )}
    </div>
  );
});
