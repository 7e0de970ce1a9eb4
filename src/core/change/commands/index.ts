/**
 * The one way to change a report: named commands, each a pure function of the
 * report and its arguments. Interface, keys, API and tests all use these, and
 * they are what travels between windows and servers.
 */

import { current, produce } from 'immer';
import * as z from 'zod';
import { withColumn } from '../../figure/gone.ts';
import { LAID_ON, laidOn } from '../../figure/laid-on.ts';
import { changedPanels } from '../../figure/panels/change.ts';
import { Panels } from '../../figure/panels/spec.ts';
import {
  DateAxis,
  FigureSpec,
  FigureWindow,
  Frame,
  Line,
  Millimetres,
  Tie,
  ValueAxis,
  WindowEnds,
} from '../../figure/spec.ts';
import { firstWrong } from '../../issue.ts';
import { namesNothing, wrongIn } from '../../item/sense.ts';
import { Id } from '../../named/id.ts';
import { Parts, withParts } from '../../named/parts.ts';
import { isSame } from '../../named/same.ts';
import { Refusal } from '../../refusal.ts';
import { MOST_ITEMS, Report } from '../../report/report.ts';
import type { Stored } from '../../style/by-house.ts';
import { changeOf } from '../change-of.ts';
import { assign, type Command, command } from '../command.ts';
import { figureOf } from '../found.ts';
import { ITEM_COMMANDS } from './item.ts';
import { LINE_COMMANDS } from './lines.ts';
import { MANUSCRIPT_COMMANDS } from './manuscript.ts';
import { SPARK_COMMANDS } from './spark.ts';
import { STYLE_COMMANDS } from './style.ts';
import { TABLE_COMMANDS } from './table.ts';

const inFigure = { figure: Id };
const { plotLeft, plotRight, background, border } = Frame.shape;
const margins = { plotLeft, plotRight };
const look = { background, border };
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
  ...STYLE_COMMANDS,
  ...LINE_COMMANDS,
  ...ITEM_COMMANDS,
  ...MANUSCRIPT_COMMANDS,
  'figure.setAxis': command(
    'value axis',
    z.strictObject({ ...inFigure, side: Line.shape.axis.unwrap(), axis: AxisChange }),
    (draft, { figure: id, side, axis }) => {
      const { leftAxis, rightAxis } = figureOf(draft, id);
      assign(side === 'left' ? leftAxis : rightAxis, axis);
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
  /** Another window; or, of one from somewhere to somewhere, the end that is given. */
  'figure.setWindow': command(
    'window',
    z.strictObject({
      ...inFigure,
      window: FigureWindow.optional(),
      ends: z.strictObject(changeOf(WindowEnds.shape)).optional(),
    }),
    (draft, { figure: id, window, ends }) => {
      const target = figureOf(draft, id);
      if (window !== undefined) target.window = window;
      if (!ends) return;
      const range = target.window !== 'all' && 'from' in target.window ? target.window : { from: null, to: null };
      target.window = { ...range, ...ends };
    },
  ),
  /** Takes another column of the table wherever the figure names one, such as one that is gone. */
  'figure.takeColumn': command(
    'column of the figure',
    z.strictObject({ ...inFigure, from: FigureSpec.shape.across, to: FigureSpec.shape.across }),
    (draft, { figure: id, from, to }) => {
      const target = figureOf(draft, id);
      assign(target, withColumn(current(target), from, to));
    },
  ),
  /** Splits a figure that has one plot; null puts all in one plot again. `height` is that of the frame. */
  'figure.split': command(
    'panels',
    z.strictObject({ ...inFigure, panels: Panels.nullable(), height: Millimetres.optional() }),
    (draft, { figure: id, panels, height }) => {
      const target = figureOf(draft, id);
      target.panels = panels && changedPanels(null, panels);
      if (height !== undefined) target.frame.height = height;
    },
  ),
  'figure.setPanels': command(
    'panels',
    z.strictObject({ ...inFigure, set: Parts, height: Millimetres.optional() }),
    (draft, { figure: id, set, height }) => {
      const target = figureOf(draft, id);
      if (!target.panels) throw new Refusal(`“${target.name}” has one plot; split it first.`);
      const before = current(target.panels);
      const after = withParts(Panels, before, set);
      const changed = Object.entries(after).filter(([key, value]) => !isSame(value, before[key as keyof Panels]));
      target.panels = changedPanels(before, Object.fromEntries(changed));
      if (height !== undefined) target.frame.height = height;
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
  /** Lays the looks of a figure, or its scale and size, on others. */
  'figure.layOn': command(
    'look of figures',
    z.strictObject({ figures: z.array(Id).min(1).max(MOST_ITEMS), of: Id, what: z.enum(LAID_ON) }),
    (draft, { figures, of, what }) => {
      const model = current(figureOf(draft, of));
      for (const id of figures) {
        const target = figureOf(draft, id);
        if (id !== of) assign(target, laidOn(current(target), model, what));
      }
    },
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
export type CommandArgs<Name extends CommandName> = Stored<z.input<(typeof COMMANDS)[Name]['args']>>;
/** A command with its arguments, as kept, sent and replayed. */
export type CommandCall = { [Name in CommandName]: { name: Name; args: CommandArgs<Name> } }[CommandName];

/** The outcome of a command: the new report, and what the change is called. */
export interface Outcome {
  report: Report;
  label: string;
}

const isCommandName = (name: string): name is CommandName => Object.hasOwn(COMMANDS, name);

/** What a command is called in "Undo …". */
export const labelOf = (name: string): string => (isCommandName(name) ? COMMANDS[name].label : 'change');

/** Names and argument schemas of all commands, for what must hold of every one of them. */
export const commandSchemas = (): [CommandName, z.ZodType][] =>
  Object.entries(COMMANDS).map(([name, { args }]) => [name as CommandName, args]);

/** Runs a command on a report. Throws a Refusal, with one sentence, when it cannot be done. */
export function runCommand(report: Report, name: string, args: unknown): Outcome {
  if (!isCommandName(name)) throw new Refusal(`There is no command “${name}”.`);
  const found: Command<z.ZodType> = COMMANDS[name];
  const parsed = found.args.safeParse(args);
  if (!parsed.success) throw new Refusal(firstWrong(parsed.error).message);
  const next = produce(report, (draft) => {
    found.run(draft, parsed.data);
  });
  const wrong = wrongIn(report, next) ?? namesNothing(report, next);
  if (wrong !== null) throw new Refusal(wrong);
  return { report: next, label: found.label };
}
