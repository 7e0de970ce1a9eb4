import type { OwnStyle } from '../../core/report/report.ts';
import { NUMBER_POWERS } from '../../core/style/vocabulary.ts';
import type { Locale } from '../../core/text/locale.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseText } from '../controls/Phrase.tsx';
import { Joined, sentence } from '../controls/words.tsx';
import { putIn } from './put.ts';

const setNumbers = putIn('numbers');
/** The choice that leaves it to the language. */
const LANGUAGE = 'language';
const BLANKS: Readonly<Record<string, string>> = { '': 'nothing', '\u00a0': 'a space', '\u202f': 'a thin space' };
const nameOf = (sign: string) =>
  BLANKS[sign] ??
  (
    { ',': 'a comma', '.': 'a point', '’': 'an apostrophe', '\u2212': 'a minus', '-': 'a hyphen' } as Record<
      string,
      string
    >
  )[sign] ??
  sign;

interface SignProps<Sign extends string> {
  label: string;
  value: Sign | null;
  now: string;
  signs: readonly Sign[];
  onCommit(sign: Sign | null): string | null;
}

function SignWord<Sign extends string>({ label, value, now, signs, onCommit }: SignProps<Sign>) {
  return (
    <PhraseChoice
      label={label}
      value={value ?? LANGUAGE}
      options={[
        { value: LANGUAGE, name: `${nameOf(now)}, as the language has it` },
        ...signs.map((sign) => ({ value: sign as string, name: nameOf(sign) })),
      ]}
      onCommit={(chosen) => onCommit(signs.find((sign) => sign === chosen) ?? null)}
    />
  );
}

/** Names of months as they are typed: twelve words, or nothing for the language's. */
function MonthWords({
  label,
  value,
  now,
  onCommit,
}: {
  label: string;
  value: readonly string[] | null;
  now: readonly string[];
  onCommit(names: string[] | null): string | null;
}) {
  return (
    <PhraseText
      atOnce
      label={label}
      value={value ? value.join(' ') : ''}
      placeholder={now.join(' ')}
      className="w-full max-w-[26rem]"
      onCommit={(text) => {
        const names = text
          .trim()
          .split(/[\s,;]+/)
          .filter(Boolean);
        if (names.length === 0) return onCommit(null);
        return names.length === 12 ? onCommit(names) : `Give twelve names, January first; these are ${names.length}.`;
      }}
    />
  );
}

/** How numbers and dates are written, where the house has its own way; `plain` is the language of the report beside the style. */
export function NumberWords({ style, plain }: { style: OwnStyle; plain: Locale }) {
  const { numbers } = style;
  return (
    <>
      <p className={sentence}>
        Thousands apart by
        <Joined by=",">
          <SignWord
            label="Sign between thousands"
            value={numbers.group}
            now={plain.group}
            signs={[',', '.', '\u00a0', '\u202f', '’', '']}
            onCommit={(group) => setNumbers({ group })}
          />
        </Joined>
        decimals after
        <Joined by=",">
          <SignWord
            label="Sign before decimals"
            value={numbers.decimal}
            now={plain.decimal}
            signs={['.', ',']}
            onCommit={(decimal) => setNumbers({ decimal })}
          />
        </Joined>
        below zero
        <Joined by=",">
          <SignWord
            label="Sign of numbers below zero"
            value={numbers.minus}
            now={'\u2212'}
            signs={['\u2212', '-']}
            onCommit={(minus) => setNumbers({ minus })}
          />
        </Joined>
        before a percent sign
        <Joined by=".">
          <SignWord
            label="Space before percent signs"
            value={numbers.beforePercent}
            now={plain.beforePercent}
            signs={['', '\u00a0', '\u202f']}
            onCommit={(beforePercent) => setNumbers({ beforePercent })}
          />
        </Joined>
      </p>
      <p className={sentence}>
        Values have
        <Joined by=",">
          <PhraseChoice
            label="Decimals of values"
            value={numbers.decimals === null ? LANGUAGE : String(numbers.decimals)}
            options={[
              { value: LANGUAGE, name: 'as many decimals as tell them apart' },
              { value: '0', name: 'no decimals' },
              ...[1, 2, 3, 4, 5, 6].map((count) => ({
                value: String(count),
                name: `at most ${count} decimal${count === 1 ? '' : 's'}`,
              })),
            ]}
            onCommit={(chosen) => setNumbers({ decimals: chosen === LANGUAGE ? null : Number(chosen) })}
          />
        </Joined>
        value axes are written
        <Joined by=".">
          <PhraseChoice
            label="How value axes are written"
            value={numbers.powers}
            options={NUMBER_POWERS.map((value) => ({
              value,
              name: value === 'auto' ? 'in what suits their size' : value === 'plain' ? 'in full' : `in ${value}`,
            }))}
            onCommit={(powers) => setNumbers({ powers })}
          />
        </Joined>
      </p>
      <p className={sentence}>
        Currency signs are
        <Joined by=",">
          <PhraseChoice
            label="Place of currency signs"
            value={numbers.currency ?? LANGUAGE}
            options={[
              { value: LANGUAGE, name: 'as the language has them' },
              { value: 'before', name: 'before the number' },
              { value: 'after', name: 'after it' },
            ]}
            onCommit={(currency) => setNumbers({ currency: currency === LANGUAGE ? null : currency })}
          />
        </Joined>
        for a missing value
        <PhraseText
          atOnce
          label="What stands for a missing value"
          value={numbers.missing ?? '–'}
          className="field-sizing-content min-w-6"
          onCommit={(missing) => setNumbers({ missing: missing.trim() === '–' ? null : missing.trim() })}
        />
      </p>
      <p className={sentence}>
        Short months
        <MonthWords
          label="Short names of months"
          value={numbers.monthsShort}
          now={plain.monthsShort}
          onCommit={(monthsShort) => setNumbers({ monthsShort })}
        />
      </p>
      <p className={sentence}>
        Long months
        <MonthWords
          label="Long names of months"
          value={numbers.months}
          now={plain.months}
          onCommit={(months) => setNumbers({ months })}
        />
      </p>
    </>
  );
}
