import type { CodeLine, Excuse, Finding } from '../model/finding.js';
import { LEVELS, type ActiveLevel } from '../model/level.js';
import { REPAIR_KINDS, type Repair } from '../model/repair.js';
import { CONFIDENCES, type RuleId } from '../model/rule.js';
import {
  CODE, CONFIDENCE, END_COLUMN, END_LINE, EXCUSE, MESSAGE, OWN_LEVEL, REPAIR, RULE, START_COLUMN, START_LINE, WIDTH,
} from './columns.js';
import type { FileFindings, FindingsHead } from './file-findings.js';
import { countsOf } from './finding-counts.js';

/** What is known of a file besides its findings. */
export interface AboutFile extends Pick<FindingsHead, 'lines' | 'waivers' | 'misread' | 'unfinished'> {
  /** The repair of each finding that has one, by its fingerprint; absent if nobody asked. */
  readonly repairs?: ReadonlyMap<string, Repair> | undefined;
}

/** Numbers the values of a list, each once. */
class Table<Value> {
  readonly values: Value[] = [];
  private readonly places = new Map<unknown, number>();

  placeOf(value: Value, key: unknown = value): number {
    let place = this.places.get(key);
    if (place === undefined) this.places.set(key, (place = this.values.push(value) - 1));
    return place;
  }
}

/** Writes findings down as numbers, and texts that they point to. @param findings sorted by position, then rule. */
export function writeFindings(
  findings: readonly Finding[], { lines, waivers, misread, unfinished, repairs }: AboutFile,
): FileFindings {
  const [rules, messages, codes, excuses] = [
    new Table<RuleId>(), new Table<string>(), new Table<CodeLine>(), new Table<Excuse>(),
  ];
  const numbers: number[] = new Array<number>(findings.length * WIDTH);
  const prints: string[] = [];
  findings.forEach((finding, index) => {
    const { rule, message, code, span: { start, end }, confidence, repair, excused, fingerprint, ownLevel } = finding;
    const at = index * WIDTH;
    numbers[at + RULE] = rules.placeOf(rule);
    numbers[at + MESSAGE] = messages.placeOf(message);
    // Of a short line there is one text, of a long one a part for each column.
    numbers[at + CODE] = codes.placeOf(code, `${start.line}:${code.column}`);
    numbers[at + START_LINE] = start.line;
    numbers[at + START_COLUMN] = start.column;
    numbers[at + END_LINE] = end.line;
    numbers[at + END_COLUMN] = end.column;
    numbers[at + CONFIDENCE] = CONFIDENCES.indexOf(confidence);
    numbers[at + REPAIR] = repair === null ? 0 : REPAIR_KINDS.indexOf(repair) + 1;
    numbers[at + EXCUSE] = excused === null ? 0 : excuses.placeOf(excused) + 1;
    numbers[at + OWN_LEVEL] = numberOf(ownLevel);
    prints.push(fingerprint);
  });
  const open = openIn(findings, rules);
  let end = 0;
  for (const message of messages.values) numbers.push((end += message.length));
  for (const code of codes.values) numbers.push((end += code.text.length), placeOfCode(code));
  return {
    size: findings.length, messages: messages.values.length, rules: rules.values, excuses: excuses.values, lines, waivers,
    misread, unfinished, open,
    notes: findings.flatMap(({ notes }, index) => (notes === undefined ? [] : [[index, notes] as const])),
    numbers: Int32Array.from(numbers),
    prints: prints.join(''),
    texts: [...messages.values, ...codes.values.map(({ text }) => text)].join(''),
    repairs: repairs === undefined ? null : JSON.stringify([...repairs]),
  };
}

function openIn(findings: readonly Finding[], rules: Table<RuleId>): FindingsHead['open'] {
  return ownLevels(findings).flatMap((own) => {
    const counts = countsOf(findings.filter(({ ownLevel = null }) => ownLevel === own));
    return counts.rules.map(({ rule, count, fixable, offered }) =>
      [rules.placeOf(rule), numberOf(own), count, fixable, offered] as const);
  });
}

/** Which levels of their own findings have; nearly always only none. */
function ownLevels(findings: readonly Finding[]): readonly (ActiveLevel | null)[] {
  return findings.some(({ ownLevel = null }) => ownLevel !== null)
    ? [...new Set(findings.map(({ ownLevel = null }) => ownLevel))]
    : [null];
}

function numberOf(level: ActiveLevel | null | undefined): number {
  return level == null ? 0 : LEVELS.indexOf(level) + 1;
}

/** Twice the column of its first character, and one more if the line goes on. */
function placeOfCode({ column, isCut }: CodeLine): number {
  return column * 2 + Number(isCut);
}
