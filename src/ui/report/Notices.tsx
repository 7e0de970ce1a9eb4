import { X } from 'lucide-react';
import { type ReactNode, useEffect, useRef } from 'react';
import { type Clash, shownIn } from '../../core/change/meet.ts';
import { sayPath, sayValue } from '../../core/change/say-path.ts';
import { fieldAt } from '../../core/named/fields.ts';
import { removeReport } from '../state/api.ts';
import {
  dismissNotice,
  keptHere,
  leaveClash,
  letGo,
  showNotice,
  takeOther,
  tryAgain,
  useReport,
} from '../state/store.ts';
import { KEYS } from './keys.ts';
import { useView } from './view.ts';

interface LineProps {
  /** what it is: something to know, or something that went wrong */
  tone: 'accent' | 'error';
  children: ReactNode;
}

const Line = ({ tone, children }: LineProps) => (
  <div
    role="alert"
    className={`flex items-center gap-3 border-b border-rule border-l-4 bg-base-100 px-4 py-2 ${tone === 'error' ? 'border-l-error' : 'border-l-accent'}`}
  >
    {children}
  </div>
);

function Close({ label, onClick }: { label: string; onClick(): void }) {
  return (
    <button type="button" className="btn btn-ghost btn-sm btn-square" aria-label={label} onClick={onClick}>
      <X size={15} aria-hidden="true" />
    </button>
  );
}

/** Hands the changes that are kept in this browser over as a file. */
function download() {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([keptHere()], { type: 'application/json' }));
  link.download = 'kept-changes.json';
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href));
}

const Download = () => (
  <button type="button" className="btn btn-sm" onClick={download}>
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
      <span className="flex-1">
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
      <span className="flex-1">
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
    showNotice(error instanceof Error ? error.message : String(error));
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
        <span className="flex-1">
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
      <span className="flex-1">
        The server did not take {count === 1 ? 'your change' : `your ${count} changes`}; kept here. {save.error}
      </span>
      <button type="button" className="btn btn-sm" onClick={tryAgain}>
        Try again
      </button>
      <Download />
    </Line>
  );
}

/** Lines below the head line: a refusal, fields set twice at once, or why nothing can be saved. */
export function Notices() {
  const notice = useReport((state) => state.notice);
  const clashes = useReport((state) => state.clashes);
  return (
    <>
      <SaveLine />
      <RefusedLine />
      {clashes.map((clash) => (
        <ClashLine key={`${clash.mine} ${clash.theirs} ${clash.path.join(' ')}`} clash={clash} />
      ))}
      {notice && (
        <Line tone={notice.tone}>
          <span className="flex-1">{notice.text}</span>
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
    </>
  );
}

/** The list of keys, opened with "?". */
export function KeyList() {
  const open = useView((view) => view.keys);
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    if (open) dialog.current?.showModal();
    else dialog.current?.close();
  }, [open]);
  return (
    <dialog ref={dialog} className="modal" aria-label="Keys" onClose={() => useView.setState({ keys: false })}>
      <div className="modal-box w-80">
        <h2 className="mb-3 font-serif text-lg font-semibold">Keys</h2>
        <dl className="grid grid-cols-[8rem_1fr] gap-y-2">
          {KEYS.map(({ keys, does }) => (
            <div key={does} className="contents">
              <dt>
                {keys.map((key) => (
                  <kbd key={key} className="kbd kbd-sm">
                    {key}
                  </kbd>
                ))}
              </dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
        <p className="mt-3 text-[13px] text-quiet">No key acts while you type in a field.</p>
        <form method="dialog" className="modal-action">
          <button type="submit" className="btn btn-sm">
            Close
          </button>
        </form>
      </div>
    </dialog>
  );
}
