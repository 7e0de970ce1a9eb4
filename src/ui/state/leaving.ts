/** Whether the page is being left: what is done then must be done at once. */
let leaving = false;

if (typeof window !== 'undefined') {
  // Before all others that hear of it, so that what they do is done in time.
  addEventListener(
    'pagehide',
    () => {
      leaving = true;
    },
    { capture: true },
  );
  addEventListener('pageshow', () => {
    leaving = false;
  });
}

export const isPageLeaving = (): boolean => leaving;

/** Has something done when the page is left; what it begins must be done at once. */
export function whenLeft(work: () => void): void {
  if (typeof window !== 'undefined') addEventListener('pagehide', work);
}
