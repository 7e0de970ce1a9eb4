/** The house style of a command, and the typefaces it is set in, of files. */
import { sayIssue } from '../core/issue.ts';
import { Refusal } from '../core/refusal.ts';
import { FIRST_STYLE, type OwnStyle } from '../core/report/report.ts';
import { StyleFile, styleOfFile } from '../core/report/style-file.ts';
import { familyRefsOf } from '../core/style/type.ts';
import { FIRST_FAMILY, familyNamed } from '../core/type/families.ts';
import { addOwn } from '../formats/fonts.ts';
import type { FontFile } from '../formats/own-font.ts';
import { readInput, readJsonAt } from './files.ts';

/** Makes the families of font files known; returns them by name. Throws a Refusal that says which file is none. */
async function familiesAt(paths: readonly string[]): Promise<string[]> {
  if (paths.length === 0) return [];
  const { readFamily } = await import('../formats/own-font.ts');
  const byName = new Map<string, FontFile[]>();
  for (const path of paths) {
    const file = { name: path, bytes: readInput(path) };
    const { family } = await readFamily([file]);
    byName.set(family.name, [...(byName.get(family.name) ?? []), file]);
  }
  for (const files of byName.values()) {
    const { family, files: cuts } = await readFamily(files);
    addOwn(family, cuts);
  }
  return [...byName.keys()];
}

/**
 * The house style of a file that was kept from one, with the typefaces of font
 * files; the built-in one where none is named. Of a typeface that is not there
 * it is said what stands in for it.
 */
export async function styleAt(path: string | undefined, fonts: readonly string[] = []): Promise<OwnStyle> {
  const given = await familiesAt(fonts);
  if (path === undefined && given.length > 0)
    throw new Refusal('--font brings the typefaces of a house style; name it with --style FILE.');
  if (path === undefined) return FIRST_STYLE;
  const parsed = StyleFile.safeParse(readJsonAt(path));
  if (!parsed.success) throw new Refusal(`${path} is not a house style: ${sayIssue(parsed.error)}`);
  const style = styleOfFile(parsed.data);
  const wanted = new Map(familyRefsOf(style).map(({ id, name }) => [id, name]));
  for (const name of given)
    if (![...wanted.values()].includes(name))
      throw new Refusal(`“${style.name}” sets nothing in ${name}; it is set in ${[...wanted.values()].join(' and ')}.`);
  for (const [id, name] of wanted)
    if (!familyNamed(id))
      console.error(
        given.includes(name)
          ? `The files of ${name} differ from those of “${style.name}”; ${FIRST_FAMILY.name} stands in for it.`
          : `${name} is not here, so ${FIRST_FAMILY.name} stands in for it; give its files with --font.`,
      );
  return style;
}
