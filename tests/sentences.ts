/** The English that users read, taken from the sources: what stands in mark-up, in labels and in sentences. */
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import ts from 'typescript';

const SOURCES = 'src';
/** Attributes whose text is for machines. */
const FOR_MACHINES = new Set([
  'className',
  'class',
  'd',
  'href',
  'src',
  'type',
  'id',
  'role',
  'viewBox',
  'style',
  'key',
]);
/** Files whose texts are lists of words in many languages, drawing code or a schema of the database. */
const NOT_SENTENCES =
  /generated|fact\/(?:lexicon|count-words|season-words|period-words|messages)|measure\/words|table\/(?:date-words|dates|magnitudes|marks|number-text|block|stand-in)|text\/(?:locale|scripts|unit-words)|pages\/(?:template|picture)|server\/(?:migrations|tidy|blocks|stored)\.ts|cli\/(?:bench|made-)|spark\/(?:html|svg)\.ts|scene\/svg|formats\/(?:embed|figure-page|looked-into|pdf)\.ts|report\/html/;

function* sources(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* sources(path);
    else if (/\.tsx?$/.test(entry.name)) yield path;
  }
}

/** What is put into a sentence while the page runs stands as … in the list. */
const GAP = '…';

function textOf(node: ts.Node): string | null {
  if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) return node.text;
  if (ts.isTemplateExpression(node))
    return node.head.text + node.templateSpans.map(({ literal }) => GAP + literal.text).join('');
  return ts.isJsxText(node) ? node.text : null;
}

const isCode = (text: string) =>
  /[<>{}=\\]|--|::|;$|^\W*$|\b(?:select|flex|grid|font|rgb|px|url)\b|^[\w./@-]+$|(?:^| )[a-z]+-(?:\d|\[|\w+-)|^#/.test(
    text,
  ) && !/^[A-Z][a-z]+$/.test(text);

/** Whether a text is read by people: words with a blank between them, or one with a capital. */
const isRead = (text: string) =>
  !isCode(text) &&
  (/^[A-Z][a-z]+(?: …)?[.:]?$/.test(text) || /[A-Za-z’…”,] ?[ ][A-Za-z“…(]/.test(text)) &&
  /[A-Za-z]{2}/.test(text);

function* textsIn(path: string): Generator<string> {
  const kind = path.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const file = ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true, kind);
  const found: string[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return;
    if (ts.isJsxAttribute(node) && FOR_MACHINES.has(node.name.getText(file))) return;
    const text = textOf(node)?.replace(/\s+/g, ' ').trim();
    if (text && isRead(text)) found.push(text);
    ts.forEachChild(node, visit);
  };
  visit(file);
  yield* new Set(found);
}

/** All of them, a paragraph for each file, in the order in which they stand there. */
export function sentencesOfSources(): string {
  const paragraphs: string[] = [];
  for (const path of sources(SOURCES)) {
    if (NOT_SENTENCES.test(path)) continue;
    const texts = [...textsIn(path)];
    if (texts.length > 0) paragraphs.push([`# ${relative(SOURCES, path)}`, ...texts].join('\n'));
  }
  return `${paragraphs.join('\n\n')}\n`;
}
