import { useEffect, useState } from 'react';
import type { OwnStyle } from '../../core/report/report.ts';
import { listed } from '../../core/table/words.ts';
import { type Family, FIRST_FAMILY, familyNamed, SHIPPED } from '../../core/type/families.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { Joined, sentence } from '../controls/words.tsx';
import { X } from '../icons.ts';
import { bringFamily, fetchFamilies, useOwnFamilies } from '../letters/own-families.ts';
import { removeFamily } from '../state/api.ts';
import { showError, showNotice } from '../state/store.ts';
import { putIn } from './put.ts';

const setType = putIn('type');

type Where = 'figures' | 'headings' | 'text';

/** The families that words are set in, and the kind of digits. */
export function FamilyWords({ style }: { style: OwnStyle }) {
  const { type } = style;
  const [busy, setBusy] = useState(false);
  const own = useOwnFamilies();
  useEffect(() => void fetchFamilies().catch(showError), []);
  const families: readonly Family[] = [...SHIPPED, ...own];
  const choice = (where: Where, said: string) => (
    <PhraseChoice
      label={`Typeface of ${said}`}
      value={type[where].id}
      options={[
        ...families.map(({ id, name }) => ({ value: id, name })),
        ...(families.some(({ id }) => id === type[where].id)
          ? []
          : [{ value: type[where].id, name: type[where].name }]),
      ]}
      onCommit={(id) => {
        const family = familyNamed(id);
        return family ? setType({ [where]: { id, name: family.name } }) : null;
      }}
    />
  );
  const gone = [
    ...new Set([type.figures, type.headings, type.text].filter(({ id }) => !familyNamed(id)).map(({ name }) => name)),
  ];
  const kinds = [type.figures.id, type.headings.id].map((id) => (familyNamed(id) ?? FIRST_FAMILY).digits);
  const fixed = kinds.every(({ both }) => !both);
  return (
    <>
      <p className={sentence}>
        Figures and spark tables are set in
        <Joined by=",">{choice('figures', 'figures')}</Joined>
        their titles and all headings in
        <Joined by=",">{choice('headings', 'titles')}</Joined>
        text in
        <Joined by=".">{choice('text', 'text')}</Joined>
      </p>
      <p className={sentence}>
        Digits are
        {fixed ? (
          <span>
            {kinds[0]?.own === 'tabular'
              ? 'all the same width, the only ones it has.'
              : 'each its own width, the only ones it has.'}
          </span>
        ) : (
          <Joined by=".">
            <PhraseChoice
              label="Kind of digits"
              value={type.digits ?? 'own'}
              options={[
                { value: 'own', name: 'as the typeface has them' },
                { value: 'tabular', name: 'all the same width' },
                { value: 'proportional', name: 'each its own width' },
              ]}
              onCommit={(digits) => setType({ digits: digits === 'own' ? null : digits })}
            />
          </Joined>
        )}
        {gone.length > 0 && (
          <span className="text-error">
            {gone.join(' and ')} {gone.length === 1 ? 'is' : 'are'} not here; {FIRST_FAMILY.name} stands in.
          </span>
        )}
      </p>
      {own.map((family) => (
        <p key={family.id} className="leading-7">
          <b className="font-semibold whitespace-nowrap">{family.name}</b>{' '}
          <span className="text-quiet">
            {weightsOf(family)}
            {family.embed ? '' : '; in documents its letters are outlines, as its file wants it'}
          </span>{' '}
          <button
            type="button"
            aria-label={`Remove ${family.name}`}
            title={`Remove ${family.name}`}
            className="btn btn-ghost btn-xs px-1"
            onClick={() => void removeFamily(family.id).then(fetchFamilies).catch(showError)}
          >
            <X size={13} aria-hidden />
          </button>
        </p>
      ))}
      <p className={`${sentence} mb-2`}>
        <label className="phrase cursor-pointer has-focus-visible:outline-2">
          {busy ? 'reading …' : 'bring in a typeface of your own'}
          <input
            type="file"
            multiple
            disabled={busy}
            aria-label="Files of a typeface"
            accept=".ttf,.otf,.woff,.woff2"
            className="sr-only"
            onChange={(event) => {
              const files = [...(event.target.files ?? [])];
              event.target.value = '';
              if (files.length > 0) void bring(files);
            }}
          />
        </label>
      </p>
    </>
  );

  /** Keeps a family and sets figures in it. */
  async function bring(files: readonly File[]) {
    setBusy(true);
    try {
      const { id, name } = await bringFamily(files);
      const refused = setType({ figures: { id, name }, headings: { id, name } });
      if (refused !== null) showNotice(refused);
    } catch (error) {
      showError(error);
    } finally {
      setBusy(false);
    }
  }
}

/** The weights that a family has. */
function weightsOf({ cuts }: Family): string {
  const all = Object.values(cuts).flatMap(({ upright, italic }) => [upright, italic]);
  const weights = [...new Set(all.filter(({ italic }) => !italic).map(({ weight }) => weight))].sort((a, b) => a - b);
  const slanted = all.some(({ italic }) => italic) ? ', with italics' : '';
  return `in ${weights.length === 1 ? 'the weight' : 'the weights'} ${listed(weights.map(String))}${slanted}`;
}
