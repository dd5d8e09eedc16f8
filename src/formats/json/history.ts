import type { Cause, Commit, HistoryEvent, RuleTurn } from '../../core/history/history-event.js';
import type { Place } from '../../core/base/place.js';
import type { IncompletePath } from '../../core/model/scope.js';
import { incompleteJson } from '../text/incomplete.js';
import { describeProblem } from '../text/problem.js';

/**
 * `elvar-history/1`.
 * @param events all of one history.
 * @param rule the rule in question; null for all.
 * @param incomplete what kept it from going on.
 */
export function historyJson(
  events: readonly HistoryEvent[], rule: string | null, incomplete: readonly IncompletePath[] = [],
): object {
  const ofKind = <Kind extends HistoryEvent['kind']>(kind: Kind): Extract<HistoryEvent, { kind: Kind }>[] =>
    events.filter((event): event is Extract<HistoryEvent, { kind: Kind }> => event.kind === kind);
  const [now] = ofKind('now');
  const [beginning] = ofKind('beginning');
  return {
    format: 'elvar-history/1',
    path: now?.path ?? null,
    rule,
    changes: ofKind('turn').map(({ path, cause, rules }) => ({ ...causeJson(cause), path, rules: rules.map(turnJson) })),
    renames: ofKind('renamed').map(({ commit, from, to }) => ({ ...commitJson(commit), from, to })),
    broken: ofKind('broken').map(({ commit, problems }) => ({
      ...commitJson(commit),
      problems: problems.map(({ file, place, detail }) => ({
        file, line: place?.line ?? null, column: place?.column ?? null, message: describeProblem(detail).what,
      })),
    })),
    incomplete: incompleteJson(incomplete),
    commits: beginning?.commits ?? 0,
    installed: beginning?.installed ?? [],
    beginning: beginning === undefined || beginning.commit === null ? null : {
      ...commitJson(beginning.commit), path: beginning.path, reason: beginning.since,
      levels: Object.fromEntries([...beginning.decisions.values()]
        .filter(({ level, rule: own }) => (rule === null ? level !== 'off' : own === rule))
        .map(({ rule: own, level }) => [own, level])),
    },
  };
}

function causeJson(cause: Cause): object {
  switch (cause.kind) {
    case 'commit':
      return { cause: 'commit', ...commitJson(cause.commit) };
    case 'uncommitted':
      return { cause: 'uncommitted', commit: null, day: null, author: null, subject: null };
    case 'expired':
      return { cause: 'expired', commit: null, day: cause.day, author: null, subject: null };
  }
}

function commitJson({ id, day, author, subject }: Commit): object {
  return { commit: id, day, author, subject };
}

function turnJson({ rule, level, options, line, by }: RuleTurn): object {
  return {
    rule,
    level,
    options: Object.fromEntries(options),
    line: line === null ? null : { ...placeJson(line.place), fate: line.fate },
    by: by === null ? null : placeJson(by),
  };
}

function placeJson({ file, line, column }: Place): object {
  return { file, line, column };
}
