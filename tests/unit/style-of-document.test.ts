/** A style that is taken from a document: documents made by a second library and by hand, real forms of saying the same, and hostile ones. */
import { Document, HeadingLevel, Packer, Paragraph, TextRun } from 'docx';
import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { Refusal } from '../../src/core/refusal.ts';
import { FIRST_STYLE, OwnStyle } from '../../src/core/report/report.ts';
import { documentLook } from '../../src/formats/document-look.ts';
import { styleOfDocument } from '../../src/formats/style-of-document.ts';
import { Dice } from './any-command.ts';

const THEME = `<?xml version="1.0"?><a:theme xmlns:a="x"><a:themeElements><a:clrScheme name="n">
<a:dk1><a:sysClr val="windowText" lastClr="1A2B3C"/></a:dk1><a:lt1><a:srgbClr val="FFFFFF"/></a:lt1>
<a:accent1><a:srgbClr val="1D4E79"/></a:accent1><a:accent2><a:srgbClr val="B36A00"/></a:accent2>
<a:accent3><a:srgbClr val="FFE699"/></a:accent3><a:accent4><a:srgbClr val="1D4E79"/></a:accent4>
</a:clrScheme><a:fontScheme name="f"><a:majorFont><a:latin typeface="EB Garamond"/></a:majorFont>
<a:minorFont><a:latin typeface="Calibri"/></a:minorFont></a:fontScheme></a:themeElements></a:theme>`;
const STYLES = `<w:styles xmlns:w="x"><w:docDefaults><w:rPrDefault><w:rPr><w:rFonts w:asciiTheme="minorHAnsi"/><w:sz w:val="22"/></w:rPr></w:rPrDefault></w:docDefaults>
<w:style w:type="paragraph" w:default="1" w:styleId="a"><w:name w:val="Normal"/></w:style>
<w:style w:type="paragraph" w:styleId="h"><w:name w:val="heading 1"/><w:basedOn w:val="a"/><w:rPr><w:rFonts w:asciiTheme="majorHAnsi"/><w:b/><w:sz w:val="32"/></w:rPr></w:style>
<w:style w:type="paragraph" w:styleId="c"><w:name w:val="caption"/><w:basedOn w:val="a"/><w:rPr><w:b w:val="0"/><w:sz w:val="18"/></w:rPr></w:style>
<w:style w:type="paragraph" w:styleId="f"><w:name w:val="footnote text"/><w:basedOn w:val="f"/><w:rPr><w:sz w:val="15"/></w:rPr></w:style></w:styles>`;
const BODY = `<w:document xmlns:w="x"><w:body><w:p/><w:sectPr><w:pgSz w:w="11906" w:h="16838"/><w:pgMar w:top="1134" w:bottom="1701" w:left="1417" w:right="1417"/><w:cols w:num="2" w:space="567"/></w:sectPr></w:body></w:document>`;
const docx = (parts: Record<string, string> = {}) =>
  zipSync(
    Object.fromEntries(
      Object.entries({
        'word/theme/theme1.xml': THEME,
        'word/styles.xml': STYLES,
        'word/document.xml': BODY,
        ...parts,
      }).map(([name, text]) => [name, strToU8(text)]),
    ),
  );
const ODT = `<office:document-styles xmlns:office="x"><office:font-face-decls><style:font-face style:name="F1" svg:font-family="'IBM Plex Sans'"/></office:font-face-decls>
<office:styles><style:default-style style:family="paragraph"><style:text-properties style:font-name="F1" fo:font-size="10.5pt"/></style:default-style>
<style:style style:name="Standard" style:family="paragraph"/><style:style style:name="Heading_20_1" style:family="paragraph" style:parent-style-name="Standard"><style:text-properties fo:font-family="Inter" fo:color="#7A1F3D" fo:font-weight="bold"/></style:style>
<style:style style:name="Caption" style:family="paragraph" style:parent-style-name="Standard"><style:text-properties fo:font-size="9pt"/></style:style></office:styles>
<office:automatic-styles><style:page-layout style:name="p1"><style:page-layout-properties fo:page-width="8.5in" fo:page-height="11in" fo:margin="1in"/></style:page-layout></office:automatic-styles>
<office:master-styles><style:master-page style:name="Standard" style:page-layout-name="p1"/></office:master-styles></office:document-styles>`;
const odt = (styles = ODT) =>
  zipSync({ 'styles.xml': strToU8(styles), mimetype: strToU8('application/vnd.oasis.opendocument.text') });

describe('a style of a document', () => {
  it('has typefaces, sizes, theme colours and page of a DOCX, and says what it lacks', () => {
    const { style, found, missing } = styleOfDocument('Annual report.docx', docx(), []);
    expect(style).toMatchObject({
      name: 'Annual report',
      type: { figures: FIRST_STYLE.type.figures, headings: { id: 'garamond', name: 'EB Garamond' } },
      sizes: { title: 9, label: 7.5, subtitle: 7.5, source: 6.9, text: 11, caption: 9, heading1: 16 },
      bold: { title: false },
      ink: '#1a2b3c',
      ground: '#ffffff',
      palette: [
        { name: 'accent 1', colour: '#1d4e79' },
        { name: 'accent 2', colour: '#b36a00' },
      ],
      pages: { paper: 'A4', margins: { top: 20, bottom: 30, inner: 25, outer: 25 }, columns: 2, gap: 10 },
      figures: [
        { name: 'text width', width: 160, height: 84 },
        { name: 'column', width: 75 },
      ],
    });
    expect(found).toContain('EB Garamond for headings.');
    expect(missing).toEqual([
      'Calibri, its typeface for text, is not here; bring in its files, then choose it.',
      'accent 3 (#ffe699) is too pale on the background for lines.',
    ]);
    // One that is here is taken.
    const own = { ...FIRST_STYLE.type.figures, id: 'own-0123456789abcdef', name: 'calibri' };
    const family = { id: own.id, name: own.name } as never;
    expect(styleOfDocument('x.docx', docx(), [family]).style.type.figures).toEqual({ id: own.id, name: 'calibri' });
  });

  it('has those of an ODT, in any units', () => {
    const { style } = styleOfDocument('Letter.odt', odt(), []);
    expect(style).toMatchObject({
      type: { figures: { id: 'plex' }, text: { id: 'plex' }, headings: { id: 'inter' } },
      sizes: { title: 9, label: 7.5, text: 10.5 },
      bold: { title: true },
      palette: [{ name: 'colour 1', colour: '#7a1f3d' }],
      pages: { paper: 'Letter', columns: 1 },
      figures: [{ name: 'text width', width: 165 }],
    });
  });

  it('reads what a library writes', async () => {
    const made = new Document({
      styles: {
        default: {
          document: { run: { font: 'Libre Franklin', size: 21, color: '222233' } },
          heading1: { run: { font: 'Roboto Condensed', bold: true, size: 30 } },
        },
      },
      sections: [
        {
          properties: { page: { size: { width: 11906, height: 16838 }, margin: { left: 1134, right: 1134 } } },
          children: [
            new Paragraph({ heading: HeadingLevel.HEADING_1, children: [new TextRun('Service')] }),
            new Paragraph('Words'),
          ],
        },
      ],
    });
    const { style, found } = styleOfDocument('Made.docx', new Uint8Array(await Packer.toBuffer(made)), []);
    expect(style.type).toMatchObject({ figures: { id: 'franklin' }, headings: { id: 'roboto-condensed' } });
    // The library writes a style for captions of its own, of 9 pt.
    expect(style.sizes.title).toBe(9);
    expect(style.figures[0]?.width).toBe(170);
    expect(style.ink).toBe('#222233');
    expect(found).toContain('Text in #222233 on #ffffff.');
    const bare = STYLES.replace(/<w:style [^>]*w:styleId="c">.*?<\/w:style>/s, '');
    expect(styleOfDocument('x.docx', docx({ 'word/styles.xml': bare }), []).missing).toContain(
      'It has no style for captions.',
    );
  });

  it('is a style whatever the document says, or is refused in a sentence: 400 of them', () => {
    const dice = new Dice(11);
    let refused = 0;
    for (let round = 0; round < 400; round++) {
      const isOdt = dice.next() < 0.4;
      const spoil = (text: string) => {
        const at = Math.floor(dice.next() * text.length);
        const cut = dice.of(['', '"', '<', '&', '99999999', '-5', 'NaN', '&lt;script&gt;', '\u0000', '</w:style>']);
        return text.slice(0, at) + cut + text.slice(at + dice.below(30));
      };
      const bytes = isOdt
        ? odt(spoil(spoil(ODT)))
        : docx({
            'word/styles.xml': spoil(STYLES),
            'word/theme/theme1.xml': spoil(THEME),
            'word/document.xml': spoil(BODY),
          });
      if (dice.next() < 0.2) bytes[Math.floor(dice.next() * bytes.length)] = dice.below(256);
      try {
        const { style } = styleOfDocument(isOdt ? 'x.odt' : 'x.docx', bytes, []);
        expect(OwnStyle.safeParse(style).error, JSON.stringify(style)).toBeUndefined();
      } catch (error) {
        expect(error, String(error)).toBeInstanceOf(Refusal);
        refused += 1;
      }
    }
    expect(refused).toBeGreaterThan(2);
    expect(refused).toBeLessThan(300);
  });

  it('follows no ring of styles, takes in nothing a document defines, and refuses what is none', () => {
    const ring = STYLES.replace(
      '<w:basedOn w:val="a"/><w:rPr><w:rFonts',
      '<w:basedOn w:val="c"/><w:rPr><w:rFonts',
    ).replace('<w:name w:val="caption"/><w:basedOn w:val="a"/>', '<w:name w:val="caption"/><w:basedOn w:val="h"/>');
    expect(documentLook('x.docx', docx({ 'word/styles.xml': ring })).words.caption.size).toBe(9);
    const laughs = `<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]>${STYLES.replace('Normal', '&b;')}`;
    expect(() => documentLook('x.docx', docx({ 'word/styles.xml': laughs }))).not.toThrow(RangeError);
    for (const [name, bytes] of [
      ['x.docx', strToU8('no archive')],
      ['x.odt', zipSync({ 'a.txt': strToU8('a') })],
      ['x.docx', new Uint8Array()],
    ] as const)
      expect(() => styleOfDocument(name, bytes, [])).toThrow(
        /^“x\.(docx|odt)” cannot be read: it is not (a DOCX|an ODT) document, or it is damaged\.$/,
      );
  });
});
