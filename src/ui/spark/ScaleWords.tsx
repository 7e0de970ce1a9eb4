import type { DressedSparkline, DressedSparkTable } from '../../core/spark/spec.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber } from '../controls/Phrase.tsx';
import { Joined, sentence } from '../controls/words.tsx';
import type { SetSparkline } from './setting.ts';

/** From where to where the sparklines' cells reach. */
export function ScaleWords({
  column,
  spark,
  set,
}: {
  column: DressedSparkline;
  spark: DressedSparkTable;
  set: SetSparkline;
}) {
  const { scale } = column;
  const change = (part: Partial<DressedSparkline['scale']>) => set({ scale: { ...scale, ...part } });
  const floor = typeof scale.floor === 'number' ? 'value' : scale.floor;
  const ceiling = typeof scale.ceiling === 'number' ? 'value' : scale.ceiling;
  return (
    <p className={sentence}>
      Scale of
      <Joined by=",">
        <PhraseChoice
          label="Scale of the sparklines"
          value={scale.of}
          options={[
            { value: 'each row', name: 'each row' },
            { value: 'all rows', name: 'all rows together' },
            ...(spark.order.group === null && scale.of !== 'group'
              ? []
              : [{ value: 'group' as const, name: 'each group' }]),
            { value: 'fixed', name: 'fixed ends' },
          ]}
          onCommit={(of) =>
            change(
              of === 'fixed'
                ? { of, floor: 0, ceiling: typeof scale.ceiling === 'number' ? scale.ceiling : 100 }
                : scale.of === 'fixed'
                  ? { of, floor: 'lowest', ceiling: 'highest' }
                  : { of },
            )
          }
        />
      </Joined>
      from
      <PhraseChoice
        label="Floor of the sparklines"
        value={floor}
        options={[
          { value: 'lowest', name: 'the lowest value' },
          { value: 'zero', name: 'zero' },
          { value: 'value', name: 'a value' },
        ]}
        onCommit={(chosen) => change({ floor: chosen === 'value' ? 0 : chosen })}
      />
      {typeof scale.floor === 'number' && (
        <PhraseNumber
          label="Value of the floor"
          value={scale.floor}
          className="w-12"
          onCommit={(value) => change({ floor: value ?? 0 })}
        />
      )}
      to
      <PhraseChoice
        label="Ceiling of the sparklines"
        value={ceiling}
        options={[
          { value: 'highest', name: 'the highest value' },
          { value: 'zero', name: 'zero' },
          { value: 'value', name: 'a value' },
        ]}
        onCommit={(chosen) => change({ ceiling: chosen === 'value' ? 100 : chosen })}
      />
      {typeof scale.ceiling === 'number' && (
        <PhraseNumber
          label="Value of the ceiling"
          value={scale.ceiling}
          className="w-12"
          onCommit={(value) => change({ ceiling: value ?? 100 })}
        />
      )}
    </p>
  );
}
