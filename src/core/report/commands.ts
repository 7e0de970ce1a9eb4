/**
 * The one way to change a report: named commands, each a pure function of the
 * report and its arguments. Interface, keys, API and tests all use these; undo,
 * saving and conflict checks work on the patches they produce.
 */
import { applyPatches, enablePatches, type Patch, produceWithPatches } from 'immer';
import { z } from 'zod';
import { changedPanels } from '../figure/panels/change.ts';
import { Panels } from '../figure/panels/spec.ts';
import {
  Aside,
  DateAxis,
  FigureSpec,
  FigureWindow,
  Frame,
  Id,
  Line,
  Millimetres,
  Tie,
  ValueAxis,
} from '../figure/spec.ts';
import { firstWrong } from '../issue.ts';
import { Refusal } from '../refusal.ts';
import { listed } from '../table/words.ts';
import { changeOf } from './change-of.ts';
import { assign, type Command, command } from './command.ts';
import { figureOf } from './figures.ts';
import { LINE_COMMANDS } from './line-commands.ts';
import { inconsistencyOf, isTable, Report } from './report.ts';
import { SPARK_COMMANDS } from './spark-commands.ts';
import { TABLE_COMMANDS } from './table-commands.ts';
import { usersOfTable } from './users.ts';

enablePatches();

export type { Patch };

const inFigure = { figure: Id };
const { plotLeft, plotRight, background, border } = Frame.shape;
const margins = { plotLeft, plotRight };
const look = { background, border };
const { by, ...ofPanels } = Panels.shape;
const PanelsChange = z.strictObject({ by: by.optional(), ...changeOf(ofPanels) });
const AxisChange = z.strictObject(changeOf(ValueAxis.shape));

const COMMANDS = {
  'report.setWords': command(
    'change of report title',
    z.strictObject({ title: Report.shape.title.optional(), edition: Report.shape.edition.optional() }),
    (draft, words) => assign(draft, words),
  ),
  'report.setLocale': command(
    'language of the report',
    z.strictObject({ locale: Report.shape.locale }),
    (draft, args) => {
      draft.locale = args.locale;
    },
  ),
  ...TABLE_COMMANDS,
  ...SPARK_COMMANDS,
  ...LINE_COMMANDS,
  'item.remove': command('removal', z.strictObject({ item: Id }), (draft, { item }) => {
    const index = draft.items.findIndex((candidate) => candidate.id === item);
    const found = draft.items[index];
    if (!found) throw new Refusal(`There is nothing with the id “${item}” in this report.`);
    const users = isTable(found) ? usersOfTable(draft, item) : [];
    if (users.length > 0)
      throw new Refusal(
        `“${found.name}” is used by ${listed(users)}; remove ${users.length > 1 ? 'those' : 'that'} first.`,
      );
    draft.items.splice(index, 1);
  }),
  'figure.add': command('added figure', z.strictObject({ figure: FigureSpec }), (draft, args) => {
    draft.items.push(args.figure);
  }),
  'figure.rename': command(
    'figure name',
    z.strictObject({ ...inFigure, name: FigureSpec.shape.name }),
    (draft, args) => {
      figureOf(draft, args.figure).name = args.name;
    },
  ),
  'figure.setWords': command(
    'words',
    z.strictObject({ ...inFigure, words: FigureSpec.shape.words.partial() }),
    (draft, args) => assign(figureOf(draft, args.figure).words, args.words),
  ),
  'figure.setAxis': command(
    'value axis',
    z.strictObject({ ...inFigure, side: Line.shape.axis.unwrap(), axis: AxisChange }),
    (draft, { figure: id, side, axis }) => {
      const target = figureOf(draft, id);
      const changed = side === 'left' ? target.leftAxis : target.rightAxis;
      assign(changed, axis);
      const { from, to, scale } = changed;
      const low = from === 'zero' ? 0 : from;
      if (typeof low === 'number' && typeof to === 'number' && low >= to)
        throw new Refusal(`The ${side} axis cannot run from ${low} to ${to}; give an end above where it begins.`);
      if (scale === 'log' && [low, to].some((end) => typeof end === 'number' && end <= 0))
        throw new Refusal('A logarithmic axis has no zero and nothing below it; give it ends above zero.');
    },
  ),
  'figure.tieAxes': command(
    'tie of the axes',
    z.strictObject({ ...inFigure, kind: Tie.shape.kind.unwrap().optional(), zero: z.boolean().optional() }),
    (draft, { figure: id, ...tie }) => assign(figureOf(draft, id).tie, tie),
  ),
  'figure.setDateAxis': command(
    'date labels',
    z.strictObject({ ...inFigure, ...changeOf(DateAxis.shape) }),
    (draft, { figure: id, ...axis }) => assign(figureOf(draft, id).dateAxis, axis),
  ),
  'figure.setWindow': command('window', z.strictObject({ ...inFigure, window: FigureWindow }), (draft, args) => {
    figureOf(draft, args.figure).window = args.window;
  }),
  /** What is given changes, `height` being that of the frame; null puts all in one plot again. */
  'figure.setPanels': command(
    'panels',
    z.strictObject({ ...inFigure, panels: PanelsChange.nullable(), height: Millimetres.optional() }),
    (draft, { figure: id, panels, height }) => {
      const target = figureOf(draft, id);
      target.panels = panels && changedPanels(target.panels, panels);
      if (height !== undefined) target.frame.height = height;
    },
  ),
  'figure.setNoteAside': command(
    'note set aside',
    z.strictObject({ ...inFigure, ...Aside.shape }),
    (draft, { figure: id, ...aside }) => {
      const target = figureOf(draft, id);
      target.asides = [...target.asides.filter(({ check }) => check !== aside.check), aside];
    },
  ),
  'figure.bringNoteBack': command(
    'note brought back',
    z.strictObject({ ...inFigure, check: Aside.shape.check }),
    (draft, { figure: id, check }) => {
      const target = figureOf(draft, id);
      target.asides = target.asides.filter((aside) => aside.check !== check);
    },
  ),
  'figure.setFrame': command(
    'size',
    z.strictObject({
      ...inFigure,
      width: Millimetres.optional(),
      height: Millimetres.optional(),
      ...changeOf(margins),
      ...changeOf(look),
    }),
    (draft, { figure: id, ...size }) => assign(figureOf(draft, id).frame, size),
  ),
  'figure.alignPlots': command(
    'plots aligned',
    z.strictObject({ figures: z.array(Id).min(1), ...changeOf(margins) }),
    (draft, { figures, ...ends }) => {
      for (const id of figures) assign(figureOf(draft, id).frame, ends);
    },
  ),
} as const;

export type CommandName = keyof typeof COMMANDS;
export type CommandArgs<Name extends CommandName> = z.input<(typeof COMMANDS)[Name]['args']>;
/** A command with its arguments, as kept, sent and replayed. */
export type Call = { [Name in CommandName]: { name: Name; args: CommandArgs<Name> } }[CommandName];

/** The outcome of a command: the new report and the patches there and back. */
export interface Change {
  report: Report;
  label: string;
  patches: Patch[];
  inverse: Patch[];
}

const isCommandName = (name: string): name is CommandName => Object.hasOwn(COMMANDS, name);

/** Runs a command on a report. Throws a Refusal, with one sentence, when it cannot be done. */
export function runCommand(report: Report, name: string, args: unknown): Change {
  if (!isCommandName(name)) throw new Refusal(`There is no command “${name}”.`);
  const found: Command<z.ZodType> = COMMANDS[name];
  const parsed = found.args.safeParse(args);
  if (!parsed.success) throw new Refusal(firstWrong(parsed.error).message);
  const [next, patches, inverse] = produceWithPatches(report, (draft) => {
    found.run(draft, parsed.data);
  });
  const wrong = inconsistencyOf(next);
  if (wrong) throw new Refusal(wrong.message);
  return { report: next, label: found.label, patches, inverse };
}

/** Applies patches to a report. Throws a Refusal when they do not fit it. */
export function patchReport(report: Report, patches: readonly Patch[]): Report {
  try {
    return applyPatches(report, patches as Patch[]);
  } catch (error) {
    throw new Refusal(
      `The change does not fit this report (${error instanceof Error ? error.message : 'unknown reason'}).`,
    );
  }
}
