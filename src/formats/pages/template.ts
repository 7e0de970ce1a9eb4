/**
 * How pages are set: a fixed program for Typst, which reads all that it sets
 * as data. Nothing that anyone typed is ever part of it.
 */
export const TEMPLATE = `#let d = json("settings.json")
#set document(title: d.title, author: d.author,
  date: if d.date == none { none } else { datetime(year: d.date.year, month: d.date.month, day: d.date.day) })
#set text(font: d.text.fonts, size: d.text.size * 1pt, fill: rgb(d.ink), lang: d.lang, region: d.region,
  fallback: false, hyphenate: d.hyphenated)
#set par(justify: d.justified, leading: d.leading * 1em, spacing: d.spacing * 1em, first-line-indent: 0pt)
#let piece(one) = {
  if one.kind == "text" { one.text }
  else if one.kind == "page" { context counter(page).display() }
  else if one.kind == "pages" { context str(counter(page).final().first()) }
  else { context {
    let before = query(heading.where(level: 1, outlined: true).before(here()))
    if before.len() > 0 { before.last().body }
  } }
}
#let pieces(all) = all.map(piece).join()
#let line(parts) = context {
  let odd = calc.odd(here().page())
  let (left, right) = if d.mirrored and not odd { (parts.right, parts.left) } else { (parts.left, parts.right) }
  set text(font: d.label.fonts, size: d.label.size * 1pt, fill: rgb(d.quiet))
  grid(columns: (1fr, auto, 1fr),
    align(start, pieces(left)), align(center, pieces(parts.middle)), align(end, pieces(right)))
}
#set page(width: d.paper.width * 1mm, height: d.paper.height * 1mm,
  margin: if d.mirrored { (top: d.margins.top * 1mm, bottom: d.margins.bottom * 1mm,
    inside: d.margins.inner * 1mm, outside: d.margins.outer * 1mm) }
    else { (top: d.margins.top * 1mm, bottom: d.margins.bottom * 1mm,
    left: d.margins.inner * 1mm, right: d.margins.outer * 1mm) },
  columns: d.columns,
  header: context { if here().page() > 1 or d.firstHead { line(d.head) } },
  footer: line(d.foot))
#set columns(gutter: d.gap * 1mm)
#set heading(numbering: if d.numbered { "1.1" } else { none })
#show heading: it => {
  let size = d.headings.sizes.at(it.level - 1)
  set text(font: d.headings.fonts, size: size * 1pt, weight: if d.headings.bold { 600 } else { 400 }, hyphenate: false)
  set par(justify: false, leading: 0.4em)
  block(above: if it.level == 1 { 1.6em } else { 1.3em }, below: 0.7em, sticky: true,
    if it.numbering != none and it.outlined [#counter(heading).display() #h(0.6em) #it.body] else { it.body })
}
#show link: it => it
#set footnote.entry(separator: std.line(length: 25%, stroke: 0.4pt + rgb(d.rule)))
#show footnote.entry: set text(size: d.text.size * 0.85 * 1pt)
#set list(marker: ([•], [–], [·]), indent: 0.4em, spacing: d.spacing * 0.6 * 1em)
#set enum(indent: 0.4em, spacing: d.spacing * 0.6 * 1em)
#show outline.entry.where(level: 1): set text(weight: 600)
#let run(r) = {
  if r.kind == "text" or r.kind == "reference" or r.kind == "page" {
    let body = if r.kind == "page" {
      if r.of == "page" { context counter(page).display() } else { context str(counter(page).final().first()) }
    } else { text(r.text) }
    if r.at("bold", default: false) { body = text(weight: 600, body) }
    if r.at("italic", default: false) { body = text(style: "italic", body) }
    let raised = r.at("raised", default: none)
    if raised == "super" { body = super(typographic: false, body) }
    if raised == "sub" { body = sub(typographic: false, body) }
    if r.kind == "reference" and r.at("there", default: false) { link(label(r.to), body) }
    else if r.at("link", default: none) != none { link(r.link, underline(body)) }
    else { body }
  } else if r.kind == "sparkline" {
    box(baseline: r.depth * 1pt, image(r.file, width: r.width * 1pt, height: r.height * 1pt, alt: r.alt))
  } else if r.kind == "footnote" { footnote(r.runs.map(run).join()) }
}
#let words(runs) = runs.map(run).join()
#let mark(id) = [#metadata(id) <block>]
#let caption(b) = {
  if b.label == "" and b.caption.len() == 0 { return none }
  set text(font: d.caption.fonts, size: d.caption.size * 1pt, fill: rgb(d.quiet),
    weight: if d.caption.bold { 600 } else { 400 })
  set par(justify: false, leading: 0.45em)
  set align(start)
  block(width: 100%, {
    if b.label != "" { text(weight: 600, fill: rgb(d.ink), b.label); h(0.6em) }
    words(b.caption)
  })
}
#let captioned(b, body) = {
  let parts = if d.captions == "above" { (caption(b), body) } else { (body, caption(b)) }
  block(width: 100%, breakable: false, stack(spacing: 6pt, ..parts.filter(one => one != none)))
}
#let placed(b, body, wide) = {
  let floats = b.stands == "near" or (d.columns > 1 and wide)
  let own = figure(captioned(b, body), kind: b.noun, supplement: none, numbering: none, outlined: false,
    placement: if floats { auto } else { none }, scope: if d.columns > 1 and wide { "parent" } else { "column" })
  [#own #label(b.anchor)]
}
#let thing(t) = {
  if t.file == none { block(width: 100%, inset: 8pt, stroke: 0.5pt + rgb(d.rule), t.alt) } else { box(width: t.width * 1mm, height: t.height * 1mm, {
    place(top + left, [#metadata((block: t.block, item: t.item)) <thing>])
    if d.pictures { image(t.file, width: 100%, height: 100%, fit: "stretch", alt: t.alt) }
  }) }
}
#let cells(b) = {
  set text(font: d.label.fonts, size: d.caption.size * 1pt)
  set par(justify: false, leading: 0.4em)
  set text(hyphenate: false)
  let stroke = 0.5pt + rgb(d.rule)
  table(columns: b.head.len(), stroke: none, inset: (x: 5pt, y: 3.2pt),
    align: (x, y) => if b.right.at(x) { right + bottom } else { left + bottom },
    fill: (x, y) => if b.strong != none and y == b.strong + 1 { rgb(d.zebra) },
    table.header(..b.head.map(h => text(fill: rgb(d.quiet), h)), table.hline(stroke: stroke)),
    ..b.rows.enumerate().map(((y, row)) => row.map(c =>
      text(weight: if b.strong != none and y == b.strong { 600 } else { 400 }, c))).flatten(),
    table.hline(stroke: stroke))
}
#let listed(b) = {
  let items = b.items.map(i => { mark(i.id); words(i.runs); for inner in i.inner { listed(inner) } })
  if b.ordered { enum(..items) } else { list(..items) }
}
#let block-of(b) = {
  if b.type == "heading" [#heading(level: b.level, words(b.runs)) #label(b.anchor)]
  else if b.type == "paragraph" { par({ mark(b.id); words(b.runs) }) }
  else if b.type == "list" { listed(b) }
  else if b.type == "quote" { quote(block: true, for inner in b.blocks { block-of(inner) }) }
  else if b.type == "box" {
    block(width: 100%, inset: (x: 12pt, y: 10pt), radius: 2pt, fill: rgb(d.zebra), above: 1.2em, below: 1.2em, {
      block(below: 0.6em, text(font: d.headings.fonts, weight: 600, { if b.id != none { mark(b.id) }; words(b.title) }))
      for inner in b.blocks { block-of(inner) }
    })
  }
  else if b.type == "figure" {
    let body = grid(columns: b.things.len(), column-gutter: b.gap * 1mm, align: center + bottom, ..b.things.map(thing))
    placed(b, pad(x: b.pad * 1mm, align(center, { for other in b.others [#metadata(none) #label(other)]; body })), b.wide)
  }
  else if b.type == "numbers" { placed(b, { mark(b.id); align(center, cells(b)) }, false) }
  else if b.type == "contents" {
    mark(b.id)
    heading(level: 1, outlined: false, numbering: none, b.title)
    outline(title: none, depth: b.depth)
  }
  else if b.type == "break" { pagebreak(weak: true) }
}
#for b in json("blocks.json") { block-of(b) }
#context [#metadata((
  blocks: query(<block>).map(m => (id: m.value, at: m.location().position())),
  headings: query(heading.where(outlined: true)).map(h => (id: str(h.at("label", default: <none>)), at: h.location().position())),
  things: query(<thing>).map(m => (block: m.value.block, item: m.value.item, at: m.location().position())),
)) <where>]
`;
