/** The two house styles of the demo. */
import { FIRST_STYLE, OwnStyle } from '../src/core/report/report.ts';

/** What most reports of the ferry operator are set by. */
export const SKERRY_PLAIN: OwnStyle = {
  ...FIRST_STYLE,
  names: [
    { name: 'Outer isles', colour: '#5b3a63' },
    { name: 'Kelda–Ness', colour: '#b5492f' },
  ],
};

/** What goes to the board: one blue-grey family, strong lines, few rules, made to be copied in greyscale. */
export const BOARD_PAPERS: OwnStyle = OwnStyle.parse({
  ...FIRST_STYLE,
  name: 'Board papers',
  ink: '#1c2733',
  quiet: '#55616e',
  rule: '#d6dbe0',
  axis: '#55616e',
  accent: '#1d4e79',
  rest: '#9aa4ae',
  behind: '#d3d9de',
  positive: '#1f6f5c',
  negative: '#a33b2a',
  palette: [
    { name: 'harbour blue', colour: '#1d4e79' },
    { name: 'amber', colour: '#b26a00' },
    { name: 'pine', colour: '#1f6f5c' },
    { name: 'wine', colour: '#8a2846' },
    { name: 'stone', colour: '#6b7580' },
  ],
  apart: { cones: true, greyscale: true },
  names: [{ name: 'Outer isles', colour: '#1d4e79' }],
  type: {
    figures: { id: 'plex', name: 'IBM Plex Sans' },
    headings: { id: 'plex', name: 'IBM Plex Sans' },
    text: { id: 'plex', name: 'IBM Plex Sans' },
    digits: null,
  },
  sizes: { title: 11, subtitle: 8, label: 7.6, source: 6.6, value: 8, name: 8, least: 6.5 },
  strokes: { line: 1.7, chosen: 2.4, axis: 0.7, grid: 0.3, level: 1.1, event: 0.8, difference: 0.8, spark: 1.1 },
  patterns: {
    unfinished: 'dots',
    level: 'long dashes',
    event: 'dots',
    grid: 'dots',
    turn: ['dashes', 'dash-dot', 'dots'],
  },
  axes: { grid: 'major', ticks: 'outside', line: true, zeroLine: true, caption: 'above' },
  markers: { shape: 'square', filled: true, size: 3.4 },
  numbers: { ...FIRST_STYLE.numbers, group: '\u202f', decimals: 1 },
  figures: [
    { name: 'half page', width: 80, height: 60 },
    { name: 'page width', width: 165, height: 90 },
  ],
});
