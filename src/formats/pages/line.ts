/** Lines at the head and foot of pages. */

export interface LinePiece {
  kind: 'text' | 'page' | 'pages' | 'section';
  text?: string;
}

/** Fields in a line at the head or foot of a page, by their names between braces. */
export function piecesOf(line: string, fields: Readonly<Record<string, string>>): LinePiece[] {
  return line.split(/(\{[a-z ]+\})/).flatMap((part): LinePiece[] => {
    if (part === '') return [];
    const name = /^\{([a-z ]+)\}$/.exec(part)?.[1];
    if (name === 'page' || name === 'pages' || name === 'section') return [{ kind: name }];
    return [{ kind: 'text', text: name === undefined ? part : (fields[name] ?? part) }];
  });
}
