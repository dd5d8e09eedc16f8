import { memoized } from '../syntax/memo.js';
import type { FileFacts } from './facts.js';
import { stemOf } from './paths.js';
import type { ProjectFacts } from './project.js';
import { hashOf } from './word-hash.js';

/** Where a name occurs in a project, besides where it is declared. */
export interface Usage {
  /** How often code of the same family uses it, besides the declarations of that name and what is within them. */
  readonly uses: number;
  /** Whether it occurs in a text, or in code of another family. */
  readonly isMentioned: boolean;
}

/** A name that was not declared when the project was read: who knows where it is used. */
const UNKNOWN: Usage = { uses: 1, isMentioned: true };

/** The uses of all names that are declared in a project, and of the names of its files. */
export const usageIn = memoized((project: ProjectFacts) => new NameUsage(project));

/** Counts how often names are used: a word is looked up in a table of the declared ones, as most are not among them. */
class NameUsage {
  /** An open table of the names that count: the name, and its place. */
  private readonly names: Int32Array;
  private readonly places: Int32Array;
  private readonly mask: number;
  /** By place and family. */
  private readonly uses: Int32Array;
  /**
   * What only declares them, or is within a function that is the only one of its name: what stands in one of several may use
   * another.
   */
  private readonly own: Int32Array;
  private readonly mentioned: Uint8Array;
  /** The families of languages that there are. */
  private readonly families: readonly string[];

  constructor(project: ProjectFacts) {
    this.families = [...new Set(project.files.flatMap(({ family }) => family ?? []))];
    const wanted = new Set<number>();
    for (const { declarations, path } of project.files) {
      for (const { name } of declarations) wanted.add(name);
      wanted.add(hashOf(stemOf(path)));
    }
    const size = 2 ** Math.ceil(Math.log2(wanted.size * 2 + 2));
    this.mask = size - 1;
    this.names = new Int32Array(size);
    this.places = new Int32Array(size).fill(-1);
    let count = 0;
    for (const name of wanted) {
      let slot = name & this.mask;
      while (this.places[slot] !== -1) slot = (slot + 1) & this.mask;
      this.names[slot] = name;
      this.places[slot] = count;
      count += 1;
    }
    this.uses = new Int32Array(count * this.families.length);
    this.own = new Int32Array(count * this.families.length);
    this.mentioned = new Uint8Array(count);
    const times = new Int32Array(count * this.families.length);
    for (const file of project.files) this.add(file, times);
    for (const { declarations, family } of project.files) {
      if (family === null) continue;
      for (const { name, own, kind } of declarations) {
        const place = this.placeOf(name) * this.families.length + this.families.indexOf(family);
        this.own[place] = (this.own[place] as number) + (kind === 'signature' || times[place] === 1 ? own : 1);
      }
    }
  }

  /** Where a name is used. */
  of(name: number, family: string | null): Usage {
    const place = this.placeOf(name);
    if (place < 0 || family === null) return UNKNOWN;
    const own = this.families.indexOf(family);
    const first = place * this.families.length;
    const isUsedByOthers = this.families.some((_, index) =>
      index !== own && (this.uses[first + index] as number) > (this.own[first + index] as number));
    return {
      uses: (this.uses[first + own] as number) - (this.own[first + own] as number),
      isMentioned: isUsedByOthers || this.mentioned[place] === 1,
    };
  }

  /** @param times gets how often each name is declared, other than announced. */
  private add({ words, mentioned, declarations, family }: FileFacts, times: Int32Array): void {
    const column = family === null ? -1 : this.families.indexOf(family);
    for (let at = 0; at < words.length; at += 2) {
      const place = this.placeOf(words[at] as number);
      if (place < 0) continue;
      if (column < 0) this.mentioned[place] = 1;
      else this.uses[place * this.families.length + column] = (this.uses[place * this.families.length + column] as number)
        + (words[at + 1] as number);
    }
    for (let at = 0; at < mentioned.length; at += 1) {
      const place = this.placeOf(mentioned[at] as number);
      if (place >= 0) this.mentioned[place] = 1;
    }
    for (const { name, kind } of column < 0 ? [] : declarations) {
      const place = this.placeOf(name) * this.families.length + column;
      if (kind !== 'signature') times[place] = (times[place] as number) + 1;
    }
  }

  private placeOf(name: number): number {
    let slot = name & this.mask;
    while (this.places[slot] !== -1) {
      if (this.names[slot] === name) return this.places[slot] as number;
      slot = (slot + 1) & this.mask;
    }
    return -1;
  }
}
