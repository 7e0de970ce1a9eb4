/** The key that lets browsers and programs in; the same for each start, so that those that are known stay so. */
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** The key of a state folder, made when there is none; to have another one, remove the file and start again. */
export function keyIn(state: string): string {
  const file = join(state, 'key');
  if (!existsSync(file)) writeFileSync(file, randomBytes(24).toString('base64url'), { mode: 0o600 });
  return readFileSync(file, 'utf8').trim();
}
