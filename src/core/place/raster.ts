/**
 * A coarse picture of what is taken, which answers most questions about boxes
 * at once: cells of a point are counted where a stroke's middle or a box
 * touches them, and summed from one corner, so that any rectangle of cells is
 * four look-ups (summed-area table: Crow, "Summed-area tables for texture
 * mapping", SIGGRAPH 1984).
 */
import type { Box, XY } from './box.ts';

export class Raster {
  private readonly width: number;
  private readonly height: number;
  private readonly counts: Int32Array;
  private summed = false;
  private widest = 0;

  /** `bounds` holds all that will be asked about; what lies outside counts at its edge cells. */
  constructor(private readonly bounds: Box) {
    this.width = Math.max(1, Math.ceil(bounds.maxX - bounds.minX)) + 1;
    this.height = Math.max(1, Math.ceil(bounds.maxY - bounds.minY)) + 1;
    // One row and one column of zeros before the first cell.
    this.counts = new Int32Array((this.width + 1) * (this.height + 1));
  }

  /** Marks the cells that a stroke's middle line touches. */
  addStroke([x1, y1]: XY, [x2, y2]: XY, half: number): void {
    this.widest = Math.max(this.widest, half);
    const [a, b] = x1 <= x2 ? [x1, x2] : [x2, x1];
    const rise = x2 === x1 ? 0 : (y2 - y1) / (x2 - x1);
    for (let column = this.column(a); column <= this.column(b); column++) {
      const from = Math.max(a, this.bounds.minX + column);
      const to = Math.min(b, this.bounds.minX + column + 1);
      const p = x1 === x2 ? y1 : y1 + rise * (from - x1);
      const q = x1 === x2 ? y2 : y1 + rise * (Math.max(from, to) - x1);
      this.mark(column, this.row(Math.min(p, q)), this.row(Math.max(p, q)));
    }
  }

  /** Marks the cells that a box touches. */
  addBox(box: Box): void {
    for (let column = this.column(box.minX); column <= this.column(box.maxX); column++)
      this.mark(column, this.row(box.minY), this.row(box.maxY));
  }

  /** "free" and "taken" are sure; where it is "near", only the strokes themselves tell. */
  ask(box: Box): 'free' | 'taken' | 'near' {
    this.sum();
    const { minX, minY } = this.bounds;
    const far = this.widest + 0.01;
    const around = this.count(
      this.column(box.minX - far),
      this.row(box.minY - far),
      this.column(box.maxX + far) + 1,
      this.row(box.maxY + far) + 1,
    );
    if (around === 0) return 'free';
    // A cell wholly inside the box in which something lies.
    const [left, top] = [Math.ceil(box.minX - minX + 0.01), Math.ceil(box.minY - minY + 0.01)];
    const [right, bottom] = [Math.floor(box.maxX - minX - 0.01), Math.floor(box.maxY - minY - 0.01)];
    const isTaken = left >= 0 && top >= 0 && left < right && top < bottom;
    return isTaken && right <= this.width && bottom <= this.height && this.count(left, top, right, bottom) > 0
      ? 'taken'
      : 'near';
  }

  private column(x: number): number {
    return Math.max(0, Math.min(this.width - 1, Math.floor(x - this.bounds.minX)));
  }

  private row(y: number): number {
    return Math.max(0, Math.min(this.height - 1, Math.floor(y - this.bounds.minY)));
  }

  private mark(column: number, from: number, to: number): void {
    if (this.summed) this.unsum();
    const stride = this.width + 1;
    for (let row = from; row <= to; row++) this.counts[(row + 1) * stride + column + 1] = 1;
  }

  private count(left: number, top: number, right: number, bottom: number): number {
    const { counts } = this;
    const [low, high] = [bottom * (this.width + 1), top * (this.width + 1)];
    return (
      (counts[low + right] ?? 0) - (counts[high + right] ?? 0) - (counts[low + left] ?? 0) + (counts[high + left] ?? 0)
    );
  }

  private sum(): void {
    if (this.summed) return;
    this.summed = true;
    const { counts, width, height } = this;
    const stride = width + 1;
    for (let row = 1; row <= height; row++) {
      let run = 0;
      for (let at = row * stride + 1; at < (row + 1) * stride; at++) {
        run += counts[at] ?? 0;
        counts[at] = run + (counts[at - stride] ?? 0);
      }
    }
  }

  /** Back to the cells themselves, so that more can be marked. */
  private unsum(): void {
    this.summed = false;
    const { counts, width, height } = this;
    const stride = width + 1;
    for (let row = height; row >= 1; row--)
      for (let at = (row + 1) * stride - 1; at > row * stride; at--)
        counts[at] =
          (counts[at] ?? 0) - (counts[at - 1] ?? 0) - (counts[at - stride] ?? 0) + (counts[at - stride - 1] ?? 0);
  }
}
