/** What is known of a figure once everything in it has its place. */
import type { Box } from '../place/box.ts';
import type { Part, Scene } from '../scene/scene.ts';
import type { AcrossPlan } from './across-axis.ts';
import type { PlacedLabel } from './labels.ts';
import type { Plot } from './plot.ts';
import type { Panel } from './resolve.ts';
import type { PlacedAxis } from './value-axis.ts';

/** A panel with where it stands. */
export interface PlacedPanel {
  panel: Panel;
  /** the room that everything of it stands in */
  box: Box;
  plot: Plot;
  left: PlacedAxis;
  right: PlacedAxis | null;
  /** its name was too long for its width */
  shortened: boolean;
}

interface PanelGrid {
  list: PlacedPanel[];
  columns: number;
  rows: number;
  /** left end of the first plots and right end of the last ones, points */
  left: number;
  right: number;
  /** what the frame leaves for each plot, points; less than its size, even below zero, where that is too little */
  free: { width: number; height: number };
}

export interface FigureLayout {
  scene: Scene;
  /** the plot of the first panel, whose size all have */
  plot: Plot;
  left: PlacedAxis;
  /** null when no line is drawn by it */
  right: PlacedAxis | null;
  /** whether the ticks of both axes stand at the same heights */
  met: boolean;
  across: AcrossPlan;
  /** labels with where they stand, and those for which no place was free */
  labels: PlacedLabel[];
  unplaced: { part: Part; label: string }[];
  /** ids of the marks that have a place in the plot */
  marks: string[];
  panels: PanelGrid;
  /** where names of lines stand: those without room there are in a legend below or beside the plots, or nowhere */
  names: 'as set' | 'below' | 'outside' | 'left out';
  /** words of the figure that are shortened for lack of room */
  cut: readonly ('title' | 'subtitle' | 'source')[];
  /** the frame is too small for any plot, and only says so */
  tooSmall: boolean;
}
