/** What the report screen shows: which thing, which strip, which part. Not saved. */

import { useEffect } from 'react';
import { create } from 'zustand';
import type { LaidOn } from '../../core/figure/laid-on.ts';
import type { Look } from '../../core/figure/look.ts';
import type { SheetPoint } from '../../core/figure/pointed.ts';
import type { FigureSpec } from '../../core/figure/spec.ts';
import type { Suggestion } from '../../core/figure/suggest.ts';
import type { Part } from '../../core/scene/scene.ts';
import type { SparkLook } from '../../core/spark/look.ts';
import type { Reader } from '../../core/style/apart.ts';
import { current, set } from '../state/report-state.ts';

export type Strip = 'lines' | 'across' | 'left' | 'right' | 'panels' | 'words' | 'marks' | 'frame';

/** A thing of the report by its id, or the place where a table is brought in. */
export type Shown =
  | { kind: 'item'; id: string }
  | { kind: 'manuscript' }
  /** with `replaces`, a newer extract of that table is brought in */
  | { kind: 'new-table'; replaces?: string };

export type ZoomWish = 'fit' | 'true size' | '200 %';

export type TableStrip = 'remarks' | 'calculate' | 'shape';

interface View {
  shown: Shown | null;
  strip: Strip;
  /** the part that is marked on the sheet */
  part: Part | null;
  /** ids of the lines that are chosen together */
  picked: readonly string[];
  /** a look that was picked up, to be laid on lines */
  look: Look | null;
  /** ids of the things that are chosen together in the list at the left, and what is laid on them of another one */
  listed: readonly string[];
  layWay: LaidOn;
  dockFolded: boolean;
  tableStrip: TableStrip;
  /** the strip of a spark table: a column by its id, or one for the whole; null for the first */
  sparkStrip: string | null;
  /** key of the row whose sparkline is the specimen; null for the first */
  sparkRow: string | null;
  /** a look of sparklines that was picked up */
  sparkLook: SparkLook | null;
  /** whether the glance stands beside the grid */
  glance: boolean;
  /** how large the sheet is shown */
  zoom: ZoomWish;
  /** pixels a millimetre has on this screen, once a ruler was held to it in this window */
  pxPerMm: number | null;
  /** as which reader the sheet is seen */
  sight: Reader;
  /** the face of a figure: as it is typeset, or to look into its values */
  face: 'set' | 'inspect';
  /** whether files are handed off, of the thing that is shown or of several */
  handOff: false | 'one' | 'several';
  /** whether the proof notes stand beside the sheet, how many are open, and the part of the one that is pointed at */
  proof: boolean;
  notes: number;
  noted: Part | null;
  /** the points that a sentence rests on while it is pointed at */
  pointed: Suggestion['points'] | null;
  /** two points of a difference are being chosen: the first, once it is */
  measuring: { from: SheetPoint | null } | null;
  /** words that are being typed and are not taken yet: the thing as the sheet shows it meanwhile */
  typed: { item: string; change(figure: FigureSpec): FigureSpec } | null;
  keys: boolean;
  /** whether the first thing has been painted; what else is wanted is loaded after it */
  seen: boolean;
  /** whether the command list is open */
  commands: boolean;
}

export const useView = create<View>(() => ({
  shown: null,
  strip: 'lines',
  part: null,
  picked: [],
  look: null,
  listed: [],
  layWay: 'looks',
  dockFolded: false,
  tableStrip: 'remarks',
  sparkStrip: null,
  sparkRow: null,
  sparkLook: null,
  glance: true,
  zoom: 'fit',
  pxPerMm: null,
  sight: 'all',
  face: 'set',
  handOff: false,
  proof: true,
  notes: 0,
  noted: null,
  pointed: null,
  measuring: null,
  typed: null,
  keys: false,
  seen: false,
  commands: false,
}));

/** Shows a thing; what was told of the one before goes with it. */
export function show(shown: Shown): void {
  if (current().notice?.tone === 'accent') set({ notice: null });
  useView.setState({
    shown,
    part: null,
    picked: [],
    noted: null,
    pointed: null,
    measuring: null,
    sparkStrip: null,
    sparkRow: null,
    face: 'set',
    handOff: false,
  });
}

/** Makes what is done once something is there that was waited for: nothing, where something else is shown by then. */
export function ifStillShown<Args extends readonly unknown[]>(then: (...args: Args) => void): (...args: Args) => void {
  const { shown } = useView.getState();
  return (...args) => {
    if (useView.getState().shown === shown) then(...args);
  };
}

export const openSparkStrip = (sparkStrip: string) => useView.setState({ sparkStrip, part: null, dockFolded: false });
export const openStrip = (strip: Strip) => useView.setState({ strip, part: null, dockFolded: false });

/** The strip in which a part is set. */
function stripOf(part: Part): Strip {
  if (part === 'axis:across' || part === 'grid:across') return 'across';
  if (part === 'axis:left' || part === 'grid') return 'left';
  if (part === 'axis:right' || part === 'grid:right') return 'right';
  if (part === 'frame') return 'frame';
  if (part.startsWith('mark:')) return 'marks';
  if (part.startsWith('panel:')) return 'panels';
  if (part === 'title' || part === 'subtitle' || part === 'source') return 'words';
  return 'lines';
}

/** The strip of a spark table in which a part is set. */
function sparkStripOf(part: Part): string {
  if (part === 'title' || part === 'source') return 'words';
  if (part === 'frame') return 'frame';
  return part.startsWith('column:') ? (part.slice('column:'.length).split('~')[0] ?? 'columns') : 'columns';
}

/** Marks a part and opens its strip. */
export function openPart(part: Part): void {
  const line = lineOfPart(part);
  useView.setState({
    part,
    picked: line === null ? [] : [line],
    strip: stripOf(part),
    sparkStrip: sparkStripOf(part),
    dockFolded: false,
  });
}

/** The key of the panel that is chosen. */
export const panelOfPart = (part: Part | null): string | null =>
  part?.startsWith('panel:') ? part.slice('panel:'.length) : null;

/** The id of the line that a part belongs to. */
export function lineOfPart(part: Part | null): string | null {
  const found = part && /^(?:line|name|value):([^:]+)/.exec(part);
  return found?.[1] ?? null;
}

/** True once what is ready has been painted, here or in an earlier view. */
export function useSeen(isReady: boolean): boolean {
  const seen = useView((view) => view.seen);
  useEffect(() => {
    if (!isReady || seen) return;
    // The frame is painted after its callbacks, and what is set then waits for it.
    const frame = requestAnimationFrame(() => setTimeout(() => useView.setState({ seen: true })));
    return () => cancelAnimationFrame(frame);
  }, [isReady, seen]);
  return seen;
}

/** Says at the head how many proof notes there are that were not set aside, for as long as these are shown. */
export function useCounted(notes: readonly { aside: string | null }[]): void {
  const open = notes.filter(({ aside }) => aside === null).length;
  useEffect(() => {
    useView.setState({ notes: open });
    return () => useView.setState({ notes: 0 });
  }, [open]);
}
