/** The report that a style is looked at with, and what is done in it from the page of the style. */
import { useEffect, useMemo, useState } from 'react';
import type { OwnStyle } from '../../core/report/report.ts';
import { listReports, runOn, undoOn } from '../state/api.ts';
import { run, showError, showNotice, useReport } from '../state/store.ts';
import { asItIsNow, type Specimen, useSpecimen } from './specimen.ts';

/** Its id: of the report that was asked for, or of the first that has a figure. */
function useBeside(wanted: string | null): string | null {
  const [found, setFound] = useState(wanted);
  useEffect(() => {
    if (found !== null) return;
    listReports().then(
      (reports) => setFound((reports.find(({ figures }) => figures.length > 0) ?? reports[0])?.id ?? null),
      showError,
    );
  }, [found]);
  return found;
}

export interface Beside {
  id: string | null;
  /** null until it is there */
  specimen: Specimen | null;
  error: string | null;
  /** whether the open style sets it */
  isSet: boolean;
  layOn(specimen: Specimen, style: OwnStyle): Promise<void>;
  bringBack(specimen: Specimen, items: readonly string[]): Promise<void>;
}

/**
 * The report beside the open style: the one whose own it is, or the one with
 * the wanted id. What is done in another report than the open one is no step
 * of this page, so it is offered to be taken back.
 */
export function useReportBeside(kind: 'report' | 'style', wanted: string | null): Beside {
  const own = useReport((state) => state.id);
  const now = useReport((state) => state.report);
  const [fetched, setFetched] = useState(0);
  const id = useBeside(kind === 'report' ? own : wanted);
  const { specimen: found, error } = useSpecimen(id, fetched);
  const specimen = useMemo(() => (found && kind === 'report' ? asItIsNow(found, now) : found), [found, kind, now]);
  const again = () => setFetched((count) => count + 1);
  const change = async ({ id: of, report }: Specimen, name: string, args: object, done: string) => {
    const made = await runOn(of, name, args);
    again();
    const takeBack = () => (made === null ? undefined : undoOn(of, made).then(again, showError));
    const offers = made === null ? [] : [{ say: 'Undo it', run: () => void takeBack() }];
    showNotice(`${done} “${report.title}”.`, offers, 'accent');
  };
  const style = specimen?.report.style;
  return {
    id,
    specimen,
    error,
    isSet: kind === 'report' ? specimen !== null : style?.kind === 'house' && style.id === own,
    layOn: (of, { name }) => change(of, 'style.layOn', { house: own }, `“${name}” is applied`),
    async bringBack(of, items) {
      const things = items.map((item) => ({ item }));
      if (kind === 'report') run('style.bringBack', { things });
      else await change(of, 'style.bringBack', { things }, 'Settings made by hand were reset in');
    },
  };
}
