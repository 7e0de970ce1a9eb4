import { expect, it } from 'vitest';
import { sentencesOfSources } from '../sentences.ts';

/** Read line by line when it changes: short, active, the usual word. */
it('what users read is as it was read', async () => {
  await expect(sentencesOfSources()).toMatchFileSnapshot('../golden/sentences.txt');
});
