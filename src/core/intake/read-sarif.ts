import type * as z from 'zod';
import { DEEPEST_JSON, isTooDeep } from '../base/json-depth.js';
import type { ActiveLevel } from '../model/level.js';
import {
  MOST_FINDINGS, type ForeignFinding, type ForeignLog, type ForeignNote, type ForeignPlace, type ForeignRegion, type ForeignRule,
} from './foreign-log.js';
import { isUsualResult } from './usual-result.js';
import { sarifLog, sarifResult, type SarifLocation, type SarifResult, type SarifRule, type SarifRun } from './sarif-schema.js';
import type { LogMistake } from '../model/usage-mistake.js';

/** The most mistakes that are told of one log. */
const MOST_MISTAKES = 20;

/** Whether a text is meant to be a SARIF log: an object in JSON. */
export function isSarif(text: string): boolean {
  return /^\uFEFF?\s*\{/.test(text);
}

/** Reads a SARIF log (SARIF 2.1.0). Nothing that it points to is fetched. */
export function readSarifLog(text: string): ForeignLog {
  if (isTooDeep(text)) {
    return failed([{ at: null, what: `it is nested more than ${DEEPEST_JSON.toLocaleString('en')} levels deep` }]);
  }
  let data: unknown;
  try {
    data = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    return failed([{ at: placeOfSyntaxError(text, error), what: 'this is not JSON' }]);
  }
  const count = countResults(data);
  if (count > MOST_FINDINGS) {
    return failed([{ at: { pointer: '/runs' }, what: `it has more than ${MOST_FINDINGS.toLocaleString('en')} results` }]);
  }
  const log = sarifLog.safeParse(data);
  if (!log.success) return failed(log.error.issues.slice(0, MOST_MISTAKES).map((issue) => mistakeOf(issue, [])));
  const findings: ForeignFinding[] = [];
  const mistakes: LogMistake[] = [];
  const rules = (log.data.runs ?? []).flatMap((run, number) => {
    const reader = new RunReader(run);
    (run.results ?? []).forEach((data, index) => {
      const result = isUsualResult(data) ? { success: true, data } as const : sarifResult.safeParse(data);
      if (!result.success) {
        mistakes.push(...result.error.issues.map((issue) => mistakeOf(issue, ['runs', number, 'results', index])));
      }
      const finding = result.success ? reader.findingOf(result.data) : null;
      if (finding !== null) findings.push(finding);
    });
    return reader.rules();
  });
  return mistakes.length > 0 ? failed(mistakes.slice(0, MOST_MISTAKES)) : { form: 'sarif', findings, rules, mistakes: [] };
}

function failed(mistakes: readonly LogMistake[]): ForeignLog {
  return { form: 'sarif', findings: [], rules: [], mistakes };
}

/** To be asked before the schema, which would take long to look at too many. */
function countResults(data: unknown): number {
  const runs: unknown = typeof data === 'object' && data !== null && 'runs' in data ? data.runs : [];
  return Array.isArray(runs)
    ? runs.reduce(
      (sum: number, run: unknown) => sum
        + (typeof run === 'object' && run !== null && 'results' in run && Array.isArray(run.results) ? run.results.length : 0),
      0,
    )
    : 0;
}

/** A step of a JSON pointer (RFC 6901, section 3). */
function pointerTo(path: readonly PropertyKey[]): string {
  return path.map((step) => `/${String(step).replaceAll('~', '~0').replaceAll('/', '~1')}`).join('');
}

/** @param base where the part of the log is that has the issue. */
function mistakeOf(issue: z.core.$ZodIssue, base: readonly PropertyKey[]): LogMistake {
  const at = { pointer: pointerTo([...base, ...issue.path]) };
  switch (issue.code) {
    case 'invalid_type':
      return { at, what: `this must be ${article(issue.expected)}` };
    case 'invalid_value':
      return { at, what: `this must be ${issue.values.map((value) => `"${String(value)}"`).join(' or ')}` };
    case 'too_small':
      return { at, what: `this must be at least ${issue.minimum}` };
    case 'too_big':
      return { at, what: `this must be at most ${issue.maximum}` };
    default:
      return { at, what: issue.message };
  }
}

function article(type: string): string {
  return {
    string: 'a text',
    int: 'a whole number',
    number: 'a number',
    array: 'a list',
    object: 'an object',
    record: 'an object',
    boolean: 'true or false',
  }[type]
    ?? `of the type ${type}`;
}

/** Where V8 says that the text stops to be JSON. */
function placeOfSyntaxError(text: string, error: unknown): LogMistake['at'] {
  const position = Number(/position (\d+)/.exec(error instanceof Error ? error.message : '')?.[1] ?? text.length);
  const before = text.slice(0, position).split('\n');
  return { line: before.length, column: (before.at(-1)?.length ?? 0) + 1 };
}

/** Reads one run of a log. */
class RunReader {
  private readonly columnsAre: 'utf16' | 'code-points';
  /** The digests of files by their addresses: results need not point to artifacts. */
  private readonly digests: ReadonlyMap<string, string>;

  constructor(private readonly run: SarifRun) {
    this.digests = new Map((run.artifacts ?? []).flatMap(({ location, hashes }): [string, string][] => {
      const digest = hashes?.['sha-256'];
      return location?.uri === undefined || digest === undefined ? [] : [[location.uri, digest.toLowerCase()]];
    }));
    // Unless the log says otherwise, a column is a character.
    this.columnsAre = run.columnKind === 'utf16CodeUnits' ? 'utf16' : 'code-points';
  }

  rules(): ForeignRule[] {
    const { driver, extensions = [] } = this.run.tool;
    return [driver, ...extensions]
      .flatMap(({ rules = [] }) => rules)
      .map(({ id, shortDescription, fullDescription, helpUri, defaultConfiguration }) => ({
        id,
        level: activeLevel(defaultConfiguration?.level),
        title: shortDescription?.text ?? null,
        about: fullDescription?.text ?? null,
        address: webAddress(helpUri),
      }));
  }

  /** Null for what is no finding: something that was looked at and is right (section 3.27.9), or that is gone. */
  findingOf(result: SarifResult): ForeignFinding | null {
    const { kind = 'fail', baselineState, locations = [], relatedLocations = [], suppressions, message } = result;
    const rule = this.ruleOf(result);
    const level = kind === 'fail' ? activeLevel(result.level ?? rule?.defaultConfiguration?.level ?? 'warning')
      : kind === 'review' || kind === 'open' ? 'note'
      : null;
    if (level === null || baselineState === 'absent') return null;
    const [first, ...others] = locations;
    return {
      // Section 3.27.5: an id may go on after that of its rule.
      rule: rule?.id ?? result.ruleId ?? result.rule?.id ?? null,
      level,
      message: messageText(message, rule),
      place: first === undefined ? null : this.placeOf(first),
      notes: [...others, ...relatedLocations].flatMap((location) => this.noteOf(location, rule) ?? []),
      suppressed: suppressedBy(suppressions ?? []),
    };
  }

  private ruleOf({ ruleId, ruleIndex, rule }: SarifResult): SarifRule | undefined {
    const { driver, extensions = [] } = this.run.tool;
    const component = rule?.toolComponent?.index;
    const rules = (component === undefined ? driver : extensions[component])?.rules ?? [];
    const index = rule?.index ?? ruleIndex ?? -1;
    const id = rule?.id ?? ruleId;
    return rules[index] ?? rules.find((own) => own.id === id) ?? rules.find((own) => id?.startsWith(`${own.id}/`) === true);
  }

  private noteOf(location: SarifLocation, rule: SarifRule | undefined): ForeignNote | null {
    const message = location.message === undefined ? '' : messageText(location.message, rule);
    const place = this.placeOf(location);
    return message === '' && place === null ? null : { message, place };
  }

  private placeOf({ physicalLocation }: SarifLocation): ForeignPlace | null {
    const { artifactLocation, region } = physicalLocation ?? {};
    if (artifactLocation === undefined) return null;
    const { uri, uriBaseId } = artifactLocation.uri === undefined
      ? this.run.artifacts?.[artifactLocation.index ?? -1]?.location ?? {}
      : artifactLocation;
    if (uri === undefined) return null;
    return {
      file: uri,
      base: uriBaseId === undefined ? null : this.baseOf(uriBaseId),
      region: region === undefined ? null : this.regionOf(region),
      sha256: this.digests.get(uri) ?? null,
    };
  }

  /** What an id of a base stands for; null if the log does not say (section 3.14.14). A base may have a base itself. */
  private baseOf(id: string): string | null {
    const bases = this.run.originalUriBaseIds ?? {};
    let address = '';
    const met = new Set<string>();
    for (let own: string | undefined = id; own !== undefined && !met.has(own);) {
      met.add(own);
      const base: NonNullable<SarifRun['originalUriBaseIds']>[string] | undefined = Object.hasOwn(bases, own)
        ? bases[own]
        : undefined;
      address = `${base?.uri ?? ''}${address}`;
      own = base?.uriBaseId;
    }
    return address === '' ? null : address;
  }

  private regionOf({ startLine, startColumn, endLine, endColumn, charOffset, charLength }: NonNullable<
    NonNullable<SarifLocation['physicalLocation']>['region']
  >): ForeignRegion | null {
    if (startLine !== undefined) {
      return {
        by: 'lines',
        line: startLine,
        column: startColumn ?? null,
        endLine: endLine ?? null,
        endColumn: endColumn ?? null,
        columnsAre: this.columnsAre,
      };
    }
    return charOffset === undefined || charOffset < 0 ? null : { by: 'offset', offset: charOffset, length: charLength ?? 0 };
  }
}

function activeLevel(level: 'none' | ActiveLevel | undefined): ActiveLevel | null {
  return level === undefined || level === 'none' ? null : level;
}

/**
 * The text of a message: its own, or that of its rule with the arguments put in (sections 3.11.5 and 3.11.7). Links become their
 * words.
 */
function messageText({ text, id, arguments: given = [] }: SarifResult['message'], rule: SarifRule | undefined): string {
  const strings = rule?.messageStrings;
  const template = text
    ?? (id !== undefined && strings !== undefined && Object.hasOwn(strings, id) ? strings[id]?.text : undefined) ?? '';
  if (!/[{}[\\]/.test(template)) return template;
  const filled = template.replace(/\{\{|\}\}|\{(\d{1,3})\}/g, (whole, number: string | undefined) =>
    (number === undefined ? whole.slice(1) : given[Number(number)] ?? whole));
  return filled.replace(/\[((?:[^[\]\\]|\\.){1,500})\]\((?:[^()\s]{1,2000})\)/g, '$1').replace(/\\([[\]\\])/g, '$1');
}

/** Section 3.27.23: a result is suppressed if something suppresses it and nothing of that is in doubt. */
function suppressedBy(suppressions: NonNullable<SarifResult['suppressions']>): ForeignFinding['suppressed'] {
  if (suppressions.length === 0 || suppressions.some(({ status = 'accepted' }) => status !== 'accepted')) return null;
  return { justification: suppressions.find(({ justification }) => justification !== undefined)?.justification ?? null };
}

/** An address that a reader may follow: any other scheme can run something, or hold a whole document. */
function webAddress(address: string | undefined): string | null {
  return address !== undefined && /^https?:\/\/[^\s\u0000-\u001f]+$/i.test(address) ? address : null;
}
