import { PhraseNumber } from '../controls/Phrase.tsx';

interface AmountProps {
  label: string;
  value: number;
  unit?: string;
  onCommit(value: number): string | null;
}

/** A number with its unit in a sentence, which always has one. */
export const Amount = ({ label, value, unit, onCommit }: AmountProps) => (
  <>
    <PhraseNumber
      label={label}
      value={value}
      className="field-sizing-content min-w-7"
      onCommit={(chosen) => (chosen === null ? null : onCommit(chosen))}
    />
    {unit}
  </>
);
