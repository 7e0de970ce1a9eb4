import { PhraseNumber } from '../controls/Phrase.tsx';
import { Popover } from '../controls/Popover.tsx';
import { sentence } from '../controls/words.tsx';
import { useView, type ZoomWish } from './view.ts';

/** Pixels a millimetre has at its true size: 96 in an inch (CSS Values and Units 3, 6.2). */
const TRUE_PX_PER_MM = 96 / 25.4;

const ZOOMS: readonly ZoomWish[] = ['fit', 'true size', '200 %'];

const SAYS: Record<ZoomWish, string> = {
  fit: 'As large as the window has room for',
  'true size': 'As large as it is printed',
  '200 %': 'Twice as large as it is printed',
};

const KEPT = 'rizo:px-per-mm';
/** No screen is coarser or finer than this. */
const LEAST = 1;
const MOST = 20;

/** Pixels a millimetre has on this screen: as a ruler that was held to it said once, or as browsers have it. */
function onThisScreen(): number {
  const kept = Number(localStorage.getItem(KEPT) ?? Number.NaN);
  return kept >= LEAST && kept <= MOST ? kept : TRUE_PX_PER_MM;
}

/** Pixels of a millimetre at a zoom, where `fit` is what the window has room for, and `real` what a millimetre has on this screen. */
export const pxPerMmAt = (zoom: ZoomWish, fit: number, real: number | null): number => {
  const size = real ?? onThisScreen();
  return zoom === 'fit' ? fit : zoom === 'true size' ? size : 2 * size;
};

/** How long the line is that a ruler is held to, as far as the screen is known, millimetres. */
const LINE_MM = 100;

/** A line to hold a ruler to, once for each screen. */
function HeldToRuler() {
  const real = useView((view) => view.pxPerMm) ?? onThisScreen();
  return (
    <Popover
      label="Hold a ruler to the screen: by a ruler"
      className="phrase text-[13px]"
      width="w-[34rem]"
      face="by a ruler"
    >
      {(close) => (
        <div>
          <div className="mb-1 h-2 border-x border-b border-base-content" style={{ width: LINE_MM * real }} />
          <p className={sentence}>
            A ruler held to this line reads
            <PhraseNumber
              atOnce
              label="Length of the line by a ruler, millimetres"
              value={LINE_MM}
              className="w-14"
              onCommit={(said) => {
                const next = said === null ? TRUE_PX_PER_MM : (LINE_MM * real) / said;
                if (!(next >= LEAST && next <= MOST))
                  return 'No screen has millimetres like these; measure the line again.';
                localStorage.setItem(KEPT, String(next));
                useView.setState({ pxPerMm: next });
                close();
                return null;
              }}
            />
            mm.
          </p>
        </div>
      )}
    </Popover>
  );
}

/** How large the sheet is shown. */
export function Zoom() {
  const now = useView((view) => view.zoom);
  return (
    <>
      {now === 'true size' && <HeldToRuler />}
      <fieldset className="flex overflow-hidden rounded-full border border-rule bg-base-100 text-[13px]">
        <legend className="sr-only">Size of the sheet on the screen</legend>
        {ZOOMS.map((zoom) => (
          <button
            key={zoom}
            type="button"
            aria-pressed={now === zoom}
            title={SAYS[zoom]}
            className="px-2.5 py-1 text-quiet aria-pressed:font-semibold aria-pressed:text-base-content"
            onClick={() => useView.setState({ zoom })}
          >
            {zoom}
          </button>
        ))}
      </fieldset>
    </>
  );
}
