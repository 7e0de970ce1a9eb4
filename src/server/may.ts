/** What someone may do. Every endpoint and page asks here, and nowhere else. */
import type { Who } from './who.ts';

export type What =
  /** to see which reports there are */
  | 'list'
  | 'make'
  | 'read'
  | 'change'
  /** to take a report off the Desk, and to bring it back */
  | 'remove'
  /** what holds nothing of anyone’s: whether Rizo is up, letters of typefaces */
  | 'ask';

/** Whether someone may do something with a report, or with none that is there already. */
export function may(who: Who, what: What, _report: string | null): boolean {
  return what === 'ask' || who === 'keeper';
}

/** Said to who may not. */
export const UNKNOWN = 'Rizo does not know this browser. Open the address that ./rizo start or ./rizo status prints.';
