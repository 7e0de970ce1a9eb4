/** Small words of sentences, shared by all strips. */
import type { ReactNode } from 'react';
import { PhraseChoice } from './Choice.tsx';

/** A line of words and fields. */
export const sentence = 'flex flex-wrap items-baseline gap-x-1.5 leading-7';

/** Options that are called what they are. */
export const same = <Value extends string>(values: readonly Value[]) => values.map((value) => ({ value, name: value }));

/** Words of a sentence with the comma or stop that stands at the last of them, also at the end of a line. */
export const Joined = ({ by, children }: { by: string; children: ReactNode }) => (
  <span className="inline-flex flex-wrap items-baseline gap-x-1.5">
    {children}
    <span className="-ml-1.5">{by}</span>
  </span>
);

/** A choice between two words that reads as one. */
export function YesNo({
  label,
  value,
  yes,
  no,
  onCommit,
}: {
  label: string;
  value: boolean;
  yes: string;
  no: string;
  onCommit(value: boolean): void;
}) {
  return (
    <PhraseChoice
      label={label}
      value={value ? 'yes' : 'no'}
      options={[
        { value: 'yes', name: yes },
        { value: 'no', name: no },
      ]}
      onCommit={(chosen) => onCommit(chosen === 'yes')}
    />
  );
}
