import { useEffect, useState } from 'react';
import type { ProposedStyle } from '../../formats/style-of-document.ts';
import { fetchFamilies, ownFamilies } from '../letters/own-families.ts';
import { createStyle, listStyles, removeStyle, type StyleSummary } from '../state/api.ts';
import { showError, showNotice, useReport } from '../state/store.ts';
import { OfDocument } from './OfDocument.tsx';

const reportsOf = (count: number) => (count === 0 ? 'no report' : `${count} report${count === 1 ? '' : 's'}`);
const linkTo = (id: string, report: string | null) =>
  `/styles/${id}${report === null ? '' : `?report=${encodeURIComponent(report)}`}`;

/** Makes a style, under a name or as a file says it, and goes there. */
async function make(wish: unknown, report: string | null): Promise<void> {
  const { id } = await createStyle(wish);
  location.assign(linkTo(id, report));
}

/** Makes a style of a file, or a proposal of a document; what is none is told in a sentence. */
async function makeOfFile(file: File, report: string | null): Promise<ProposedStyle | null> {
  try {
    if (/\.(docx|odt)$/i.test(file.name)) {
      const { styleOfDocument } = await import('../../formats/style-of-document.ts');
      await fetchFamilies();
      return styleOfDocument(file.name, new Uint8Array(await file.arrayBuffer()), ownFamilies());
    }
    await make(JSON.parse(await file.text()), report);
  } catch (error) {
    if (error instanceof SyntaxError)
      showNotice(`“${file.name}” is not a style file: it is not JSON. Choose one that was saved from a house style.`);
    else showNotice(`“${file.name}” cannot be taken: ${error instanceof Error ? error.message : String(error)}`);
  }
  return null;
}

interface StyleListProps {
  /** id of the open style */
  now: string;
  /** the report that the styles are looked at with */
  report: string | null;
}

/** The styles of the house. */
export function StyleList({ now, report }: StyleListProps) {
  const revision = useReport((state) => state.window.revision);
  const [styles, setStyles] = useState<StyleSummary[]>([]);
  const [proposed, setProposed] = useState<ProposedStyle | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the list is fetched anew as the open style changes
  useEffect(() => {
    let wanted = true;
    listStyles().then(
      (found) => wanted && setStyles(found),
      // The list is a way to other styles; the open one can be set without it.
      () => undefined,
    );
    return () => {
      wanted = false;
    };
  }, [now, revision]);
  return (
    <nav aria-label="House styles" className="border-b border-rule p-3">
      <h2 className="px-2 pb-1 text-[13px] font-semibold tracking-wide text-quiet uppercase">House styles</h2>
      <ul>
        {styles.map(({ id, name, reports }) => (
          <li key={id}>
            <a
              href={linkTo(id, report)}
              aria-current={id === now ? 'page' : undefined}
              className="block rounded border-l-4 border-transparent px-2 py-1 hover:bg-base-200 aria-[current]:border-primary aria-[current]:bg-base-100"
            >
              <b className="block truncate font-semibold">{name}</b>
              <span className="text-[13px] text-quiet">{reportsOf(reports)}</span>
            </a>
          </li>
        ))}
      </ul>
      <p className="flex flex-wrap gap-x-3 px-2 pt-2">
        <button
          type="button"
          className="phrase"
          onClick={() => void make({ name: 'Untitled style' }, report).catch(showError)}
        >
          a new one
        </button>
        {styles.length > 1 && styles.some(({ id, reports }) => id === now && reports === 0) && (
          <button
            type="button"
            className="phrase"
            onClick={() =>
              void removeStyle(now).then(() => location.assign(report ? `/styles/${report}` : '/'), showError)
            }
          >
            remove
          </button>
        )}
        <label className="phrase cursor-pointer has-focus-visible:outline-2">
          from a file or document
          <input
            type="file"
            aria-label="Style file"
            accept=".json,application/json,.docx,.odt"
            className="sr-only"
            onChange={(event) => {
              const [file] = event.target.files ?? [];
              if (file) void makeOfFile(file, report).then(setProposed);
              event.target.value = '';
            }}
          />
        </label>
      </p>
      {proposed && (
        <OfDocument
          proposed={proposed}
          onMake={(file) => void make(file, report).catch(showError)}
          onClose={() => setProposed(null)}
        />
      )}
    </nav>
  );
}
