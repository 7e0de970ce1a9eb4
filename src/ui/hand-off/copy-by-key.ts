/** Copying what is on the sheet with Ctrl C, or from the command list. */

import { describeShortly } from '../../core/figure/describe.ts';
import { nameOfPanel, type ResolvedFigure } from '../../core/figure/resolve.ts';
import { POINTS_PER_MM } from '../../core/scene/scene.ts';
import type { SparkGeometry } from '../../core/spark/geometry.ts';
import { houseLocale } from '../../core/text/house-locale.ts';
import { chosenPanel } from '../report/panels.ts';
import { useView } from '../report/view.ts';
import { current } from '../state/report-state.ts';
import { dismissNotice, showNotice } from '../state/store.ts';
import { styleNow } from '../state/style.ts';
import { copy } from './copying.ts';
import { tableWords } from './SparkHandOff.tsx';

/** So long a message that all went well is seen. */
const SEEN_MS = 6000;

function tell(what: string, copied: Promise<string | null>): void {
  void copied.then((refused) => {
    showNotice(refused ?? `Copied: ${what}.`, [], refused ? 'error' : 'accent');
    const { notice } = current();
    // What went well need not be put away by hand.
    if (!refused) setTimeout(() => current().notice === notice && dismissNotice(), SEEN_MS);
  });
}

/** Copies a figure, or the panel of it that is chosen. */
export function copyFigure(figure: ResolvedFigure): void {
  const { id, report } = current();
  const thing = figure.spec.id;
  const panel = figure.panels.of && useView.getState().part?.startsWith('panel:') ? chosenPanel(figure) : undefined;
  if (panel) {
    const name = nameOfPanel(panel);
    tell(
      `panel “${name}”`,
      copy({ report: id, thing, part: { panel: panel.key }, widthMm: figure.spec.frame.width, text: name }),
    );
    return;
  }
  const text = describeShortly(figure, houseLocale(report.locale, styleNow()));
  tell('the figure', copy({ report: id, thing, part: {}, widthMm: figure.spec.frame.width, text }));
}

/** Copies a spark table. */
export function copySparkTable(thing: string, geometry: SparkGeometry): void {
  const widthMm = geometry.width / POINTS_PER_MM;
  tell('the spark table', copy({ report: current().id, thing, part: {}, widthMm, ...tableWords(geometry) }));
}
