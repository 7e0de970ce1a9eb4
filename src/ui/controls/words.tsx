/** Small words of sentences, shared by all strips. */
import { PhraseChoice } from './Phrase.tsx';

/** A line of words and fields. */
export const sentence = 'flex flex-wrap items-baseline gap-x-1.5 leading-7';

/** Options that are called what they are. */
export const same = <Value extends string>(values: readonly Value[]) => values.map((value) => ({ value, name: value }));

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
