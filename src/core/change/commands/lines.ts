/** Commands for the lines of a figure and what is set on them. */
import { current } from 'immer';
import * as z from 'zod';
import { BandOf } from '../../figure/band-names.ts';
import { bandRulesOf, changeBand, draftBandOf } from '../../figure/draft-bands.ts';
import { Look, Markers, Offset, ValuesShown } from '../../figure/look.ts';
import { Calendar, Mark } from '../../figure/marks.ts';
import { FigureSpec, Line, PointKey } from '../../figure/spec.ts';
import { Emphasis, newEmphasis } from '../../mark/emphasis.ts';
import { Id } from '../../named/id.ts';
import { Parts, SomeParts, withParts } from '../../named/parts.ts';
import { Refusal } from '../../refusal.ts';
import { figuresOf, MOST_ITEMS, type Report, storedColumns, tableIn } from '../../report/report.ts';
import { Calculation } from '../../table/calc/calculation.ts';
import { localeOf } from '../../text/locale.ts';
import { Written, writtenForNone } from '../../text/written.ts';
import { changeOf } from '../change-of.ts';
import { assign, command } from '../command.ts';
import { figureOf, linesOf, markOf } from '../found.ts';

const inFigure = { figure: Id };
const lineIds = z.array(Id).min(1);
const { colour, weight, markers, values, ...defaulted } = Look.shape;
const look = {
  colour: colour.optional(),
  weight: weight.optional(),
  /** only what is given changes */
  markers: z.strictObject(changeOf(Markers.shape)).optional(),
  values: z.strictObject(changeOf(ValuesShown.shape)).optional(),
  ...changeOf(defaulted),
};

/** Puts lines, in the order they have, before another one, or at the end. */
function move(all: readonly Line[], moved: ReadonlySet<string>, before: string | null): Line[] {
  const rest = all.filter(({ id }) => !moved.has(id));
  if (before !== null && !all.some(({ id }) => id === before))
    throw new Refusal('The line these were to be placed before has been removed.');
  const at = before === null ? rest.length : rest.findIndex(({ id }) => id === before);
  const place = at < 0 ? rest.length : at;
  return [...rest.slice(0, place), ...all.filter(({ id }) => moved.has(id)), ...rest.slice(place)];
}

function addMark(draft: Report, figure: string, mark: Mark): void {
  const { marks } = figureOf(draft, figure);
  if (marks.some(({ id }) => id === mark.id))
    throw new Refusal(`This figure already has something with the id “${mark.id}”.`);
  marks.push(mark);
}

export const LINE_COMMANDS = {
  'figure.renameLine': command(
    'line name',
    z.strictObject({ ...inFigure, line: Id, name: Line.shape.name }),
    (draft, args) => {
      for (const line of linesOf(draft, args.figure, [args.line])) line.name = args.name;
    },
  ),
  'figure.styleLines': command(
    'line look',
    z.strictObject({
      ...inFigure,
      lines: lineIds,
      ...look,
    }),
    (draft, { figure, lines, markers, values, ...plain }) => {
      for (const line of linesOf(draft, figure, lines)) {
        assign(line, plain);
        // Markers whose shape is chosen are to be seen.
        const isSeen = markers?.shape !== undefined && markers.on === undefined && line.markers.on === 'none';
        assign(line.markers, { ...markers, ...(isSeen && { on: 'ends' as const }) });
        assign(line.values, values ?? {});
      }
    },
  ),
  /** Emphasises points of a kind; what is given of how changes, and the rest is as it was or as in the house style. */
  'figure.emphasise': command(
    'emphasis',
    z.strictObject({ ...inFigure, lines: lineIds, of: Emphasis.shape.of, set: SomeParts.default([]) }),
    (draft, { figure, lines, of, set }) => {
      for (const line of linesOf(draft, figure, lines)) {
        const index = line.emphasis.findIndex((rule) => rule.of === of);
        const before = current(line).emphasis[index] ?? newEmphasis(of);
        const rule = withParts(Emphasis, before, set);
        if (rule.of !== of) throw new Refusal('An emphasis cannot change which points it marks.');
        if (index < 0) line.emphasis.push(rule);
        else line.emphasis[index] = rule;
      }
    },
  ),
  'figure.dropEmphasis': command(
    'emphasis',
    z.strictObject({ ...inFigure, lines: lineIds, of: Emphasis.shape.of }),
    (draft, { figure, lines, of }) => {
      for (const line of linesOf(draft, figure, lines)) line.emphasis = line.emphasis.filter((rule) => rule.of !== of);
    },
  ),
  'figure.showLines': command(
    'lines shown',
    z.strictObject({ ...inFigure, lines: lineIds, shown: z.boolean() }),
    (draft, args) => {
      for (const line of linesOf(draft, args.figure, args.lines)) line.shown = args.shown;
    },
  ),
  'figure.nameLines': command(
    'place of names',
    z.strictObject({ ...inFigure, lines: lineIds, named: Line.shape.named.unwrap() }),
    (draft, { figure, lines, named }) => {
      for (const line of linesOf(draft, figure, lines)) assign(line, { named, nameMoved: null });
    },
  ),
  'figure.setNames': command(
    'names of lines',
    z.strictObject({ ...inFigure, ...changeOf(FigureSpec.shape.names.unwrap().shape) }),
    (draft, { figure, ...names }) => {
      const target = figureOf(draft, figure);
      assign(target.names, names);
      // A box that is asked for is to be seen, also where each name was set to stand nowhere.
      const shown = target.lines.filter(({ shown }) => shown);
      if (names.kind && names.kind !== 'none' && shown.every(({ named }) => named === 'none'))
        for (const line of shown) line.named = 'end';
    },
  ),
  'figure.addLines': command(
    'added line',
    z.strictObject({ ...inFigure, lines: z.array(Line).min(1).max(200) }),
    (draft, { figure, lines }) => {
      figureOf(draft, figure).lines.push(...lines);
    },
  ),
  'figure.addCalculatedLine': command(
    'added line',
    z.strictObject({ ...inFigure, calculation: Calculation, line: Line }),
    (draft, { figure, calculation, line }) => {
      const target = figureOf(draft, figure);
      const table = tableIn(draft, target.table);
      if (!table) throw new Refusal(`The table of figure “${target.name}” is not in this report.`);
      table.calculations.push(calculation);
      target.lines.push(line);
    },
  ),
  /** A band of the years before a line, or of all its values in longer periods, with their mean; `hide` leaves out the line itself. */
  'figure.sumUp': command(
    'added band',
    z.strictObject({ ...inFigure, line: Id, of: BandOf, hide: z.boolean().default(false) }),
    (draft, { figure, line: id, of, hide }) => {
      const target = figureOf(draft, figure);
      const table = tableIn(draft, target.table);
      const [line] = linesOf(draft, figure, [id]);
      if (!table) throw new Refusal(`The table of figure “${target.name}” is not in this report.`);
      if (!line) return;
      const columns = [...storedColumns(table).map(({ meta }) => meta), ...table.calculations];
      const made = draftBandOf(of, current(line), target, columns, localeOf(draft.locale));
      table.calculations.push(...made.calculations);
      target.marks.push(made.band);
      target.lines.push(made.line);
      if (hide) line.shown = false;
    },
  ),
  'figure.setCalculatedBand': command(
    'band',
    z.strictObject({ ...inFigure, mark: Id, set: Parts }),
    (draft, { figure, mark, set }) => {
      const target = figureOf(draft, figure);
      const band = markOf(draft, figure, mark);
      const table = tableIn(draft, target.table);
      const rules = band.kind === 'band' && table ? bandRulesOf(band, table.calculations) : null;
      if (band.kind !== 'band' || !table || !rules)
        throw new Refusal('The two edges of this band are not calculated together.');
      const columns = [...storedColumns(table).map(({ meta }) => meta), ...table.calculations];
      const figures = figuresOf(draft).filter((other) => other.table === target.table);
      changeBand(
        rules,
        withParts(BandOf, rules.of, set),
        { calculations: table.calculations, columns, figures },
        localeOf(draft.locale),
      );
    },
  ),
  'figure.moveLines': command(
    'order of lines',
    z.strictObject({ ...inFigure, lines: lineIds, before: Id.nullable() }),
    (draft, { figure, lines, before }) => {
      const target = figureOf(draft, figure);
      linesOf(draft, figure, lines);
      target.lines = move(target.lines, new Set(lines), before);
    },
  ),
  'figure.duplicateLines': command(
    'duplicated line',
    z.strictObject({ ...inFigure, copies: z.array(z.strictObject({ of: Id, id: Id })).min(1) }),
    (draft, { figure, copies }) => {
      const target = figureOf(draft, figure);
      for (const { of, id } of copies) {
        const [line] = linesOf(draft, figure, [of]);
        if (!line) continue;
        const copy = {
          ...current(line),
          id,
          valuesMoved: [],
          nameMoved: null,
        };
        target.lines.splice(target.lines.findIndex((other) => other.id === of) + 1, 0, copy);
      }
    },
  ),
  'figure.removeLines': command('removed line', z.strictObject({ ...inFigure, lines: lineIds }), (draft, args) => {
    const target = figureOf(draft, args.figure);
    const gone = new Set(linesOf(draft, args.figure, args.lines).map((line) => line.id));
    target.lines = target.lines.filter((line) => !gone.has(line.id));
    // An area reached to a line that is gone is no area any more.
    for (const line of target.lines) if (typeof line.fill === 'object' && gone.has(line.fill.line)) line.fill = 'none';
  }),
  'figure.setAxisOfLines': command(
    'axis of lines',
    z.strictObject({ ...inFigure, lines: lineIds, axis: Line.shape.axis.unwrap() }),
    (draft, { figure, lines, axis }) => {
      for (const line of linesOf(draft, figure, lines)) line.axis = axis;
    },
  ),
  'figure.placeName': command(
    'place of a name',
    z.strictObject({ ...inFigure, line: Id, offset: Offset.nullable() }),
    (draft, { figure, line: id, offset }) => {
      for (const line of linesOf(draft, figure, [id])) line.nameMoved = offset;
    },
  ),
  'figure.placeValue': command(
    'place of a value',
    z.strictObject({ ...inFigure, line: Id, at: PointKey, offset: Offset.nullable() }),
    (draft, { figure, line: id, at, offset }) => {
      for (const line of linesOf(draft, figure, [id])) {
        const others = line.valuesMoved.filter((moved) => moved.at !== at);
        line.valuesMoved = offset === null ? others : [...others, { at, ...offset }];
      }
    },
  ),
  'figure.placeValuesAnew': command(
    'places of values',
    z.strictObject({ ...inFigure, lines: lineIds }),
    (draft, { figure, lines }) => {
      for (const line of linesOf(draft, figure, lines)) line.valuesMoved = [];
    },
  ),
  'figure.addMark': command('added mark', z.strictObject({ ...inFigure, mark: Mark }), (draft, { figure, mark }) =>
    addMark(draft, figure, mark),
  ),
  /** Lays a calendar on figures; in one that has it, it takes the place of that. */
  'figure.layCalendar': command(
    'calendar',
    z.strictObject({ figures: z.array(Id).min(1).max(MOST_ITEMS), calendar: Calendar }),
    (draft, { figures, calendar }) => {
      for (const figure of figures) {
        const { marks, name } = figureOf(draft, figure);
        const at = marks.findIndex(({ id }) => id === calendar.id);
        if (at < 0) addMark(draft, figure, calendar);
        else if (marks[at]?.kind === 'calendar') marks[at] = calendar;
        else throw new Refusal(`Figure “${name}” has another mark with the id “${calendar.id}”.`);
      }
    },
  ),
  /** What is given of the mark changes. */
  'figure.setMark': command(
    'mark',
    z.strictObject({ ...inFigure, mark: Id, set: Parts }),
    (draft, { figure, mark: id, set }) => {
      const { marks } = figureOf(draft, figure);
      const target = markOf(draft, figure, id);
      const before = current(target);
      const mark = withParts(Mark, before, set);
      if (mark.kind !== before.kind || mark.id !== id)
        throw new Refusal(`“${id}” is a ${before.kind} and cannot become another mark.`);
      // Which of two columns is the higher one their values say.
      if (mark.kind === 'band' && mark.over.kind !== 'columns') {
        const { from, to } = mark.over;
        if (from !== null && to !== null && typeof from === typeof to && from > to)
          throw new Refusal('A band cannot end before it begins.');
      }
      marks[marks.indexOf(target)] = mark;
    },
  ),
  'figure.removeMarks': command(
    'removed mark',
    z.strictObject({ ...inFigure, marks: z.array(Id).min(1) }),
    (draft, { figure, marks }) => {
      const target = figureOf(draft, figure);
      for (const id of marks) markOf(draft, figure, id);
      target.marks = target.marks.filter(({ id }) => !marks.includes(id));
      // What was compared with a level that is gone compares with nothing.
      for (const line of target.lines)
        line.emphasis = line.emphasis.filter(({ level }) => typeof level === 'number' || !marks.includes(level));
    },
  ),
  'figure.describe': command(
    'description',
    z.strictObject({
      ...inFigure,
      description: FigureSpec.shape.description.unwrap(),
      written: Written.nullable().optional(),
    }),
    (draft, { figure, description, written }) => {
      const found = figureOf(draft, figure);
      found.description = description;
      found.written.description = written ?? (description === null ? null : writtenForNone(description));
    },
  ),
} as const;
