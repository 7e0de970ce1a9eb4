/** The words of a spark table: title, subtitle and source, with facts that follow its sparklines. */

import type { HouseStyle } from '../style/style.ts';
import { faceOfStyle, headingFace } from '../style/type.ts';
import { type PlacedRun, placeRuns, plainWords, type SayFact, type Type, type Words } from '../text/rich.ts';
import { type SparkData, shownRecords } from './data.ts';
import type { ResolvedColumn } from './resolve.ts';
import type { SparkTableSpec } from './spec.ts';

/** Lines of words at the most. */
const MOST_LINES = 4;

type Resolved = { data: SparkData; columns: readonly ResolvedColumn[] };

/** What a fact can speak of: the rows that are shown, by their keys. */
export function rowsForFacts({ data }: Resolved): { id: string; name: string }[] {
  return shownRecords(data).flatMap((record) => {
    const found = data.records[record];
    return found ? [{ id: found.key, name: found.name }] : [];
  });
}

export type WordsPart = keyof SparkTableSpec['words'];

/** The type that each of the words is set in. */
export function typeOfWords(part: WordsPart, style: HouseStyle): Type {
  const { sizes, bold, ink, quiet } = style;
  if (part === 'title') return { face: headingFace(style, bold.title ? 600 : 400), size: sizes.title, colour: ink };
  return { face: faceOfStyle(style, bold[part] ? 600 : 400), size: sizes[part], colour: quiet };
}

/** Words in lines of a width; none where they say nothing. */
export function linesOfWords(words: Words, type: Type, say: SayFact, width: number): PlacedRun[][] {
  return plainWords(words, say).trim() === '' ? [] : placeRuns(words, type, say, width, MOST_LINES);
}

/** The title in plain words, or the table's name where it has none. */
export const plainTitle = ({ words, name }: SparkTableSpec, say: SayFact): string =>
  plainWords(words.title, say).trim() || name;
