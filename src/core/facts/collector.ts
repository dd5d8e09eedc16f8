import type { Language } from '../base/language.js';
import type { SyntaxNode } from '../syntax/node.js';
import {
  DECLARED, DECLARED_KINDS, FILE, HEADER, HEADER_SIZE, IMPORTED, LISTS, WIDTHS, type DeclaredKind, type Facts,
} from './facts.js';
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
  /**
   * What it consists of: what is used within it is used by itself. Several, if it is declared at one place and exported at
   * another.
   */
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

  /** @param language the file's. */
  constructor(private readonly language: Pick<Language, 'id' | 'family'>) {
    this.words = new WordCounts(language.family?.foldsCase ?? false);
  }

  /** What could not be parsed declares nothing for sure. */
  declare(declared: Declared): void {
    if (declared.name.tree.hasErrors && declared.parts.some((part) => part.closest(ERRORS) !== null || part.contains(ERRORS))) {
      return;
    }
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

  /** All of it. Nothing can be collected afterwards. */
  facts(): Facts {
    const { imported, declared, words, texts, bases, shared } = this;
    let taken = 0;
    for (const { names } of imported) taken += names?.length ?? 0;
    const counts = {
      words: words.size,
      mentioned: texts.words.size,
      declarations: declared.length,
      imports: imported.length,
      taken,
      bases: bases.length / WIDTHS.bases,
      shared: shared.size,
    };
    const numbers = new Int32Array(HEADER_SIZE + counts.words * WIDTHS.words + counts.mentioned
      + counts.declarations * WIDTHS.declarations + counts.imports * WIDTHS.imports + taken + bases.length + counts.shared);
    for (let list = 0; list < LISTS.length; list += 1) numbers[list] = counts[LISTS[list] as keyof typeof counts];
    numbers[HEADER.flags] = this.flags;
    numbers[HEADER.modules] = imported.length;
    numbers[HEADER.start] = this.start;
    numbers[HEADER.affixes] = texts.affixes.size;
    numbers[HEADER.language] = hashOf(this.language.id);
    let at = words.writeTo(numbers, HEADER_SIZE);
    for (const word of texts.words) numbers[at++] = word;
    for (let line = 0; line < declared.length; line += 1, at += WIDTHS.declarations) {
      this.writeDeclaration(declared[line] as Declared, numbers, at);
    }
    for (let line = 0, first = 0; line < imported.length; line += 1, at += WIDTHS.imports) {
      first = writeImport(imported[line] as Imported, { line, first }, numbers, at);
    }
    for (const { names } of imported) if (names !== undefined) for (const name of names) numbers[at++] = words.hash(name);
    for (let base = 0; base < bases.length; base += 1) numbers[at++] = bases[base] as number;
    for (const name of shared) numbers[at++] = name;
    words.release();
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

  /** In the order in which they are read again. */
  private writeDeclaration({ name, kind, as, parts, flags, owner }: Declared, numbers: Int32Array, at: number): void {
    const { words } = this;
    const local = words.hash(name.text);
    let inside = 0;
    for (let part = 0; part < parts.length; part += 1) inside += words.within(local, parts[part] as SyntaxNode);
    numbers[at] = as === undefined ? local : words.hash(as);
    numbers[at + 1] = name.start;
    numbers[at + 2] = name.end;
    numbers[at + 3] = DECLARED_KINDS.indexOf(kind);
    numbers[at + 4] = bitsOf(flags, DECLARED) | (words.of(local) > inside ? DECLARED.usedInside : 0);
    numbers[at + 5] = inside;
    numbers[at + 6] = owner === undefined ? 0 : words.hash(owner);
  }
}

/** In the order in which they are read again. @returns which of the names that are taken comes next. */
function writeImport(
  { node, names, flags }: Imported,
  { line, first }: { readonly line: number; readonly first: number },
  numbers: Int32Array,
  at: number,
): number {
  numbers[at] = line;
  numbers[at + 1] = node.start;
  numbers[at + 2] = node.end;
  numbers[at + 3] = bitsOf(flags, IMPORTED);
  numbers[at + 4] = first;
  numbers[at + 5] = names?.length ?? 0;
  return first + (names?.length ?? 0);
}

function bitsOf<Flag extends string>(flags: readonly Flag[] | undefined, bits: Readonly<Record<Flag, number>>): number {
  if (flags === undefined) return 0;
  let sum = 0;
  for (const flag of flags) sum |= bits[flag];
  return sum;
}

function inLine(text: string): string {
  return text.includes('\n') ? text.replaceAll('\n', ' ') : text;
}
