/** What is looked at and chosen in the manuscript. Not saved. */
import type { Editor } from '@tiptap/react';
import { create } from 'zustand';
import type { Block } from '../../core/document/manuscript.ts';
import type { ProseRun } from '../../core/document/prose.ts';
import type { SetRun } from '../../core/document/set.ts';
import type { ReportSources } from '../../core/item/manuscript.ts';

/** What can be put among the words. */
export const FINDABLE = ['a number', 'a sparkline', 'a reference', 'a field'] as const;
export type Finding = (typeof FINDABLE)[number];

export type ManuscriptStrip = 'number' | 'paragraph' | 'placing' | 'pages';

/** What the caret or a click chose: a run that is worked out, what is placed, or paragraphs. */
export type Chosen =
  | { kind: 'run'; block: string; at: number; run: Exclude<ProseRun, { kind: 'text' }> }
  | { kind: 'placed'; block: string }
  | { kind: 'words'; blocks: string[] };

/** What says the runs of the manuscript as they read now. */
interface Sayer {
  say(run: Exclude<ProseRun, { kind: 'text' }>): string;
  label(id: string): string | null;
  run(run: ProseRun, size: number): SetRun;
}

/** Where a thing that is dragged over the galley would go, points of the window. */
export interface Dropping {
  /** shows where it would go; false beside the galley */
  over(x: number, y: number): boolean;
  /** false where it was let go beside the galley */
  drop(thing: string, x: number, y: number): boolean;
  leave(): void;
}

interface GalleyState {
  strip: ManuscriptStrip;
  chosen: Chosen | null;
  editor: Editor | null;
  /** the blocks of the manuscript as typing in the galley last left them */
  typed: readonly Block[] | null;
  sources: ReportSources | null;
  sayer: Sayer | null;
  /** which of both is folded away */
  folded: 'galley' | 'pages' | null;
  /** what is being looked for, to be put where the caret is; null for nothing */
  finding: Finding | null;
  /** where what is found goes, where that is not the galley: a caption or a footnote */
  into: ((run: ProseRun | string) => void) | null;
  /** takes things that are dragged from the list; null where there is no galley */
  dropped: Dropping | null;
}

export const useGalley = create<GalleyState>(() => ({
  strip: 'paragraph',
  chosen: null,
  editor: null,
  typed: null,
  sources: null,
  sayer: null,
  folded: null,
  finding: null,
  into: null,
  dropped: null,
}));

/** Begins to look for something to be put where the caret is, or `into` a field of its own. */
export const find = (finding: Finding, into: GalleyState['into'] = null) =>
  useGalley.setState({ finding, into, strip: 'number' });

/** Opens the strip in which what is chosen is set. */
export function choose(chosen: Chosen | null): void {
  const strip = chosen?.kind === 'run' ? 'number' : chosen?.kind === 'placed' ? 'placing' : 'paragraph';
  useGalley.setState((state) => ({
    chosen,
    finding: null,
    into: null,
    strip: chosen && state.strip !== 'pages' ? strip : state.strip,
  }));
}
