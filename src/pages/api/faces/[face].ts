import { ofNone } from '../../../server/endpoint.ts';
import { FaceWanted } from '../../../server/faces.ts';
import { refuse } from '../../../server/http.ts';
import { inThread } from '../../../server/work/pool.ts';

/** A typeface, whole; what it is never changes under one name, so it is kept for good. */
export const GET = ofNone('list', async ({ params }) => {
  const wanted = FaceWanted.safeParse(params['face']);
  if (!wanted.success) return refuse(400, wanted.error.issues[0]?.message ?? 'There is no such typeface.');
  return inThread('faces', { do: 'face', face: wanted.data });
});
