/** The rectangle in which lines are drawn, points. */
export interface Plot {
  left: number;
  top: number;
  width: number;
  height: number;
}
