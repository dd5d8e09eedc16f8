import type { NamePattern } from './name-pattern.js';
import type { Pattern } from './pattern.js';
import { PatternView } from './pattern-view.js';

/**
 * A list of patterns read as one ignore file, as seen from one directory, for the question "is this file in it?":
 * a file is in the list if git would ignore it, so everything below a matching directory is.
 */
export class PatternList {
  private constructor(private readonly view: PatternView, private readonly holdsAll: boolean) {}

  static of(patterns: readonly Pattern[]): PatternList {
    return new PatternList(PatternView.EMPTY.with(patterns), false);
  }

  /** Whether every file below is in the list. */
  get isWhole(): boolean {
    return this.holdsAll;
  }

  /** Whether no file below can be in the list any more. */
  get isDead(): boolean {
    return !this.holdsAll && !this.view.canMatch;
  }

  /** Whether a directory leaves the list unchanged if none of {@link steps} matches its name. */
  get isStable(): boolean {
    return this.holdsAll || this.view.isStable;
  }

  /** The steps that names in this directory may match. */
  steps(): NamePattern[] {
    return this.view.steps();
  }

  /** Whether the file `name` of this directory is in the list. */
  covers(name: string): boolean {
    if (this.holdsAll) return true;
    const pattern = this.view.decide(name, false);
    return pattern !== null && !pattern.negated;
  }

  /** The list as seen from the subdirectory `name`. */
  descend(name: string): PatternList {
    if (this.holdsAll) return this;
    const pattern = this.view.decide(name, true);
    if (pattern !== null && !pattern.negated) return new PatternList(PatternView.EMPTY, true);
    const view = this.view.descend(name);
    return view === this.view ? this : new PatternList(view, false);
  }
}
