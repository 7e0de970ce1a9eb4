/** Fonts of one's own for tests, made of those that ship. */
import { readFileSync } from 'node:fs';
import { packageFile } from '../src/formats/fonts.ts';
import { nameTable, readFont, writeFont } from '../src/formats/sfnt.ts';

/** A font under another name, and with other rights (OS/2 `fsType`) where these are given. */
export function renamed(bytes: Uint8Array, family: string, rights?: number): Uint8Array {
  const { kind, tables } = readFont(bytes);
  const own = new Map<string, Uint8Array>([...tables].map(([tag, table]) => [tag, table.slice()]));
  own.set('name', nameTable(family, 'Regular', family));
  const os2 = own.get('OS/2');
  if (rights !== undefined && os2) new DataView(os2.buffer, os2.byteOffset).setUint16(8, rights);
  return writeFont(kind, own);
}

/** The bytes of a file in a package. */
export const packaged = (path: string): Uint8Array => new Uint8Array(readFileSync(packageFile(path)));

/** A font that does not ship, in one weight. */
export const harbourGrotesk = (name: string, rights?: number): Uint8Array =>
  renamed(packaged('@expo-google-fonts/libre-franklin/400Regular/LibreFranklin_400Regular.ttf'), name, rights);
