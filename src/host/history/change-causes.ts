import path from 'node:path';
import { ChangedTexts, type TextTurn } from '../../core/history/changed-texts.js';
import { changingLine } from '../../core/history/changing-line.js';
import type { ChangingLine } from '../../core/history/history-event.js';
import type { LineAuthor } from '../../core/history/line-authors.js';
import type { ChangeCause, ChangeCauses } from '../../core/impact/change-cause.js';
import type { RuleChange, WayOfChange } from '../../core/impact/rule-changes.js';
import { readTextFile } from '../files/text-file.js';
import { blameLines, lastAuthor } from '../git/blame.js';
import { Blobs, TreeAt } from '../git/tree-at.js';
import { needCommit } from '../git/revision.js';

/** Two states of a repository: commits, or the work tree where `to` is null. */
export interface RevisionSides {
  readonly from: string;
  readonly to: string | null;
}

/** Which lines changed the rules between two states, and who wrote or removed them. @throws UsageError if git cannot tell. */
export function causesOf(root: string, rules: readonly RuleChange[], { from, to }: RevisionSides): ChangeCauses {
  const [first, second] = [needCommit(root, from, 'impact'), to === null ? null : needCommit(root, to, 'impact')];
  const blobs = new Blobs(root);
  const [before, after] = [TreeAt.of(root, first), second === null ? null : TreeAt.of(root, second)];
  const textIn = (tree: TreeAt | null, file: string): string | null => {
    if (tree === null) {
      const reading = readTextFile(path.join(root, file));
      return 'failed' in reading ? null : reading.text;
    }
    const blob = tree.blobOf(file);
    return blob === undefined ? null : blobs.textOf(blob);
  };
  const texts = new ChangedTexts((file): TextTurn | undefined => {
    const turn = { before: textIn(before, file), after: textIn(after, file) };
    return turn.before === turn.after ? undefined : turn;
  });
  const authorOf = ({ place: { file, line }, fate }: ChangingLine): LineAuthor | null => (fate === 'removed' ? lastAuthor(root, file, first, second) : blameLines(root, file, [line], second).get(line) ?? null);
  const known = new Map<string, ChangeCause>();
  return new Map(rules.flatMap(({ ways }) => ways.map((way) => [way, causeOf(way, texts, known, authorOf)] as const)));
}

function causeOf({ before, after }: WayOfChange, texts: ChangedTexts, known: Map<string, ChangeCause>, authorOf: (line: ChangingLine) => LineAuthor | null): ChangeCause {
  const option = before.level !== after.level ? null : Object.keys(after.options).find((name) => JSON.stringify(before.options[name]?.value) !== JSON.stringify(after.options[name]?.value)) ?? null;
  const line = changingLine({ was: before, is: after, option }, texts);
  if (line === null) return { line, author: null };
  const key = JSON.stringify([line.place.file, line.place.line, line.fate]);
  let cause = known.get(key);
  if (cause === undefined) known.set(key, (cause = { line, author: authorOf(line) }));
  return cause;
}
