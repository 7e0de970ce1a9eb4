/** Short ways to write files down as they are sent. */
import type { Case, Wanted } from './shapes.ts';

const ROUTES = ['Outer isles', 'Kelda', 'Ness', 'Harbour shuttle', 'Sound crossing', 'Night freight', 'Skerry'];
const LOADS = [1204, 1187, 1250, 1301, 1266, 1190, 1175];

/** A file of lines. */
export const file = (
  name: string,
  lines: readonly string[],
  columns: Case['columns'],
  more: Partial<Case> = {},
): Case => ({ name, text: lines.join('\n'), columns, ...more });

/** A column beside the names of routes. */
export const columnIn = (
  name: string,
  title: string,
  values: readonly string[],
  wanted: Wanted,
  more: Partial<Case> = {},
): Case =>
  file(name, [`Route;${title}`, ...values.map((value, at) => `${ROUTES[at % 7]};${value}`)], { 1: wanted }, more);

/** A first column with whole numbers beside it. */
export const axisIn = (
  name: string,
  title: string,
  values: readonly string[],
  wanted: Wanted,
  more: Partial<Case> = {},
): Case =>
  file(name, [`${title};Load`, ...values.map((value, at) => `${value};${LOADS[at % 7]}`)], { 0: wanted }, more);
