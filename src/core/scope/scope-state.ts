import type { PatternOrigin } from '../model/scope.js';
import type { IncludeList } from '../model/layer.js';
import type { Pattern } from './pattern.js';
import { BUILT_IN_PATTERNS, compilePatternLines } from './pattern-lines.js';
import { PatternList } from './pattern-list.js';
import { PatternView } from './pattern-view.js';

/** Why an entry of a directory is out by its path alone. */
export interface PathExclusion {
  readonly reason: 'ignored' | 'not-included';
  readonly by: PatternOrigin;
}

/** What is called so is out at any depth, whatever the patterns say. */
const GIT_DIRECTORY = '.git';

/** Which entries of one directory are in scope, as far as patterns decide it. */
export class ScopeState {
  private constructor(
    private readonly ignores: PatternView,
    private readonly included: PatternList | null,
    private readonly includedBy: PatternOrigin | null,
    /** Whether patterns put nothing out: whoever asks wants to see all there is. */
    private readonly isLifted: boolean,
    /** Whether a pattern with `!` has taken a directory around this one back in. */
    private readonly isTakenBack: boolean = false,
  ) {}

  /** The state at the project root before any of its files is read. @param isLifted whether patterns put nothing out. */
  static atRoot(isLifted = false): ScopeState {
    return new ScopeState(PatternView.EMPTY.with(BUILT_IN_PATTERNS), null, null, isLifted);
  }

  /** The state with the ignore patterns of this directory; later ones have the last word. */
  withIgnores(patterns: readonly Pattern[]): ScopeState {
    return new ScopeState(this.ignores.with(patterns), this.included, this.includedBy, this.isLifted, this.isTakenBack);
  }

  /** The state with the root's list of what is checked. */
  withInclude({ patterns, place }: IncludeList): ScopeState {
    const by = { file: place.file, line: place.line, pattern: null };
    return new ScopeState(this.ignores, PatternList.of(compilePatternLines(patterns)), by, this.isLifted, this.isTakenBack);
  }

  /** Why the entry `name` of this directory is out; null when it is in as far as patterns tell. */
  exclusionOf(name: string, isDirectory: boolean): PathExclusion | null {
    if (name === GIT_DIRECTORY) return { reason: 'ignored', by: { file: null, line: null, pattern: '.git/' } };
    if (this.isLifted) return null;
    const pattern = this.ignores.decide(name, isDirectory);
    if (pattern !== null && !pattern.negated) return { reason: 'ignored', by: pattern.origin };
    if (this.included === null || this.includedBy === null) return null;
    const isIn = isDirectory ? !this.included.descend(name).isDead : this.included.covers(name);
    return isIn ? null : { reason: 'not-included', by: this.includedBy };
  }

  /** Whether somebody has said of the file `name`, or of a directory around it, by a pattern with `!` that it belongs here. */
  isOwn(name: string): boolean {
    return this.isTakenBack || (this.ignores.canTakeBack && this.ignores.decide(name, false)?.negated === true);
  }

  /** The state in the directory `name` of this one, before its own files are read. */
  descend(name: string): ScopeState {
    const ignores = this.ignores.descend(name);
    const included = this.included?.descend(name) ?? null;
    const isTakenBack = this.isTakenBack || (this.ignores.canTakeBack && this.ignores.decide(name, true)?.negated === true);
    if (ignores === this.ignores && included === this.included && isTakenBack === this.isTakenBack) return this;
    return new ScopeState(ignores, included, this.includedBy, this.isLifted, isTakenBack);
  }
}
