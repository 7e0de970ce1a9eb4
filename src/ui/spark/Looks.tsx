import { partsBetween } from '../../core/named/parts.ts';
import { newSparkline } from '../../core/spark/draft.ts';
import { lookOf, SparkLook } from '../../core/spark/look.ts';
import type { DressedSparkline, DressedSparkTable } from '../../core/spark/spec.ts';
import { PhraseText } from '../controls/Phrase.tsx';
import { Popover } from '../controls/Popover.tsx';
import { X } from '../icons.ts';
import { useView } from '../report/view.ts';
import { dropLook, keepLook } from '../state/kept-looks.ts';
import { run } from '../state/store.ts';
import { storedSparkline } from '../state/stored.ts';
import { useStyle } from '../state/style.ts';

/** A look picked up from sparklines and laid on others, kept under a name, or put back to the house's. */
export function Looks({ spark, column }: { spark: DressedSparkTable; column: DressedSparkline }) {
  const style = useStyle();
  const picked = useView((view) => view.sparkLook);
  const lay = (look: SparkLook) => {
    const set = partsBetween(SparkLook, lookOf(storedSparkline(spark, column)), look);
    if (set.length > 0) run('spark.layLook', { spark: spark.id, columns: [column.id], set });
  };
  const button = 'phrase !min-h-0';
  return (
    <p className="flex flex-wrap items-baseline gap-x-2.5 leading-7">
      Look:
      <button
        type="button"
        className={button}
        onClick={() => useView.setState({ sparkLook: lookOf(storedSparkline(spark, column)) })}
      >
        pick up
      </button>
      <button type="button" className={button} disabled={!picked} onClick={() => picked && lay(picked)}>
        apply
      </button>
      <Popover
        label={`Looks of the house style: ${style.sparks.length}`}
        face="kept looks"
        className="phrase"
        width="w-80"
      >
        {(close) => (
          <div className="flex flex-col gap-1.5">
            {style.sparks.map(({ name, look }) => (
              <p key={name} className="flex items-center gap-2">
                <button
                  type="button"
                  className="flex-1 rounded px-2 py-1 text-left hover:bg-base-200"
                  onClick={() => {
                    lay(look);
                    close();
                  }}
                >
                  {name} <span className="text-quiet">({look.draw})</span>
                </button>
                <button
                  type="button"
                  className="btn btn-ghost btn-xs btn-square"
                  aria-label={`Take look ${name} out of the house style`}
                  onClick={() => dropLook(name)}
                >
                  <X size={13} aria-hidden="true" />
                </button>
              </p>
            ))}
            <p className="flex items-baseline gap-1.5">
              Keep this one as
              <PhraseText
                atOnce
                label="Name of the look"
                value=""
                placeholder="a name"
                className="w-36"
                onCommit={(name) => keepLook(name.trim(), lookOf(storedSparkline(spark, column)))}
              />
            </p>
          </div>
        )}
      </Popover>
      <button
        type="button"
        className={button}
        onClick={() => lay(lookOf(newSparkline(column.id, { column: column.column, draw: column.draw })))}
      >
        back to the house style
      </button>
    </p>
  );
}
