import { useMemo, useState } from 'react';
import { describeFigure, describeShortly } from '../../core/figure/describe.ts';
import type { ResolvedFigure } from '../../core/figure/resolve.ts';
import type { Locale } from '../../core/text/locale.ts';
import { Copy } from '../icons.ts';

interface AltTextProps {
  figure: ResolvedFigure;
  locale: Locale;
}

/** The figure in words, short and whole, to be put beside the picture in other documents. */
export default function AltText({ figure, locale }: AltTextProps) {
  const [copied, setCopied] = useState<string | null>(null);
  const texts = useMemo(
    () => [
      { name: 'Short description', text: describeShortly(figure, locale) },
      { name: 'Whole description', text: figure.spec.description ?? describeFigure(figure, locale) },
    ],
    [figure, locale],
  );
  const copy = async (name: string, text: string) => {
    await navigator.clipboard.writeText(text).then(
      () => setCopied(`${name} copied.`),
      () => setCopied('The browser does not let the page copy; select the text and copy it yourself.'),
    );
  };
  return (
    <section aria-label="Description for readers who do not see it" className="flex flex-col gap-2">
      {texts.map(({ name, text }) => (
        <div key={name} className="rounded-box border border-rule p-3">
          <p className="flex items-center font-semibold">
            {name}
            <button
              type="button"
              className="btn btn-ghost btn-xs btn-square ml-auto"
              aria-label={`Copy the ${name.toLowerCase()}`}
              onClick={() => void copy(name, text)}
            >
              <Copy size={14} aria-hidden="true" />
            </button>
          </p>
          <p className="line-clamp-5 text-[13px] text-quiet select-text">{text}</p>
        </div>
      ))}
      <p role="status" className="min-h-5 text-[13px] text-quiet">
        {copied}
      </p>
    </section>
  );
}
