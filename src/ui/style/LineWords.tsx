import type { OwnStyle } from '../../core/report/report.ts';
import { EMPHASISED, GAPS, MARKER_SHAPES, PATTERNS, type Pattern } from '../../core/style/vocabulary.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { Popover } from '../controls/Popover.tsx';
import { Joined, same, sentence, YesNo } from '../controls/words.tsx';
import { ShapeChoice } from '../dock/ledger/ShapeChoice.tsx';
import { EMPHASIS_NAMES, MarkerSample } from '../dock/ledger/samples.tsx';
import { Amount } from './Amount.tsx';
import { put, putIn } from './put.ts';

const setStroke = putIn('strokes');
const setPattern = putIn('patterns');
const setOpacity = putIn('opacities');
const setMarkers = putIn('markers');
const setPoints = putIn('points');

/** Strokes and their patterns. */
export function StrokeWords({ style }: { style: OwnStyle }) {
  const { strokes, patterns, opacities } = style;
  const weight = (key: keyof OwnStyle['strokes'], said: string) => (
    <Amount
      label={`Weight of ${said}, points`}
      value={strokes[key]}
      unit="pt"
      onCommit={(chosen) => setStroke({ [key]: chosen })}
    />
  );
  const pattern = (key: 'unfinished' | 'level' | 'event', said: string) => (
    <PhraseChoice
      label={`Pattern of ${said}`}
      value={patterns[key]}
      options={same(PATTERNS)}
      onCommit={(chosen: Pattern) => setPattern({ [key]: chosen })}
    />
  );
  return (
    <>
      <p className={sentence}>
        Lines
        <Joined by=",">{weight('line', 'lines')}</Joined>
        those that stand out
        <Joined by=",">{weight('chosen', 'lines that stand out')}</Joined>
        what is unfinished in
        <Joined by=";">{pattern('unfinished', 'unfinished stretches')}</Joined>
        axes
        <Joined by=",">{weight('axis', 'axes')}</Joined>
        grid
        <Joined by=".">{weight('grid', 'grids')}</Joined>
      </p>
      <p className={sentence}>
        Where a value is missing, a line has a
        <Joined by=".">
          <PhraseChoice
            label="What is shown where a value is missing"
            value={style.gaps}
            options={same(GAPS)}
            onCommit={(gaps) => put({ gaps })}
          />
        </Joined>
      </p>
      <p className={sentence}>
        Levels {weight('level', 'levels')} in
        <Joined by=",">{pattern('level', 'levels')}</Joined>
        events {weight('event', 'events')} in
        <Joined by=",">{pattern('event', 'events')}</Joined>
        differences
        <Joined by=".">{weight('difference', 'differences')}</Joined>
      </p>
      <p className={sentence}>
        Areas are
        <Joined by=",">
          <Amount
            label="Strength of areas, per cent"
            value={Math.round(opacities.area * 100)}
            unit="% strong"
            onCommit={(chosen) => setOpacity({ area: chosen / 100 })}
          />
        </Joined>
        bands
        <Joined by=".">
          <Amount
            label="Strength of bands, per cent"
            value={Math.round(opacities.band * 100)}
            unit="%"
            onCommit={(chosen) => setOpacity({ band: chosen / 100 })}
          />
        </Joined>
        Patterns in turn:
        {patterns.turn.map((one, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a pattern is known by its turn
          <Joined key={index} by={index === patterns.turn.length - 1 ? '.' : ','}>
            <PhraseChoice
              label={`Pattern ${index + 1} in turn`}
              value={one}
              options={same(PATTERNS)}
              onCommit={(chosen: Pattern) => setPattern({ turn: patterns.turn.toSpliced(index, 1, chosen) })}
            />
          </Joined>
        ))}
      </p>
    </>
  );
}

/** Markers, and the shapes of emphasised points. */
export function PointWords({ style }: { style: OwnStyle }) {
  const { markers, points } = style;
  return (
    <>
      <p className={sentence}>
        Markers are
        <ShapeChoice
          label="Shape of markers"
          value={markers.shape}
          filled={markers.filled}
          colour={style.ink}
          onCommit={(shape) => setMarkers({ shape })}
        />
        <YesNo
          label="Fill of markers"
          value={markers.filled}
          yes="filled"
          no="hollow"
          onCommit={(filled) => setMarkers({ filled })}
        />
        <Joined by=".">
          <Amount
            label="Size of markers, points"
            value={markers.size}
            unit="pt"
            onCommit={(size) => setMarkers({ size })}
          />
        </Joined>
      </p>
      <p className={sentence}>
        Points that stand out:
        {EMPHASISED.map((of, index) => (
          <Joined key={of} by={index === EMPHASISED.length - 1 ? ';' : ','}>
            {EMPHASIS_NAMES[of]}
            <Popover
              label={`Shape at ${EMPHASIS_NAMES[of]}: ${points[of].shape}, ${points[of].filled ? 'filled' : 'hollow'}`}
              className="phrase inline-flex items-center self-center"
              width="w-72"
              face={
                points[of].shape === 'none' ? (
                  'no shape'
                ) : (
                  <MarkerSample shape={points[of].shape} filled={points[of].filled} colour={style.ink} />
                )
              }
            >
              {() => (
                <p className={sentence}>
                  <ShapeChoice
                    label={`Shape at ${EMPHASIS_NAMES[of]}`}
                    value={points[of].shape}
                    filled={points[of].filled}
                    colour={style.ink}
                    onCommit={(shape) =>
                      setPoints({
                        [of]: { ...points[of], shape: MARKER_SHAPES.find((known) => known === shape) ?? 'circle' },
                      })
                    }
                  />
                  <YesNo
                    label={`Fill at ${EMPHASIS_NAMES[of]}`}
                    value={points[of].filled}
                    yes="filled"
                    no="hollow"
                    onCommit={(filled) => setPoints({ [of]: { ...points[of], filled } })}
                  />
                </p>
              )}
            </Popover>
          </Joined>
        ))}
        <Joined by=".">
          <Amount
            label="Size of points that stand out, points"
            value={points.size}
            unit="pt in figures"
            onCommit={(size) => setPoints({ size })}
          />
        </Joined>
      </p>
    </>
  );
}

/** Strokes and points of sparklines. */
export function SparklineWords({ style }: { style: OwnStyle }) {
  return (
    <p className={sentence}>
      Sparklines
      <Joined by=",">
        <Amount
          label="Weight of sparklines, points"
          value={style.strokes.spark}
          unit="pt"
          onCommit={(spark) => setStroke({ spark })}
        />
      </Joined>
      points that stand out in them
      <Joined by=".">
        <Amount
          label="Size of points in sparklines, points"
          value={style.points.sparkSize}
          unit="pt"
          onCommit={(sparkSize) => setPoints({ sparkSize })}
        />
      </Joined>
    </p>
  );
}
