import { readFileSync } from 'node:fs';
import { collidingIds, ruleNameOf } from '../../core/intake/rule-name.js';
import type { ForeignLog, ForeignNote, LogMistake } from '../../core/intake/foreign-log.js';
import { readLinesLog } from '../../core/intake/read-lines.js';
import { isSarif, readSarifLog } from '../../core/intake/read-sarif.js';
import type { IntakeNote } from '../../core/cascade/report-base.js';
import type { ForeignHit } from '../../core/inspect/foreign-hits.js';
import type { FindingNote } from '../../core/model/finding.js';
import type { ForeignRule } from '../../core/model/foreign-rule.js';
import type { RuleId } from '../../core/model/rule.js';
import type { IncompletePath } from '../../core/model/scope.js';
import { describeSystemError, UsageError } from '../files/errors.js';
import { liesIn, realOrNearest } from '../files/real-path.js';
import { statsAt } from '../files/stats.js';
import { pathOfPlace } from './foreign-path.js';
import type { IntakeSource } from './intake-source.js';

/** What other programs found, as their logs say. */
export interface Intake {
  readonly rules: readonly ForeignRule[];
  /** By the path of the file, relative to the root. */
  readonly found: Readonly<Record<string, readonly ForeignHit[]>>;
  readonly logs: readonly LogCoverage[];
  readonly incomplete: readonly IncompletePath[];
  readonly notes: readonly IntakeNote[];
}

/** A log that was read, and the files that it speaks of. */
export interface LogCoverage {
  readonly source: IntakeSource;
  /** When it was written, in milliseconds since 1970. */
  readonly time: number;
  /** The digest that a file had, in hexadecimal SHA-256, by its path relative to the root; null where the log has none. */
  readonly files: ReadonlyMap<string, string | null>;
}

/** The largest log, in bytes. */
const LARGEST = 100 * 1024 * 1024;

/** The most remarks that are kept of a finding. */
const MOST_REMARKS = 10;

/** Reads logs. Nothing in them is executed or fetched. @throws UsageError with every mistake of a malformed log. */
export function readIntake(sources: readonly IntakeSource[], root: string): Intake {
  const rules = new Map<RuleId, ForeignRule>();
  const found: Record<string, ForeignHit[]> = Object.create(null) as Record<string, ForeignHit[]>;
  const logs: LogCoverage[] = [];
  const incomplete: IncompletePath[] = [];
  const notes: IntakeNote[] = [];
  for (const source of sources) {
    const { log, time } = readLog(source, root);
    if ('failed' in log) {
      if (source.required) incomplete.push({ path: source.name, reason: { code: 'unreadable', why: log.failed } });
      else notes.push({ intake: 'missing', log: source.name, place: source.place });
      continue;
    }
    for (const rule of rulesOf(log, source)) if (!rules.has(rule.id)) rules.set(rule.id, rule);
    for (const [name, ids] of collidingIds(log.findings.flatMap(({ rule }) => rule ?? []))) notes.push({ intake: 'same-name', log: source.name, rule: `${source.concern}/${name}`, ids });
    let outside = 0;
    const files = new Map<string, string | null>();
    logs.push({ source, time, files });
    for (const { rule, level, message, place, suppressed, notes: remarks } of log.findings) {
      const own = place === null ? null : pathOfPlace(place, log.form, root);
      if (own === null) {
        outside += 1;
        continue;
      }
      files.set(own, place?.sha256 ?? null);
      (found[own] ??= []).push({ rule: `${source.concern}/${ruleNameOf(rule)}`, level, message, region: place?.region ?? null, suppressed, notes: remarks.slice(0, MOST_REMARKS).map((note) => remarkOf(note, log.form, root)) });
    }
    if (outside > 0) notes.push({ intake: 'outside', log: source.name, findings: outside });
  }
  return { rules: [...rules.values()], found, logs, incomplete, notes };
}

/** A remark, with its place if that is in the project: nothing outside is told. */
function remarkOf({ message, place }: ForeignNote, form: ForeignLog['form'], root: string): FindingNote {
  const own = place === null ? null : pathOfPlace(place, form, root);
  return { message, path: own, line: own !== null && place?.region?.by === 'lines' ? place.region.line : null };
}

function readLog({ file, name, mayLeave }: IntakeSource, root: string): { readonly log: ForeignLog | { readonly failed: string }; readonly time: number } {
  const stats = statsAt(file);
  const time = stats?.mtimeMs ?? 0;
  const failed = (why: string): ReturnType<typeof readLog> => ({ log: { failed: why }, time });
  if (stats === undefined) return failed('there is no such file');
  if (!stats.isFile()) return failed('it is not a regular file');
  if (!mayLeave && !liesIn(realOrNearest(file), realOrNearest(root))) return failed('a link on its path leads out of the project');
  if (stats.size > LARGEST) throw new UsageError(`${name} is larger than 100 MiB\nA log of that size is not read.`);
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch (error) {
    return failed(describeSystemError(error));
  }
  const log = isSarif(text) ? readSarifLog(text) : readLinesLog(text);
  if (log.mistakes.length > 0) throw new UsageError(`${name} cannot be understood\n${log.mistakes.map((mistake) => `${placeText(mistake, name)}: ${mistake.what}`).join('\n')}`);
  return { log, time };
}

function placeText({ at }: LogMistake, name: string): string {
  if (at === null) return name;
  return 'line' in at ? `${name}:${at.line}:${at.column}` : `${name} at ${at.pointer === '' ? 'the top' : at.pointer}`;
}

/** The rules that a log has, whether or not anything was found by them; and one for what comes without an id. */
function rulesOf({ rules, findings }: ForeignLog, { concern }: IntakeSource): ForeignRule[] {
  const byName = new Map<string, ForeignRule>();
  const described = new Map(rules.map((rule) => [rule.id, rule]));
  for (const own of [...new Set([...findings.map(({ rule }) => rule), ...described.keys(), null])]) {
    const name = ruleNameOf(own);
    const rule = own === null ? undefined : described.get(own);
    const known = byName.get(name);
    if (known !== undefined) byName.set(name, { ...known, ownIds: own === null ? known.ownIds : [...known.ownIds, own] });
    else byName.set(name, { id: `${concern}/${name}`, ownIds: own === null ? [] : [own], level: rule?.level ?? 'warning', title: rule?.title ?? null, about: rule?.about ?? null, address: rule?.address ?? null });
  }
  return [...byName.values()];
}
