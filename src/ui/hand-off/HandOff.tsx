import { type ReactNode, useState } from 'react';
import type { FigureSpec } from '../../core/figure/spec.ts';
import type { SparkTableSpec } from '../../core/spark/spec.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { Joined } from '../controls/words.tsx';
import { Clipboard, Download, FolderArchive } from '../icons.ts';
import { useView } from '../report/view.ts';
import { useReport } from '../state/store.ts';
import { type Copied, copy } from './copying.ts';
import { FileButton } from './FileButton.tsx';
import { formsOf } from './forms.ts';
import { HandOffMargin } from './HandOffMargin.tsx';
import { useTake } from './take.ts';

const round = (mm: number) => Math.round(mm * 10) / 10;

/** Says what came of something that was copied, and copies. */
export function useCopy(): { said: string | null; copyIt(what: Omit<Copied, 'report'>): void } {
  const report = useReport((state) => state.id);
  const [said, setSaid] = useState<string | null>(null);
  return {
    said,
    copyIt: (what) => {
      setSaid('Copying …');
      void copy({ ...what, report }).then((refused) => setSaid(refused ?? 'Copied; paste it wherever you want it.'));
    },
  };
}

interface HandOffProps {
  thing: FigureSpec | SparkTableSpec;
  widthMm: number;
  heightMm: number;
  /** what is copied of it, beside its picture */
  words(): { text: string; htmlForm?: string };
  children?: ReactNode;
}

/** Files of a figure or a spark table to give to someone, and a copy for the clipboard. */
export function HandOff({ thing, widthMm, heightMm, words, children }: HandOffProps) {
  const { take, error } = useTake(thing.id);
  const { said, copyIt } = useCopy();
  const [exact, setExact] = useState(false);
  return (
    <HandOffMargin>
      <p className="text-[13px] text-quiet">
        {thing.name}, {round(widthMm)} × {round(heightMm)} mm
      </p>
      <FileButton
        icon={Clipboard}
        name="Copy"
        says="Picture, SVG and text at once, to paste into a document or an email (Ctrl C)."
        onPress={() => copyIt({ thing: thing.id, part: {}, widthMm, ...words() })}
      />
      <p role="status" className="min-h-5 text-[13px]">
        {said}
      </p>
      <ul className="flex flex-col gap-1.5">
        {formsOf(thing, widthMm, heightMm).map(({ as, name, says }) => (
          <li key={as}>
            <FileButton
              icon={Download}
              name={name}
              says={says}
              onPress={() => void take({ as, ...(exact && { exact: '' }) })}
            />
            {as === 'csv' && (
              <p className="px-1 pt-1 text-[13px]">
                Text that begins like a formula is{' '}
                <Joined by=".">
                  <PhraseChoice
                    label="Text of the CSV that begins like a formula"
                    value={exact ? 'exact' : 'safe'}
                    options={[
                      { value: 'safe', name: 'marked as text' },
                      { value: 'exact', name: 'left exactly as it is' },
                    ]}
                    onCommit={(chosen) => setExact(chosen === 'exact')}
                  />
                </Joined>
              </p>
            )}
          </li>
        ))}
      </ul>
      {children}
      <FileButton
        icon={FolderArchive}
        name="Several at once …"
        says="The things and formats you choose, as one ZIP."
        onPress={() => useView.setState({ handOff: 'several' })}
      />
      {error && (
        <p role="alert" className="border-l-4 border-error pl-2">
          {error}
        </p>
      )}
    </HandOffMargin>
  );
}
