import { readFileSync } from 'node:fs';
import { collidingIds, ruleNameOf } from '../../core/intake/rule-name.js';
import type { ForeignFinding, ForeignLog, ForeignNote, ForeignPlace } from '../../core/intake/foreign-log.js';
import { readLog } from '../../core/intake/read-log.js';
import type { IntakeNote } from '../../core/cascade/report-base.js';
import { writtenHit, writtenHits, type ForeignHit, type ForeignTexts } from '../../core/inspect/foreign-hits.js';
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
  readonly found: ForeignTexts;
  /** How many findings each file has, by its path relative to the root. */
  readonly counts: ReadonlyMap<string, number>;
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
  /** Each hit once, by the path of the file: compilers tell about a header again in each file that includes it. */
  const found = new Map<string, Set<string>>();
  const logs: LogCoverage[] = [];
  const incomplete: IncompletePath[] = [];
  const notes: IntakeNote[] = [];
  for (const source of sources) {
    const { read, time } = readFile(source, root);
    if ('failed' in read) {
      if (source.required) incomplete.push({ path: source.name, reason: { code: 'unreadable', why: read.failed } });
      else notes.push({ intake: 'missing', log: source.name, place: source.place });
      continue;
    }
    const idOf = idsOf(source.concern);
    const met = new Set<string | null>();
    for (const { findings } of read) for (const { rule } of findings) met.add(rule);
    for (const rule of rulesOf(read, met, source)) if (!rules.has(rule.id)) rules.set(rule.id, rule);
    for (const [name, ids] of collidingIds([...met].flatMap((id) => id ?? []))) {
      notes.push({ intake: 'same-name', log: source.name, rule: `${source.concern}/${name}`, ids });
    }
    let outside = 0;
    const files = new Map<string, string | null>();
    logs.push({ source, time, files });
    for (const { form, findings } of read) {
      const pathOf = pathsOf(form, root);
      for (const finding of findings) {
        const own = finding.place === null ? null : pathOf(finding.place);
        if (own === null) {
          outside += 1;
          continue;
        }
        files.set(own, finding.place?.sha256 ?? null);
        const hit = writtenHit(hitOf(finding, own, idOf, pathOf));
        const others = found.get(own);
        if (others === undefined) found.set(own, new Set([hit]));
        else others.add(hit);
      }
    }
    if (outside > 0) notes.push({ intake: 'outside', log: source.name, findings: outside });
  }
  return {
    rules: [...rules.values()], logs, incomplete, notes,
    found: new Map([...found].map(([own, hits]) => [own, writtenHits([...hits])])),
    counts: new Map([...found].map(([own, hits]) => [own, hits.size])),
  };
}

/** Finds the path of a place relative to the root; null outside. */
type PathLookup = (place: ForeignPlace) => string | null;

/** Most findings of a log are in few files, so that each is looked up once. */
function pathsOf(form: ForeignLog['form'], root: string): PathLookup {
  const known = new Map<string, string | null>();
  return (place) => {
    const key = `${place.base ?? ''}\0${place.file}`;
    let own = known.get(key);
    if (own === undefined) known.set(key, (own = pathOfPlace(place, form, root)));
    return own;
  };
}

/** Finds the rule of a finding by the id that its program gave it. */
function idsOf(concern: string): (rule: string | null) => RuleId {
  const known = new Map<string | null, RuleId>();
  return (rule) => {
    let id = known.get(rule);
    if (id === undefined) known.set(rule, (id = `${concern}/${ruleNameOf(rule)}`));
    return id;
  };
}

/** A finding of a log as a hit in a file. @param own the file's path relative to the root. */
function hitOf({ rule, level, message, place, suppressed, notes }: ForeignFinding, own: string, idOf: (
  rule: string | null,
) => RuleId, pathOf: PathLookup): ForeignHit {
  const region = place?.region ?? null;
  const line = region?.by === 'lines' ? region.line : null;
  const remarks = notes.length === 0 ? [] : notes.slice(0, MOST_REMARKS).map((note) => remarkOf(note, pathOf));
  // Some programs name further stretches of the same line, and say nothing about them.
  return {
    rule: idOf(rule),
    level,
    message,
    region,
    suppressed,
    notes: remarks.filter((note) => note.message !== '' || (note.path !== null && (note.path !== own || note.line !== line))),
  };
}

/** A remark, with its place if that is in the project: nothing outside is told. */
function remarkOf({ message, place }: ForeignNote, pathOf: PathLookup): FindingNote {
  const own = place === null ? null : pathOf(place);
  return { message, path: own, line: own !== null && place?.region?.by === 'lines' ? place.region.line : null };
}

function readFile(
  { file, name, mayLeave }: IntakeSource, root: string,
): { readonly read: readonly ForeignLog[] | { readonly failed: string }; readonly time: number } {
  const stats = statsAt(file);
  const time = stats?.mtimeMs ?? 0;
  const failed = (why: string): ReturnType<typeof readFile> => ({ read: { failed: why }, time });
  if (stats === undefined) return failed('there is no such file');
  if (!stats.isFile()) return failed('it is not a regular file');
  if (!mayLeave && !liesIn(realOrNearest(file), realOrNearest(root))) {
    return failed('a link on its path leads out of the project');
  }
  if (stats.size > LARGEST) throw new UsageError({ code: 'log-too-large', name, largest: LARGEST });
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch (error) {
    return failed(describeSystemError(error));
  }
  const read = readLog(text);
  const mistakes = read.flatMap((log) => log.mistakes);
  if (mistakes.length > 0) throw new UsageError({ code: 'bad-log', name, mistakes });
  return { read, time };
}

/** The rules that logs have, whether or not anything was found by them; and one for what comes without an id. */
function rulesOf(logs: readonly ForeignLog[], met: ReadonlySet<string | null>, { concern }: IntakeSource): ForeignRule[] {
  const rules = logs.flatMap((log) => log.rules);
  const byName = new Map<string, ForeignRule>();
  const described = new Map(rules.map((rule) => [rule.id, rule]));
  for (const own of [...new Set([...met, ...described.keys(), null])]) {
    const name = ruleNameOf(own);
    const rule = own === null ? undefined : described.get(own);
    const known = byName.get(name);
    if (known !== undefined) byName.set(name, { ...known, ownIds: own === null ? known.ownIds : [...known.ownIds, own] });
    else byName.set(name, {
      id: `${concern}/${name}`,
      ownIds: own === null ? [] : [own],
      level: rule?.level ?? 'warning',
      title: rule?.title ?? null,
      about: rule?.about ?? null,
      address: rule?.address ?? null,
    });
  }
  return [...byName.values()];
}
