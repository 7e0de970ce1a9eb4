import { describe, expect, it } from 'vitest';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { ARRANGED } from './arranged.ts';
import { golden } from './golden.ts';

describe('arranged figures', () => {
  it.each(ARRANGED.map((situation) => [situation.name, situation] as const))('%s', async (name, situation) => {
    const { spec, table, locale } = situation;
    const { scene } = drawFigure(spec, table, DEFAULT_STYLE, localeOf(locale));
    const file = name.replace(/[^a-z0-9]+/gi, '-').toLowerCase();
    await expect(golden(toSvg(scene))).toMatchFileSnapshot(`../golden/arranged/${file}.svg`);
  });
});
