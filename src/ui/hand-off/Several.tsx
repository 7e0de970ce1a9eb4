import { useEffect, useMemo, useRef, useState } from 'react';
import { kindOf, sayNumbered } from '../../core/item/kinds.ts';
import type { ReportItem } from '../../core/report/report.ts';
import { safeName } from '../../formats/file-name.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { useView } from '../report/view.ts';
import { useReport } from '../state/store.ts';
import { useStyle } from '../state/style.ts';
import { useTableCalled } from '../state/tables.ts';
import { nameOfForm } from './forms.ts';
import { type FilePart, type Listed, listedIn, type Made, makeSeveral, partsOf, type Wanted } from './several.ts';
import { download } from './take.ts';

interface ThingRowProps {
  listed: Listed;
  checked: boolean;
  onCheck(checked: boolean): void;
  parts: readonly FilePart[] | null;
  onParts(parts: readonly FilePart[] | null): void;
}

/** What a figure can be parted into, where it can. */
function PartsWord({ item, parts, onParts }: { item: ReportItem } & Pick<ThingRowProps, 'parts' | 'onParts'>) {
  const style = useStyle();
  const loaded = useTableCalled(item.type === 'figure' ? item.table : null);
  const table = 'table' in loaded ? loaded.table : null;
  const ways = useMemo(
    () => (table && item.type === 'figure' ? partsOf(item, table, style) : []),
    [item, table, style],
  );
  if (ways.length === 0) return null;
  const now = ways.findIndex((way) => parts !== null && way.parts[0]?.name === parts[0]?.name);
  return (
    <span className="pl-6 text-[13px]">
      <PhraseChoice
        label={`Files of ${item.name}`}
        value={String(now)}
        options={[
          { value: '-1', name: 'as one figure' },
          ...ways.map((way, index) => ({ value: String(index), name: `one for each ${way.of} (${way.parts.length})` })),
        ]}
        onCommit={(chosen) => onParts(ways[Number(chosen)]?.parts ?? null)}
      />
    </span>
  );
}

function ThingRow({ listed: { item, number }, checked, onCheck, parts, onParts }: ThingRowProps) {
  return (
    <li className="flex flex-col">
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-xs"
          checked={checked}
          onChange={(event) => onCheck(event.target.checked)}
        />
        <span>
          <span className="text-quiet">{sayNumbered(item, number)}</span> {item.name}
        </span>
      </label>
      {checked && item.type === 'figure' && <PartsWord item={item} parts={parts} onParts={onParts} />}
    </li>
  );
}

type Work = { kind: 'choosing' } | { kind: 'making'; done: number; of: number } | { kind: 'made'; made: Made };

const FIRST_FORMS = ['svg', 'png', 'pdf'];

/** Things and forms of the report that are handed off together, as one archive. */
export function Several() {
  const report = useReport((state) => state.report);
  const id = useReport((state) => state.id);
  const listed = useMemo(() => listedIn(report), [report]);
  const forms = useMemo(() => [...new Set(listed.flatMap(({ item }) => kindOf(item).set?.forms ?? []))], [listed]);
  const [things, setThings] = useState<ReadonlySet<string>>(() => {
    // Those that are chosen in the list, or all.
    const picked = useView.getState().listed;
    const some = listed.filter(({ item }) => picked.includes(item.id));
    return new Set((some.length > 0 ? some : listed).map(({ item }) => item.id));
  });
  const [chosen, setChosen] = useState<ReadonlySet<string>>(() => new Set(FIRST_FORMS));
  const [parts, setParts] = useState<Readonly<Record<string, readonly FilePart[] | null>>>({});
  const [work, setWork] = useState<Work>({ kind: 'choosing' });
  const giveUp = useRef<AbortController | null>(null);
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    dialog.current?.showModal();
    return () => giveUp.current?.abort();
  }, []);
  const wanted = listed.flatMap((thing): Wanted[] =>
    things.has(thing.item.id)
      ? [...chosen].flatMap((form) =>
          kindOf(thing.item).set?.forms.includes(form)
            ? (parts[thing.item.id] ?? [null]).map((part) => ({ thing, form, part }))
            : [],
        )
      : [],
  );
  const make = async () => {
    const control = new AbortController();
    giveUp.current = control;
    setWork({ kind: 'making', done: 0, of: wanted.length });
    try {
      const onDone = (done: number) => setWork({ kind: 'making', done, of: wanted.length });
      const made = await makeSeveral(id, wanted, onDone, control.signal);
      if (made.archive) download(made.archive, `${safeName(report.title, 'report')}.zip`);
      setWork({ kind: 'made', made });
    } catch (error) {
      if (!control.signal.aborted) throw error;
      setWork({ kind: 'choosing' });
    }
  };
  const isMaking = work.kind === 'making';
  const all = (names: readonly string[]) => () => setThings(new Set(names));
  return (
    <dialog
      ref={dialog}
      className="modal"
      aria-label="Hand off several at once"
      onClose={() => useView.setState({ handOff: false })}
    >
      <div className="modal-box flex max-h-[80vh] w-[44rem] max-w-[92vw] flex-col gap-3">
        <h2 className="font-serif text-lg font-semibold">Hand off several at once</h2>
        <div className="grid min-h-0 flex-1 grid-cols-[1fr_15rem] gap-6 overflow-hidden">
          <fieldset disabled={isMaking} className="flex min-h-0 flex-col gap-1.5 overflow-auto">
            <legend className="mb-1 font-semibold">
              Things{' '}
              <span className="text-[13px] font-normal">
                <button type="button" className="phrase !font-normal" onClick={all(listed.map(({ item }) => item.id))}>
                  all
                </button>{' '}
                <button type="button" className="phrase !font-normal" onClick={all([])}>
                  none
                </button>
              </span>
            </legend>
            <ul className="flex flex-col gap-1.5">
              {listed.map((one) => (
                <ThingRow
                  key={one.item.id}
                  listed={one}
                  checked={things.has(one.item.id)}
                  onCheck={(checked) => {
                    const next = new Set(things);
                    if (checked) next.add(one.item.id);
                    else next.delete(one.item.id);
                    setThings(next);
                  }}
                  parts={parts[one.item.id] ?? null}
                  onParts={(own) => setParts({ ...parts, [one.item.id]: own })}
                />
              ))}
            </ul>
          </fieldset>
          <fieldset disabled={isMaking} className="flex flex-col gap-1.5 overflow-auto">
            <legend className="mb-1 font-semibold">Formats</legend>
            {forms.map((form) => (
              <label key={form} className="flex items-center gap-2">
                <input
                  type="checkbox"
                  className="checkbox checkbox-xs"
                  checked={chosen.has(form)}
                  onChange={(event) =>
                    setChosen(
                      new Set(event.target.checked ? [...chosen, form] : [...chosen].filter((one) => one !== form)),
                    )
                  }
                />
                {nameOfForm(form)}
              </label>
            ))}
          </fieldset>
        </div>
        <div className="min-h-12">
          {isMaking && (
            <>
              <progress
                className="progress progress-primary w-full"
                value={work.done}
                max={work.of}
                aria-label="Files that are made"
              />
              <p role="status" className="text-[13px] text-quiet">
                {work.done} of {work.of} files
              </p>
            </>
          )}
          {work.kind === 'made' && <MadeWords made={work.made} of={wanted.length} />}
        </div>
        <div className="modal-action mt-0">
          {isMaking ? (
            <button type="button" className="btn btn-sm" onClick={() => giveUp.current?.abort()}>
              Cancel
            </button>
          ) : (
            <>
              <button type="button" className="btn btn-sm" onClick={() => dialog.current?.close()}>
                Close
              </button>
              <button
                type="button"
                className="btn btn-sm btn-primary"
                disabled={wanted.length === 0}
                onClick={() => void make()}
              >
                {wanted.length === 0
                  ? 'Choose things and formats'
                  : `Make ${wanted.length} ${wanted.length === 1 ? 'file' : 'files'} as a ZIP`}
              </button>
            </>
          )}
        </div>
      </div>
    </dialog>
  );
}

/** What came of it. */
function MadeWords({ made: { archive, failed }, of }: { made: Made; of: number }) {
  return (
    <>
      <p role="status" className="text-[13px]">
        {archive ? `${of - failed.length} of ${of} files are in the ZIP.` : 'Nothing was made.'}
      </p>
      {failed.length > 0 && (
        <ul role="alert" className="max-h-24 overflow-auto border-l-4 border-error pl-2 text-[13px]">
          {failed.map(({ name, why }) => (
            <li key={`${name} ${why}`}>
              {name && <b className="font-semibold">{name}: </b>}
              {why}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
