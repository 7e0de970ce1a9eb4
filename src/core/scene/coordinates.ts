/** Writing coordinates, with at most two decimals: under a hundredth of a millimetre. Ten thousand sparklines write millions of them. */

/** Coordinates up to 1,000 points as they are written. */
const WRITTEN: (string | undefined)[] = new Array(100_000).fill(undefined);

/** A coordinate as it is written. */
export function coordinate(value: number): string {
  const hundredths = Math.round(value * 100);
  if (hundredths === 0) return '0';
  if (!(hundredths > 0 && hundredths < WRITTEN.length)) return String(hundredths / 100);
  const known = WRITTEN[hundredths];
  if (known !== undefined) return known;
  const written = String(hundredths / 100);
  WRITTEN[hundredths] = written;
  return written;
}

const MOST_WRITTEN = 8192;
/** The longest point: a letter, two numbers and a space. */
const LONGEST = 48;
const codes = new Uint16Array(MOST_WRITTEN + LONGEST);
let length = 0;
let flushed = '';

const [ZERO, POINT, SPACE, MINUS, M, L] = ['0', '.', ' ', '-', 'M', 'L'].map((sign) => sign.charCodeAt(0)) as [
  number,
  number,
  number,
  number,
  number,
  number,
];

/** Writes a number's digits into the buffer, as `coordinate` does. */
function put(value: number): void {
  let hundredths = Math.round(value * 100);
  if (hundredths < 0) {
    codes[length++] = MINUS;
    hundredths = -hundredths;
  }
  // What is no number is written as such, too, so that it is found.
  if (!(hundredths < 100_000)) {
    for (const letter of coordinate(hundredths / 100)) codes[length++] = letter.charCodeAt(0);
    return;
  }
  const whole = (hundredths / 100) | 0;
  const rest = hundredths - whole * 100;
  const [hundreds, tens] = [(whole / 100) | 0, ((whole / 10) | 0) % 10];
  if (hundreds > 0) codes[length++] = ZERO + hundreds;
  if (whole >= 10) codes[length++] = ZERO + tens;
  codes[length++] = ZERO + (whole % 10);
  if (rest === 0) return;
  codes[length++] = POINT;
  codes[length++] = ZERO + ((rest / 10) | 0);
  if (rest % 10 > 0) codes[length++] = ZERO + (rest % 10);
}

const flush = () => {
  flushed += String.fromCharCode.apply(null, codes.subarray(0, length) as unknown as number[]);
  length = 0;
};

function putPoint(isFirst: boolean, x: number, y: number): void {
  codes[length++] = isFirst ? M : L;
  put(x);
  codes[length++] = SPACE;
  put(y);
  if (length >= MOST_WRITTEN) flush();
}

function taken(): string {
  flush();
  const written = flushed;
  flushed = '';
  return written;
}

/** Path data of an open run of points. */
export function runOf(points: readonly (readonly [number, number])[]): string {
  for (let index = 0; index < points.length; index++) {
    const point = points[index];
    if (point) putPoint(index === 0, point[0], point[1]);
  }
  return taken();
}

/** Path data of an open run of points that stand as far apart from each other, beginning at `left`. */
export function evenRun(left: number, step: number, ys: Float64Array, count: number): string {
  for (let index = 0; index < count; index++) putPoint(index === 0, left + index * step, ys[index] ?? 0);
  return taken();
}
