/** Fields that go with others and are never spoken of by themselves. */
import type { Path } from '../named/fields.ts';

/** True for what words remember of the data they were written for: it changes with the words, which are what people speak of. */
export const isCompanion = (path: Path): boolean => path[0] === 'items' && path.slice(2).includes('written');

/** True for words of a manuscript: what two wrote in them at once is put together, so that nobody’s is lost. */
export const isPutTogether = (path: Path): boolean =>
  path[0] === 'manuscript' && (path.at(-1) === 'words' || path.at(-1) === 'caption');
