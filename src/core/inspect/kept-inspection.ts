import type { CodeLine, Excuse, Finding } from '../model/finding.js';
import { LEVELS, type ActiveLevel } from '../model/level.js';
import { REPAIR_KINDS, type Repair } from '../model/repair.js';
import { CONFIDENCES, type RuleId } from '../model/rule.js';
import type { RuleSet } from '../model/rule-set.js';
import type { WaiverRecord } from '../waivers/account.js';
import type { MalformedWaiver } from '../waivers/waiver.js';
import type { FindingCounts, OpenCount } from './finding-counts.js';
import type { Inspection } from './inspect-file.js';
import {
  CODE, CONFIDENCE, END_COLUMN, END_LINE, EXCUSE, KeptFile, KeptFinding, MESSAGE, OWN_LEVEL, REPAIR, RULE, START_COLUMN, START_LINE, textOf, WIDTH, type KeptHead, type KeptInspection,
} from './kept-finding.js';
import { countsOf } from './tally.js';

export type { KeptInspection, LateText } from './kept-finding.js';

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

/** What is kept of an inspection. */
export function keptInspection(inspection: Inspection): KeptInspection {
  if (inspection instanceof RememberedInspection) return inspection.kept;
  const { findings, lines, waivers, misread, repairs } = inspection;
  const [rules, messages, codes, excuses] = [new Table<RuleId>(), new Table<string>(), new Table<CodeLine>(), new Table<Excuse>()];
  const numbers: number[] = new Array<number>(findings.length * WIDTH);
  const prints: string[] = [];
  findings.forEach(({ rule, message, code, span: { start, end }, confidence, repair, excused, fingerprint, ownLevel }, index) => {
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
  const open = ownLevels(findings).flatMap((own) => countsOf(findings.filter(({ ownLevel = null }) => ownLevel === own)).rules.map(({ rule, count, fixable, offered }) => [rules.placeOf(rule), numberOf(own), count, fixable, offered] as const));
  const head: KeptHead = { findings: findings.length, messages: messages.values.length, rules: rules.values, excuses: excuses.values, lines, waivers, misread, notes: findings.flatMap(({ notes }, index) => (notes === undefined ? [] : [[index, notes] as const])), open };
  let end = 0;
  for (const message of messages.values) numbers.push((end += message.length));
  for (const code of codes.values) numbers.push((end += code.text.length), placeOfCode(code));
  return { numbers: Int32Array.from(numbers), prints: prints.join(''), head: JSON.stringify(head), texts: [...messages.values, ...codes.values.map(({ text }) => text)].join(''), repairs: repairs === undefined ? null : JSON.stringify([...repairs]) };
}

/** Which levels of their own findings have; nearly always only none. */
function ownLevels(findings: readonly Finding[]): readonly (ActiveLevel | null)[] {
  return findings.some(({ ownLevel = null }) => ownLevel !== null) ? [...new Set(findings.map(({ ownLevel = null }) => ownLevel))] : [null];
}

function numberOf(level: ActiveLevel | null | undefined): number {
  return level == null ? 0 : LEVELS.indexOf(level) + 1;
}

/** Twice the column of its first character, and one more if the line goes on. */
function placeOfCode({ column, isCut }: CodeLine): number {
  return column * 2 + Number(isCut);
}

/** The inspection that was kept. @param path the file's path. @param set its rule set, which has the levels. @throws SyntaxError if it is damaged. */
export function inspectionOf(kept: KeptInspection, path: string, set: RuleSet, unfinished: readonly RuleId[] = []): Inspection {
  return new RememberedInspection(new KeptFile(path, kept, set), unfinished);
}

/** An inspection that was kept. Its findings are put together when they are asked for: most runs only count them. */
class RememberedInspection implements Inspection {
  readonly lines: number;
  readonly waivers: readonly WaiverRecord[];
  readonly misread: readonly MalformedWaiver[];
  private all: readonly Finding[] | null = null;
  private allRepairs: ReadonlyMap<string, Repair> | null = null;

  constructor(private readonly file: KeptFile, readonly unfinished: readonly RuleId[]) {
    ({ lines: this.lines, waivers: this.waivers, misread: this.misread } = file.head);
  }

  get findings(): readonly Finding[] {
    return this.all ??= Array.from({ length: this.size }, (_, index) => new KeptFinding(this.file, index * WIDTH));
  }

  openOf(rule: RuleId, level: ActiveLevel): readonly Finding[] {
    const { head: { rules }, numbers } = this.file;
    const place = rules.indexOf(rule);
    const open: Finding[] = [];
    for (let at = 0; at < this.size * WIDTH; at += WIDTH) {
      if (numbers[at + RULE] === place && numbers[at + EXCUSE] === 0 && this.file.levelOf(place, numbers[at + OWN_LEVEL] as number) === level) open.push(new KeptFinding(this.file, at));
    }
    return open;
  }

  get counts(): FindingCounts {
    const { head } = this.file;
    const rules: OpenCount[] = [];
    for (const [place, own, count, fixable, offered] of head.open) {
      const [rule, level] = [head.rules[place] as RuleId, this.file.levelOf(place, own)];
      // What differs only in levels that do not count is one.
      const known = rules.find((one) => one.rule === rule && one.level === level);
      if (known === undefined) rules.push({ rule, level, count, fixable, offered });
      else Object.assign(known, { count: known.count + count, fixable: known.fixable + fixable, offered: known.offered + offered });
    }
    return { rules, excused: this.size - rules.reduce((sum, { count }) => sum + count, 0), byLedger: 0 };
  }

  get repairs(): ReadonlyMap<string, Repair> | undefined {
    const { repairs } = this.file.kept;
    return repairs === null ? undefined : this.allRepairs ??= new Map(JSON.parse(textOf(repairs)) as [string, Repair][]);
  }

  get kept(): KeptInspection {
    return this.file.kept;
  }

  private get size(): number {
    return this.file.head.findings;
  }
}
