import { lazy, memo, Suspense, useState } from 'react';
import { FilePlus2 } from '../icons.ts';
import { useReport } from '../state/store.ts';
import { useStyle } from '../state/style.ts';
import { Things } from './Things.tsx';
import { show, useView } from './view.ts';

// Setting several figures alike draws them.
const ListTools = lazy(async () => ({ default: (await import('./ListTools.tsx')).ListTools }));

/** From so many things on, a field finds those that are meant. */
const MANY = 9;

/** The manuscript, the first thing in the report. */
const ManuscriptEntry = memo(function ManuscriptEntry() {
  const { blocks } = useReport((state) => state.report.manuscript);
  const isShown = useView((view) => view.shown?.kind === 'manuscript');
  const placed = new Set(blocks.flatMap((block) => (block.type === 'figure' ? block.things : []))).size;
  return (
    <button
      type="button"
      aria-current={isShown}
      onClick={() => show({ kind: 'manuscript' })}
      className="mb-1.5 w-full rounded-lg border border-transparent px-2.5 py-2 text-left hover:bg-base-100 aria-[current=true]:border-primary/40 aria-[current=true]:border-l-4 aria-[current=true]:border-l-primary aria-[current=true]:bg-base-100"
    >
      <span className="font-semibold">Manuscript</span>
      <span className="block text-[12px] leading-snug text-quiet">
        {blocks.length === 0
          ? 'nothing written yet'
          : `${blocks.length} ${blocks.length === 1 ? 'block' : 'blocks'}, ${placed} placed`}
      </span>
    </button>
  );
});

/** What stands in the report, in reading order. */
export const Contents = memo(function Contents() {
  const report = useReport((state) => state.id);
  const { name } = useStyle();
  const isGone = useReport(({ report, house }) => report.style.kind === 'house' && house === null);
  const items = useReport((state) => state.report.items);
  const adding = useView((view) => view.shown?.kind === 'new-table');
  const listed = useView((view) => view.listed);
  const [sought, setSought] = useState('');
  const isMany = items.length >= MANY;
  const wanted = isMany ? sought.trim() : '';
  const chosen = items.filter(({ id }) => listed.includes(id));
  return (
    <nav
      aria-label="In this report"
      className="roomy flex w-[188px] shrink-0 flex-col overflow-y-auto border-r border-rule bg-base-200 p-2.5 min-[1700px]:w-[216px]"
    >
      <h2 className="mt-1.5 mb-2 px-1 text-xs font-semibold tracking-wider text-quiet uppercase">In this report</h2>
      {isMany && (
        <input
          type="search"
          aria-label="Find things of the report"
          placeholder={`Find among ${items.length}`}
          className="input input-xs mb-2 w-full shrink-0"
          value={sought}
          onChange={(event) => setSought(event.target.value)}
        />
      )}
      <ManuscriptEntry />
      <Things sought={wanted} />
      {chosen.length > 0 && (
        <Suspense>
          <ListTools chosen={chosen} />
        </Suspense>
      )}
      <button
        type="button"
        aria-current={adding}
        onClick={() => show({ kind: 'new-table' })}
        className="mt-3 flex items-center gap-2 rounded-lg border border-dashed border-rule px-2.5 py-2 text-quiet hover:border-primary hover:text-primary aria-[current=true]:border-primary aria-[current=true]:bg-base-100"
      >
        <FilePlus2 size={15} aria-hidden="true" /> Bring in a table
      </button>
      <p className="mt-3 px-1 text-[13px] text-quiet">
        Style:{' '}
        <a className="phrase !font-normal" href={`/styles/${report}`}>
          {isGone ? 'not found; choose another' : name}
        </a>
      </p>
    </nav>
  );
});
