import type { NamePattern } from './name-pattern.js';
import type { Pattern, PatternStep } from './pattern.js';

/** A pattern as seen from some directory: `positions` are the steps that a name in that directory may match. */
interface Candidate {
  readonly pattern: Pattern;
  readonly positions: readonly number[];
  /** Whether a directory whose name matches no step leaves it unchanged; if not, it loses positions there. */
  readonly isStable: boolean;
}

/**
 * A list of patterns as seen from one directory: for each pattern, what is left to match below. Going down step by
 * step keeps the work per name small and drops patterns that can no longer match.
 */
export class PatternView {
  static readonly EMPTY = new PatternView([]);

  private constructor(private readonly candidates: readonly Candidate[]) {}

  /** The view from the directory that `patterns` are relative to, on top of the patterns already there. */
  with(patterns: readonly Pattern[]): PatternView {
    if (patterns.length === 0) return this;
    const added = patterns.map((pattern) => candidateAt(pattern, withSkips([0], pattern.steps)));
    return new PatternView([...this.candidates, ...added]);
  }

  /** Whether a pattern that is not negated may still match below. */
  get canMatch(): boolean {
    return this.candidates.some(({ pattern }) => !pattern.negated);
  }

  /** Whether a negated pattern may still re-include something. */
  get canTakeBack(): boolean {
    return this.takesBack ??= this.candidates.some(({ pattern }) => pattern.negated);
  }

  private takesBack: boolean | null = null;

  /** Whether a directory leaves the view unchanged if none of {@link steps} matches its name. */
  get isStable(): boolean {
    return this.candidates.every((candidate) => candidate.isStable);
  }

  /** The steps that names in this directory may match. */
  steps(): NamePattern[] {
    const steps: NamePattern[] = [];
    for (const { pattern, positions } of this.candidates) {
      for (const position of positions) {
        const step = pattern.steps[position] as PatternStep;
        if (step !== 'any-depth') steps.push(step);
      }
    }
    return steps;
  }

  /** The last pattern that matches the entry `name` of this directory. */
  decide(name: string, isDirectory: boolean): Pattern | null {
    for (let index = this.candidates.length - 1; index >= 0; index -= 1) {
      const { pattern, positions } = this.candidates[index] as Candidate;
      if (pattern.directoriesOnly && !isDirectory) continue;
      const last = pattern.steps.length - 1;
      if (!positions.includes(last)) continue;
      const step = pattern.steps[last] as PatternStep;
      if (step !== 'any-depth' && step.matches(name)) return pattern;
    }
    return null;
  }

  /** The view from the subdirectory `name`. */
  descend(name: string): PatternView {
    const candidates: Candidate[] = [];
    for (const candidate of this.candidates) {
      const positions = advance(candidate, name);
      if (positions === candidate.positions) candidates.push(candidate);
      else if (positions.length > 0) candidates.push(candidateAt(candidate.pattern, positions));
    }
    if (candidates.length === 0) return PatternView.EMPTY;
    // Most directories change nothing for any pattern and share their view.
    const isSame = candidates.length === this.candidates.length
      && candidates.every((candidate, index) => candidate === this.candidates[index]);
    return isSame ? this : new PatternView(candidates);
  }
}

function candidateAt(pattern: Pattern, positions: readonly number[]): Candidate {
  const kept = withSkips(positions.filter((position) => pattern.steps[position] === 'any-depth'), pattern.steps);
  return { pattern, positions, isStable: kept.length === positions.length };
}

function advance({ pattern: { steps }, positions }: Candidate, name: string): readonly number[] {
  const next: number[] = [];
  for (const position of positions) {
    const step = steps[position] as PatternStep;
    if (step === 'any-depth') next.push(position);
    else if (position + 1 < steps.length && step.matches(name)) next.push(position + 1);
  }
  const reached = withSkips(next, steps);
  const isSame = reached.length === positions.length && reached.every((position, index) => position === positions[index]);
  return isSame ? positions : reached;
}

/** Adds the steps reachable because `**` may match no directory at all. Sorted, without duplicates. */
function withSkips(positions: readonly number[], steps: readonly PatternStep[]): number[] {
  const reached = new Set<number>();
  for (const position of positions) {
    let current = position;
    reached.add(current);
    while (steps[current] === 'any-depth' && current + 1 < steps.length) {
      current += 1;
      reached.add(current);
    }
  }
  return [...reached].sort((a, b) => a - b);
}
