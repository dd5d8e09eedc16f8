import type { ExpectationChanges } from '../../core/impact/expectation-changes.js';
import { toldExpectations } from '../../formats/text/expectation.js';
import { visible } from '../../formats/text/visible.js';
import type { Style } from '../terminal.js';

/** What a change of rules does to expectations, each with its reason. */
export function viewExpectations(changes: ExpectationChanges, style: Style): string[] {
  return toldExpectations(changes).flatMap(({ kind, what, text, because }) => [
    ...(kind === 'breaks'
      ? [style.wrong(`${what}:`), `  ${text}`]
      : [(kind === 'mends' ? style.good : style.wrong)(`${what}: ${text}`)]),
    ...(because === null ? [] : [`  ${style.faint(`expected because ${visible(because)}`)}`]),
  ]);
}
