import { FigureSpec } from '../figure/spec.ts';
import { SparkTableSpec } from '../spark/spec.ts';

/** The words of each kind of thing that has some. */
export const WORDS_OF = { figure: FigureSpec.shape.words, spark: SparkTableSpec.shape.words } as const;
