import type { SyntaxNode, SyntaxTree } from '../syntax/node.js';
import { END, SHIFT, START } from '../syntax/node-table.js';
import { DECLARED, DECLARED_KINDS, FILE, HEADER, HEADER_SIZE, IMPORTED, LISTS, WIDTHS, type DeclaredKind, type Facts } from './facts.js';
import { eachWord, hashOf } from './word-hash.js';

/** What is told of a declaration. */
export interface Declared {
  /** The name at its declaration, or what stands for it. */
  readonly name: SyntaxNode;
  readonly kind: DeclaredKind;
  /** What it is called outside, if not by that text. */
  readonly as?: string;
  /** What it consists of: what is used within it is used by itself. Several, if it is declared at one place and exported at another. */
  readonly parts: readonly SyntaxNode[];
  readonly flags?: readonly (keyof typeof DECLARED)[];
  /** The name of the class around it. */
  readonly owner?: string | undefined;
}

/** What is told of an import. */
export interface Imported {
  readonly module: string;
  readonly node: { readonly start: number; readonly end: number };
  readonly names?: readonly string[];
  readonly flags?: readonly (keyof typeof IMPORTED)[];
}

/** More paths, or parts of names, than these are data, and mention none in particular. */
const MOST_PATHS = 1000;

const ERRORS = new Set(['ERROR']);

/** Collects the facts of one file. */
export class FactCollector {
  private readonly words = new Map<number, number>();
  private readonly mentioned = new Set<number>();
  private readonly declared: Declared[] = [];
  private readonly imported: Imported[] = [];
  private readonly bases: number[] = [];
  private readonly shared = new Set<number>();
  private readonly paths = new Set<string>();
  private readonly affixes = new Set<string>();
  private flags = 0;
  private start = 0;
  /** The places and numbers of words in the code, in text order. */
  private places: Int32Array = new Int32Array(0);
  private hashes: Int32Array = new Int32Array(0);

  /** @param foldsCase whether capital letters make no difference in names. */
  constructor(private readonly foldsCase: boolean) {}

  hash(text: string): number {
    return hashOf(text, 0, text.length, this.foldsCase);
  }

  /** Counts the names in a tree. @param types the node types of names. */
  namesIn(tree: SyntaxTree, types: ReadonlyMap<string, unknown>): void {
    if (tree.hasErrors) {
      this.allNamesIn(tree.text);
      return;
    }
    const numbers = tree.numbersInOrder(types);
    this.places = new Int32Array(numbers.length);
    this.hashes = new Int32Array(numbers.length);
    for (let at = 0; at < numbers.length; at += 1) {
      const row = (numbers[at] as number) << SHIFT;
      const hash = hashOf(tree.text, tree.table[row + START], tree.table[row + END], this.foldsCase);
      this.places[at] = tree.table[row + START] as number;
      this.hashes[at] = hash;
      this.words.set(hash, (this.words.get(hash) ?? 0) + 1);
    }
  }

  /** Counts all words: what could not be parsed may use any name that is written there. */
  private allNamesIn(text: string): void {
    const places: number[] = [];
    const hashes: number[] = [];
    eachWord(text, 0, text.length, (start, end) => {
      const hash = hashOf(text, start, end, this.foldsCase);
      places.push(start);
      hashes.push(hash);
      this.words.set(hash, (this.words.get(hash) ?? 0) + 1);
    });
    this.places = Int32Array.from(places);
    this.hashes = Int32Array.from(hashes);
  }

  /** Counts all words in a stretch of code that has no tree. */
  wordsIn(text: string, start = 0, end = text.length): void {
    eachWord(text, start, end, (from, to) => {
      const hash = hashOf(text, from, to, this.foldsCase);
      this.words.set(hash, (this.words.get(hash) ?? 0) + 1);
    });
  }

  /** Words in a text, which may be names. */
  mention(text: string, start = 0, end = text.length): void {
    eachWord(text, start, end, (from, to) => this.mentioned.add(hashOf(text, from, to)).add(hashOf(text, from, to, true)));
  }

  /** A path in a text. */
  mentionPath(path: string): void {
    if (this.paths.size < MOST_PATHS) this.paths.add(path);
  }

  /** A beginning of names that a text makes, with a star behind it, or an end, with one before it. */
  mentionAffix(affix: string): void {
    if (this.affixes.size < MOST_PATHS) this.affixes.add(affix);
  }

  /** What could not be parsed declares nothing for sure. */
  declare(declared: Declared): void {
    if (declared.name.tree.hasErrors && declared.parts.some((part) => part.closest(ERRORS) !== null || part.contains(ERRORS))) return;
    this.declared.push(declared);
  }

  import(imported: Imported): void {
    this.imported.push(imported);
  }

  /** A class extends or implements something. */
  extend(name: string, base: string): void {
    this.bases.push(this.hash(name), this.hash(base));
  }

  /** A name that all scripts of a page see. */
  share(name: string): void {
    this.shared.add(this.hash(name));
  }

  mark(flag: keyof typeof FILE): void {
    this.flags |= FILE[flag];
  }

  /** The code begins at an offset, behind comments. */
  beginAt(offset: number): void {
    this.start = offset;
  }

  /** All of it. */
  facts(): Facts {
    const { imported, declared, words } = this;
    const taken = imported.reduce((sum, { names = [] }) => sum + names.length, 0);
    const counts = { words: words.size, mentioned: this.mentioned.size, declarations: declared.length, imports: imported.length, taken, bases: this.bases.length / WIDTHS.bases, shared: this.shared.size };
    const numbers = new Int32Array(LISTS.reduce((sum, list) => sum + counts[list] * WIDTHS[list], HEADER_SIZE));
    for (const list of LISTS) numbers[HEADER[list]] = counts[list];
    numbers[HEADER.flags] = this.flags;
    numbers[HEADER.modules] = imported.length;
    numbers[HEADER.start] = this.start;
    numbers[HEADER.affixes] = this.affixes.size;
    let at = this.writeWords(numbers, HEADER_SIZE);
    const add = (number: number): void => void (numbers[at++] = number);
    this.mentioned.forEach(add);
    for (const one of declared) this.declarationOf(one).forEach(add);
    let first = 0;
    for (const [line, { node, names = [], flags = [] }] of imported.entries()) {
      [line, node.start, node.end, flags.reduce((sum, flag) => sum | IMPORTED[flag], 0), first, names.length].forEach(add);
      first += names.length;
    }
    for (const { names = [] } of imported) for (const name of names) add(this.hash(name));
    this.bases.forEach(add);
    this.shared.forEach(add);
    const texts = [...imported.map(({ module }) => inLine(module)), ...declared.map(({ name, as }) => inLine(as ?? name.text)), ...this.affixes, ...this.paths];
    return { numbers, texts: texts.join('\n') };
  }

  /** Writes the words, sorted, each with how often. @returns where the next list begins. */
  private writeWords(numbers: Int32Array, start: number): number {
    const sorted = new Int32Array(this.words.size);
    let count = 0;
    for (const word of this.words.keys()) sorted[count++] = word;
    sorted.sort();
    for (let place = 0; place < count; place += 1) {
      const word = sorted[place] as number;
      numbers[start + place * 2] = word;
      numbers[start + place * 2 + 1] = this.words.get(word) as number;
    }
    return start + count * 2;
  }

  private declarationOf({ name, kind, as, parts, flags = [], owner }: Declared): number[] {
    const [local, outside] = [this.hash(name.text), as === undefined ? this.hash(name.text) : this.hash(as)];
    const inside = parts.reduce((sum, part) => sum + this.countWithin(local, part), 0);
    const isUsedInside = (this.words.get(local) ?? 0) > inside;
    const bits = flags.reduce((sum, flag) => sum | DECLARED[flag], 0) | (isUsedInside ? DECLARED.usedInside : 0);
    return [outside, name.start, name.end, DECLARED_KINDS.indexOf(kind), bits, inside, owner === undefined ? 0 : this.hash(owner)];
  }

  /** How often a word is used within a node. */
  private countWithin(hash: number, { start, end }: SyntaxNode): number {
    let low = 0;
    for (let high = this.places.length; low < high;) {
      const middle = (low + high) >> 1;
      if ((this.places[middle] as number) < start) low = middle + 1;
      else high = middle;
    }
    let count = 0;
    for (let at = low; at < this.places.length && (this.places[at] as number) < end; at += 1) if (this.hashes[at] === hash) count += 1;
    return count;
  }
}

function inLine(text: string): string {
  return text.includes('\n') ? text.replaceAll('\n', ' ') : text;
}
