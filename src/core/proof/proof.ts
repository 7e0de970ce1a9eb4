import { alike } from './alike.ts';
import { bandNames } from './band-names.ts';
import { calendars } from './calendars.ts';
import { categories } from './categories.ts';
import { colourWords } from './colour-words.ts';
import { datePlan } from './date-plan.ts';
import { dense } from './dense.ts';
import { fewYears } from './few-years.ts';
import { glyphs } from './glyphs.ts';
import { columnsGone, partsGone, tableGone } from './gone.ts';
import { greyscale, houseSize, otherColour, smallestType } from './house.ts';
import { labels } from './labels.ts';
import { marksOut } from './marks-out.ts';
import { namesElsewhere } from './names.ts';
import { noLogarithm } from './no-logarithm.ts';
import type { Check, Proofed, ProofNote } from './note.ts';
import { panelScales, panelSize, panelsLeft } from './panels.ts';
import { rangeCut } from './range-cut.ts';
import { repeated } from './repeated.ts';
import { titleList } from './title-list.ts';
import { ticksMeet, zeroHeights } from './two-axes.ts';
import { unfinished } from './unfinished.ts';
import { unit } from './unit.ts';
import { wordsAndData } from './words-and-data.ts';
import { wordsCut } from './words-cut.ts';

/** All checks of a figure, in the order in which their notes stand. */
const CHECKS: readonly Check[] = [
  tableGone,
  columnsGone,
  partsGone,
  titleList,
  glyphs,
  wordsCut,
  ...wordsAndData,
  unfinished,
  repeated,
  fewYears,
  calendars,
  bandNames,
  dense,
  noLogarithm,
  rangeCut,
  ticksMeet,
  zeroHeights,
  unit,
  datePlan,
  categories,
  alike,
  greyscale,
  colourWords,
  otherColour,
  smallestType,
  houseSize,
  panelsLeft,
  panelSize,
  panelScales,
  namesElsewhere,
  labels,
  marksOut,
];

/**
 * The proof notes of a laid-out figure. One that was set aside stays so until
 * the numbers it rests on change.
 */
export function proofNotes(proofed: Proofed): ProofNote[] {
  const { spec, gone } = proofed.figure;
  const { asides } = spec;
  // Of what is drawn without its table there is nothing else to say.
  const checks = gone.some(({ what }) => what === 'table') ? [tableGone, partsGone] : CHECKS;
  return checks.flatMap((check): ProofNote[] => {
    const found = check.find(proofed);
    if (!found) return [];
    const aside = asides.find((entry) => entry.check === check.id && entry.facts === found.facts);
    return [{ ...found, check: check.id, aside: aside?.reason ?? null }];
  });
}
