/** Commands on the style of a report, or on the style that reports have in common, and on what follows it. */
import { current } from 'immer';
import * as z from 'zod';
import { broughtBack } from '../../item/by-hand.ts';
import { Path } from '../../named/fields.ts';
import { Id } from '../../named/id.ts';
import { Parts, withParts } from '../../named/parts.ts';
import { Refusal } from '../../refusal.ts';
import { MOST_ITEMS, OwnStyle, type Report } from '../../report/report.ts';
import { KeptLook } from '../../spark/look.ts';
import { command } from '../command.ts';
import { asIs, itemOf } from '../found.ts';

/** The style that can be changed here. */
function ownStyle({ style }: Report): OwnStyle {
  if (style.kind === 'house')
    throw new Refusal(
      'This report shares its house style with others; change the shared style, or give the report its own copy first.',
    );
  return style;
}

const lookName = KeptLook.shape.name;

export const STYLE_COMMANDS = {
  /** What is given of the style changes. */
  'style.set': command('house style', z.strictObject({ set: Parts }), (draft, { set }) => {
    draft.style = withParts(OwnStyle, current(ownStyle(draft)), set);
  }),
  /** Sets the report by a style that others have, too. */
  'style.layOn': command('style of the report', z.strictObject({ house: Id }), (draft, { house }) => {
    draft.style = { kind: 'house', id: house };
  }),
  /** Gives a report that has its style in common with others one of its own. */
  'style.takeAlong': command('style of the report', z.strictObject({ style: OwnStyle }), (draft, { style }) => {
    // What someone else set in it meanwhile is not to be lost.
    if (draft.style.kind === 'own') throw new Refusal('This report has a style of its own already.');
    draft.style = style;
  }),
  /** Lets what was set by hand follow the style again: all of some things, or some of their settings. */
  'style.bringBack': command(
    'brought back to the style',
    z.strictObject({
      things: z
        .array(z.strictObject({ item: Id, paths: z.array(Path).min(1).max(5000).optional() }))
        .min(1)
        .max(MOST_ITEMS),
    }),
    (draft, { things }) => {
      for (const { item, paths } of things) {
        const found = itemOf(draft, item);
        draft.items[draft.items.indexOf(found)] = broughtBack(asIs(found), paths);
      }
    },
  ),
  'style.keepLook': command(
    'look kept in the house style',
    z.strictObject({ name: lookName, look: KeptLook.shape.look }),
    (draft, { name, look }) => {
      const style = ownStyle(draft);
      style.sparks = [...style.sparks.filter((other) => other.name !== name), { name, look }];
    },
  ),
  'style.dropLook': command(
    'look taken out of the house style',
    z.strictObject({ name: lookName }),
    (draft, { name }) => {
      const style = ownStyle(draft);
      style.sparks = style.sparks.filter((other) => other.name !== name);
    },
  ),
} as const;
