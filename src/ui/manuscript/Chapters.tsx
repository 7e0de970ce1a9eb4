import { useMemo, useState } from 'react';
import { beginsChapter } from '../../core/document/manuscript.ts';
import { plainProse } from '../../core/document/prose.ts';
import { sentence, YesNo } from '../controls/words.tsx';
import { useReport } from '../state/store.ts';
import { useGalley } from './galley-state.ts';

interface Chapter {
  /** of its heading; empty for what stands before the first */
  id: string;
  name: string;
}

/** The chapters of the report, and which of them are handed off; null for all. */
export function useChapters() {
  const blocks = useReport((state) => state.report.manuscript.blocks);
  const sayer = useGalley((state) => state.sayer);
  const [chosen, choose] = useState<readonly string[] | null>(null);
  const chapters = useMemo(() => {
    const found: Chapter[] = [];
    for (const block of blocks) {
      if (block.type === 'words' && beginsChapter(block)) {
        const name = plainProse(block.words, (run) => sayer?.say(run) ?? '').trim();
        found.push({ id: block.id, name: name === '' ? 'without a name' : name });
      } else if (found.length === 0) found.push({ id: '', name: 'What comes before the first' });
    }
    return found;
  }, [blocks, sayer]);
  // What was chosen and is gone does not keep anything out.
  const there = chosen?.filter((id) => chapters.some((chapter) => chapter.id === id)) ?? null;
  return { chapters, chosen: there, choose };
}

/** Says which chapters of the document, the page and the Markdown go in. */
export function Chapters({ chapters, chosen, choose }: ReturnType<typeof useChapters>) {
  if (chapters.length < 2) return null;
  return (
    <>
      <p className={sentence}>
        Of document, page and Markdown
        <YesNo
          label="Chapters that go in"
          value={chosen !== null}
          yes="some chapters"
          no="all chapters"
          onCommit={(some) => choose(some ? chapters.map(({ id }) => id) : null)}
        />
      </p>
      {chosen && (
        <ul>
          {chapters.map(({ id, name }) => (
            <li key={id}>
              <label className="flex items-baseline gap-2">
                <input
                  type="checkbox"
                  className="checkbox checkbox-xs"
                  checked={chosen.includes(id)}
                  onChange={({ target }) =>
                    choose(target.checked ? [...chosen, id] : chosen.filter((one) => one !== id))
                  }
                />
                {name}
              </label>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
