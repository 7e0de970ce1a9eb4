/** A column of texts before its kind is known, and reading all of it. */
import type { Cell, Column } from './column.ts';
import { isMissing } from './missing.ts';
import type { Finding } from './reading.ts';
import { forEachText, mapTexts } from './repeats.ts';

/** A column as texts, before its kind is known. */
export interface TextColumn {
  key: string;
  title: string;
  texts: readonly string[];
  /** where a row stands in what was received: a line number, or a period when rows were turned */
  placeOf(row: number): string | number;
}

export interface Inferred {
  column: Column;
  findings: Finding[];
  /** the date shape or decimal mark that the column's own texts leave no doubt of */
  decided?: string;
}

/** A kind is taken when at least this share of the cells that hold something can be read as it. */
const ENOUGH = 0.8;
const SAMPLE = 400;

/** Spreads a sample of a long list over its whole length, so that a change half way down is seen. */
export function sampleOf(texts: readonly string[]): readonly string[] {
  if (texts.length <= SAMPLE) return texts;
  const step = texts.length / SAMPLE;
  return Array.from({ length: SAMPLE }, (_, index) => texts[Math.floor(index * step)] ?? '');
}

/** True when so few of the cells that hold something are unread that the kind still stands. */
export const isEnough = (unread: number, filled: number) => filled - unread >= ENOUGH * filled - 1e-9;

/** How many of the texts can be read. */
export function countRead(texts: readonly string[], read: (text: string) => number | null): number {
  let count = 0;
  forEachText(texts, (text, rows) => {
    if (read(text) !== null) count += rows;
  });
  return count;
}

/** Reads every text; what cannot be read is kept as typed and counted. */
export function readAll(
  texts: readonly string[],
  read: (text: string) => number | null,
): { cells: Cell[]; unread: number } {
  let unread = 0;
  const unreadAt = new Set<string>();
  const cells = mapTexts(texts, (text): Cell => {
    const value = read(text);
    if (value !== null) return value;
    if (isMissing(text)) return null;
    unreadAt.add(text);
    return text;
  });
  if (unreadAt.size > 0)
    forEachText(texts, (text, rows) => {
      if (unreadAt.has(text)) unread += rows;
    });
  return { cells, unread };
}
