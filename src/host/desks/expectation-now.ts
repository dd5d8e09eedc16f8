import type { ExpectationQuestion } from '../questions/change-questions.js';
import { holdingNow, type WrittenExpectation } from '../../core/expectations/from-now.js';
import type { Decision } from '../../core/model/statement.js';
import { UsageError } from '../files/errors.js';
import { selectedRules } from '../project/selected-rules.js';
import type { Session } from '../session/session.js';

/**
 * An expectation that holds now.
 * @param around the directory of the layer file, relative to the root; `.` for the root.
 * @throws UsageError if there is nothing to count on.
 */
export function expectationOf(
  session: Session, { path: target, selector, because }: ExpectationQuestion, around: string,
): WrittenExpectation {
  const own = session.relative(target);
  const isDirectory = session.isDirectory(target);
  const prefix = around === '.' ? '' : `${around}/`;
  if (!`${own}/`.startsWith(prefix)) throw new UsageError({ code: 'not-below', path: target, directory: around });
  const now = holdingNow(decisionsFor(session, target, own, isDirectory, selector));
  if ('off' in now) throw new UsageError({ code: 'rules-off', selector, off: now.off, path: target, isDirectory });
  const inner = own.slice(prefix.length);
  return {
    ...(isDirectory ? { of: [inner === '' ? '*' : `/${escaped(inner)}/`] } : { path: inner }),
    rulings: { [selector]: now.expected },
    ...(because !== null && { because }),
  };
}

function decisionsFor(session: Session, target: string, own: string, isDirectory: boolean, selector: string): Decision[] {
  if (!isDirectory) {
    const { rules, catalog } = session.explain(target);
    const wanted = selectedRules([selector], catalog);
    return [...rules.decisions.values()].filter(({ rule }) => wanted?.has(rule) ?? true);
  }
  const { files, catalog } = session.resolve([target]);
  if (files.length === 0) throw new UsageError({ code: 'nothing-checked', directory: own });
  const wanted = selectedRules([selector], catalog);
  return [...new Set(files.map(({ rules }) => rules))].flatMap(({ decisions }) =>
    [...decisions.values()].filter(({ rule }) => wanted?.has(rule) ?? true));
}

/** A path as a pattern that matches only it (gitignore(5)). */
function escaped(path: string): string {
  return path.replaceAll(/[\\*?[\]]/g, '\\$&');
}
