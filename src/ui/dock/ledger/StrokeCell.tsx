import { namePlaces } from '../../../core/figure/name-places.ts';
import { CURVES } from '../../../core/mark/curve.ts';
import { colourInName, looksLike } from '../../../core/style/colour-words.ts';
import { OPACITIES } from '../../../core/style/opacities.ts';
import { PATTERNS } from '../../../core/style/vocabulary.ts';
import { type Column, columnOf } from '../../../core/table/column.ts';
import { isoOf } from '../../../core/time/calendar.ts';
import { PhraseChoice } from '../../controls/Choice.tsx';
import { ColourChoice } from '../../controls/ColourWord.tsx';
import { PhraseNumber } from '../../controls/Phrase.tsx';
import { PhraseAcross } from '../../controls/PhraseAcross.tsx';
import { Joined, same, sentence } from '../../controls/words.tsx';
import { previewColour } from '../../report/preview.ts';
import { run } from '../../state/store.ts';
import { CellFace, type CellProps, type FaceProps, many, style } from './cell.tsx';
import { StrokeSample } from './samples.tsx';

function Fill(props: CellProps) {
  const { line, figure, name } = props;
  const { fill } = line;
  const others = figure.lines.filter(({ id }) => id !== line.id);
  const value = typeof fill === 'object' ? `line ${fill.line}` : fill;
  return (
    <>
      <PhraseChoice
        label={`Area at ${name}`}
        value={value}
        options={[
          { value: 'none', name: 'no area' },
          { value: 'zero', name: 'an area to zero' },
          { value: 'axis', name: 'an area to the axis' },
          ...others.map(({ id, name: other, column }) => ({
            value: `line ${id}`,
            name: `an area to ${other ?? column}`,
          })),
        ]}
        onCommit={(chosen) =>
          style(props, {
            fill: chosen === 'none' || chosen === 'zero' || chosen === 'axis' ? chosen : { line: chosen.slice(5) },
          })
        }
      />
      {fill !== 'none' && (
        <>
          at
          <PhraseNumber
            label={`Strength of the area at ${name}, per cent`}
            value={Math.round((line.fillOpacity ?? OPACITIES.area) * 100)}
            className="w-10"
            onCommit={(share) => style(props, { fillOpacity: share === null ? null : share / 100 })}
          />
          %
        </>
      )}
    </>
  );
}

function Unfinished(props: CellProps & { across: Column | undefined }) {
  const { line, name, across, table } = props;
  const { unfinished } = line;
  if (!across) return null;
  const kind = typeof unfinished === 'object' ? 'from' : unfinished;
  const isDate = across.kind === 'date';
  const own = columnOf(table, line.column);
  const known =
    (own?.kind === 'number' ? own.unfinishedFrom : undefined) ?? (isDate ? across.unfinishedFrom : undefined);
  return (
    <p className={sentence}>
      Unfinished:
      <PhraseChoice
        label={`Which part of ${name} is unfinished`}
        value={kind}
        options={[
          {
            value: 'auto',
            name:
              known === undefined
                ? 'what the table says (nothing)'
                : `from ${typeof known === 'number' ? isoOf(known) : known}, as the table says`,
          },
          { value: 'none', name: 'nothing' },
          { value: 'from', name: 'everything from' },
        ]}
        onCommit={(chosen) => {
          const last = across.cells.findLast((cell) => cell !== null);
          style(props, {
            unfinished: chosen === 'from' ? { from: known ?? last ?? 0 } : chosen,
          });
        }}
      />
      {typeof unfinished === 'object' && (
        <PhraseAcross
          label={`${name} is unfinished from`}
          column={across}
          value={unfinished.from}
          onCommit={(from) => (from === null ? 'Give a place along the axis.' : style(props, { unfinished: { from } }))}
        />
      )}
      {kind !== 'none' && (
        <>
          drawn in
          <PhraseChoice
            label={`Pattern of the unfinished stretch of ${name}`}
            value={line.unfinishedPattern}
            options={same(PATTERNS)}
            onCommit={(unfinishedPattern) => style(props, { unfinishedPattern })}
          />
        </>
      )}
    </p>
  );
}

export function StrokeFace({ line, name, isOpen, onToggle }: FaceProps) {
  return (
    <CellFace label={`Stroke of ${name}: ${line.pattern}, ${line.weight} pt`} isOpen={isOpen} onToggle={onToggle}>
      <StrokeSample colour={line.colour} weight={line.weight} pattern={line.pattern} />
      <span className="whitespace-nowrap">{line.weight} pt</span>
    </CellFace>
  );
}

/** The stroke of a line: colour, weight, pattern, curve, area, unfinished stretch, and where its name stands. */
export function StrokeWords(props: CellProps) {
  const { line, name, figure, table, targets } = props;
  const across = columnOf(table, figure.across);
  const named = colourInName(name);
  const isOther = named && !looksLike(line.colour, named.colour);
  return (
    <>
      {many(props)}
      <ColourChoice
        colour={line.colour}
        style={props.style}
        onPreview={(colour) => previewColour(targets, line.colour, colour)}
        onCommit={(colour) => style(props, { colour })}
      />
      {isOther && (
        <p className={sentence}>
          Its name says “{named.word}”:
          <button type="button" className="phrase" onClick={() => style(props, { colour: named.colour })}>
            draw it in that colour
          </button>
          <StrokeSample colour={named.colour} weight={line.weight} pattern="solid" width={28} />
        </p>
      )}
      <p className={sentence}>
        Drawn
        <PhraseNumber
          label={`Stroke weight of ${name}, points`}
          value={line.weight}
          className="w-10"
          onCommit={(weight) => style(props, { weight: weight ?? line.weight })}
        />
        pt wide,
        <Joined by=",">
          <PhraseChoice
            label={`Pattern of ${name}`}
            value={line.pattern}
            options={same(PATTERNS)}
            onCommit={(pattern) => style(props, { pattern })}
          />
        </Joined>
        running
        <PhraseChoice
          label={`How ${name} runs between points`}
          value={line.curve}
          options={same(CURVES)}
          onCommit={(curve) => style(props, { curve })}
        />
        with
        <Fill {...props} />
      </p>
      <Unfinished {...props} across={across} />
      {namePlaces(figure).includes('lines') && (
        <p className={sentence}>
          Its name is
          <PhraseChoice
            label={`Position of the name of ${name}`}
            value={line.named}
            options={[
              { value: 'end', name: 'after its last point' },
              { value: 'beside', name: 'beside it, where there is room' },
              { value: 'none', name: 'nowhere' },
            ]}
            onCommit={(named) => run('figure.nameLines', { figure: figure.id, lines: targets, named })}
          />
          {line.nameMoved && (
            <button
              type="button"
              className="phrase"
              onClick={() => run('figure.placeName', { figure: figure.id, line: line.id, offset: null })}
            >
              put back where it was
            </button>
          )}
        </p>
      )}
    </>
  );
}
