import { useState } from 'react';
import type { OwnStyle } from '../../core/report/report.ts';
import { closestPair, faintOn, LEAST_APART, nextColour, paletteFrom, type Reader } from '../../core/style/apart.ts';
import { ColourWord } from '../controls/ColourWord.tsx';
import { PhraseText } from '../controls/Phrase.tsx';
import { sentence, YesNo } from '../controls/words.tsx';
import { ArrowLeft, ArrowRight, Plus, X } from '../icons.ts';
import { put, putIn } from './put.ts';

const setApart = putIn('apart');

type Entry = OwnStyle['palette'][number];

/** A name that no colour of a palette has. */
function freeName(palette: readonly Entry[]): string {
  let count = palette.length + 1;
  while (palette.some(({ name }) => name === `colour ${count}`)) count++;
  return `colour ${count}`;
}

/** The colours that lines are given in turn. */
function Palette({ style }: { style: OwnStyle }) {
  const { palette } = style;
  const [chosen, setChosen] = useState(0);
  const at = Math.min(chosen, palette.length - 1);
  const entry = palette[at];
  const set = (next: Entry[]) => put({ palette: next });
  const change = (part: Partial<Entry>) => set(palette.map((one, index) => (index === at ? { ...one, ...part } : one)));
  const move = (step: 1 | -1) => {
    const next = palette.toSpliced(at, 1);
    if (entry) next.splice(at + step, 0, entry);
    if (set(next) === null) setChosen(at + step);
  };
  const icon = 'btn btn-ghost btn-xs btn-square';
  return (
    <>
      <p className={sentence}>
        Lines in turn
        <span role="radiogroup" aria-label="Colours in turn" className="inline-flex flex-wrap gap-1 self-center">
          {palette.map(({ name, colour }, index) => (
            <label
              key={name}
              title={name}
              className="cursor-pointer rounded border-2 border-transparent p-px has-checked:border-base-content has-focus-visible:outline-2"
            >
              <input
                type="radio"
                name="palette"
                className="sr-only"
                aria-label={name}
                checked={index === at}
                onChange={() => setChosen(index)}
              />
              <span className="block h-4 w-6 rounded-sm" style={{ background: colour }} />
            </label>
          ))}
        </span>
        <button
          type="button"
          className={icon}
          aria-label="Add a colour"
          title="Add a colour"
          disabled={palette.length >= 24}
          onClick={() => {
            const colour = nextColour(
              palette.map((one) => one.colour),
              style.ground,
            );
            const isDone = set([...palette, { name: freeName(palette), colour }]) === null;
            if (isDone) setChosen(palette.length);
          }}
        >
          <Plus size={14} aria-hidden="true" />
        </button>
      </p>
      {entry && (
        <p className={`${sentence} pl-4`}>
          <PhraseText
            label="Name of the colour"
            value={entry.name}
            className="field-sizing-content min-w-16"
            onCommit={(name) => change({ name: name.trim() })}
          />
          is
          <ColourWord
            label={`Colour ${entry.name}`}
            colour={entry.colour}
            style={style}
            onCommit={(colour) => change({ colour })}
          />
          <span className="text-quiet">{entry.colour}</span>
          <button
            type="button"
            className={icon}
            aria-label={`Move ${entry.name} earlier`}
            disabled={at === 0}
            onClick={() => move(-1)}
          >
            <ArrowLeft size={13} aria-hidden="true" />
          </button>
          <button
            type="button"
            className={icon}
            aria-label={`Move ${entry.name} later`}
            disabled={at === palette.length - 1}
            onClick={() => move(1)}
          >
            <ArrowRight size={13} aria-hidden="true" />
          </button>
          <button
            type="button"
            className={icon}
            aria-label={`Remove ${entry.name}`}
            disabled={palette.length === 1}
            onClick={() => set(palette.toSpliced(at, 1))}
          >
            <X size={13} aria-hidden="true" />
          </button>
          <button
            type="button"
            className="phrase"
            title="Six colours that all readers can tell apart, starting with this one"
            onClick={() => {
              const made = paletteFrom(entry.colour, Math.max(6, palette.length), style.ground);
              const names = made.map((_, index) => (index === 0 ? entry.name : `${entry.name} ${index + 1}`));
              set(made.map((colour, index) => ({ name: names[index] ?? colour, colour })));
              setChosen(0);
            }}
          >
            make all others from it
          </button>
        </p>
      )}
    </>
  );
}

const SAID: Readonly<Record<Reader, string>> = {
  all: 'all readers',
  'no red cones': 'readers without red cones',
  'no green cones': 'readers without green cones',
  'no blue cones': 'readers without blue cones',
  greyscale: 'greyscale',
};

/** How near the nearest colours are to each other, for whom. */
function Checks({ style }: { style: OwnStyle }) {
  const { palette, ground } = style;
  const faint = faintOn(palette, ground);
  const near = (Object.keys(SAID) as Reader[]).flatMap((reader) => {
    const found = closestPair(palette, reader);
    return found ? [{ reader, ...found }] : [];
  });
  return (
    <ul className="pl-4 text-[13px] leading-6 text-quiet">
      {near.map(({ reader, pair, apart }) => (
        <li key={reader}>
          For {SAID[reader]}, {pair[0]} and {pair[1]} are the nearest: {apart.toFixed(apart < 10 ? 1 : 0)} apart
          {apart < LEAST_APART ? <b className="font-semibold text-accent-content"> (less than {LEAST_APART})</b> : ''}.
        </li>
      ))}
      {faint.map(({ name, contrast }) => (
        <li key={name} className="text-error">
          {name} is faint on the background: {contrast.toFixed(1)} to 1, and a thin stroke needs 3 to 1.
        </li>
      ))}
    </ul>
  );
}

/** Names that always have the same colour. */
function Names({ style }: { style: OwnStyle }) {
  const { names } = style;
  const set = (next: OwnStyle['names']) => put({ names: next });
  return (
    <p className={sentence}>
      Always the same colour:
      {names.map(({ name, colour }) => (
        <span key={name} className="inline-flex items-center gap-0.5">
          <b className="font-semibold">{name}</b>
          <ColourWord
            label={`Colour of ${name}`}
            colour={colour}
            style={style}
            onCommit={(next) => set(names.map((one) => (one.name === name ? { name, colour: next } : one)))}
          />
          <button
            type="button"
            className="btn btn-ghost btn-xs btn-square"
            aria-label={`Give ${name} its colour in turn again`}
            onClick={() => set(names.filter((one) => one.name !== name))}
          >
            <X size={12} aria-hidden="true" />
          </button>
        </span>
      ))}
      <PhraseText
        atOnce
        label="A name with a colour of its own"
        value=""
        placeholder="a name"
        className="w-32"
        onCommit={(text) => {
          const name = text.trim();
          if (name === '') return null;
          const colour = style.palette[names.length % style.palette.length]?.colour ?? style.ink;
          return names.some((one) => one.name === name) ? null : set([...names, { name, colour }]);
        }}
      />
    </p>
  );
}

const ROLES = [
  ['ink', 'Text in'],
  ['quiet', 'quieter ones in'],
  ['axis', 'axes in'],
  ['rule', 'grid and rules in'],
  ['ground', 'on a background of'],
] as const;
const BEHIND = [
  ['accent', 'What stands out in'],
  ['rest', 'lines that are not accented in'],
  ['behind', 'those behind in'],
  ['positive', 'above zero in'],
  ['negative', 'below zero in'],
] as const;
const TABLES = [
  ['track', 'Level bars are on'],
  ['zebra', 'every other row in'],
] as const;
type Role = (typeof ROLES | typeof BEHIND | typeof TABLES)[number][0];

/** The colours of a style. */
export function ColourWords({ style }: { style: OwnStyle }) {
  const roles = (all: readonly (readonly [Role, string])[]) =>
    all.map(([role, said]) => (
      <span key={role} className="inline-flex items-center gap-0.5">
        {said}
        <ColourWord
          label={`${said} (${role})`}
          colour={style[role]}
          style={style}
          onCommit={(colour) => put({ [role]: colour })}
        />
      </span>
    ));
  return (
    <>
      <Palette style={style} />
      <Checks style={style} />
      <p className={sentence}>
        Lines with similar colours are told apart by patterns
        <YesNo
          label="Patterns for readers without a kind of cones"
          value={style.apart.cones}
          yes="for readers without a kind of cones"
          no="for nobody"
          onCommit={(cones) => setApart({ cones })}
        />
        and
        <YesNo
          label="Patterns for greyscale"
          value={style.apart.greyscale}
          yes="in greyscale too."
          no="not for greyscale."
          onCommit={(greyscale) => setApart({ greyscale })}
        />
      </p>
      <Names style={style} />
      <p className={sentence}>{roles(ROLES)}</p>
      <p className={sentence}>{roles(BEHIND)}</p>
      <p className={sentence}>{roles(TABLES)}</p>
    </>
  );
}
