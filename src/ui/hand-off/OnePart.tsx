import type { ReactNode } from 'react';
import { sentence } from '../controls/words.tsx';
import { useCopy } from './HandOff.tsx';
import { type FileWish, useTake } from './take.ts';

interface OnePartProps {
  /** what it is, such as “One panel” */
  name: string;
  thing: string;
  /** which part of the thing */
  part: FileWish;
  text: string;
  forms: readonly { as: string; name: string }[];
  /** the sentence in which the part is chosen */
  children: ReactNode;
  /** further words, after the forms */
  more?: ReactNode;
}

/** A part of a thing that is handed off alone: copied, or as a file. */
export function OnePart({ name, thing, part, text, forms, children, more }: OnePartProps) {
  const { take, error } = useTake(thing);
  const { said, copyIt } = useCopy();
  return (
    <section aria-label={name} className="border-t border-rule pt-2 text-[14px]">
      <h3 className="font-semibold">{name}</h3>
      <p className={sentence}>{children}</p>
      <p className={sentence}>
        <button type="button" className="phrase" onClick={() => copyIt({ thing, part, widthMm: null, text })}>
          copy
        </button>
        it, or download it as
        {forms.map((form) => (
          <button key={form.as} type="button" className="phrase" onClick={() => void take({ as: form.as, ...part })}>
            {form.name}
          </button>
        ))}
        {more}
      </p>
      {said && (
        <p role="status" className="text-[13px]">
          {said}
        </p>
      )}
      {error && (
        <p role="alert" className="border-l-4 border-error pl-2">
          {error}
        </p>
      )}
    </section>
  );
}
