/** Words that two people changed at once: both keep theirs. */
import diff from 'fast-diff';
import { isSame } from '../named/same.ts';
import { type Looks, looksOf, type Prose, type ProseRun, tidyProse } from './prose.ts';

/** One letter of a text, or one run of another kind, with its looks beside it. */
interface Atom {
  /** what it is, apart from its looks; the same for the same */
  key: string;
  looks: Looks;
  run: ProseRun;
}

function atomsOf(prose: Prose): Atom[] {
  return prose.flatMap((run): Atom[] => {
    const looks = looksOf(run);
    if (run.kind !== 'text') {
      const { bold: _b, italic: _i, raised: _r, link: _l, ...content } = { ...run } as ProseRun & Looks;
      return [{ key: JSON.stringify(content), looks, run }];
    }
    return Array.from(run.text, (text) => ({ key: text, looks, run: { ...run, text } }));
  });
}

/** Code units that no letter of a text is compared by: private ones, and then from the end of the first plane's ideographs down. */
const ownCode = (count: number) => String.fromCharCode(count < 6400 ? 0xe000 + count : 0xd7ff - (count % 20_000));

/** Atoms as a text, a code unit of its own for each that differs, so that texts can be compared. */
function asText(atoms: readonly Atom[], codes: Map<string, string>): string {
  return atoms
    .map(({ key }) => {
      const known = codes.get(key);
      if (known !== undefined) return known;
      // Letters stand for themselves; words, and letters beyond the first plane, have codes of their own.
      const code = key.length === 1 && key < '\ud800' ? key : ownCode(codes.size);
      codes.set(key, code);
      return code;
    })
    .join('');
}

/** What one side made of the base: which atoms it kept, with the looks that they have there, and what it put before each. */
interface Side {
  kept: (Atom | null)[];
  /** what stands in the place of a number, a footnote and their like that was changed */
  changed: (Atom | null)[];
  /** by the place in the base before which they stand; the last entry is for the end */
  added: Atom[][];
}

/** Atoms as words and what stands between them, so that words are compared as wholes first. */
function wordsOf(atoms: readonly Atom[]): Atom[][] {
  const words: Atom[][] = [];
  let before = '';
  for (const atom of atoms) {
    const kind = /^[\p{L}\p{N}\p{M}]$/u.test(atom.key) ? 'letter' : '';
    if (kind !== '' && kind === before) words.at(-1)?.push(atom);
    else words.push([atom]);
    before = kind;
  }
  return words;
}

type Piece = 'same' | 'out' | 'in';

/** How one list of things becomes another: how many are the same, go out, or come in, one after the other. */
function stepsBetween(codes: Map<string, string>, base: readonly Atom[], own: readonly Atom[]): [Piece, number][] {
  return diff(asText(base, codes), asText(own, codes)).map(([kind, text]): [Piece, number] => [
    kind === diff.EQUAL ? 'same' : kind === diff.DELETE ? 'out' : 'in',
    text.length,
  ]);
}

/** The same by words, and by letters where words go out and others come in. */
function stepsByWords(base: readonly Atom[], own: readonly Atom[]): [Piece, number][] {
  const codes = new Map<string, string>();
  const [baseWords, ownWords] = [wordsOf(base), wordsOf(own)];
  const asAtoms = (words: readonly Atom[][]): Atom[] =>
    words.map((word) => ({ key: word.map(({ key }) => key).join(''), looks: {}, run: (word[0] as Atom).run }));
  const steps: [Piece, number][] = [];
  const [out, came]: [Atom[], Atom[]] = [[], []];
  const refine = () => {
    if (out.length > 0 && came.length > 0) steps.push(...stepsBetween(new Map(), out, came));
    else if (out.length > 0) steps.push(['out', out.length]);
    else if (came.length > 0) steps.push(['in', came.length]);
    out.length = 0;
    came.length = 0;
  };
  let [at, to] = [0, 0];
  for (const [piece, count] of stepsBetween(codes, asAtoms(baseWords), asAtoms(ownWords))) {
    if (piece === 'out') out.push(...baseWords.slice(at, at + count).flat());
    if (piece === 'in') came.push(...ownWords.slice(to, to + count).flat());
    if (piece === 'same') {
      refine();
      steps.push(['same', baseWords.slice(at, at + count).flat().length]);
    }
    if (piece !== 'in') at += count;
    if (piece !== 'out') to += count;
  }
  refine();
  return steps;
}

function sideOf(base: readonly Atom[], atoms: readonly Atom[]): Side {
  const kept: (Atom | null)[] = base.map(() => null);
  const added: Atom[][] = Array.from({ length: base.length + 1 }, () => []);
  let [at, own] = [0, 0];
  for (const [piece, count] of stepsByWords(base, atoms)) {
    if (piece === 'same') for (let step = 0; step < count; step++) kept[at + step] = atoms[own + step] ?? null;
    if (piece === 'in') added[at]?.push(...atoms.slice(own, own + count));
    if (piece !== 'in') at += count;
    if (piece !== 'out') own += count;
  }
  return { kept, changed: base.map((atom, place) => (kept[place] ? null : successorOf(atom, place, added))), added };
}

/** What came in the place of a run that is worked out, taken out of what was added: a footnote wherever it went, and of all else one of its kind beside it. */
function successorOf({ run }: Atom, place: number, added: Atom[][]): Atom | null {
  if (run.kind === 'text') return null;
  const isIt = ({ run: own }: Atom) =>
    own.kind === 'footnote' && run.kind === 'footnote' ? own.id === run.id : own.kind === run.kind;
  const where = run.kind === 'footnote' ? added : [added[place + 1] ?? [], added[place] ?? []];
  for (const some of where) {
    const at = some.findIndex(isIt);
    if (at >= 0) return some.splice(at, 1)[0] ?? null;
  }
  return null;
}

/** A run that both changed: the words of a footnote put together, and of all else mine. */
function runBetween(base: ProseRun, mine: ProseRun, theirs: ProseRun): ProseRun {
  if (base.kind !== 'footnote' || mine.kind !== 'footnote' || theirs.kind !== 'footnote') return mine;
  const words = mergeProse(base.words, mine.words, theirs.words).filter((run) => run.kind !== 'footnote');
  return { ...mine, words };
}

/** A look that one side changed is that side's; where both did, mine. */
const looksBetween = (base: Looks, mine: Looks, theirs: Looks): Looks => (isSame(mine, base) ? theirs : mine);

function withLooks(run: ProseRun, looks: Looks): ProseRun {
  if (run.kind === 'sparkline' || run.kind === 'footnote') return run;
  const { bold: _b, italic: _i, raised: _r, link: _l, ...content } = run;
  return { ...content, ...looks } as ProseRun;
}

/**
 * Words as they are after both changed them: what either put in is there, what
 * either took out is gone, and where both put something in at one place, theirs
 * comes first. A number or a footnote that both changed stands there once. A three-way merge over letters (the two-way differences by Myers,
 * "An O(ND) difference algorithm and its variations", 1986).
 */
export function mergeProse(base: Prose, mine: Prose, theirs: Prose): ProseRun[] {
  if (isSame(base, theirs)) return [...mine];
  if (isSame(base, mine) || isSame(mine, theirs)) return [...theirs];
  const atoms = atomsOf(base);
  const [one, other] = [sideOf(atoms, atomsOf(mine)), sideOf(atoms, atomsOf(theirs))];
  const merged: ProseRun[] = [];
  for (let at = 0; at <= atoms.length; at++) {
    const [own, others] = [one.added[at] ?? [], other.added[at] ?? []];
    const isOne = own.length === others.length && own.every(({ key }, index) => key === others[index]?.key);
    merged.push(...others.map(({ run }) => run), ...(isOne ? [] : own.map(({ run }) => run)));
    const [atom, here, there] = [atoms[at], one.kept[at], other.kept[at]];
    const [mine, theirs] = [one.changed[at], other.changed[at]];
    if (atom && mine && theirs) merged.push(runBetween(atom.run, mine.run, theirs.run));
    else if (mine || theirs) merged.push(...[mine ?? theirs].flatMap((changed) => changed?.run ?? []));
    else if (atom && here && there) merged.push(withLooks(atom.run, looksBetween(atom.looks, here.looks, there.looks)));
  }
  return tidyProse(merged);
}
