import type { OwnStyle } from '../../core/report/report.ts';
import { PhraseText } from '../controls/Phrase.tsx';
import { sentence } from '../controls/words.tsx';
import { X } from '../icons.ts';
import { Amount } from './Amount.tsx';
import { put } from './put.ts';

/** The sizes that figures of a house have, in millimetres. */
export function SizeWords({ style }: { style: OwnStyle }) {
  const { figures } = style;
  const set = (next: OwnStyle['figures']) => put({ figures: next });
  const change = (name: string, part: Partial<OwnStyle['figures'][number]>) =>
    set(figures.map((one) => (one.name === name ? { ...one, ...part } : one)));
  return (
    <>
      {figures.map(({ name, width, height }) => (
        <p key={name} className={sentence}>
          <b className="min-w-24 font-semibold">{name}</b>
          <Amount label={`Width of ${name}, millimetres`} value={width} onCommit={(width) => change(name, { width })} />
          by
          <Amount
            label={`Height of ${name}, millimetres`}
            value={height}
            onCommit={(height) => change(name, { height })}
          />
          mm
          <button
            type="button"
            className="btn btn-ghost btn-xs btn-square"
            aria-label={`Remove size ${name}`}
            onClick={() => set(figures.filter((one) => one.name !== name))}
          >
            <X size={12} aria-hidden="true" />
          </button>
        </p>
      ))}
      <p className={sentence}>
        {figures.length === 0 ? 'Figures have any size; a size of the house is called' : 'One more is called'}
        <PhraseText
          atOnce
          label="Name of a new size"
          value=""
          placeholder="a name"
          className="w-32"
          onCommit={(text) => {
            const name = text.trim();
            return name === '' || figures.some((one) => one.name === name)
              ? null
              : set([...figures, { name, width: 160, height: 84 }]);
          }}
        />
      </p>
    </>
  );
}
