import type { HistoryQuestion } from '../questions/history-question.js';
import path from 'node:path';
import { CONCERNS } from '../../core/model/concern.js';
import { CATALOG } from '../../core/catalog/registry.js';
import type { HistoryEvent } from '../../core/history/history-event.js';
import type { RuleId } from '../../core/model/rule.js';
import { findRepository } from '../git/find-repository.js';
import { ruleById } from '../project/rule-by-id.js';
import type { Session } from '../session/session.js';
import { digestOfFile, historyKey, HistoryMemory } from '../memory/history-memory.js';
import { WalkBack } from './walk-back.js';

/**
 * How the decisions about a path came about, the newest event first.
 * @param target the path as typed.
 * @throws UsageError if git fails, the path is outside, or there is no such rule; LayerError if the layer files of the work tree
 *   are wrong.
 */
export async function* historyOf(
  session: Session, target: string, { rule, since, today }: HistoryQuestion,
): AsyncGenerator<HistoryEvent> {
  session.forget();
  const { catalog } = session.explain(target, rule ?? undefined);
  // A rule with a concern of its own may have been there at another time.
  if (rule !== null && isOwnConcern(rule)) ruleById(rule, catalog);
  const own = session.relative(target);
  // The decisions about all rules are read together; a house rule may be declared anywhere.
  const named = rule === null || CATALOG.get(rule) !== undefined ? null : rule;
  const memory = since === null ? memoryOf(session, { path: own, rule: named, today }) : null;
  const walk = new WalkBack(session, { path: own, rule: named, since, today }, memory?.histories.find(memory.key) ?? null);
  for await (const event of walk.events()) {
    const asked = aboutRule(event, rule);
    if (asked !== null) yield asked;
  }
  const history = memory === null ? null : walk.toKeep();
  if (history !== null) memory?.histories.put(memory.key, history);
}

/** Where a history is remembered; null if it is not. */
function memoryOf(
  { root, run }: Session, question: { readonly path: string; readonly rule: RuleId | null; readonly today: string | null },
): { readonly histories: HistoryMemory; readonly key: string } | null {
  const key = run.cacheFolder === null ? null : historyKey(run, question, mailmapOf(root));
  return key === null || run.cacheFolder === null ? null : { histories: new HistoryMemory(run.cacheFolder, root), key };
}

/** An event as far as it is about a rule; null if nothing of it is. */
function aboutRule(event: HistoryEvent, rule: RuleId | null): HistoryEvent | null {
  if (event.kind !== 'turn' || rule === null) return event;
  const rules = event.rules.filter((turn) => turn.rule === rule);
  return rules.length === 0 ? null : { ...event, rules };
}

function isOwnConcern(rule: RuleId): boolean {
  return !rule.includes('/') || (CONCERNS as readonly string[]).includes(rule.slice(0, rule.indexOf('/')));
}

/** The digest of .mailmap, which gives authors other names than the commits do (gitmailmap(5)). */
function mailmapOf(root: string): string {
  const repository = findRepository(root);
  return 'failed' in repository ? '' : digestOfFile(path.join(repository.workTree, '.mailmap'));
}
