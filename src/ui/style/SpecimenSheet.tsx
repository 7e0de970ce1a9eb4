import { useMemo } from 'react';
import { drawFigure } from '../../core/figure/draw.ts';
import type { OwnStyle } from '../../core/report/report.ts';
import type { Scene } from '../../core/scene/scene.ts';
import { drawSparkTable } from '../../core/spark/layout.ts';
import { houseLocale } from '../../core/text/house-locale.ts';
import type { Locale } from '../../core/text/locale.ts';
import { useSight } from '../controls/Sight.tsx';
import { useLettersLoaded } from '../letters/wanted.ts';
import { DrawnScene } from './DrawnScene.tsx';
import { SpecimenCaption, SpecimenParagraph } from './SpecimenParagraph.tsx';
import { figureOf, type Specimen, sparkOf } from './specimen.ts';

/** Pixels a millimetre, so that a figure of the text width fits the sheet; wider ones are drawn smaller. */
const PX_PER_MM = 3.05;
const MOST_PX = 500;
const PX_PER_POINT = (PX_PER_MM * 25.4) / 72;
const widthOf = ({ widthMm }: Scene) => Math.min(MOST_PX, widthMm * PX_PER_MM);

/** A figure and a spark table of the report beside the style, which follow each change of it. */
export function SpecimenSheet({ specimen, style }: { specimen: Specimen; style: OwnStyle }) {
  const sight = useSight();
  const { locale: id } = specimen.report;
  const locale: Locale = houseLocale(id, style);
  const figure = useMemo(() => figureOf(specimen), [specimen]);
  const spark = useMemo(() => sparkOf(specimen), [specimen]);
  const letters = useLettersLoaded();
  // biome-ignore lint/correctness/useExhaustiveDependencies: letters that were loaded are measured anew
  const drawn = useMemo(
    () => figure && drawFigure(figure.item, figure.table, style, locale, figure.beside).scene,
    [figure, style, locale, letters],
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: likewise
  const cells = useMemo(
    () => spark && drawSparkTable(spark.item, spark.table, style, locale),
    [spark, style, locale, letters],
  );
  if (!drawn && !cells)
    return (
      <p className="p-8 text-quiet">“{specimen.report.title}” has no figure or spark table yet to show the style on.</p>
    );
  return (
    <div
      data-testid="specimen"
      className="mx-auto my-5 flex max-w-[560px] flex-col gap-6 px-9 py-8 shadow-[0_1px_6px_rgba(60,45,30,0.14)]"
      style={{ background: style.ground, ...sight }}
    >
      {drawn && <DrawnScene scene={drawn} width={widthOf(drawn)} label={`“${figure?.item.name}” in this style`} />}
      {drawn && <SpecimenCaption style={style} locale={locale} name={figure?.item.name ?? ''} px={PX_PER_POINT} />}
      <SpecimenParagraph specimen={specimen} style={style} locale={locale} px={PX_PER_POINT} />
      {cells && <DrawnScene scene={cells} width={widthOf(cells)} label={`“${spark?.item.name}” in this style`} />}
    </div>
  );
}
