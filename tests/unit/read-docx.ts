/** A document read by a way of its own: its paragraphs with their styles, and whether all that it refers to is there. */
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { unzipSync } from 'fflate';

interface Node {
  name: string;
  attributes: Record<string, string>;
  children: Node[];
  text: string;
}

interface Parsed {
  [name: string]: Parsed[] | string | Record<string, string>;
}

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  trimValues: false,
  parseTagValue: false,
  parseAttributeValue: false,
  processEntities: true,
});

function nodesOf(parsed: Parsed[]): Node[] {
  return parsed.flatMap((one): Node[] => {
    const name = Object.keys(one).find((key) => key !== ':@');
    if (name === undefined) return [];
    if (name === '#text') return [{ name, attributes: {}, children: [], text: String(one['#text']) }];
    return [
      {
        name,
        attributes: (one[':@'] ?? {}) as Record<string, string>,
        children: nodesOf(one[name] as Parsed[]),
        text: '',
      },
    ];
  });
}

interface DocxParagraph {
  style: string;
  /** list and level, where it is in one */
  list: string | null;
  text: string;
  pictures: number;
  inTable: boolean;
}

export interface ReadDocx {
  /** what is wrong with it; nothing where it is well */
  faults: string[];
  paragraphs: DocxParagraph[];
  /** words of footnotes by their numbers */
  notes: Map<string, string>;
  /** instructions of fields */
  fields: string[];
  bookmarks: string[];
  alternatives: string[];
  core: string;
  settings: string;
}

const child = (node: Node, ...path: string[]): Node | undefined =>
  path.reduce<Node | undefined>((found, name) => found?.children.find((one) => one.name === name), node);

function textOf(node: Node): string {
  if (node.name === '#text') return node.text;
  if (node.name === 'w:tab') return '\t';
  if (node.name === 'w:instrText' || node.name === 'w:pPr' || node.name === 'w:drawing') return '';
  return node.children.map(textOf).join('');
}

const count = (node: Node, name: string): number =>
  (node.name === name ? 1 : 0) + node.children.reduce((sum, one) => sum + count(one, name), 0);

function walk(node: Node, see: (node: Node, inTable: boolean) => void, inTable = false): void {
  see(node, inTable);
  for (const one of node.children) walk(one, see, inTable || node.name === 'w:tbl');
}

export function readDocx(bytes: Uint8Array): ReadDocx {
  const files = unzipSync(bytes);
  const text = (name: string) => new TextDecoder().decode(files[name]);
  const faults: string[] = [];
  for (const name of Object.keys(files))
    if (/\.(xml|rels)$/.test(name)) {
      const valid = XMLValidator.validate(text(name));
      if (valid !== true) faults.push(`${name}: ${valid.err.msg}`);
      // biome-ignore lint/suspicious/noControlCharactersInRegex: these are what no XML may hold
      if (/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/.test(text(name))) faults.push(`${name}: forbidden`);
    }
  const body: Node = {
    name: 'root',
    attributes: {},
    children: nodesOf(parser.parse(text('word/document.xml'))),
    text: '',
  };
  const rels = new Map(
    [...text('word/_rels/document.xml.rels').matchAll(/<Relationship [^>]*>/g)].map(([rel]) => [
      /Id="([^"]+)"/.exec(rel)?.[1] ?? '',
      { target: /Target="([^"]+)"/.exec(rel)?.[1] ?? '', outside: rel.includes('External') },
    ]),
  );
  const [paragraphs, fields, bookmarks, alternatives]: [DocxParagraph[], string[], string[], string[]] = [
    [],
    [],
    [],
    [],
  ];
  const notesUsed: string[] = [];
  const ids: string[] = [];
  walk(body, (node, inTable) => {
    const { name, attributes } = node;
    for (const [key, value] of Object.entries(attributes))
      if (/^r:(?:id|embed|link)$/.test(key)) {
        const rel = rels.get(value);
        if (!rel) faults.push(`no relation ${value}`);
        else if (!rel.outside && !files[`word/${rel.target}`]) faults.push(`no file ${rel.target}`);
      }
    if (name === 'w:bookmarkStart') bookmarks.push(attributes['w:name'] ?? '');
    if (name === 'w:fldSimple') fields.push(attributes['w:instr'] ?? '');
    if (name === 'w:instrText') fields.push(node.children.map((one) => one.text).join(''));
    if (name === 'w:footnoteReference') notesUsed.push(attributes['w:id'] ?? '');
    if (name === 'wp:docPr') {
      alternatives.push(attributes['descr'] ?? '');
      ids.push(attributes['id'] ?? '');
    }
    if (name !== 'w:p') return;
    const own = child(node, 'w:pPr', 'w:numPr');
    paragraphs.push({
      style: child(node, 'w:pPr', 'w:pStyle')?.attributes['w:val'] ?? '',
      list: own
        ? `${child(own, 'w:numId')?.attributes['w:val']} ${child(own, 'w:ilvl')?.attributes['w:val'] ?? '0'}`
        : null,
      text: textOf(node),
      pictures: count(node, 'w:drawing'),
      inTable,
    });
  });
  if (new Set(bookmarks).size < bookmarks.length) faults.push('two bookmarks of one name');
  if (new Set(ids).size < ids.length) faults.push('two pictures of one id');
  for (const field of fields) {
    const to = /REF (\S+)/.exec(field)?.[1];
    if (to !== undefined && !bookmarks.includes(to)) faults.push(`no bookmark ${to}`);
  }
  const notes = new Map(
    [...text('word/footnotes.xml').matchAll(/<w:footnote [^>]*w:id="([^"]+)"[^>]*>([\s\S]*?)<\/w:footnote>/g)].map(
      ([, id = '', inner = '']) => [
        id,
        [...inner.matchAll(/<w:t[ >][^<]*/g)].map(([run]) => run.replace(/^<w:t[^>]*>/, '')).join(''),
      ],
    ),
  );
  for (const id of notesUsed) if (!notes.has(id)) faults.push(`no footnote ${id}`);
  return {
    faults,
    paragraphs,
    notes,
    fields,
    bookmarks,
    alternatives,
    core: text('docProps/core.xml'),
    settings: text('word/settings.xml'),
  };
}
