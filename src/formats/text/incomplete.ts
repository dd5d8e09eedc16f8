import type { IncompletePath, IncompleteReason } from '../../core/model/scope.js';

/** Why something is missing from an answer. */
export function describeIncomplete(reason: IncompleteReason): string {
  switch (reason.code) {
    case 'unreadable':
    case 'unwritten':
      return reason.why;
    case 'part-missing':
      return 'it is missing';
    case 'not-in-part':
      return 'its part does not say what was found in it';
    case 'part-unfit':
      return `${reason.why}; it is left out`;
    case 'patterns-unreadable':
      return `its patterns could not be read: ${reason.why}`;
    case 'ledger-behind':
      return `it does not know yet which lines were repaired; the next run that writes will see to it: ${reason.why}`;
    case 'vanished':
      return 'it vanished during the run';
    case 'name-not-utf8':
      return 'its name is not UTF-8';
    case 'unfinished': {
      const [first, ...more] = reason.rules;
      return `nested too deeply, or too much to search, for ${first}${more.length === 0 ? '' : ` and ${more.length} more`}`;
    }
    case 'too-slow':
      return `it takes longer than ${reason.longest / 1000} s; scope.longest-look allows more`;
    case 'too-dense':
      return `it is too dense to be parsed: it has more than ${reason.most.toLocaleString('en')} tokens`;
  }
}

/** What is missing from an answer, for machines. */
export function incompleteJson(
  incomplete: readonly IncompletePath[],
): { readonly path: string; readonly reason: string; readonly code: string }[] {
  return incomplete.map(({ path, reason }) => ({ path, reason: describeIncomplete(reason), code: reason.code }));
}
