/** How each kind of thing that is set on a sheet is drawn. */
import { describeFigure } from '../figure/describe.ts';
import type { FigureLayout } from '../figure/figure-layout.ts';
import { layoutFigure } from '../figure/layout.ts';
import { miniature } from '../figure/miniature.ts';
import { resolveFigure } from '../figure/panels/resolve.ts';
import type { ResolvedFigure } from '../figure/resolve.ts';
import type { FigureSpec } from '../figure/spec.ts';
import { proofNotes } from '../proof/proof.ts';
import { sparkNotes } from '../proof/spark-proof.ts';
import type { ReportItem } from '../report/report.ts';
import { layoutSparkTable } from '../spark/layout.ts';
import { sparkMiniature } from '../spark/miniature.ts';
import { type ResolvedSparkTable, resolveSparkTable } from '../spark/resolve.ts';
import { saySparkTable } from '../spark/say.ts';
import type { SparkTableSpec } from '../spark/spec.ts';
import type { ItemType } from './kind.ts';
import type { SetFrom, SheetKind } from './sheet.ts';

interface LaidFigure {
  figure: ResolvedFigure;
  layout: FigureLayout;
  from: SetFrom;
}

const figureSheet: SheetKind<FigureSpec, LaidFigure> = {
  lay(item, from) {
    const figure = resolveFigure(item, from.table, from.style, from.beside);
    return { figure, layout: layoutFigure(figure, from.style, from.locale), from };
  },
  draw: ({ layout }) => layout.scene,
  describe: ({ figure, from }) => figure.spec.description ?? describeFigure(figure, from.locale),
  proof: ({ figure, layout, from: { style, locale } }) => proofNotes({ figure, layout, style, locale }),
  small: (item, { table, beside, style, locale }, width, height) =>
    miniature(resolveFigure(item, table, style, beside), style, locale, width, height),
};

interface LaidSparkTable {
  resolved: ResolvedSparkTable;
  from: SetFrom;
}

const sparkTableSheet: SheetKind<SparkTableSpec, LaidSparkTable> = {
  lay: (item, from) => ({ resolved: resolveSparkTable(item, from.table, from.style, from.locale), from }),
  draw: ({ resolved, from: { style, locale } }) => layoutSparkTable(resolved, style, locale),
  describe: ({ resolved, from: { locale } }) => saySparkTable(resolved, locale),
  proof: ({ resolved, from: { locale } }) => sparkNotes(resolved, locale),
  small: (item, { table, style, locale }, width, height) => sparkMiniature(item, table, style, locale, width, height),
};

const SHEETS: { readonly [Type in ItemType]: SheetKind | null } = {
  table: null,
  shaped: null,
  figure: figureSheet as SheetKind,
  spark: sparkTableSheet as SheetKind,
};

/** How a thing is set; null for what is not set on a sheet. */
export const sheetOf = (item: ReportItem): SheetKind | null => SHEETS[item.type];
