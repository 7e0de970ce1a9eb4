/** The style that the open report has in common with others, fetched when it is laid on and when it was changed. */
import { useEffect } from 'react';
import { wantStyle } from '../letters/wanted.ts';
import { loadHouse } from './api.ts';
import { current, set, useReport } from './report-state.ts';

/** Fetches the style of the open report anew. */
export async function fetchHouse(): Promise<void> {
  const { style } = current().report;
  if (style.kind !== 'house') return;
  try {
    const house = await loadHouse(style.id);
    await wantStyle(house.style);
    const { report, house: known } = current();
    const isWanted = report.style.kind === 'house' && report.style.id === house.id;
    if (isWanted && !(known?.id === house.id && known.revision >= house.revision)) set({ house });
  } catch (error) {
    // Tried again when the server is reached, or tells of a change; what is known here stands until then.
    if (!(error instanceof Error)) throw error;
  }
}

/** Has the style of the open report fetched whenever another one is laid on. */
export function useHouse(): void {
  const id = useReport(({ report: { style } }) => (style.kind === 'house' ? style.id : null));
  useEffect(() => {
    if (id !== null && current().house?.id !== id) void fetchHouse();
  }, [id]);
}
