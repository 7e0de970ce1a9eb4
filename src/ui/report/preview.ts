/** A colour on the sheet while it is still being chosen: the drawn elements are recoloured, and nothing is kept. */

/** Shows lines in a colour instead of the one they have. A redraw of the sheet puts everything right again. */
export function previewColour(lines: readonly string[], from: string, to: string): void {
  for (const id of lines)
    for (const part of document.querySelectorAll<SVGElement>(
      `.sheet [data-part="line:${CSS.escape(id)}"], .sheet [data-part="name:${CSS.escape(id)}"], .sheet [data-part^="value:${CSS.escape(id)}:"]`,
    )) {
      const own = part.dataset['colour'] ?? from;
      part.dataset['colour'] = to;
      for (const element of part.querySelectorAll('[stroke], [fill]'))
        for (const attribute of ['stroke', 'fill'])
          if (element.getAttribute(attribute) === own) element.setAttribute(attribute, to);
    }
}
