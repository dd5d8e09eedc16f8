import type { ScopeReport } from '../../core/scope/scope-report.js';
import { incompleteJson } from '../text/incomplete.js';

/** `elvar-scope/1`. */
export function scopeJson({ checked, skipped, foreign, workTree, incomplete }: ScopeReport): object {
  return { format: 'elvar-scope/1', checked, skipped, foreign, workTree, incomplete: incompleteJson(incomplete) };
}
