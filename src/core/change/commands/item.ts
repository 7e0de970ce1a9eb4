/** Commands on things of any kind. */

import { current } from 'immer';
import * as z from 'zod';
import { firstWrong } from '../../issue.ts';
import { kindOf } from '../../item/kinds.ts';
import { tablesNamed, usersOfTable } from '../../item/users.ts';
import { Aside } from '../../named/aside.ts';
import { Id } from '../../named/id.ts';
import { Refusal } from '../../refusal.ts';
import { ItemName, ReportItem } from '../../report/report.ts';
import { listed } from '../../table/words.ts';
import { cutTo } from '../../text/letters.ts';
import { Written, writtenForNone } from '../../text/written.ts';
import { changeOf } from '../change-of.ts';
import { assign, command } from '../command.ts';
import { asIs, itemOf, notesOf, tableOf } from '../found.ts';

const inItem = { item: Id };

/** The name of a copy, within the length of a name. */
const nameOfCopy = (name: string) => `${cutTo(name, 180)}, copy`;

export const ITEM_COMMANDS = {
  'item.add': command('addition', z.strictObject({ item: ReportItem }), (draft, { item }) => {
    draft.items.push(item);
  }),
  'item.remove': command('removal', z.strictObject(inItem), (draft, { item }) => {
    const found = itemOf(draft, item);
    const users = usersOfTable(draft, item);
    if (users.length > 0)
      throw new Refusal(
        `“${found.name}” is used by ${listed(users)}; remove ${users.length > 1 ? 'those' : 'that'} first.`,
      );
    draft.items.splice(draft.items.indexOf(found), 1);
  }),
  /** Puts a copy after the thing itself. */
  'item.duplicate': command('copy', z.strictObject({ ...inItem, id: Id }), (draft, { item, id }) => {
    const found = itemOf(draft, item);
    const copy = ReportItem.parse({ ...current(found), id, name: nameOfCopy(found.name) });
    draft.items.splice(draft.items.indexOf(found) + 1, 0, copy);
  }),
  /** Puts a thing before another one, or at the end. */
  'item.move': command('order of things', z.strictObject({ ...inItem, before: Id.nullable() }), (draft, args) => {
    const found = itemOf(draft, args.item);
    if (args.before === args.item) return;
    draft.items.splice(draft.items.indexOf(found), 1);
    const at = args.before === null ? draft.items.length : draft.items.indexOf(itemOf(draft, args.before));
    draft.items.splice(at, 0, found);
  }),
  'item.rename': command('name', z.strictObject({ ...inItem, name: ItemName }), (draft, { item, name }) => {
    itemOf(draft, item).name = name;
  }),
  /** Takes another table wherever a thing names one, such as one that is gone. */
  'item.takeTable': command('table', z.strictObject({ ...inItem, from: Id, to: Id }), (draft, { item, from, to }) => {
    const found = itemOf(draft, item);
    const table = tableOf(draft, to);
    if (!tablesNamed(asIs(found)).includes(from))
      throw new Refusal(`“${found.name}” uses nothing from that table, so it cannot use “${table.name}” instead.`);
    if (found.type === 'shaped') found.of = to;
    if ('table' in found && found.table === from) found.table = to;
    if (found.type !== 'figure') return;
    for (const mark of found.marks) if (mark.kind === 'calendar' && mark.table === from) mark.table = to;
  }),
  /** Those words that are given change; `written` tells for which data they were written by hand. */
  'item.setWords': command(
    'words',
    z.strictObject({
      ...inItem,
      words: z.record(z.string().max(40), z.unknown()),
      written: z.record(z.string().max(40), Written.nullable()).optional(),
    }),
    (draft, { item, words, written }) => {
      const found = itemOf(draft, item);
      const { set } = kindOf(found);
      if (!set || !('words' in found))
        throw new Refusal(`“${found.name}” is a table and has no words of its own; rename it.`);
      const parsed = z.strictObject(changeOf(set.words.shape)).safeParse(words);
      if (!parsed.success) throw new Refusal(firstWrong(parsed.error).message);
      assign(found.words, parsed.data);
      if (found.type === 'figure')
        for (const part of ['title', 'subtitle', 'source'] as const)
          if (part in parsed.data) found.written[part] = written?.[part] ?? writtenForNone(found.words[part]);
    },
  ),
  'item.setNoteAside': command(
    'note set aside',
    z.strictObject({ ...inItem, ...Aside.shape }),
    (draft, { item, ...aside }) => {
      const target = notesOf(draft, item);
      target.asides = [...target.asides.filter(({ check }) => check !== aside.check), aside];
    },
  ),
  'item.bringNoteBack': command(
    'note brought back',
    z.strictObject({ ...inItem, check: Aside.shape.check }),
    (draft, { item, check }) => {
      const target = notesOf(draft, item);
      target.asides = target.asides.filter((aside) => aside.check !== check);
    },
  ),
} as const;
