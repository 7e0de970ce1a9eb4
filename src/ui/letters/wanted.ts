/** Letters beyond Latin that a sheet has, and faces it is set in: what sets them is loaded when they come up. */
import { useEffect } from 'react';
import { create } from 'zustand';
import type { HouseStyle } from '../../core/style/style.ts';
import { isBeyondLatin } from '../../core/text/scripts.ts';
import type { FaceId } from '../../core/type/faces.ts';
import { showNotice } from '../state/report-state.ts';
import { firstFaces, isMissing } from './faces.ts';

/** Counts what was loaded, so that sheets are set anew with it. */
const useLoaded = create<{ count: number }>(() => ({ count: 0 }));

/** Changes whenever letters were loaded. */
export const useLettersLoaded = (): number => useLoaded((state) => state.count);

/** It was told that something could not be loaded; it is told once, and not at every key. */
let isTold = false;

async function want(texts: string[], faces: Iterable<FaceId>): Promise<void> {
  const { loadLetters } = await import('./load.ts');
  const { isNew, hasFailed } = await loadLetters(texts, faces);
  if (isNew) useLoaded.setState(({ count }) => ({ count: count + 1 }));
  if (hasFailed && !isTold)
    showNotice('Typefaces for some characters could not be loaded; until they are, this device’s own are shown.');
  isTold = hasFailed;
}

/** Loads the faces that a style sets nearly all of its words in, so that its sheets are right when they are first seen. */
export async function wantStyle(style: Pick<HouseStyle, 'type'>): Promise<void> {
  const faces = firstFaces(style).filter(isMissing);
  if (faces.length > 0) await want([], faces);
}

/** Loads what the texts of a sheet need; most need nothing. */
export function useLetters(texts: () => Iterable<{ text: string; face: FaceId }>, sheet: unknown): void {
  // biome-ignore lint/correctness/useExhaustiveDependencies: the texts are those of the sheet
  useEffect(() => {
    const beyond: string[] = [];
    const faces = new Set<FaceId>();
    for (const { text, face } of texts()) {
      if (isBeyondLatin(text)) beyond.push(text);
      if (isMissing(face)) faces.add(face);
    }
    if (beyond.length + faces.size > 0) void want(beyond, faces);
  }, [sheet]);
}
