import type { SparkRecord } from '../../core/spark/records.ts';
import { isCalled } from '../../core/table/called.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseText } from '../controls/Phrase.tsx';
import { useView } from '../report/view.ts';
import { nameOfKey } from './setting.ts';

/** A list longer than this is not read but searched. */
const MOST_LISTED = 200;

/** The row whose sparkline is the specimen: chosen by name, or by a click on the sheet. */
export function RowChoice({ records, record }: { records: readonly SparkRecord[]; record: number }) {
  const key = records[record]?.key ?? '';
  if (records.length <= MOST_LISTED)
    return (
      <PhraseChoice
        label="Row of the specimen"
        value={key}
        options={records.map(({ key: value }) => ({ value, name: nameOfKey(records, value) }))}
        onCommit={(sparkRow) => useView.setState({ sparkRow })}
      />
    );
  return (
    <PhraseText
      atOnce
      label="Row of the specimen"
      value={records[record]?.name ?? ''}
      className="w-32"
      onCommit={(text) => {
        const found = records.find(({ name }) => isCalled(name, text.trim()));
        if (!found) return `No row is named “${text}”.`;
        useView.setState({ sparkRow: found.key });
        return null;
      }}
    />
  );
}
