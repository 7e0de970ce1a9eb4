/** The pages of the manuscript as the server set them last. */
import { useCallback, useEffect, useRef, useState } from 'react';
import type { PageOutline } from '../../core/document/outline.ts';
import { FIRST_PAGES, pagesSince } from '../state/asked-early.ts';
import { onReport } from '../state/report-state.ts';
import { current, useReport } from '../state/store.ts';

export interface SetPagesState {
  outline: PageOutline | null;
  /** pages that are there, by their numbers, as addresses of pictures */
  pages: ReadonlyMap<number, string>;
  error: string | null;
  /** something was saved that these pages do not show yet, or is being saved */
  isBehind: boolean;
  /** asks for the pages from one to another */
  want(from: number, to: number): void;
}

/** Pictures of pages; one that is the same as before keeps its address, so that it is not drawn again. */
class Pictures {
  /** what they were set of */
  key = '';
  #all = new Map<number, { svg: string; address: string }>();

  has = (page: number): boolean => this.#all.has(page);

  /** Takes pages that came; those of another key take the place of all. */
  take(key: string, came: Readonly<Record<number, string>>): ReadonlyMap<number, string> {
    const before = this.#all;
    const all = new Map(key === this.key ? before : []);
    for (const [number, svg] of Object.entries(came)) {
      const page = Number(number);
      const known = before.get(page);
      const address = () => URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
      all.set(page, known?.svg === svg ? known : { svg, address: address() });
    }
    for (const [page, { address }] of before) if (all.get(page)?.address !== address) URL.revokeObjectURL(address);
    [this.key, this.#all] = [key, all];
    return new Map(Array.from(all, ([page, { address }]) => [page, address]));
  }

  letGo(): void {
    for (const { address } of this.#all.values()) URL.revokeObjectURL(address);
    [this.key, this.#all] = ['', new Map()];
  }
}

/** Of which state of the report pages are to be; null while something is being saved, or its house is not here yet. */
function keyNow(): string | null {
  const { window, report, house } = current();
  const style = report.style.kind === 'house' ? house?.revision : 0;
  return window.pending.length > 0 || style === undefined ? null : `${window.revision} ${style}`;
}

/** Pages of the open report, asked for as soon as what was changed is saved. */
export function useSetPages(): SetPagesState {
  const key = useReport(keyNow);
  const [wanted, setWanted] = useState<readonly [number, number]>(FIRST_PAGES);
  const [state, setState] = useState<Pick<SetPagesState, 'outline' | 'pages' | 'error'> & { key: string }>({
    outline: null,
    pages: new Map(),
    error: null,
    key: '',
  });
  const pictures = useRef(new Pictures());
  useEffect(() => {
    const [from, to] = wanted;
    const { current: kept } = pictures;
    const all = Array.from({ length: to - from + 1 }, (_, at) => from + at);
    let asked: string | null = null;
    const ask = () => {
      const key = keyNow();
      if (key === null || key === asked) return;
      asked = key;
      if (kept.key === key && all.every(kept.has)) return;
      const { id, window } = current();
      pagesSince(id, window.revision, from, to)
        .then(({ outline, pages }) => {
          if (asked === key) setState({ outline, pages: kept.take(key, pages), error: null, key });
        })
        .catch((error: unknown) => {
          const why = error instanceof Error ? error.message : String(error);
          if (asked === key) setState((before) => ({ ...before, error: why, key }));
        });
    };
    ask();
    // Not after the page was drawn with it: that takes a while in a long report.
    const end = onReport(ask);
    return () => {
      asked = null;
      end();
    };
  }, [wanted]);
  useEffect(() => () => pictures.current.letGo(), []);
  const want = useCallback(
    (from: number, to: number) => setWanted((now) => (now[0] === from && now[1] === to ? now : [from, to])),
    [],
  );
  const { outline, pages, error } = state;
  return { outline, pages, error, isBehind: key === null || key !== state.key, want };
}
