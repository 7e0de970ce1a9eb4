import { ofNone } from '../../../server/endpoint.ts';
import { refuse } from '../../../server/http.ts';
import { LettersWanted } from '../../../server/letters.ts';
import { inThread } from '../../../server/work/pool.ts';

/** A typeface for letters of a script; its address names all that it depends on, so it is kept for good. */
export const GET = ofNone('ask', async ({ params, url }) => {
  const wanted = LettersWanted.safeParse({ script: params['script'], ...Object.fromEntries(url.searchParams) });
  if (!wanted.success) return refuse(400, wanted.error.issues[0]?.message ?? 'There is no such typeface.');
  return inThread(`letters ${wanted.data.script}`, { do: 'letters', wanted: wanted.data });
});
