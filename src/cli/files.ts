import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { sayIssue } from '../core/issue.ts';
import { Refusal } from '../core/refusal.ts';
import { FIRST_STYLE, type OwnStyle } from '../core/report/report.ts';
import { StyleFile, styleOfFile } from '../core/report/style-file.ts';
import { familyRefsOf } from '../core/style/type.ts';
import { LOCALES, type Locale, localeOf } from '../core/text/locale.ts';
import { FIRST_FAMILY, familyNamed } from '../core/type/families.ts';
import { addOwn } from '../formats/fonts.ts';
import { type FontFile, readFamily } from '../formats/own-font.ts';
import type { Received } from '../formats/table-file.ts';
import { tooLarge } from '../formats/text.ts';
import { readWithinLimits } from './read-table.ts';

/** Reads a file's bytes, refusing what is absent, a folder or over 50 MB before it is read. */
export function readInput(path: string): Uint8Array {
  const stat = statSync(path, { throwIfNoEntry: false });
  if (!stat) throw new Refusal(`There is no file ${path}.`);
  if (!stat.isFile()) throw new Refusal(`${path} is not a file.`);
  const size = tooLarge(path, stat.size);
  if (size) throw new Refusal(size);
  // A buffer of its own, which can be handed over.
  return new Uint8Array(readFileSync(path));
}

/** Reads a table file; the message of a refusal names the file. */
export async function readTableAt(path: string, sheet?: string): Promise<Received> {
  const bytes = readInput(path);
  try {
    return await readWithinLimits({ name: path, bytes, sheet });
  } catch (error) {
    if (error instanceof Refusal) throw new Refusal(`${path}: ${error.message}`);
    throw error;
  }
}

/** Reads a JSON file; what is wrong with it is said in one sentence. */
export function readJsonAt(path: string): unknown {
  try {
    return JSON.parse(new TextDecoder().decode(readInput(path)));
  } catch (error) {
    if (error instanceof SyntaxError) throw new Refusal(`${path} is not valid JSON: ${error.message}.`);
    throw error;
  }
}

/** The locale with this id; the first one when none is named. */
export function localeNamed(id: string = LOCALES[0]): Locale {
  const found = LOCALES.find((candidate) => candidate.toLowerCase() === id.toLowerCase());
  if (!found) throw new Refusal(`There is no locale “${id}”; there are ${LOCALES.join(', ')}.`);
  return localeOf(found);
}

/** Writes a file; says in one sentence where that is not possible. */
export function writeOut(path: string, body: string | Uint8Array): void {
  try {
    writeFileSync(path, body);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (code === 'ENOENT' || code === 'EACCES' || code === 'EISDIR')
      throw new Refusal(`${path} cannot be written; check that the folder is there and may be written to.`);
    throw error;
  }
}

/** Makes the families of font files known; returns them by name. Throws a Refusal that says which file is none. */
async function familiesAt(paths: readonly string[]): Promise<string[]> {
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
          ? `The files of ${name} are others than those of “${style.name}”; ${FIRST_FAMILY.name} stands in for it.`
          : `${name} is not here, so ${FIRST_FAMILY.name} stands in for it; give its files with --font.`,
      );
  return style;
}
