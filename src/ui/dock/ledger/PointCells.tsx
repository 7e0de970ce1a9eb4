/** The cells for what stands at points: markers, and values shown. */

import { readType, sayType } from '../../../core/figure/type-words.ts';
import { isClosed } from '../../../core/mark/shapes.ts';
import { PhraseChoice } from '../../controls/Choice.tsx';
import { ColourWord } from '../../controls/ColourWord.tsx';
import { PhraseNumber, PhraseText } from '../../controls/Phrase.tsx';
import { Joined, same, sentence, YesNo } from '../../controls/words.tsx';
import { run } from '../../state/store.ts';
import { CellFace, type CellProps, type FaceProps, many, style } from './cell.tsx';
import { ShapeChoice } from './ShapeChoice.tsx';
import { MarkerSample } from './samples.tsx';

const ON_NAMES = {
  none: 'none',
  all: 'all points',
  ends: 'the ends',
  last: 'the last',
  every: 'every',
  emphasis: 'emphasis only',
} as const;

export function MarkersFace({ line, name, isOpen, onToggle }: FaceProps) {
  const { markers } = line;
  const isNone = markers.on === 'none';
  const words = markers.on === 'every' ? `every ${markers.every}` : markers.on === 'emphasis' ? 'emphasis' : markers.on;
  return (
    <CellFace label={`Markers of ${name}: ${words}`} isOpen={isOpen} onToggle={onToggle}>
      {!isNone && <MarkerSample shape={markers.shape} filled={markers.filled} colour={line.colour} />}
      <span className={isNone ? 'text-quiet' : ''}>{words}</span>
    </CellFace>
  );
}

/** Which points carry markers, of which shape and size. */
export function MarkersWords(props: CellProps) {
  const { line, name } = props;
  const { markers } = line;
  return (
    <>
      {many(props)}
      <p className={sentence}>
        Markers on
        <PhraseChoice
          areShown
          label={`Points of ${name} with markers`}
          value={markers.on}
          options={(['none', 'all', 'ends', 'every', 'emphasis'] as const).map((value) => ({
            value,
            name: ON_NAMES[value],
          }))}
          onCommit={(on) => style(props, { markers: { on } })}
        />
        {markers.on === 'every' && (
          <>
            <PhraseNumber
              label={`Every how many points of ${name} a marker`}
              value={markers.every}
              className="w-10"
              onCommit={(every) => style(props, { markers: { every: every ?? markers.every } })}
            />
            points
          </>
        )}
      </p>
      <p className={sentence}>
        <ShapeChoice
          label={`Marker of ${name}`}
          value={markers.shape}
          filled={markers.filled}
          colour={line.colour}
          onCommit={(shape) => style(props, { markers: { shape } })}
        />
      </p>
      <p className={sentence}>
        {isClosed(markers.shape) && markers.shape !== 'ring' && (
          <YesNo
            label={`Fill of the markers of ${name}`}
            value={markers.filled}
            yes="filled"
            no="hollow"
            onCommit={(filled) => style(props, { markers: { filled } })}
          />
        )}
        <PhraseNumber
          label={`Size of the markers of ${name}, points`}
          value={markers.size}
          className="w-10"
          onCommit={(size) => style(props, { markers: { size: size ?? markers.size } })}
        />
        pt across
      </p>
    </>
  );
}

/** Which points carry their values, in words. */
const whatOf = ({ every }: CellProps['line']['values']) => ({
  none: 'none',
  ends: 'at the ends',
  last: 'at the last point',
  emphasis: 'at emphasis',
  every: `every ${every}`,
  all: 'at all points',
});

/** Which values are shown, and where. */
function WhichValues(props: CellProps) {
  const { name } = props;
  const { values } = props.line;
  const what = whatOf(values);
  return (
    <p className={sentence}>
      Values
      <PhraseChoice
        areShown
        label={`Values shown of ${name}`}
        value={values.on}
        options={(['none', 'last', 'ends', 'emphasis', 'every', 'all'] as const).map((value) => ({
          value,
          name: value === 'every' ? 'at every' : what[value],
        }))}
        onCommit={(on) => style(props, { values: { on } })}
      />
      <Joined by=",">
        {values.on === 'every' && (
          <>
            <PhraseNumber
              label={`Every how many points of ${name} a value`}
              value={values.every}
              className="w-10"
              onCommit={(every) => style(props, { values: { every: every ?? values.every } })}
            />
            points
          </>
        )}
      </Joined>
      placed
      <PhraseChoice
        label={`Place of the values of ${name}`}
        value={values.place}
        options={[
          { value: 'auto', name: 'where there is room' },
          ...same(['above', 'below', 'left', 'right'] as const),
        ]}
        onCommit={(place) => style(props, { values: { place } })}
      />
      {values.place !== 'auto' && (
        <YesNo
          label={`Whether values of ${name} are shown only there`}
          value={values.only}
          yes="and only there"
          no="where there is room for it"
          onCommit={(only) => style(props, { values: { only } })}
        />
      )}
    </p>
  );
}

/** How values are written. */
function HowWritten(props: CellProps) {
  const { name } = props;
  const { values } = props.line;
  return (
    <p className={sentence}>
      Written with
      <PhraseNumber
        label={`Decimals of the values of ${name}`}
        value={values.decimals}
        automatic="as many as needed"
        className="w-32"
        onCommit={(decimals) => style(props, { values: { decimals } })}
      />
      decimals,
      <Joined by=",">
        <YesNo
          label={`Unit at the values of ${name}`}
          value={values.unit}
          yes="with the unit"
          no="without the unit"
          onCommit={(unit) => style(props, { values: { unit } })}
        />
      </Joined>
      in
      <PhraseText
        label={`Type of the values of ${name}`}
        value={sayType(values, props.style.sizes.label)}
        className="w-28"
        onCommit={(text) => {
          const type = readType(text);
          return type === null
            ? `“${text}” is not a weight or size; write one or both, such as “semibold 9 pt”.`
            : style(props, { values: type });
        }}
      />
    </p>
  );
}

/** What values say, and in which colour. */
function WhatTheySay(props: CellProps) {
  const { line, name, table, figure } = props;
  const { values } = line;
  return (
    <p className={sentence}>
      They say
      <PhraseChoice
        label={`What the values of ${name} say`}
        value={values.column ?? ''}
        options={[
          { value: '', name: 'the line’s own values' },
          ...table.columns
            .filter(({ key }) => key !== line.column && key !== figure.across)
            .map(({ key, title }) => ({ value: key, name: title })),
        ]}
        onCommit={(column) => style(props, { values: { column: column === '' ? null : column } })}
      />
      in
      <PhraseChoice
        label={`Colour of the values of ${name}`}
        value={values.colour === null ? 'line' : 'own'}
        options={[
          { value: 'line', name: 'the line’s colour' },
          { value: 'own', name: 'their own colour' },
        ]}
        onCommit={(chosen) => style(props, { values: { colour: chosen === 'line' ? null : props.style.ink } })}
      />
      {values.colour !== null && (
        <ColourWord
          label={`Own colour of the values of ${name}`}
          colour={values.colour}
          style={props.style}
          onCommit={(colour) => style(props, { values: { colour } })}
        />
      )}
    </p>
  );
}

export function ValuesFace({ line, name, isOpen, onToggle }: FaceProps) {
  const { values } = line;
  const what = whatOf(values);
  const where = values.on === 'none' || values.place === 'auto' ? '' : `, ${values.place}`;
  const isNone = values.on === 'none' || (values.on === 'emphasis' && !line.emphasis.some(({ value }) => value));
  const words = `${what[values.on]}${where}`;
  return (
    <CellFace label={`Values shown of ${name}: ${words}`} isOpen={isOpen} onToggle={onToggle}>
      <span className={isNone ? 'text-quiet' : ''}>{words}</span>
    </CellFace>
  );
}

/** Which values are shown, where, and how they are written. */
export function ValuesWords(props: CellProps) {
  const { line, figure, targets } = props;
  return (
    <>
      {many(props)}
      <WhichValues {...props} />
      <HowWritten {...props} />
      <WhatTheySay {...props} />
      {line.valuesMoved.length > 0 && (
        <p className={sentence}>
          {line.valuesMoved.length} moved by hand.
          <button
            type="button"
            className="phrase"
            onClick={() => run('figure.placeValuesAnew', { figure: figure.id, lines: targets })}
          >
            Put back
          </button>
        </p>
      )}
    </>
  );
}
