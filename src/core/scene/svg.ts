import { cssFamilies, hasRightToLeft, isBeyondLatin } from '../text/scripts.ts';
import { type FaceId, faceOf } from '../type/faces.ts';
import { FIRST_FAMILY } from '../type/families.ts';
import { coordinate } from './coordinates.ts';
import { type GroupNode, POINTS_PER_MM, type Scene, type SceneNode, type Stroke, type TextNode } from './scene.ts';

export interface SvgOptions {
  /** CSS @font-face rules to embed; made by `formats`, never from user text */
  fontFaces?: string;
  /** path data of a text's outlines with its origin at (0, 0); without it text stays text */
  outline?: (node: TextNode) => string;
  /** places the pieces of a text by family and direction, shares of the type size from its left; for readers that take just the first family for all letters */
  pieces?: (
    text: string,
    face: FaceId,
  ) => { width: number; pieces: readonly { text: string; family: string; x: number }[] };
  /** adds keyboard focus and spoken names to parts and leaves out points that are not drawn, for use inside the application */
  interactive?: boolean;
  /** how far the picture's foot lies below the baseline of a line of text it stands in, points */
  depth?: number;
  /** prefix of ids, so that several pictures can stand in one page */
  idPrefix?: string;
}

const ENTITIES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };

/** Text without the characters that XML 1.0 forbids. */
export const inXml = (text: string): string =>
  text.replace(/[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, '');

/** Text safe inside XML text and attributes; characters that XML 1.0 forbids are left out. */
export function escapeXml(text: string): string {
  // Most texts are dates, numbers and plain words.
  if (/^[\w .,:;%+\-/()–−]*$/.test(text)) return text;
  return inXml(text).replace(/[&<>"']/g, (character) => ENTITIES[character] ?? '');
}

const valued = (node: { at?: string; value?: string }) =>
  (node.at === undefined ? '' : ` data-at="${escapeXml(node.at)}"`) +
  (node.value === undefined ? '' : ` data-value="${escapeXml(node.value)}"`);

function textSvg(node: TextNode, options: SvgOptions): string {
  const x = coordinate(node.x);
  const y = coordinate(node.y);
  if (options.outline) {
    const d = options.outline(node);
    // The text stays readable to tools and to screen readers as the outline's name.
    return (
      d &&
      `<path transform="translate(${x} ${y})${node.turned ? ' rotate(-90)' : ''}" d="${d}" fill="${node.colour}" aria-label="${escapeXml(node.text)}"${valued(node)}/>`
    );
  }
  const face = faceOf(node.face);
  const anchor = node.anchor === 'start' ? '' : ` text-anchor="${node.anchor}"`;
  const style = face.italic ? ' font-style="italic"' : '';
  // Other scripts name the faces that have their letters; what runs from right to left is set as a text of its own.
  const isPlain = !isBeyondLatin(node.text);
  const turn = node.turned ? ` transform="rotate(-90 ${x} ${y})"` : '';
  const rest = ` font-weight="${face.weight}"${style} font-size="${node.size}" fill="${node.colour}"${valued(node)}`;
  if ((!isPlain || face.family.id !== FIRST_FAMILY.id) && options.pieces) {
    const { width, pieces } = options.pieces(node.text, node.face);
    const left = node.x - (node.anchor === 'start' ? 0 : node.anchor === 'end' ? 1 : 0.5) * width * node.size;
    const spans = pieces.map(
      (piece) =>
        `<tspan x="${coordinate(left + piece.x * node.size)}" font-family="'${piece.family}'">${escapeXml(piece.text)}</tspan>`,
    );
    return `<text y="${y}"${turn}${rest}>${spans.join('')}</text>`;
  }
  const written = escapeXml(node.text);
  const text = !isPlain && hasRightToLeft(node.text) ? `\u2068${written}\u2069` : written;
  return `<text x="${x}" y="${y}"${turn}${anchor} font-family="${cssFamilies(face, node.text)}"${rest}>${text}</text>`;
}

function groupSvg(node: GroupNode, options: SvgOptions): string {
  const focus = options.interactive ? ` tabindex="0" role="button" aria-label="${escapeXml(node.label)}"` : '';
  let inner = '';
  for (const child of node.children) inner += nodeSvg(child, options);
  return `<g data-part="${escapeXml(node.part)}"${focus}>${inner}</g>`;
}

function dashes({ dashes: lengths }: Stroke): string {
  if (!lengths) return '';
  return ` stroke-dasharray="${lengths.map(coordinate).join(' ')}"${lengths.includes(0) ? ' stroke-linecap="round"' : ''}`;
}

const strokes = new WeakMap<Stroke, string>();

/** The attributes of a stroke; written once for all nodes that share it. */
function strokeSvg(stroke: Stroke): string {
  const known = strokes.get(stroke);
  if (known !== undefined) return known;
  const written = ` stroke="${stroke.colour}" stroke-width="${stroke.width}"${dashes(stroke)} stroke-linejoin="round"`;
  strokes.set(stroke, written);
  return written;
}

function nodeSvg(node: SceneNode, options: SvgOptions): string {
  switch (node.kind) {
    case 'text':
      return textSvg(node, options);
    case 'group':
      return groupSvg(node, options);
    case 'cluster': {
      const move =
        node.x === 0 && node.y === 0 ? '' : ` transform="translate(${coordinate(node.x)} ${coordinate(node.y)})"`;
      const name = node.name === undefined ? '' : ` data-of="${escapeXml(node.name)}"`;
      let inner = '';
      for (const child of node.children) inner += nodeSvg(child, options);
      return inner && `<g${name}${move}>${inner}</g>`;
    }
    case 'rect':
      return `<rect x="${coordinate(node.x)}" y="${coordinate(node.y)}" width="${coordinate(node.width)}" height="${coordinate(node.height)}" fill="${node.fill}"${node.crisp ? ' shape-rendering="crispEdges"' : ''}/>`;
    case 'point':
      // A place that is not drawn serves readers of the file; on the screen hundreds of them would slow each redraw.
      if (options.interactive && node.fill === null) return '';
      return `<circle cx="${coordinate(node.x)}" cy="${coordinate(node.y)}" r="${node.radius}" fill="${node.fill ?? 'none'}"${valued(node)}/>`;
    case 'path': {
      const stroke = node.stroke ? strokeSvg(node.stroke) : '';
      const opacity = node.opacity === undefined ? '' : ` fill-opacity="${node.opacity}"`;
      const shift = node.shift
        ? ` transform="translate(${coordinate(node.shift[0])} ${coordinate(node.shift[1])})"`
        : '';
      return `<path${shift} d="${node.d}" fill="${node.fill ?? 'none'}"${opacity}${stroke}${valued(node)}/>`;
    }
  }
}

/** Writes some nodes without a document around them. */
export const svgNodes = (nodes: readonly SceneNode[], options: SvgOptions = {}): string =>
  nodes.map((node) => nodeSvg(node, options)).join('');

/** Letters stand as far apart as was measured; on screens many readers would round that to whole pixels. */
export const EXACT_LETTERS = ' text-rendering="geometricPrecision"';

/** An SVG document in pieces: its opening tag with what stands first in it, and one element for each node of the scene. */
export interface SvgPieces {
  head: string;
  nodes: string[];
}

/** Writes a scene as pieces of SVG, so that a picture on the screen can be changed where it changed. */
export function svgPieces(scene: Scene, options: SvgOptions = {}): SvgPieces {
  const width = coordinate(scene.widthMm * POINTS_PER_MM);
  const height = coordinate(scene.heightMm * POINTS_PER_MM);
  const prefix = options.idPrefix ?? 'figure';
  const fonts = options.fontFaces ? `<style>${options.fontFaces}</style>` : '';
  // Inside the application the parts carry the names; a tooltip over the whole sheet would be in the way.
  const role = options.interactive ? 'group' : 'img';
  const title = options.interactive ? '' : `<title id="${prefix}-title">${escapeXml(scene.title)}</title>`;
  const labelled = options.interactive
    ? `aria-label="${escapeXml(scene.title)}"`
    : `aria-labelledby="${prefix}-title ${prefix}-description"`;
  const description = options.interactive
    ? ''
    : `<desc id="${prefix}-description">${escapeXml(scene.description)}</desc>`;
  const baseline = options.depth === undefined ? '' : ` style="vertical-align:${coordinate(-options.depth)}pt"`;
  const exact = options.outline ? '' : EXACT_LETTERS;
  const head = `<svg xmlns="http://www.w3.org/2000/svg" width="${scene.widthMm}mm" height="${scene.heightMm}mm" viewBox="0 0 ${width} ${height}" role="${role}" ${labelled}${baseline}${exact}>${title}${description}${fonts}`;
  return { head, nodes: scene.nodes.map((node) => nodeSvg(node, options)).filter((node) => node !== '') };
}

/** Writes a scene as a whole SVG document in millimetres, whose inner unit is the point. */
export function toSvg(scene: Scene, options: SvgOptions = {}): string {
  const { head, nodes } = svgPieces(scene, options);
  return `${head}${nodes.join('')}</svg>`;
}
