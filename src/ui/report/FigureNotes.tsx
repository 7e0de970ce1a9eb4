import { useDeferredValue, useMemo } from 'react';
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import type { ResolvedFigure } from '../../core/figure/resolve.ts';
import { proofNotes } from '../../core/proof/proof.ts';
import type { HouseStyle } from '../../core/style/style.ts';
import type { Locale } from '../../core/text/locale.ts';
import { ItemNotes } from './ItemNotes.tsx';
import { useCounted } from './view.ts';

interface FigureNotesProps {
  item: { id: string };
  drawn: { figure: ResolvedFigure; layout: FigureLayout };
  style: HouseStyle;
  locale: Locale;
}

/** The proof notes of a figure. The sheet is drawn first, and then looked through. */
export function FigureNotes({ item, drawn, style, locale }: FigureNotesProps) {
  const proofed = useDeferredValue(drawn);
  const notes = useMemo(() => proofNotes({ ...proofed, style, locale }), [proofed, style, locale]);
  useCounted(notes);
  return <ItemNotes item={item.id} notes={notes} />;
}
