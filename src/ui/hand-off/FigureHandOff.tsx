import { useState } from 'react';
import { describeShortly } from '../../core/figure/describe.ts';
import { nameOfPanel, type ResolvedFigure } from '../../core/figure/resolve.ts';
import type { Locale } from '../../core/text/locale.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { panelOfPart, useView } from '../report/view.ts';
import AltText from './AltText.tsx';
import { HandOff } from './HandOff.tsx';
import { OnePart } from './OnePart.tsx';

const PART_FORMS = [
  { as: 'svg', name: 'SVG' },
  { as: 'png', name: 'PNG' },
  { as: 'pdf', name: 'PDF' },
];

/** One panel of a figure, as a figure of its own. */
function OnePanel({ figure }: { figure: ResolvedFigure }) {
  const { list } = figure.panels;
  const part = useView((view) => view.part);
  const [wished, setWished] = useState<string | null>(null);
  const shown =
    [wished, panelOfPart(part)].flatMap((key) => list.find((panel) => panel.key === key) ?? [])[0] ?? list[0];
  if (!shown) return null;
  return (
    <OnePart
      name="One panel"
      thing={figure.spec.id}
      part={{ panel: shown.key }}
      text={nameOfPanel(shown)}
      forms={PART_FORMS}
    >
      Of
      <PhraseChoice
        label="Panel that is handed off"
        value={shown.key}
        options={list.map((panel) => ({ value: panel.key, name: nameOfPanel(panel) }))}
        onCommit={setWished}
      />
    </OnePart>
  );
}

/** Files of a figure and of its panels to give to someone, and the figure in words. */
export function FigureHandOff({ figure, locale }: { figure: ResolvedFigure; locale: Locale }) {
  const { spec, panels } = figure;
  return (
    <HandOff
      thing={spec}
      widthMm={spec.frame.width}
      heightMm={spec.frame.height}
      words={() => ({ text: describeShortly(figure, locale) })}
    >
      {panels.of && <OnePanel figure={figure} />}
      <AltText figure={figure} locale={locale} />
    </HandOff>
  );
}
