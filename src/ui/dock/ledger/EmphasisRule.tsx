import { type ReactNode, useState } from 'react';
import { type DressedEmphasis, type Emphasis, newEmphasis, TIES } from '../../../core/mark/emphasis.ts';
import { isClosed } from '../../../core/mark/shapes.ts';
import { POINTS_PER_MM } from '../../../core/scene/scene.ts';
import type { HouseStyle } from '../../../core/style/style.ts';
import { PhraseChoice } from '../../controls/Choice.tsx';
import { ColourWord } from '../../controls/ColourWord.tsx';
import { PhraseNumber } from '../../controls/Phrase.tsx';
import { same, sentence, YesNo } from '../../controls/words.tsx';
import { ShapeChoice } from './ShapeChoice.tsx';
import { EMPHASIS_NAMES } from './samples.tsx';

interface EmphasisRuleProps {
  of: DressedEmphasis['of'];
  /** how it is marked; undefined where it is not */
  rule: DressedEmphasis | undefined;
  /** what it is an emphasis of, said aloud */
  name: string;
  colour: string;
  style: HouseStyle;
  /** levels to compare with */
  levels?: readonly { id: string; name: string }[];
  /** the same as the report keeps it; what is not changed follows the house on */
  stored?: Emphasis | undefined;
  set(rule: Emphasis): string | null;
  drop(): unknown;
  /** sizes in millimetres instead of points */
  inMm?: boolean;
  /** on bars, where a mark is a notch without a shape and size of its own */
  onBars?: boolean;
  /** whether its value can be written */
  valued?: boolean;
  children?: ReactNode;
}

/** What the sentences on a rule share. */
interface RuleWordsProps {
  rule: DressedEmphasis;
  /** the rule as it is called aloud */
  said: string;
  change(part: Partial<Emphasis>): string | null;
}

/** The shape at a point, or the notch in a bar. */
function ShapeWords({ rule, said, change, colour, onBars }: RuleWordsProps & { colour: string; onBars: boolean }) {
  if (onBars)
    return (
      <p className={sentence}>
        <YesNo
          label={`Notch at ${said}`}
          value={rule.shape !== 'none'}
          yes="with a notch in its bar"
          no="without a notch"
          onCommit={(notched) => change({ shape: notched ? 'house' : 'none' })}
        />
      </p>
    );
  return (
    <p className={sentence}>
      <ShapeChoice
        label={`Shape at ${said}`}
        value={rule.shape}
        filled={rule.filled}
        colour={rule.colour ?? colour}
        onCommit={(shape) => change({ shape })}
      />
      <button
        type="button"
        className="phrase !min-h-6"
        aria-pressed={rule.shape === 'none'}
        onClick={() => change({ shape: 'none' })}
      >
        {rule.shape === 'none' ? 'no shape' : 'remove the shape'}
      </button>
    </p>
  );
}

/** Filling and size of a shape. */
function SizeWords({ rule, said, change, inMm }: RuleWordsProps & { inMm: boolean }) {
  return (
    <>
      {rule.shape !== 'none' && isClosed(rule.shape) && rule.shape !== 'ring' && (
        <YesNo
          label={`Fill at ${said}`}
          value={rule.filled}
          yes="filled"
          no="hollow"
          onCommit={(filled) => change({ filled })}
        />
      )}
      <PhraseNumber
        label={`Size at ${said}, ${inMm ? 'millimetres' : 'points'}`}
        value={inMm ? Math.round((rule.size / POINTS_PER_MM) * 100) / 100 : rule.size}
        className="w-10"
        onCommit={(size) => change({ size: size === null ? rule.size : size * (inMm ? POINTS_PER_MM : 1) })}
      />
      {inMm ? 'mm' : 'pt'},
    </>
  );
}

/** The colour of the marks, the line's or their own. */
function ColourWords({ rule, said, change, style, onBars }: RuleWordsProps & { style: HouseStyle; onBars: boolean }) {
  return (
    <>
      <PhraseChoice
        label={`Colour at ${said}`}
        value={rule.colour === null ? 'line' : 'own'}
        options={[
          { value: 'line', name: onBars ? 'the colour of the bars' : 'the line’s colour' },
          { value: 'own', name: 'its own colour' },
        ]}
        onCommit={(chosen) => change({ colour: chosen === 'line' ? null : style.ink })}
      />
      {rule.colour !== null && (
        <ColourWord
          label={`Own colour at ${said}`}
          colour={rule.colour}
          style={style}
          onCommit={(colour) => change({ colour })}
        />
      )}
    </>
  );
}

/** Which of equal points are meant, and what those above and below a level are compared with. */
function PointWords({
  rule,
  said,
  change,
  levels,
}: RuleWordsProps & { levels: readonly { id: string; name: string }[] }) {
  const { of } = rule;
  if (of === 'high' || of === 'low' || of === 'turns')
    return (
      <p className={sentence}>
        Of equal values,
        <PhraseChoice
          label={`Ties at ${said}`}
          value={rule.ties}
          options={same(TIES)}
          onCommit={(ties) => change({ ties })}
        />
        {rule.ties === 'all' ? 'are marked' : 'is marked'}
      </p>
    );
  if (of !== 'above' && of !== 'below') return null;
  return (
    <p className={sentence}>
      compared with
      <PhraseChoice
        label={`What ${said} compares with`}
        value={typeof rule.level === 'string' ? rule.level : ''}
        options={[
          { value: '', name: 'a value' },
          ...levels.map(({ id, name: level }) => ({ value: id, name: level || 'a level' })),
        ]}
        onCommit={(level) => change({ level: level === '' ? 0 : level })}
      />
      {typeof rule.level === 'number' && (
        <PhraseNumber
          label={`Level for ${said}`}
          value={rule.level}
          className="w-16"
          onCommit={(level) => change({ level: level ?? 0 })}
        />
      )}
    </p>
  );
}

/** One kind of emphasis, off or on. */
export function EmphasisTick({ of, rule, name, levels = [], set, drop }: Omit<EmphasisRuleProps, 'colour' | 'style'>) {
  const said = `${EMPHASIS_NAMES[of]} of ${name}`;
  const [asking, setAsking] = useState(false);
  const [first] = levels;
  const isOfLevel = of === 'above' || of === 'below';
  const begin = () => {
    // The level that is drawn is meant; where there is none, which one is asked for.
    if (!isOfLevel) set(newEmphasis(of));
    else if (first) set({ ...newEmphasis(of), level: first.id });
    else setAsking(true);
  };
  return (
    <>
      <label className="flex items-center gap-2 leading-7">
        <input
          type="checkbox"
          className="checkbox checkbox-xs rounded-sm checkbox-primary"
          checked={rule !== undefined}
          onChange={(event) => (event.target.checked ? begin() : drop())}
        />
        {EMPHASIS_NAMES[of]}
        {isOfLevel ? ' a level' : ''}
      </label>
      {asking && !rule && (
        <p className={sentence}>
          Which one?
          <PhraseNumber
            atOnce
            label={`Level for ${said}`}
            value={null}
            automatic="a value"
            className="w-20"
            onCommit={(level) => (level === null ? null : set({ ...newEmphasis(of), level }))}
          />
        </p>
      )}
    </>
  );
}

/** How one kind of emphasis is marked. */
export function EmphasisSentences({
  of,
  rule,
  name,
  colour,
  style,
  levels = [],
  stored,
  set,
  inMm = false,
  onBars = false,
  valued = true,
  children,
}: EmphasisRuleProps & { rule: DressedEmphasis }) {
  const said = `${EMPHASIS_NAMES[of]} of ${name}`;
  const change = (part: Partial<Emphasis>) => set({ ...(stored ?? rule), ...part });
  const words = { rule, said, change };
  return (
    <>
      <ShapeWords {...words} colour={colour} onBars={onBars} />
      <p className={sentence}>
        {!onBars && <SizeWords {...words} inMm={inMm} />}
        {valued && (
          <YesNo
            label={`Value at ${said}`}
            value={rule.value}
            yes="with its value"
            no="without its value"
            onCommit={(value) => change({ value })}
          />
        )}
        {onBars && !valued ? 'In' : 'in'}
        <ColourWords {...words} style={style} onBars={onBars} />
      </p>
      <PointWords {...words} levels={levels} />
      {children}
    </>
  );
}

/** One kind of emphasis, off or on, and how it is marked. */
export function EmphasisRule(props: EmphasisRuleProps) {
  const { rule } = props;
  return (
    <li className="border-b border-rule py-1 last:border-0">
      <EmphasisTick {...props} />
      {rule && (
        <div className="pl-6">
          <EmphasisSentences {...props} rule={rule} />
        </div>
      )}
    </li>
  );
}
