/** Checks of figures in panels: what cannot be compared, what is too small to read, and what is not drawn. */

import type { PlacedPanel } from '../figure/figure-layout.ts';
import { nameOfPanel } from '../figure/resolve.ts';
import type { PlacedAxis } from '../figure/value-axis.ts';
import { POINTS_PER_MM } from '../scene/scene.ts';
import { cutTo } from '../text/letters.ts';
import { formatNumber } from '../text/number.ts';
import type { Check, Mend } from './note.ts';

/** A height that means more than this many times as much in one panel as in another misleads. */
const MOST_FACTOR = 1.5;

const spanOf = ({ scale }: PlacedAxis) => scale.high - scale.low;

/** Panels with scales of their own, in which the same height means different things. */
export const panelScales: Check = {
  id: 'panel-scales',
  find({ figure, layout, locale }) {
    const { scale } = figure.panels.look;
    if (scale === 'all') return null;
    const { list } = layout.panels;
    const unitOf = ({ panel }: PlacedPanel) => panel.drawn.lines[0]?.unit ?? '';
    const [first] = list;
    if (!first) return null;
    // Different measures have different scales by their nature.
    const alike = list.filter((panel) => unitOf(panel) === unitOf(first) && panel.left.scale.kind === 'linear');
    const ordered = [...alike].sort((a, b) => spanOf(a.left) - spanOf(b.left));
    const [small, large] = [ordered[0], ordered.at(-1)];
    if (!small || !large || spanOf(large.left) / spanOf(small.left) <= MOST_FACTOR) return null;
    const factor = spanOf(large.left) / spanOf(small.left);
    const times = formatNumber(factor, factor < 10 ? 1 : 0, locale);
    const isRows = scale === 'rows';
    const nameOf = ({ panel }: PlacedPanel) =>
      isRows && panel.downName !== null ? panel.downName : nameOfPanel(panel);
    const isOne = list.length === alike.length;
    const share: Mend[] = isOne
      ? [
          {
            say: 'One scale for all panels',
            call: { name: 'figure.setPanels', args: { figure: figure.spec.id, set: [{ path: ['scale'], to: 'all' }] } },
          },
        ]
      : [];
    const [mend = { say: 'Set the scales', open: `panel:${small.panel.key}` as const }, ...others] = share;
    return {
      part: `panel:${large.panel.key}`,
      title: 'Heights cannot be compared',
      text: `The same height means ${times} times as much in “${nameOf(large)}” as in “${nameOf(small)}”, because ${isRows ? 'rows' : 'panels'} have their own scales.`,
      facts: cutTo(`${scale} ${times} ${nameOf(large)} ${nameOf(small)}`, 4000),
      mends: [mend, ...others],
    };
  },
};

/** A plot lower or narrower than this, in millimetres, shows no course. */
const LEAST_HEIGHT = 7;
const LEAST_WIDTH = 12;
const MOST_SIZE = 600;

/** Panels so small that nothing can be read in them, or whose names do not fit. */
export const panelSize: Check = {
  id: 'panel-size',
  find({ figure, layout }) {
    const { list, rows, columns, free } = layout.panels;
    const { frame, id } = figure.spec;
    const [width, height] = [free.width / POINTS_PER_MM, free.height / POINTS_PER_MM];
    const cut = list.filter(({ shortened }) => shortened).length;
    const [first] = list;
    if (!first || (height >= LEAST_HEIGHT && width >= LEAST_WIDTH && cut === 0)) return null;
    const higher = Math.ceil(frame.height + Math.max(0, LEAST_HEIGHT - height) * rows + 1);
    const wider = Math.ceil(frame.width + Math.max(0, LEAST_WIDTH - width) * columns + 1);
    const mends: Mend[] = [];
    if (height < LEAST_HEIGHT && higher <= MOST_SIZE)
      mends.push({
        say: `Make the figure ${higher} mm high`,
        call: { name: 'figure.setFrame', args: { figure: id, height: higher } },
      });
    if (width < LEAST_WIDTH && wider <= MOST_SIZE)
      mends.push({
        say: `Make the figure ${wider} mm wide`,
        call: { name: 'figure.setFrame', args: { figure: id, width: wider } },
      });
    if (figure.panels.rows.length === 0 && columns > 1 && (width < LEAST_WIDTH || cut > 0))
      mends.push({
        say: `Put ${columns - 1} in a row`,
        call: { name: 'figure.setPanels', args: { figure: id, set: [{ path: ['perRow'], to: columns - 1 }] } },
      });
    const [mend = { say: 'Set the size', open: 'frame' as const }, ...others] = mends;
    const size =
      height < LEAST_HEIGHT || width < LEAST_WIDTH
        ? `${columns * rows === 1 ? 'the plot' : 'each plot'} is only ${Math.max(0, width).toFixed(1)} × ${Math.max(0, height).toFixed(1)} mm`
        : '';
    const names = cut > 0 ? `${cut} of ${list.length} names are shortened` : '';
    const isOne = columns * rows === 1;
    const arranged = isOne ? 'At this size' : `With ${columns} in a row and ${rows} ${rows === 1 ? 'row' : 'rows'}`;
    return {
      part: isOne ? 'frame' : `panel:${first.panel.key}`,
      title: isOne ? 'The plot is too small' : 'Panels are too small',
      text: `${arranged}, ${[size, names].filter(Boolean).join(', and ')}.`,
      facts: `${columns} ${rows} ${width.toFixed(1)} ${height.toFixed(1)} ${cut}`,
      mends: [mend, ...others],
    };
  },
};

/** Panels that are not drawn: too many, or none for lack of a column. */
export const panelsLeft: Check = {
  id: 'panels-left',
  find({ figure }) {
    const { panels, spec } = figure;
    if (!panels.of || (panels.omitted === 0 && panels.list.length > 0)) return null;
    const join: Mend = {
      say: 'Put all in one plot',
      call: { name: 'figure.split', args: { figure: spec.id, panels: null } },
    };
    const none = panels.list.length === 0;
    return {
      part: 'frame',
      title: none ? 'No panels to draw' : 'Panels are left out',
      text: none
        ? `There is no value for any ${panels.of.by.toLowerCase()} in the window, or the column is gone.`
        : `${panels.list.length} panels are drawn and ${panels.omitted} are not: they would be too small to read. Keep some rows of the table first.`,
      facts: `${panels.list.length} ${panels.omitted}`,
      mends: [join],
    };
  },
};
