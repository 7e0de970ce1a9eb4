/** Facts in the words of a spark table of which nothing holds any more. */
import { holdsInSpark } from '../spark/facts.ts';
import { runsOfWords } from '../text/rich.ts';
import { isFactRun, sayLost, withoutRuns } from './facts-lost.ts';
import type { SparkCheck } from './note.ts';

export const sparkFacts: SparkCheck = {
  id: 'spark-facts',
  find(resolved) {
    const { spec } = resolved;
    return (['title', 'subtitle', 'source'] as const).flatMap((part) => {
      const words = spec.words[part];
      const lost = runsOfWords(words)
        .filter(isFactRun)
        .filter((run) => !holdsInSpark(resolved, run.fact, run.part));
      const [first] = lost;
      if (!first) return [];
      return [
        {
          part,
          title: `The ${part} is no longer true`,
          text: sayLost(first, 'in the table'),
          facts: lost.map((run) => JSON.stringify(run.fact)).join(),
          mends: [
            { say: 'Choose other words', open: part },
            {
              say: 'Remove it',
              call: {
                name: 'item.setWords' as const,
                args: { item: spec.id, words: { [part]: withoutRuns(words, lost) } },
              },
            },
          ],
        },
      ];
    });
  },
};
