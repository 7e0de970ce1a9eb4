/**
 * A page as the setter's renderer writes it, for looking at: without what is
 * there for pointers, and with the letters of a line as one shape each. A
 * browser takes four times as long for a page of which each letter is an
 * element of its own.
 */
import { LRUCache } from 'lru-cache';

/** a, b, c, d, e, f of SVG’s matrix */
type Matrix = readonly [number, number, number, number, number, number];

const UNMOVED: Matrix = [1, 0, 0, 1, 0, 0];

const within = (outer: Matrix, inner: Matrix): Matrix => [
  outer[0] * inner[0] + outer[2] * inner[1],
  outer[1] * inner[0] + outer[3] * inner[1],
  outer[0] * inner[2] + outer[2] * inner[3],
  outer[1] * inner[2] + outer[3] * inner[3],
  outer[0] * inner[4] + outer[2] * inner[5] + outer[4],
  outer[1] * inner[4] + outer[3] * inner[5] + outer[5],
];

/** A transform as a matrix; null for one of another form. */
function matrixOf(transform: string | undefined): Matrix | null {
  if (transform === undefined) return UNMOVED;
  const begin = transform.indexOf('(');
  const numbers = transform
    .slice(begin + 1, -1)
    .split(/[ ,]+/)
    .map(Number);
  const [a = 0, b, c, d, e, f] = numbers;
  if (!transform.endsWith(')') || !numbers.every(Number.isFinite)) return null;
  switch (transform.slice(0, begin)) {
    case 'translate':
      return [1, 0, 0, 1, a, b ?? 0];
    case 'scale':
      return [a, 0, 0, b ?? a, 0, 0];
    case 'matrix':
      return f === undefined ? null : [a, b ?? 0, c ?? 0, d ?? 0, e ?? 0, f];
    default:
      return null;
  }
}

/** A number in parts of one, of which there are so many. */
const short = (value: number, parts: number) => Math.round(value * parts) / parts || 0;

const listOf = (matrix: Matrix): string =>
  `matrix(${matrix.map((part, at) => short(part, at < 4 ? 1e6 : 1e3)).join(' ')})`;
const written = (matrix: Matrix): string =>
  matrix.every((part, at) => part === UNMOVED[at]) ? '' : ` transform="${listOf(matrix)}"`;

/** An outline of a letter: where it begins, and all that follows told from where the pen is; nothing for a blank. */
interface Outline {
  x: number;
  y: number;
  rest: string;
}

/** Numbers that each command takes. */
const TAKES: Readonly<Record<string, number>> = { M: 2, L: 2, Q: 4, C: 6, Z: 0 };

/** An outline that is told in places, told from where the pen is; null for one that is written otherwise. */
function outlineOf(path: string): Outline | null {
  const parts = path.split(/\s+/).filter(Boolean);
  let [x, y, beginX, beginY] = [0, 0, 0, 0];
  let first: Outline | null = null;
  let rest = '';
  for (let at = 0; at < parts.length; ) {
    const command = parts[at] ?? '';
    const takes = TAKES[command];
    if (takes === undefined) return null;
    // A thousandth of a letter’s size is finer than any screen, and each step begins where the last one truly ended.
    const numbers = parts.slice(at + 1, at + 1 + takes).map((part) => Math.round(Number(part)));
    if (numbers.length < takes || !numbers.every(Number.isFinite)) return null;
    at += takes + 1;
    const [toX = beginX, toY = beginY] = numbers.slice(-2);
    if (command === 'M' && !first) first = { x: toX, y: toY, rest: '' };
    else {
      const [fromX, fromY] = [x, y];
      const steps = numbers.map((value, n) => String(value - (n % 2 ? fromY : fromX)));
      if (command === 'L' && steps[1] === '0') rest += `h${steps[0]}`;
      else if (command === 'L' && steps[0] === '0') rest += `v${steps[1]}`;
      else rest += command.toLowerCase() + steps.join(' ').replaceAll(' -', '-');
    }
    [x, y] = [toX, toY];
    if (command === 'M') [beginX, beginY] = [toX, toY];
  }
  return first ? { ...first, rest } : parts.length === 0 ? { x: 0, y: 0, rest } : null;
}

/** The outlines of letters come up again on every page. */
const outlines = new LRUCache<string, { outline: Outline | null }>({ max: 3000 });

function knownOutline(path: string): Outline | null {
  const known = outlines.get(path) ?? { outline: outlineOf(path) };
  outlines.set(path, known);
  return known.outline;
}

interface Line {
  matrix: Matrix;
  /** null where what is around it says it */
  fill: string | null;
  shapes: string[];
}

interface Level {
  matrix: Matrix;
  fill: string | null;
  /** it stands in what is written, and has an end there */
  isWritten: boolean;
}

/** Attributes by which the renderer finds its elements again. */
const isOfRenderer = (name: string) => name === 'class' || name.startsWith('data-');

const TAG = /<use x="([^"]*)" y="([^"]*)" href="#([^"]*)"\/>|<(\/?)([\w:-]+)((?:\s+[\w:-]+="[^"]*")*)\s*(\/?)>/g;
const ATTRIBUTE = /([\w:-]+)="([^"]*)"/g;

/** True for two places on one line, letters of one size: they differ in how far along it they are. */
const areOnLine = (one: Matrix, other: Matrix): boolean =>
  one === other ||
  (one[1] === 0 && one[2] === 0 && one.every((part, at) => at === 4 || part === other[at]) && one[0] !== 0);

class Flattener {
  #out = '';
  #line: Line | null = null;
  readonly #levels: Level[] = [{ matrix: UNMOVED, fill: null, isWritten: false }];

  constructor(
    readonly letters: ReadonlyMap<string, Outline>,
    /** what else can be drawn by its name */
    readonly ids: ReadonlySet<string>,
  ) {}

  get #level(): Level {
    return this.#levels.at(-1) ?? { matrix: UNMOVED, fill: null, isWritten: false };
  }

  #endLine(): void {
    const line = this.#line;
    this.#line = null;
    if (!line) return;
    const fill = line.fill === null ? '' : ` fill="${line.fill}"`;
    this.#out += `<path${fill}${written(line.matrix)} d="${line.shapes.join('')}"/>`;
  }

  /** Puts a letter to its line where it stands on one, and is of its size and colour; false where nothing known has the name. */
  letter(id: string, atX: number, atY: number): boolean {
    const outline = this.letters.get(id);
    // A blank is drawn by a name that nothing has.
    if (!outline) return !this.ids.has(id);
    const { x, y, rest } = outline;
    if (rest === '') return true;
    const { matrix, fill } = this.#level;
    const line = this.#line;
    const isOfLine = line !== null && line.fill === fill && areOnLine(line.matrix, matrix);
    if (!isOfLine) this.#endLine();
    this.#line ??= { matrix, fill, shapes: [] };
    const moved = this.#line.matrix === matrix ? 0 : (matrix[4] - this.#line.matrix[4]) / matrix[0];
    this.#line.shapes.push(`M${short(x + atX + moved, 10)} ${short(y + atY, 10)}${rest}`);
    return true;
  }

  open(name: string, attributes: ReadonlyMap<string, string>, isEmpty: boolean): void {
    const own = matrixOf(attributes.get('transform'));
    const level = this.#level;
    const kept = [...attributes].filter(([key]) => key !== 'transform' && !isOfRenderer(key));
    if (name === 'g' && own && kept.every(([key]) => key === 'fill') && !isEmpty) {
      const fill = attributes.get('fill') ?? level.fill;
      this.#levels.push({ matrix: within(level.matrix, own), fill, isWritten: false });
      return;
    }
    this.#endLine();
    const matrix = own && within(level.matrix, own);
    const fill = level.fill !== null && !attributes.has('fill') ? ` fill="${level.fill}"` : '';
    const others = kept.map(([key, value]) => ` ${key}="${value}"`).join('');
    // A transform of another form stands behind those around it.
    const transform = matrix ? written(matrix) : ` transform="${listOf(level.matrix)} ${attributes.get('transform')}"`;
    this.#out += `<${name}${transform}${fill}${others}${isEmpty ? '/>' : '>'}`;
    if (!isEmpty) this.#levels.push({ matrix: UNMOVED, fill: null, isWritten: true });
  }

  close(name: string): void {
    const level = this.#levels.pop();
    if (!level?.isWritten) return;
    this.#endLine();
    this.#out += `</${name}>`;
  }

  text(words: string): void {
    if (words.trim() !== '') this.#endLine();
    this.#out += words;
  }

  end(): string {
    this.#endLine();
    return this.#out;
  }
}

/**
 * Without what is there for pointers, and would do something: links, words to
 * be marked, scripts. What pictures say in words goes first: the renderer
 * leaves signs in it that no attribute may have.
 */
export const inert = (svg: string): string =>
  svg.replace(/ alt="[^"]*"/g, '').replace(/<(foreignObject|script|a)\b[\s\S]*?<\/\1>/g, '');

const GLYPH = /<path id="([^"]*)" class="outline_glyph" d="([^"]*)"(?: data-[\w-]+="[^"]*")*\/>/g;

/** What stands within the SVG of a page, as one that is looked at. */
export function pagePicture(inner: string): string {
  const letters = new Map<string, Outline>();
  const page = inert(inner).replace(GLYPH, (whole, id: string, path: string) => {
    const outline = knownOutline(path);
    if (outline) letters.set(id, outline);
    return outline ? '' : whole;
  });
  const ids = new Set(Array.from(page.matchAll(/ id="([^"]*)"/g), ([, id = '']) => id));
  const flattener = new Flattener(letters, ids);
  let at = 0;
  for (const tag of page.matchAll(TAG)) {
    const [whole, x, y, id, isEnd, name = 'use', attributes = '', isEmpty] = tag;
    if (tag.index > at) flattener.text(page.slice(at, tag.index));
    at = tag.index + whole.length;
    if (id !== undefined && flattener.letter(id, Number(x), Number(y))) continue;
    if (isEnd) flattener.close(name);
    else {
      const own = Array.from(
        (id === undefined ? attributes : whole).matchAll(ATTRIBUTE),
        ([, key = '', value = '']) => [key, value] as const,
      );
      flattener.open(name, new Map(own), id !== undefined || isEmpty === '/');
    }
  }
  flattener.text(page.slice(at));
  return flattener.end();
}
