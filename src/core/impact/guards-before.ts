import type { Statement } from '../model/statement.js';
import type { WayOfChange } from './rule-changes.js';

/** A guard that a rule had before a change. */
interface GuardBefore {
  readonly before: Statement;
  /** The statement that guards it in the same way now, wherever it is in its file; null if there is none. */
  readonly after: Statement | null;
}

/** The guards that a rule had before it changed. */
export function guardsBefore({ before, after }: Pick<WayOfChange, 'before' | 'after'>): GuardBefore[] {
  const now = new Map(guardsOf(after).map((guard) => [identity(guard), guard]));
  return guardsOf(before).map((guard) => ({ before: guard, after: now.get(identity(guard)) ?? null }));
}

function guardsOf({ guards, trail }: WayOfChange['before']): Statement[] {
  return [...new Set(guards.flatMap(({ by }) => trail[by]?.statement ?? []))];
}

/** What makes two statements the same guard: what else they say may change. */
function identity({ place, layer, selector, zone, guard }: Statement): string {
  return JSON.stringify(
    [place?.file ?? null, layer.through.map(({ file }) => file), selector, zone?.name ?? null, guard?.value ?? null],
  );
}
