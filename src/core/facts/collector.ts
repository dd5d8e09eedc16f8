import type { LanguageId } from '../base/language.js';
import type { SyntaxNode } from '../syntax/node.js';
import { familyOf, foldsCase } from './family.js';
import { DECLARED, DECLARED_KINDS, FILE, HEADER, HEADER_SIZE, IMPORTED, LISTS, WIDTHS, type DeclaredKind, type Facts } from './facts.js';
import { TextMentions } from './text-mentions.js';
import { WordCounts } from './word-counts.js';
import { hashOf } from './word-hash.js';

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

const ERRORS = new Set(['ERROR']);

/** Collects the facts of one file. */
export class FactCollector {
  readonly words: WordCounts;
  readonly texts = new TextMentions();
  private readonly declared: Declared[] = [];
  private readonly imported: Imported[] = [];
  private readonly bases: number[] = [];
  private readonly shared = new Set<number>();
  private flags = 0;
  private start = 0;

  /** @param language the id of the file's language. */
  constructor(private readonly language: LanguageId) {
    this.words = new WordCounts(foldsCase(familyOf(language)));
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
    this.bases.push(this.words.hash(name), this.words.hash(base));
  }

  /** A name that all scripts of a page see. */
  share(name: string): void {
    this.shared.add(this.words.hash(name));
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
    const { imported, declared, words, texts, bases, shared } = this;
    const taken = imported.reduce((sum, { names = [] }) => sum + names.length, 0);
    const counts = { words: words.size, mentioned: texts.words.size, declarations: declared.length, imports: imported.length, taken, bases: bases.length / WIDTHS.bases, shared: shared.size };
    const numbers = new Int32Array(LISTS.reduce((sum, list) => sum + counts[list] * WIDTHS[list], HEADER_SIZE));
    for (const list of LISTS) numbers[HEADER[list]] = counts[list];
    numbers[HEADER.flags] = this.flags;
    numbers[HEADER.modules] = imported.length;
    numbers[HEADER.start] = this.start;
    numbers[HEADER.affixes] = texts.affixes.size;
    numbers[HEADER.language] = hashOf(this.language);
    let at = words.writeTo(numbers, HEADER_SIZE);
    for (const word of texts.words) numbers[at++] = word;
    for (const one of declared) {
      numbers.set(this.declarationOf(one), at);
      at += WIDTHS.declarations;
    }
    let first = 0;
    imported.forEach((one, line) => {
      numbers.set(importOf(one, line, first), at);
      at += WIDTHS.imports;
      first += one.names?.length ?? 0;
    });
    for (const { names = [] } of imported) for (const name of names) numbers[at++] = words.hash(name);
    for (const base of bases) numbers[at++] = base;
    for (const name of shared) numbers[at++] = name;
    return { numbers, texts: this.lines().join('\n') };
  }

  /** What is told of the file in texts, a line each: modules, names, parts of names, paths. */
  private lines(): string[] {
    const lines: string[] = [];
    for (const { module } of this.imported) lines.push(inLine(module));
    for (const { name, as } of this.declared) lines.push(inLine(as ?? name.text));
    lines.push(...this.texts.affixes, ...this.texts.paths);
    return lines;
  }

  private declarationOf({ name, kind, as, parts, flags = [], owner }: Declared): number[] {
    const { words } = this;
    const local = words.hash(name.text);
    const inside = parts.reduce((sum, part) => sum + words.within(local, part), 0);
    const bits = bitsOf(flags, DECLARED) | (words.of(local) > inside ? DECLARED.usedInside : 0);
    return [as === undefined ? local : words.hash(as), name.start, name.end, DECLARED_KINDS.indexOf(kind), bits, inside, owner === undefined ? 0 : words.hash(owner)];
  }
}

function importOf({ node, names = [], flags = [] }: Imported, line: number, first: number): number[] {
  return [line, node.start, node.end, bitsOf(flags, IMPORTED), first, names.length];
}

function bitsOf<Flag extends string>(flags: readonly Flag[], bits: Readonly<Record<Flag, number>>): number {
  let sum = 0;
  for (const flag of flags) sum |= bits[flag];
  return sum;
}

function inLine(text: string): string {
  return text.includes('\n') ? text.replaceAll('\n', ' ') : text;
}
