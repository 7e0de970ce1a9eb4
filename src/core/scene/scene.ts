/**
 * A scene: what is on the sheet, in points (1/72 inch) with y downwards. Every
 * export draws the same scene. Each element belongs to a part of the picture
 * ("line:<id>", "axis:left", "title"), which is what a click selects.
 */
import type { FaceId } from '../type/faces.ts';
import { coordinate } from './coordinates.ts';

export type Part =
  | 'title'
  | 'subtitle'
  | 'source'
  | 'axis:across'
  | 'axis:left'
  | 'axis:right'
  | 'grid'
  | 'grid:right'
  | 'grid:across'
  | 'frame'
  | `line:${string}`
  | `column:${string}`
  | `panel:${string}`
  | `value:${string}`
  | `mark:${string}`
  | 'legend'
  | `name:${string}`;

export interface Stroke {
  colour: string;
  width: number;
  /** lengths of dashes and gaps in points; a dash of 0 is a dot */
  dashes?: readonly number[];
}

interface Valued {
  /** where along the across axis the element stands: an ISO date, a category or a number */
  at?: string;
  /** the value the element shows, as plain digits */
  value?: string;
}

export interface TextNode extends Valued {
  kind: 'text';
  x: number;
  /** baseline */
  y: number;
  text: string;
  face: FaceId;
  size: number;
  colour: string;
  anchor: 'start' | 'middle' | 'end';
  /** set along a vertical axis, read from below */
  turned?: boolean;
}

interface PathNode extends Valued {
  kind: 'path';
  /** SVG path data: M, L, C and Z with absolute coordinates */
  d: string;
  stroke?: Stroke;
  fill?: string;
  /** how strongly it is filled, from 0 to 1; wholly where absent */
  opacity?: number;
  /** moves it by so much, so that many may share their path data */
  shift?: readonly [x: number, y: number];
}

interface RectNode {
  kind: 'rect';
  x: number;
  y: number;
  width: number;
  height: number;
  fill: string;
  /** its edges fall on whole pixels of any screen, so that all bars of a row are as sharp as each other */
  crisp?: boolean;
}

/** Nodes that are drawn together, moved by (x, y). A part of a sparkline is told by its name. */
interface ClusterNode {
  kind: 'cluster';
  x: number;
  y: number;
  /** such as "emphasis", which a page can then hide */
  name?: string;
  children: SceneNode[];
}

/** A data point: a place that can be found and pointed at; drawn only where a marker is asked for. */
interface PointNode extends Valued {
  kind: 'point';
  x: number;
  y: number;
  radius: number;
  fill: string | null;
}

export interface GroupNode {
  kind: 'group';
  part: Part;
  /** what the part is called aloud */
  label: string;
  children: SceneNode[];
}

export type SceneNode = TextNode | PathNode | RectNode | PointNode | GroupNode | ClusterNode;

export interface Scene {
  widthMm: number;
  heightMm: number;
  /** name and description for readers who do not see the picture */
  title: string;
  description: string;
  nodes: SceneNode[];
}

export const POINTS_PER_MM = 72 / 25.4;

/** Points in millimetres, to a tenth. */
export const inMm = (points: number): number => Math.round((points * 254) / 72) / 10;

/** Path data of one straight stroke. */
export function strokeOf(x1: number, y1: number, x2: number, y2: number): string {
  return `M${coordinate(x1)} ${coordinate(y1)}L${coordinate(x2)} ${coordinate(y2)}`;
}

/** Every text node of a scene, depth first. */
export function* textsOf(nodes: readonly SceneNode[]): Generator<TextNode> {
  for (const node of nodes) {
    if (node.kind === 'text') yield node;
    else if (node.kind === 'group' || node.kind === 'cluster') yield* textsOf(node.children);
  }
}
