import type { IncompletePath } from '../../core/model/scope.js';
import { describeIncomplete } from '../../formats/text/incomplete.js';
import { visible } from '../../formats/text/visible.js';
import type { Style } from '../terminal.js';
import { count } from './table.js';

/** What is missing from an answer, path by path. */
export function viewIncomplete(incomplete: readonly IncompletePath[], style: Style): string {
  return [
    style.wrong(`The answer is incomplete: ${whatIsMissing(incomplete)}.`),
    ...incomplete.map(({ path, reason }) => `  ${visible(path)}: ${visible(describeIncomplete(reason))}`), '',
  ].join('\n');
}

/** How much is missing, in words: parts of a divided check are told apart from what could not be read. */
function whatIsMissing(incomplete: readonly IncompletePath[]): string {
  const parts = incomplete.filter(({ reason: { code } }) => code === 'part-missing' || code === 'part-unfit').length;
  const paths = incomplete.length - parts;
  return [
    parts === 0 ? '' : `${count(parts, 'part is', 'parts are')} missing or left out`,
    paths === 0 ? '' : `${count(paths, 'path')} could not be read`,
  ]
    .filter((text) => text !== '')
    .join(', and ');
}
