import { applyEdits } from '../base/apply-edits.js';
import { inspectSource, type Tools } from './inspect-file.js';
import { afterEdits } from './move-foreign.js';
import type { Edit } from '../base/edit.js';
import { formatSelector, type Selector } from '../model/selector.js';
import type { RuleSet } from '../model/rule-set.js';
import type { SourceText } from '../base/source-text.js';
import { Source } from '../syntax/source.js';
import { withBraces } from '../waivers/covered-line.js';
import { idleSelectors, uselessResumes } from '../waivers/idle-selectors.js';
import type { Stretch } from '../waivers/waiver.js';

/** A waiver, or a part of one, removed from a file. */
export interface RemovedWaiver {
  /** Its line in the original file, from 1. */
  readonly line: number;
  /** The selectors removed. */
  readonly selectors: readonly string[];
}

/** A comment, and what to remove from it. */
interface Removal {
  readonly start: number;
  readonly end: number;
  readonly gone: readonly Selector[];
  /** Whether to report it; a resume removed along with its waiver is not reported. */
  readonly isTold: boolean;
}

/**
 * Removes from a file the waivers and selectors that excuse nothing, and the resumes of what is not waived.
 * What has expired, is refused or names no rule stays: a person has to decide about that.
 */
export function removeUnused(
  text: SourceText, set: RuleSet, tools: Tools,
): { readonly text: SourceText; readonly removed: readonly RemovedWaiver[] } {
  let current = text;
  let own = tools;
  const removed: RemovedWaiver[] = [];
  // A waiver that only excused findings in a removed waiver goes next.
  for (;;) {
    const source = new Source(current, tools.grammars, tools.spelling);
    try {
      const removals = removalsIn(source, set, own);
      if (removals.length === 0) return { text: current, removed };
      if (current === text) {
        removed.push(...removals.filter(({ isTold }) => isTold)
          .map(({ start, gone }) => ({ line: text.positionAt(start).line, selectors: gone.map(formatSelector) })));
      }
      const edits = removals.map((removal) => editFor(removal, source));
      own = afterEdits(own, current, edits);
      current = applyEdits(current, edits);
    } finally {
      source.dispose();
    }
  }
}

function removalsIn(source: Source, set: RuleSet, tools: Tools): Removal[] {
  const { text } = source.text;
  const { catalog } = tools.planner;
  const { account } = inspectSource(source, set, tools);
  const byComment = new Map<number, Removal>();
  const add = ({ start, end }: Stretch, gone: readonly Selector[], isTold: boolean): void => {
    const others = byComment.get(start);
    if (gone.length > 0) {
      byComment.set(start, { start, end, gone: [...others?.gone ?? [], ...gone], isTold: isTold || others?.isTold === true });
    }
  };
  for (const entry of account.waivers) {
    const { waiver } = entry;
    const idle = idleSelectors(entry, catalog);
    if (!isClear(waiver, waiver.selectors.length === idle.length, text)) continue;
    add(waiver, idle, true);
    // Remove the resume along with its waiver: left alone, it would end another one.
    for (const selector of idle) {
      const resume = waiver.resumes[waiver.selectors.indexOf(selector)];
      if (resume != null) add(resume, [selector], false);
    }
  }
  for (const resume of uselessResumes(account, catalog)) if (isClear(resume, false, text)) add(resume, resume.selectors, true);
  return [...byComment.values()].sort((a, b) => a.start - b.start);
}

/** A list of rules that spans lines is left to people, unless the whole comment goes. */
function isClear({ start, end }: Stretch, isWhole: boolean, text: string): boolean {
  return isWhole || LIST.test(text.slice(start, end));
}

/** The list of rules in a comment, if it is on one line. */
const LIST = /elvar[ \t]+(?:waive|resume)[ \t]+(?<rules>[^\s,]+(?:[ \t]*,[ \t]*[^\s,]+)*)/;

function editFor(removal: Removal, source: Source): Edit {
  const list = LIST.exec(source.text.text.slice(removal.start, removal.end));
  const rules = list?.groups?.['rules'] ?? '';
  const kept = rules.split(',')
    .map((name) => name.trim())
    .filter((name) => name !== '' && !removal.gone.some((selector) => formatSelector(selector) === name));
  if (list === null || kept.length === 0) return withoutComment(removal, source);
  const end = removal.start + list.index + list[0].length;
  return { start: end - rules.length, end, text: kept.join(', ') };
}

/** The comment with its whole lines if nothing else is on them; otherwise with the blanks before it. */
function withoutComment(removal: Removal, source: Source): Edit {
  const { text, starts, ends } = source.text;
  const { start, end } = withBraces(removal, source);
  const first = source.text.positionAt(start).line - 1;
  const last = source.text.positionAt(end).line - 1;
  const [lineStart, lineEnd] = [starts[first] as number, ends[last] as number];
  const isAlone = text.slice(lineStart, start).trim() === '' && text.slice(end, lineEnd).trim() === '';
  if (isAlone) return { start: lineStart, end: starts[last + 1] ?? lineEnd, text: '' };
  const before = text.slice(lineStart, start);
  // Keep the words on both sides separate.
  return { start: lineStart + before.trimEnd().length, end, text: /\S/.test(text[end] ?? '') ? ' ' : '' };
}
