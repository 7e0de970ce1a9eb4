import { heardMeasure, MEASURES, type Measure, type SaidMeasure } from '../../core/table/measure/kind.ts';
import { A_MEASURE, sayMeasure, sayWhatAdds } from '../../core/table/measure/say.ts';
import { PhraseChoice } from '../controls/Choice.tsx';

interface MeasureSentenceProps {
  /** what was said by hand; undefined where nothing was */
  said: SaidMeasure | undefined;
  /** what it seems to be where nothing was said; null where that is unclear */
  seems: Measure | null;
  onSay(measure: SaidMeasure | undefined): void;
}

/** What the numbers of a column measure, in one word to change, and what of them is added up. */
export function MeasureSentence({ said, seems, onSay }: MeasureSentenceProps) {
  const measure = said === undefined ? seems : heardMeasure(said);
  return (
    <p>
      It measures{' '}
      <PhraseChoice
        label="What the column measures"
        value={said ?? 'seems'}
        options={[
          { value: 'seems', name: seems === null ? 'something not yet stated' : `${sayMeasure(seems)}, as it seems` },
          ...MEASURES.map((one) => ({ value: one, name: A_MEASURE[one] })),
          { value: 'unclear', name: 'something else' },
        ]}
        onCommit={(chosen) => onSay(chosen === 'seems' ? undefined : chosen)}
      />
      <span className="block text-[13px] text-quiet">{sayWhatAdds(measure)}</span>
    </p>
  );
}
