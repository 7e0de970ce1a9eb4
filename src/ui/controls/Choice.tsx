import { Fragment, useId } from 'react';

/** So many choices are all shown; more are a list. */
const MOST_SHOWN = 3;

interface PhraseChoiceProps<Value extends string> {
  label: string;
  value: Value;
  options: readonly { value: Value; name: string }[];
  onCommit(value: Value): void;
  /** a list though there are few: where nothing stays chosen, or where how many there are changes under one's eyes */
  isMenu?: boolean;
  /** all of them are shown as words though they are many */
  areShown?: boolean;
}

/** All choices as words, of which a click takes one. */
function ShownChoices<Value extends string>({ label, value, options, onCommit }: PhraseChoiceProps<Value>) {
  const name = useId();
  return (
    <span role="radiogroup" aria-label={label} className="inline-flex flex-wrap items-baseline">
      {options.map((option, index) => (
        <Fragment key={option.value}>
          {index > 0 && (
            <span aria-hidden="true" className="px-1 text-quiet/60">
              /
            </span>
          )}
          <label className="choice">
            <input
              type="radio"
              className="sr-only"
              name={name}
              value={option.value}
              checked={option.value === value}
              onChange={() => onCommit(option.value)}
            />
            {option.name}
          </label>
        </Fragment>
      ))}
    </span>
  );
}

function ListedChoices<Value extends string>({ label, value, options, onCommit }: PhraseChoiceProps<Value>) {
  return (
    <select
      aria-label={label}
      className="phrase cursor-pointer"
      value={value}
      onChange={(event) => {
        const chosen = options.find((option) => option.value === event.target.value);
        if (chosen) onCommit(chosen.value);
      }}
    >
      {options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.name}
        </option>
      ))}
    </select>
  );
}

/** One of some words in a sentence: two or three stand there, of more there is a list. */
export function PhraseChoice<Value extends string>(props: PhraseChoiceProps<Value>) {
  return props.isMenu || (!props.areShown && props.options.length > MOST_SHOWN) ? (
    <ListedChoices {...props} />
  ) : (
    <ShownChoices {...props} />
  );
}
