/** Taking files of the report, with how far they are. */
import { useRef, useState } from 'react';
import { download, type FileWish, fetchBundle, fetchReport, type Progress, readyToTake } from '../hand-off/take.ts';
import { useReport } from '../state/store.ts';

/** A file that is being made, and how far it is. */
export type Making = { name: string; progress: Progress | null };

/** Takes files of the report, one at a time; `said` is what came of the last one. */
export function useReportFile() {
  const report = useReport((state) => state.id);
  const [making, setMaking] = useState<Making | null>(null);
  const [said, setSaid] = useState<{ text: string; isWrong: boolean } | null>(null);
  const refuse = (text: string) => setSaid({ text, isWrong: true });
  const giveUp = useRef<AbortController | null>(null);
  const take = async (name: string, wish: FileWish | 'bundle') => {
    const unsaved = await readyToTake();
    if (unsaved !== null) return refuse(unsaved);
    giveUp.current = new AbortController();
    const { signal } = giveUp.current;
    setMaking({ name, progress: null });
    setSaid(null);
    try {
      const taken = await (wish === 'bundle'
        ? fetchBundle(report, signal)
        : fetchReport(report, wish, (progress) => setMaking({ name, progress }), signal));
      if ('error' in taken) refuse(taken.error);
      else {
        download(taken.blob, taken.name);
        const claim = taken.unclaimed === undefined ? '' : `; it cannot claim the standard: ${taken.unclaimed}`;
        setSaid({ text: `${taken.name} is in your downloads${claim}.`, isWrong: false });
      }
    } catch (error) {
      if (!signal.aborted) throw error;
      setSaid({ text: `${name} was stopped.`, isWrong: false });
    } finally {
      setMaking(null);
    }
  };
  return { take, making, said, cancel: () => giveUp.current?.abort() };
}
