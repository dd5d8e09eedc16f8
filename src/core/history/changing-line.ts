import type { Place } from '../base/place.js';
import type { Decision, Statement, TrailEntry } from '../model/statement.js';
import type { ChangedTexts } from './changed-texts.js';
import type { ChangingLine } from './history-event.js';

/** A decision before and after. `option` names the option that changed; null for the level. */
interface DecisionTurn {
  readonly was: Decision | undefined;
  readonly is: Decision | undefined;
  readonly option: string | null;
}

/** The line that changed a decision, by what became of the statements about the rule. Null if no line did. */
export function changingLine({ was, is, option }: DecisionTurn, texts: ChangedTexts): ChangingLine | null {
  const [old, now] = [statementsOf(was), statementsOf(is)];
  const [decided, decides] = [originOf(was, option), originOf(is, option)];
  const added = notIn(now, old);
  const removed = notIn(old, now);
  // Whoever decides now is new; or whoever decided is gone; or something else about the rule is new or gone, such as a guard.
  const written = decides !== undefined && added.includes(decides.statement) ? decides.statement : null;
  const gone = decided !== undefined && removed.includes(decided.statement) ? decided.statement : null;
  if (written !== null) return lineAt(written, option, 'written', texts);
  if (gone !== null) return lineAt(gone, option, 'removed', texts);
  const [other, lost] = [added.at(-1), removed.at(-1)];
  if (other !== undefined) return lineAt(other, option, 'written', texts);
  if (lost !== undefined) return lineAt(lost, option, 'removed', texts);
  return elsewhere(was, is, texts) ?? (decides === undefined ? null : lineAt(decides.statement, option, 'written', texts));
}

/** The statement that decided a part of a decision. @param option its name; null for the level. */
export function originOf(decision: Decision | undefined, option: string | null): TrailEntry | undefined {
  return decision?.trail[option === null ? decision.by : decision.options[option]?.by ?? decision.by];
}

function statementsOf(decision: Decision | undefined): Statement[] {
  return decision?.trail.map(({ statement }) => statement) ?? [];
}

/** The statements of one trail that another one does not have, wherever in a file they are written. */
function notIn(some: readonly Statement[], others: readonly Statement[]): Statement[] {
  const counts = new Map<string, number>();
  for (const statement of others) counts.set(wordsOf(statement), (counts.get(wordsOf(statement)) ?? 0) + 1);
  return some.filter((statement) => {
    const left = counts.get(wordsOf(statement)) ?? 0;
    counts.set(wordsOf(statement), left - 1);
    return left <= 0;
  });
}

/** What a statement says and where it comes from, whatever lines it is on. */
export function wordsOf(
  { kind, layer, place, selector, zone, level, options, waivers, fix, ledger, guard, because, until }: Statement,
): string {
  return JSON.stringify([
    kind, place?.file ?? null, layer.through.map(({ file }) => file), selector, zone === null ? null : [zone.name, zone.because],
    level?.value ?? null,
    options.map(({ name, value }) => [name, value]),
    [waivers, fix, ledger, guard].map((said) => said?.value ?? null),
    because,
    until,
  ]);
}

/** The line of a statement that was changed: its own; else the nearest one, in its file or in one that brought it in. */
function lineAt(
  statement: Statement, option: string | null, fate: 'written' | 'removed', texts: ChangedTexts,
): ChangingLine | null {
  const own = statement.options.find(({ name }) => name === option)?.place
    ?? (option === null ? statement.level?.place : undefined) ?? statement.place;
  if (own === null) return null;
  const side = fate === 'written' ? 'after' : 'before';
  const ways = [
    own,
    statement.place ?? own,
    ...(statement.zone === null ? [] : [statement.zone.place]),
    ...statement.layer.through.toReversed(),
  ];
  const exact = ways.find(({ file, line }) => texts.linesOf(file, side)?.includes(line) === true);
  if (exact !== undefined) return { place: exact, fate };
  for (const place of ways) {
    const near = nearest(texts.linesOf(place.file, side) ?? [], place);
    if (near !== null) return { place: near, fate };
  }
  return { place: own, fate };
}

/** The first of some lines from a place on, else the last one before it. */
function nearest(lines: readonly number[], { file, line }: Place): Place | null {
  const found = lines.find((own) => own >= line) ?? lines.at(-1);
  return found === undefined ? null : { file, line: found, column: 1, length: 1 };
}

/**
 * A line that is no statement about the rule, and changed what counts all the same, such as `inherit`: in a file with statements
 * about it.
 */
function elsewhere(was: Decision | undefined, is: Decision | undefined, texts: ChangedTexts): ChangingLine | null {
  const files = (trail: readonly TrailEntry[] = []): string[] => trail.toReversed().flatMap(
    ({ statement: { place, layer } }) => [...(place === null ? [] : [place.file]), ...layer.through.map(({ file }) => file)],
  );
  for (const [fate, side] of [['written', 'after'], ['removed', 'before']] as const) {
    for (const file of [...files(is?.trail), ...files(was?.trail)]) {
      const [line] = texts.linesOf(file, side) ?? [];
      if (line !== undefined) return { place: { file, line, column: 1, length: 1 }, fate };
    }
  }
  return null;
}
