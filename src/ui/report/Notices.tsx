import type { ReactNode } from 'react';
import { type Clash, shownIn } from '../../core/change/meet.ts';
import { sayPath, sayValue } from '../../core/change/say-path.ts';
import { fieldAt } from '../../core/named/fields.ts';
import { download } from '../hand-off/take.ts';
import { X } from '../icons.ts';
import { removeReport } from '../state/api.ts';
import {
  dismissNotice,
  keptHere,
  leaveClash,
  letGo,
  showError,
  takeOther,
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

/** Two set one field at once: what stands, and the other value one click away. */
function ClashLine({ clash }: { clash: Clash }) {
  const report = useReport((state) => state.report);
  const record = useReport((state) => shownIn(state.window));
  const now = sayValue(fieldAt(record, clash.path));
  const other = sayValue(clash.other);
  const field = sayPath(report, clash.path);
  const isMine = clash.stands === 'mine';
  return (
    <Line tone="accent">
      <span className="basis-full">
        {field} was set here and elsewhere at once. {isMine ? 'Yours stands' : 'The other one stands'}
        {now !== null && `: ${now}`}
        {other !== null && `; ${isMine ? 'the other is' : 'yours was'} ${other}`}.
      </span>
      <button type="button" className="btn btn-sm" onClick={() => takeOther(clash)}>
        {isMine ? 'Take the other' : 'Bring mine back'}
      </button>
      <Close label="Leave it as it stands" onClick={() => leaveClash(clash)} />
    </Line>
  );
}

/** What could not be done stays here until it is tried again or let go. */
function RefusedLine() {
  const refused = useReport((state) => state.refused);
  const [first, ...others] = refused;
  if (!first) return null;
  return (
    <Line tone="error">
      <span className="basis-full">
        {others.length === 0 ? 'A change of yours was' : `${refused.length} changes of yours were`} not taken and{' '}
        {others.length === 0 ? 'is' : 'are'} kept here. The {first.label}: {first.why}
      </span>
      <button type="button" className="btn btn-sm" onClick={tryAgain}>
        Try again
      </button>
      <Download />
      <Close label="Let go of it" onClick={letGo} />
    </Line>
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
        The server did not take {count === 1 ? 'your change' : `your ${count} changes`}; kept here. {save.error}
      </span>
      <button type="button" className="btn btn-sm" onClick={tryAgain}>
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
export function Notices({ isSet }: { isSet: boolean }) {
  const notice = useReport((state) => state.notice);
  const clashes = useReport((state) => state.clashes);
  // What is handed off stands in the margin, and is not stood over.
  const isUp = useView((view) => view.handOff === false) && isSet;
  return (
    <div
      className={`pointer-events-none fixed right-1.5 z-30 flex max-h-[calc(100vh-60px)] w-[228px] flex-col gap-2 overflow-y-auto ${isUp ? 'top-[52px]' : 'bottom-1.5'}`}
    >
      <SaveLine />
      <RefusedLine />
      {clashes.map((clash) => (
        <ClashLine key={`${clash.mine} ${clash.theirs} ${clash.path.join(' ')}`} clash={clash} />
      ))}
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
}
