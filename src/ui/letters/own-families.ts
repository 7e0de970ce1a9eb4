/** Families of type of one's own: fetched from the server, and brought to it. */
import { create } from 'zustand';
import { addFamily, type Family } from '../../core/type/families.ts';
import { keepFamily, listFamilies } from '../state/api.ts';
import { base64Of } from '../state/base64.ts';

const useList = create<{ families: readonly Family[] }>(() => ({ families: [] }));

/** The families of one's own that are known here. */
export const useOwnFamilies = (): readonly Family[] => useList((state) => state.families);

/** The same now. */
export const ownFamilies = (): readonly Family[] => useList.getState().families;

/** Fetches the families of one's own. */
export async function fetchFamilies(): Promise<void> {
  const families = await listFamilies();
  for (const family of families) addFamily(family);
  useList.setState({ families });
}

/** Has the server keep the files of a family. Throws where it refuses them. */
export async function bringFamily(files: readonly File[]): Promise<Family> {
  const sent = await Promise.all(files.map(async (file) => ({ name: file.name, data: await base64Of(file) })));
  const family = await keepFamily(sent);
  await fetchFamilies();
  return family;
}
