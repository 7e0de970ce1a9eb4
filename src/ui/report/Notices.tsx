import { X } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { dismissNotice, reload, takeNewer, useReport } from '../state/store.ts';
import { KEYS } from './keys.ts';
import { useView } from './view.ts';

/** Lines below the head line: a refusal, a conflict, or why nothing can be saved. */
export function Notices() {
  const notice = useReport((state) => state.notice);
  const save = useReport((state) => state.save);
  const count = useReport((state) => state.pending.length);
  const line = 'flex items-center gap-3 border-b border-rule bg-base-100 px-4 py-2';
  return (
    <>
      {save.kind === 'conflict' && (
        <div role="alert" className={`${line} border-l-4 border-l-accent`}>
          <span className="flex-1">
            This report was changed in another window. Take the newer version; your{' '}
            {count === 1 ? 'change is' : `${count} changes are`} put on top of it, and nothing you typed is lost.
          </span>
          <button type="button" className="btn btn-sm btn-primary" onClick={takeNewer}>
            Take the newer version
          </button>
        </div>
      )}
      {save.kind === 'refused' && (
        <div role="alert" className={`${line} border-l-4 border-l-error`}>
          <span className="flex-1">The server did not take the last change: {save.error}</span>
          <button type="button" className="btn btn-sm" onClick={() => void reload()}>
            Go back to what is saved
          </button>
        </div>
      )}
      {notice && (
        <div role="alert" className={`${line} border-l-4 border-l-error`}>
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
          <button
            type="button"
            className="btn btn-ghost btn-sm btn-square"
            aria-label="Close this message"
            onClick={dismissNotice}
          >
            <X size={15} aria-hidden="true" />
          </button>
        </div>
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
