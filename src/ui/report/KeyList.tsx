import { lazy, memo, Suspense, useEffect, useRef } from 'react';
import { useView } from './view.ts';

const Keys = lazy(async () => ({ default: (await import('./Keys.tsx')).Keys }));

/** The list of keys, opened with "?". */
export const KeyList = memo(function KeyList() {
  const open = useView((view) => view.keys);
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    if (open) dialog.current?.showModal();
    else dialog.current?.close();
  }, [open]);
  return (
    <dialog ref={dialog} className="modal" aria-label="Keys" onClose={() => useView.setState({ keys: false })}>
      {open && (
        <Suspense>
          <Keys />
        </Suspense>
      )}
    </dialog>
  );
});
