/**
 * A change to a report: the command that was run, and the fields in which the
 * report differed afterwards. It is at once the entry of the log, what can be
 * undone, and what windows and servers send each other.
 */
import * as z from 'zod';
import { Field, Path } from '../named/fields.ts';
import type { Fold } from './fold.ts';

const Uuid = z.uuid();

/** As many changes as a report can have. */
export const Revision = z.number().int().min(0).max(2_147_483_647);

/** A command as it is sent and kept. Its id makes sending it twice harmless. */
export const Call = z.strictObject({
  id: Uuid,
  name: z.string().max(60),
  args: z.unknown(),
  /** the newest revision that was known where it was made; absent for that of the request */
  seen: Revision.optional(),
  /** calls of one group are one step to undo, such as all that was typed into one field */
  group: z.string().max(64).optional(),
});
export type Call = Readonly<z.infer<typeof Call>>;

/** A change as it stands in the log. */
export const Change = z.strictObject({
  ...Call.shape,
  revision: z.number().int().min(1),
  /** who made it: an author's id, or a word for what is no person */
  by: z.string().max(80),
  label: z.string().max(200),
  seen: Revision,
  fields: z.array(Field),
  /** the version of documents on which it was made, where that is an older one: its values are looked at as they are said today */
  form: z.number().int().min(1).optional(),
});
export type Change = Readonly<Omit<z.infer<typeof Change>, 'fields'> & { fields: readonly Field[] }>;

/** The command that takes changes back; it needs the log, so it stands beside the others. */
export const UNDO = 'change.undo';

export const UndoArgs = z.strictObject({
  /** the changes to take back, the oldest first */
  changes: z.array(Uuid).min(1).max(500),
  /** fields that are to be taken back; absent takes back all */
  only: z.array(Path).max(20_000).optional(),
});
export type UndoArgs = z.infer<typeof UndoArgs>;

/** What is to be known of a change to take it back; `folds` are those by which typed cells were put together after it, the oldest first. */
export type Known = Pick<Change, 'label' | 'fields' | 'form'> & { folds?: readonly Fold[] };

/** A change in the log, by its id; undefined where it is not known. */
export type FieldsOf = (change: string) => Known | undefined;
