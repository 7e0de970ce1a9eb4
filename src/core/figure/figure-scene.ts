/** The scene of a figure: its nodes at its printed size, with its title and description for readers who do not see it. */
import type { Scene, SceneNode } from '../scene/scene.ts';
import type { Locale } from '../text/locale.ts';
import { plainWords, type SayFact } from '../text/rich.ts';
import { describeFigure } from './describe.ts';
import type { ResolvedFigure } from './resolve.ts';

export function figureScene(figure: ResolvedFigure, nodes: SceneNode[], say: SayFact, locale: Locale): Scene {
  const { frame, words, name, description } = figure.spec;
  let described = description;
  return {
    widthMm: frame.width,
    heightMm: frame.height,
    title: plainWords(words.title, say) || name,
    // Worked out when it is written into a file: a redraw on the screen must not wait for it.
    get description() {
      described ??= describeFigure(figure, locale);
      return described;
    },
    nodes,
  };
}
