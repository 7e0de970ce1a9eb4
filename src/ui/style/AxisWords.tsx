import { PLAN_NAMES } from '../../core/figure/date-plans.ts';
import type { OwnStyle } from '../../core/report/report.ts';
import { PLAN_IDS } from '../../core/style/vocabulary.ts';
import { localeOf } from '../../core/text/locale.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { Joined, sentence, YesNo } from '../controls/words.tsx';
import { WEEKDAYS } from '../dock/DateSentences.tsx';
import { GRID_PATTERNS, GRIDS } from '../dock/GridWords.tsx';
import { putIn } from './put.ts';

const setAxes = putIn('axes');
const setDates = putIn('dates');
const setPattern = putIn('patterns');

const MONTHS = localeOf('en-GB').months.map((name, index) => ({ value: String(index + 1), name }));

const PLANS = [
  { value: 'auto' as const, name: 'the richest that fit' },
  ...PLAN_IDS.map((value) => ({ value, name: `${PLAN_NAMES[value].toLowerCase()}, where they fit` })),
];

/** How axes are drawn where nothing else is said. */
export function AxisWords({ style }: { style: OwnStyle }) {
  const { axes, dates, patterns } = style;
  return (
    <>
      <p className={sentence}>
        Grid lines of the left axis
        <PhraseChoice
          label="Grid of value axes"
          value={axes.grid}
          options={GRIDS}
          onCommit={(grid) => setAxes({ grid })}
        />
        <Joined by=",">
          <PhraseChoice
            label="Pattern of grids"
            value={patterns.grid}
            options={GRID_PATTERNS}
            onCommit={(grid) => setPattern({ grid })}
          />
        </Joined>
        of dates
        <Joined by=".">
          <PhraseChoice
            label="Grid of date axes"
            value={dates.grid}
            options={GRIDS}
            onCommit={(grid) => setDates({ grid })}
          />
        </Joined>
      </p>
      <p className={sentence}>
        Ticks
        <Joined by=";">
          <PhraseChoice
            label="Ticks of value axes"
            value={axes.ticks}
            options={(['none', 'outside', 'inside', 'across'] as const).map((value) => ({ value, name: value }))}
            onCommit={(ticks) => setAxes({ ticks })}
          />
        </Joined>
        value axes are drawn
        <YesNo
          label="Line of value axes"
          value={axes.line}
          yes="with a line"
          no="without a line"
          onCommit={(line) => setAxes({ line })}
        />
        and
        <YesNo
          label="Line at zero"
          value={axes.zeroLine}
          yes="a line at zero;"
          no="none at zero;"
          onCommit={(zeroLine) => setAxes({ zeroLine })}
        />
        captions are
        <YesNo
          label="Place of captions"
          value={axes.caption === 'above'}
          yes="above them."
          no="along them."
          onCommit={(above) => setAxes({ caption: above ? 'above' : 'along' })}
        />
      </p>
      <p className={sentence}>
        Points are
        <YesNo
          label="Points of periods"
          value={dates.points === 'band'}
          yes="in the middle of their periods"
          no="where these begin"
          onCommit={(band) => setDates({ points: band ? 'band' : 'tick' })}
        />
        and their labels
        <YesNo
          label="Labels of periods"
          value={dates.labels === 'band'}
          yes="in the middle;"
          no="at the ticks;"
          onCommit={(band) => setDates({ labels: band ? 'band' : 'tick' })}
        />
        a year begins in
        <Joined by=",">
          <PhraseChoice
            label="First month of the year"
            value={String(dates.yearStart)}
            options={MONTHS}
            onCommit={(month) => setDates({ yearStart: Number(month) })}
          />
        </Joined>
        a week on
        <Joined by=".">
          <PhraseChoice
            label="First day of the week"
            value={String(dates.weekStart)}
            options={WEEKDAYS}
            onCommit={(day) => setDates({ weekStart: Number(day) })}
          />
        </Joined>
      </p>
      <p className={sentence}>
        Date labels are
        <Joined by=".">
          <PhraseChoice
            label="First choice of date labels"
            value={dates.plan}
            options={PLANS}
            onCommit={(plan) => setDates({ plan })}
          />
        </Joined>
      </p>
    </>
  );
}
