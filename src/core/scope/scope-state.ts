import type { PatternOrigin } from '../model/scope.js';
import type { IncludeList } from '../model/layer.js';
import type { Pattern } from '../patterns/pattern.js';
import { BUILT_IN_PATTERNS, compilePatternLines } from '../patterns/pattern-lines.js';
import { PatternList } from '../patterns/pattern-list.js';
import { PatternView } from '../patterns/pattern-view.js';

/** Why an entry of a directory is excluded by its path alone. */
export interface PathExclusion {
  readonly reason: 'ignored' | 'not-included';
  readonly by: PatternOrigin;
}

/** This name is excluded at any depth, whatever the patterns say. */
const GIT_DIRECTORY = '.git';

/** Which entries of one directory are in scope according to patterns. */
export class ScopeState {
  private constructor(
    private readonly ignores: PatternView,
    private readonly included: PatternList | null,
    private readonly includedBy: PatternOrigin | null,
    /** Whether patterns exclude nothing, because the user asked for ignored files too. */
    private readonly isLifted: boolean,
    /** Whether a negated pattern has re-included a directory around this one. */
    private readonly isTakenBack: boolean = false,
  ) {}

  /** The state at the project root before any of its files is read. @param isLifted whether patterns exclude nothing. */
  static atRoot(isLifted = false): ScopeState {
    return new ScopeState(PatternView.EMPTY.with(BUILT_IN_PATTERNS), null, null, isLifted);
  }

  /** The state including the ignore patterns of this directory; later ones have the last word. */
  withIgnores(patterns: readonly Pattern[]): ScopeState {
    return new ScopeState(this.ignores.with(patterns), this.included, this.includedBy, this.isLifted, this.isTakenBack);
  }

  /** The state including the root's `scope.include`. */
  withInclude({ patterns, place }: IncludeList): ScopeState {
    const by = { file: place.file, line: place.line, pattern: null };
    return new ScopeState(this.ignores, PatternList.of(compilePatternLines(patterns)), by, this.isLifted, this.isTakenBack);
  }

  /** Why the entry `name` of this directory is excluded; null if no pattern excludes it. */
  exclusionOf(name: string, isDirectory: boolean): PathExclusion | null {
    if (name === GIT_DIRECTORY) return { reason: 'ignored', by: { file: null, line: null, pattern: '.git/' } };
    if (this.isLifted) return null;
    const pattern = this.ignores.decide(name, isDirectory);
    if (pattern !== null && !pattern.negated) return { reason: 'ignored', by: pattern.origin };
    if (this.included === null || this.includedBy === null) return null;
    const isIn = isDirectory ? !this.included.descend(name).isDead : this.included.covers(name);
    return isIn ? null : { reason: 'not-included', by: this.includedBy };
  }

  /** Whether a negated pattern has re-included the file `name` or a directory around it. */
  isOwn(name: string): boolean {
    return this.isTakenBack || (this.ignores.canTakeBack && this.ignores.decide(name, false)?.negated === true);
  }

  /** The state in the subdirectory `name`, before its own files are read. */
  descend(name: string): ScopeState {
    const ignores = this.ignores.descend(name);
    const included = this.included?.descend(name) ?? null;
    const isTakenBack = this.isTakenBack || (this.ignores.canTakeBack && this.ignores.decide(name, true)?.negated === true);
    if (ignores === this.ignores && included === this.included && isTakenBack === this.isTakenBack) return this;
    return new ScopeState(ignores, included, this.includedBy, this.isLifted, isTakenBack);
  }
}
