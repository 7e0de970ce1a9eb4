import { ofNone } from '../../../server/endpoint.ts';
import { refuse } from '../../../server/http.ts';
import { LettersAsked } from '../../../server/letters.ts';
import { inThread } from '../../../server/work/pool.ts';

/** Which of some letters no typeface has. */
export const GET = ofNone('ask', async ({ url }) => {
  const asked = LettersAsked.safeParse(Object.fromEntries(url.searchParams));
  if (!asked.success) return refuse(400, asked.error.issues[0]?.message ?? 'Say which letters.');
  return inThread('letters', { do: 'lacking', text: asked.data.text });
});
