import type { Language, LanguageId } from '../base/language.js';

/**
 * What one file contributes to what is known of a project. It depends on the file's text, path and language alone. Words are
 * numbers ({@link hashOf}), so that a hundred thousand files fit in memory.
 */
export interface Facts {
  /** The counts of {@link HEADER}, then the lists in that order. */
  readonly numbers: Int32Array;
  /**
   * One a line: the modules that it imports, the names that it declares, the beginnings and ends of names that its texts make,
   * and the paths that these mention.
   */
  readonly texts: string;
}

/**
 * The numbers at the beginning: how many entries each list has; what the file as a whole is; how many lines of the texts are
 * modules; where its code begins; how many lines are parts of names; the language that it was read as.
 */
export const HEADER = {
  words: 0, mentioned: 1, declarations: 2, imports: 3, taken: 4, bases: 5, shared: 6, flags: 7, modules: 8, start: 9,
  affixes: 10, language: 11,
} as const;
export const HEADER_SIZE = 12;

/** How many numbers an entry of a list has. */
export const WIDTHS = { words: 2, mentioned: 1, declarations: 7, imports: 6, taken: 1, bases: 2, shared: 1 } as const;

/** The lists in their order. */
export const LISTS = Object.keys(WIDTHS) as readonly (keyof typeof WIDTHS)[];

/** What is declared. A signature announces what is declared elsewhere. */
export const DECLARED_KINDS = ['function', 'method', 'class', 'value', 'type', 'signature'] as const;

/** One of {@link DECLARED_KINDS}. */
export type DeclaredKind = (typeof DECLARED_KINDS)[number];

/** What is true of a declaration, as bits. */
export const DECLARED = {
  /** Other files take it by an import. */
  exported: 1,
  /** It is what an import without a name takes. */
  standard: 2,
  /** Only files of the same project, or package, can use it. */
  hidden: 4,
  /** Something outside the code calls it, or may: a framework, the language, whoever registered it. */
  called: 8,
  /** Its own file uses it, outside itself. */
  usedInside: 16,
} as const;

/** A name at the place that declares it. */
export interface Declaration {
  readonly name: number;
  /** As it is written. */
  readonly text: string;
  /** The place of the name, as UTF-16 offsets; `end` is exclusive. */
  readonly start: number;
  readonly end: number;
  readonly kind: DeclaredKind;
  /** Bits of {@link DECLARED}. */
  readonly flags: number;
  /** How often the file names it only to declare it, or within itself. */
  readonly own: number;
  /** The name of the class around a method; 0 for none. */
  readonly owner: number;
}

/** What is true of an import, as bits. */
export const IMPORTED = {
  /** Only types are taken, which leaves no trace at run time. */
  type: 1,
  /** It happens when a function is called. */
  late: 2,
  /** All names of the module can be used. */
  whole: 4,
  /** What is taken is offered to others. */
  passedOn: 8,
  /** There may be no such module: the name may be one that another module declares. */
  maybe: 16,
  /** What stands for the module goes where its names cannot be followed. */
  escapes: 32,
} as const;

/** A module that a file takes from. */
export interface FactImport {
  /** As written, without quote marks. */
  readonly module: string;
  /** The place of the module's name, as UTF-16 offsets; `end` is exclusive. */
  readonly start: number;
  readonly end: number;
  /** Bits of {@link IMPORTED}. */
  readonly flags: number;
  /** The names that it takes, as the module calls them. */
  readonly names: Int32Array;
}

/** What is true of a whole file, as bits. */
export const FILE = {
  /** It is run by itself: it says so in its first line, or by what it does when it is run. */
  program: 1,
  /** Its parts could not all be parsed: what it declares is not all known, and all words in it count as used. */
  damaged: 2,
  /** It keeps its names to itself, but for those that it exports. */
  module: 4,
  /** It can use any name: by a text that is evaluated, or as a member whose name is computed. */
  open: 8,
  /** The manifest of a package that is not for others. */
  internal: 16,
  /** The manifest of a package that names all that others can load. */
  closed: 32,
  /** It loads modules whose names it computes. */
  loads: 64,
} as const;

const NO_DECLARATIONS: readonly Declaration[] = [];
const NO_IMPORTS: readonly FactImport[] = [];

/** The facts of one file of a project, as rules read them. */
export class FileFacts {
  readonly language: LanguageId;
  /** The languages whose names it uses; null if it uses none. */
  readonly family: string | null;
  private allLines: readonly string[] | null = null;
  private allDeclarations: readonly Declaration[] | null = null;
  private allImports: readonly FactImport[] | null = null;

  constructor(readonly path: string, language: Pick<Language, 'id' | 'family'>, readonly facts: Facts) {
    this.language = language.id;
    this.family = language.family?.id ?? null;
  }

  /** The words that the code uses, each with how often. */
  get words(): Int32Array {
    return this.listOf('words');
  }

  /** The words in its texts. */
  get mentioned(): Int32Array {
    return this.listOf('mentioned');
  }

  /** Pairs of the name of a class and the name of what it extends or implements. */
  get bases(): Int32Array {
    return this.listOf('bases');
  }

  /** The names that it declares for all scripts of a page. */
  get shared(): Int32Array {
    return this.listOf('shared');
  }

  /** The beginnings of names that its texts make, each with a star behind it, and the ends, with one before it. */
  get affixes(): readonly string[] {
    const { numbers } = this.facts;
    const start = (numbers[HEADER.modules] as number) + (numbers[HEADER.declarations] as number);
    return this.lines.slice(start, start + (numbers[HEADER.affixes] as number));
  }

  /** The paths that its texts mention, as written. */
  get paths(): readonly string[] {
    const { numbers } = this.facts;
    return this.lines.slice(
      (numbers[HEADER.modules] as number) + (numbers[HEADER.declarations] as number) + (numbers[HEADER.affixes] as number),
    );
  }

  /** Where its code begins, behind comments: an offset. */
  get start(): number {
    return this.facts.numbers[HEADER.start] as number;
  }

  /** Whether it is one of {@link FILE}. */
  is(flag: keyof typeof FILE): boolean {
    return ((this.facts.numbers[HEADER.flags] as number) & FILE[flag]) !== 0;
  }

  get declarations(): readonly Declaration[] {
    if (this.allDeclarations !== null) return this.allDeclarations;
    const { numbers } = this.facts;
    const count = numbers[HEADER.declarations] as number;
    if (count === 0) return this.allDeclarations = NO_DECLARATIONS;
    const all: Declaration[] = [];
    const firstName = numbers[HEADER.modules] as number;
    let at = this.startOf('declarations');
    // Every file of a project goes through here: taking each number out of a part of the array would take several times as long.
    const next = (): number => numbers[at++] as number;
    while (all.length < count) all.push({
      name: next(), text: this.lines[firstName + all.length] ?? '', start: next(), end: next(),
      kind: DECLARED_KINDS[next()] as DeclaredKind, flags: next(), own: next(), owner: next(),
    });
    return this.allDeclarations = all;
  }

  get imports(): readonly FactImport[] {
    if (this.allImports !== null) return this.allImports;
    const { numbers } = this.facts;
    const count = numbers[HEADER.imports] as number;
    if (count === 0) return this.allImports = NO_IMPORTS;
    const all: FactImport[] = [];
    const taken = this.startOf('taken');
    let at = this.startOf('imports');
    const next = (): number => numbers[at++] as number;
    while (all.length < count) {
      const [module, start, end, flags, first] = [this.lines[next()] ?? '', next(), next(), next(), taken + next()];
      all.push({ module, start, end, flags, names: numbers.subarray(first, first + next()) });
    }
    return this.allImports = all;
  }

  /** How often a word is used in its code. */
  countOf(word: number): number {
    const { words } = this;
    // They are sorted.
    for (let low = 0, high = words.length / 2 - 1; low <= high;) {
      const middle = (low + high) >> 1;
      const found = words[middle * 2] as number;
      if (found === word) return words[middle * 2 + 1] as number;
      if (found < word) low = middle + 1;
      else high = middle - 1;
    }
    return 0;
  }

  private get lines(): readonly string[] {
    return this.allLines ??= this.facts.texts === '' ? [] : this.facts.texts.split('\n');
  }

  private listOf(list: keyof typeof WIDTHS): Int32Array {
    const start = this.startOf(list);
    return this.facts.numbers.subarray(start, start + (this.facts.numbers[HEADER[list]] as number) * WIDTHS[list]);
  }

  private startOf(list: keyof typeof WIDTHS): number {
    const { numbers } = this.facts;
    let start = HEADER_SIZE;
    for (const before of LISTS) {
      if (before === list) return start;
      start += (numbers[HEADER[before]] as number) * WIDTHS[before];
    }
    return start;
  }
}

/** Whether a declaration has one of the bits of {@link DECLARED}. */
export function isDeclared({ flags }: Declaration, flag: keyof typeof DECLARED): boolean {
  return (flags & DECLARED[flag]) !== 0;
}

/** Whether an import has one of the bits of {@link IMPORTED}. */
export function isImported({ flags }: FactImport, flag: keyof typeof IMPORTED): boolean {
  return (flags & IMPORTED[flag]) !== 0;
}
