import { useMemo } from 'react';
import type { BlockOf } from '../../core/document/manuscript.ts';
import { type SetRun, setManuscript } from '../../core/document/set.ts';
import { documentWords } from '../../core/document/words.ts';
import { describeFigure } from '../../core/figure/describe.ts';
import { sourcesOf } from '../../core/item/manuscript.ts';
import type { OwnStyle } from '../../core/report/report.ts';
import { faceOfStyle, headingFace, textFace } from '../../core/style/type.ts';
import type { Locale } from '../../core/text/locale.ts';
import { type FaceId, faceOf, familyName } from '../../core/type/faces.ts';
import { useLetters } from '../letters/wanted.ts';
import { DrawnScene } from './DrawnScene.tsx';
import { figureOf, type Specimen } from './specimen.ts';

/** The paragraph of a report that shows most: the one with the most that is worked out in it. */
function paragraphOf({ report }: Specimen): BlockOf<'words'> | null {
  const worth = ({ words }: BlockOf<'words'>) => words.filter(({ kind }) => kind !== 'text').length;
  const all = report.manuscript.blocks.filter(
    (block): block is BlockOf<'words'> =>
      block.type === 'words' && block.role === 'paragraph' && block.words.length > 0,
  );
  return all.sort((a, b) => worth(b) - worth(a))[0] ?? null;
}

/** What the report's first heading says; its title where it has none. */
function headingOf({ report }: Specimen): string {
  const first = report.manuscript.blocks.find((block) => block.type === 'words' && block.role === 'heading');
  const said =
    first?.type === 'words' ? first.words.flatMap((run) => (run.kind === 'text' ? [run.text] : [])).join('') : '';
  return said || report.title;
}

const cssFamily = (face: FaceId) => `"${familyName(faceOf(face))}", "Source Sans 3", ${faceOf(face).family.generic}`;

/** A caption as it stands at a figure on a page. */
export function SpecimenCaption({
  style,
  locale,
  name,
  px,
}: {
  style: OwnStyle;
  locale: Locale;
  name: string;
  px: number;
}) {
  return (
    <p
      style={{
        fontFamily: cssFamily(faceOfStyle(style)),
        fontSize: style.sizes.caption * px,
        fontWeight: style.bold.caption ? 600 : 400,
        color: style.quiet,
      }}
    >
      <b style={{ fontWeight: 600, color: style.ink, marginRight: '0.6em' }}>{documentWords(locale).figure} 1</b>
      {name}
    </p>
  );
}

/** The runs of a paragraph of the report; where nothing is written yet, its first figure in words. */
function useRuns(specimen: Specimen, style: OwnStyle, locale: Locale): SetRun[] {
  return useMemo(() => {
    const tables = new Map(specimen.things.map(({ item, table }) => [item.table, table]));
    const sources = sourcesOf(specimen.report, style, locale, (id) => tables.get(id) ?? null);
    const block = paragraphOf(specimen);
    const set = block && setManuscript({ ...specimen.report.manuscript, blocks: [block] }, sources).blocks[0];
    if (set?.type === 'words') return set.runs;
    const shown = figureOf(specimen);
    const figure = shown && sources.figure(shown.item.id);
    return figure ? [{ kind: 'text', text: describeFigure(figure, locale) }] : [];
  }, [specimen, style, locale]);
}

function Run({ run, px }: { run: SetRun; px: number }) {
  if (run.kind === 'footnote' || run.kind === 'page') return null;
  if (run.kind === 'sparkline')
    return (
      <span className="inline-block" style={{ verticalAlign: -run.depth * px }}>
        <DrawnScene scene={run.scene} width={(run.scene.widthMm * 72 * px) / 25.4} label={run.text} />
      </span>
    );
  const raised = 'raised' in run ? run.raised : undefined;
  return (
    <span
      style={{
        fontWeight: run.bold ? 600 : 400,
        fontStyle: run.italic ? 'italic' : 'normal',
        verticalAlign: raised === 'super' ? 'super' : raised === 'sub' ? 'sub' : undefined,
      }}
    >
      {run.text}
    </span>
  );
}

/** A paragraph of the report beside the style, as it is set on a page of so many pixels a point. */
export function SpecimenParagraph({
  specimen,
  style,
  locale,
  px,
}: {
  specimen: Specimen;
  style: OwnStyle;
  locale: Locale;
  px: number;
}) {
  const runs = useRuns(specimen, style, locale);
  const face = textFace(style, 400);
  useLetters(
    () => [
      { text: '', face },
      { text: '', face: textFace(style, 600) },
    ],
    face,
  );
  if (runs.length === 0) return null;
  const { pages, sizes } = style;
  return (
    <div>
      <p
        style={{
          fontFamily: cssFamily(headingFace(style, style.bold.heading ? 600 : 400)),
          fontSize: sizes.heading2 * px,
          fontWeight: style.bold.heading ? 600 : 400,
          color: style.ink,
          marginBottom: '0.35em',
        }}
      >
        {headingOf(specimen)}
      </p>
      <p
        data-testid="specimen-paragraph"
        lang={locale.id}
        style={{
          fontFamily: cssFamily(face),
          fontSize: sizes.text * px,
          lineHeight: pages.lines,
          color: style.ink,
          textAlign: pages.justified ? 'justify' : 'start',
          hyphens: pages.hyphenated ? 'auto' : 'manual',
        }}
      >
        {runs.map((run, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: runs are known by their place
          <Run key={at} run={run} px={px} />
        ))}
      </p>
    </div>
  );
}
