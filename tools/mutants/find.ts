/** Single lines of a module, broken one at a time: where, and how. */
import ts from 'typescript';

export interface Mutant {
  /** path of the module from the root of the clone */
  file: string;
  /** from 1 */
  line: number;
  /** what is replaced, as offsets in the text of the module; an expression or a statement */
  start: number;
  end: number;
  /** what stands there instead; empty where a statement is left out */
  instead: string;
  isStatement: boolean;
}

const OPPOSITE = new Map<ts.SyntaxKind, string>([
  [ts.SyntaxKind.LessThanToken, '<='],
  [ts.SyntaxKind.LessThanEqualsToken, '<'],
  [ts.SyntaxKind.GreaterThanToken, '>='],
  [ts.SyntaxKind.GreaterThanEqualsToken, '>'],
  [ts.SyntaxKind.EqualsEqualsEqualsToken, '!=='],
  [ts.SyntaxKind.ExclamationEqualsEqualsToken, '==='],
  [ts.SyntaxKind.AmpersandAmpersandToken, '||'],
  [ts.SyntaxKind.BarBarToken, '&&'],
  [ts.SyntaxKind.PlusToken, '-'],
  [ts.SyntaxKind.MinusToken, '+'],
  [ts.SyntaxKind.AsteriskToken, '/'],
  [ts.SyntaxKind.SlashToken, '*'],
]);

/** Methods that give what they are called on, in part or in another order: without them it comes as it is. */
const PASSED_THROUGH = new Set(['filter', 'sort', 'toSorted', 'reverse', 'toReversed', 'slice', 'trim']);
const OTHER_METHOD = new Map([
  ['some', 'every'],
  ['every', 'some'],
  ['min', 'max'],
  ['max', 'min'],
  ['floor', 'ceil'],
  ['ceil', 'floor'],
]);

/** Whether it stands for what is not there: mostly where only the types cannot rule that out, as for an entry of a list. */
const isDefault = ({ parent }: ts.Node): boolean =>
  ts.isBinaryExpression(parent) && parent.operatorToken.kind === ts.SyntaxKind.QuestionQuestionToken;

/** What an expression is replaced by, or null where it is left alone. */
function insteadOf(node: ts.Node, textOf: (node: ts.Node) => string): string | null {
  // What follows in the chain is left out with it, which parentheses would end.
  if (ts.isOptionalChain(node)) return null;
  if (ts.isBinaryExpression(node)) {
    const other = OPPOSITE.get(node.operatorToken.kind);
    // Texts that are put together say something, and are not worked out.
    if (!other || [node.left, node.right].some((side) => ts.isStringLiteralLike(side) || ts.isTemplateExpression(side)))
      return null;
    return `${textOf(node.left)} ${other} ${textOf(node.right)}`;
  }
  if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken) return textOf(node.operand);
  if (node.kind === ts.SyntaxKind.TrueKeyword) return 'false';
  if (node.kind === ts.SyntaxKind.FalseKeyword) return 'true';
  if (ts.isNumericLiteral(node) && ['0', '1', '2'].includes(node.text) && !isDefault(node))
    return String(Number(node.text) + 1);
  if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression)) {
    const { expression: on, name } = node.expression;
    if (PASSED_THROUGH.has(name.text)) return textOf(on);
    const other = OTHER_METHOD.get(name.text);
    return other ? `${textOf(on)}.${other}(${node.arguments.map(textOf).join(', ')})` : null;
  }
  return null;
}

/** Whether a condition of some kind is this node, and no operator that is turned itself. */
function isBareCondition(node: ts.Node): boolean {
  const { parent } = node;
  const isCondition =
    ((ts.isIfStatement(parent) || ts.isWhileStatement(parent)) && parent.expression === node) ||
    (ts.isConditionalExpression(parent) && parent.condition === node);
  return isCondition && !ts.isBinaryExpression(node) && !ts.isPrefixUnaryExpression(node);
}

const isLeftOut = (node: ts.Node): boolean =>
  ts.isExpressionStatement(node)
    ? !(ts.isCallExpression(node.expression) && node.expression.expression.kind === ts.SyntaxKind.SuperKeyword)
    : ts.isIfStatement(node) || ts.isContinueStatement(node) || ts.isBreakStatement(node) || ts.isThrowStatement(node);

/** Everything in a module that can be broken, in the order in which it stands. */
export function mutantsOf(file: string, text: string): Mutant[] {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.ES2023, true);
  const textOf = (node: ts.Node) => text.slice(node.getStart(source), node.end);
  const found: Mutant[] = [];
  const add = (node: ts.Node, instead: string, isStatement: boolean) => {
    const start = node.getStart(source);
    const line = source.getLineAndCharacterOfPosition(start).line + 1;
    found.push({ file, line, start, end: node.end, instead, isStatement });
  };
  const visit = (node: ts.Node): void => {
    // Types are gone when it runs; names and paths of modules are no values.
    if (ts.isTypeNode(node) || ts.isInterfaceDeclaration(node) || ts.isTypeAliasDeclaration(node)) return;
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) return;
    if (ts.isPropertyAssignment(node)) {
      visit(node.initializer);
      return;
    }
    const instead = insteadOf(node, textOf);
    if (instead !== null) add(node, instead, false);
    else if (isBareCondition(node)) add(node, `!(${textOf(node)})`, false);
    if (isLeftOut(node)) add(node, '', true);
    ts.forEachChild(node, visit);
  };
  ts.forEachChild(source, visit);
  return found;
}

/** One mutant for each of so many lines, spread over the modules evenly; all lines where there are fewer. */
export function chosenOf(all: readonly Mutant[], count: number, random: () => number): Mutant[] {
  const lines = new Map<string, Mutant[]>();
  for (const mutant of all) {
    const key = `${mutant.file}:${mutant.line}`;
    lines.set(key, [...(lines.get(key) ?? []), mutant]);
  }
  const one = [...lines.values()].map((those) => those[Math.floor(random() * those.length)] as Mutant);
  if (one.length <= count) return one;
  const step = one.length / count;
  return Array.from({ length: count }, (_, index) => one[Math.floor((index + random()) * step)] as Mutant);
}

/** A module that can be broken in each of these ways, whose numbers are given, while it runs. */
export function switchable(text: string, mutants: readonly (Mutant & { id: number })[]): string {
  // From the inside out and from the end on, so that places that are still to come stay where they are.
  const inserted = mutants.flatMap(({ id, start, end, instead, isStatement }) => {
    const asks = `globalThis.isBroken(${id})`;
    return isStatement
      ? [
          // A block of its own, so that an `else` behind it stays that of the condition before it.
          { at: start, is: `{ if (!${asks}) { `, opens: true, size: end - start },
          { at: end, is: ' } }', opens: false, size: end - start },
        ]
      : [
          { at: start, is: `(${asks} ? (${instead}) : (`, opens: true, size: end - start },
          { at: end, is: '))', opens: false, size: end - start },
        ];
  });
  // At one place, what closes comes before what opens; the larger opens first and closes last.
  inserted.sort(
    (a, b) => a.at - b.at || Number(a.opens) - Number(b.opens) || (a.opens ? b.size - a.size : a.size - b.size),
  );
  let made = '';
  let done = 0;
  for (const { at, is } of inserted) {
    made += text.slice(done, at) + is;
    done = at;
  }
  return made + text.slice(done);
}
