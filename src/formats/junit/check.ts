import Builder from 'fast-xml-builder';
import { alikeBroken, type AlikeBroken } from '../../core/expectations/broken-expectation.js';
import { directoryOf } from '../../core/base/directory-of.js';
import type { CheckedSource, CheckReport } from '../../core/inspect/check-report.js';
import type { Finding } from '../../core/model/finding.js';
import { compareLevels } from '../../core/model/level.js';
import type { FailOn } from '../../core/model/layer.js';
import { isTrusted } from '../../core/inspect/select-findings.js';
import { brokenText } from '../text/expectation.js';
import { describeIncomplete } from '../text/incomplete.js';
import { formatPlace } from '../text/origin.js';
import { visible } from '../text/visible.js';
import { findingLine } from '../lines/check.js';

/** Attributes are keys that begin with this. */
const ATTRIBUTE = '@';

/** An element as the builder takes it: attributes, `#text`, and elements by their name. */
interface Element {
  readonly [name: string]: string | number | Element | readonly Element[] | undefined;
}

/**
 * What was found, as a test report in JUnit's form: a suite for each directory, a case for each file. What makes the check fail
 * is a failure; a file that could not be checked is an error; the rest stands in the output of its case.
 * @param failOn the lowest level that makes the check fail.
 */
export function checkJunit(report: CheckReport, failOn: FailOn): string {
  const suites = new Map<string, Case[]>();
  const cases = [
    ...report.files.map((file) => caseOf(file, report, failOn)),
    ...report.incomplete.map(({ path, reason }): Case => ({ path, failing: [], others: [], error: describeIncomplete(reason) })),
  ];
  for (const one of cases) {
    const own = suites.get(directoryOf(one.path));
    if (own === undefined) suites.set(directoryOf(one.path), [one]);
    else own.push(one);
  }
  const broken = alikeBroken(report.expectations.broken);
  const builder = new Builder({ ignoreAttributes: false, attributeNamePrefix: ATTRIBUTE, format: true, suppressEmptyNode: true });
  const document: Element = {
    testsuites: {
      ...attributes({ name: 'elvar', ...withExpectations(totals(cases), broken, report.expectations.fails) }),
      testsuite: [...suites].map(([directory, own]) => suiteOf(directory, own)).concat(
        broken.length === 0 ? [] : [expectationSuite(broken, report.expectations.fails)],
      ),
    },
  };
  return `<?xml version="1.0" encoding="UTF-8"?>\n${builder.build(document)}`;
}

/** A suite of its own for expectations that do not hold. @param fails whether they make the check fail. */
function expectationSuite(broken: readonly AlikeBroken[], fails: boolean): Element {
  const testcase = broken.map(({ broken: one, rules }): Element => ({
    ...attributes({ name: formatPlace(one.place), classname: 'expectations', file: one.place.file, time: 0 }),
    ...(fails
      ? { failure: attributes({ message: brokenText(one, rules), type: 'expectation' }) }
      : { 'system-out': `\n${safe(brokenText(one, rules))}\n` }),
  }));
  return {
    ...attributes({ name: 'expectations', ...withExpectations({ tests: 0, failures: 0, errors: 0, skipped: 0 }, broken, fails) }),
    testcase,
  };
}

function withExpectations(
  { tests = 0, failures = 0, ...rest }: Readonly<Record<string, number>>, broken: readonly AlikeBroken[], fails: boolean,
): Record<string, number> {
  return { tests: tests + broken.length, failures: failures + (fails ? broken.length : 0), ...rest };
}

/** A file with what was found in it. */
interface Case {
  readonly path: string;
  readonly failing: readonly Finding[];
  readonly others: readonly Finding[];
  /** Why it could not be checked. */
  readonly error: string | null;
}

function caseOf({ path, findings }: CheckedSource, { confidence }: CheckReport, failOn: FailOn): Case {
  const open = findings.all.filter(({ excused }) => excused === null);
  const fails = (finding: Finding): boolean =>
    failOn !== 'never' && compareLevels(finding.level, failOn) >= 0 && (confidence === null || isTrusted(finding, confidence));
  return { path, failing: open.filter(fails), others: open.filter((finding) => !fails(finding)), error: null };
}

function suiteOf(directory: string, cases: readonly Case[]): Element {
  return { ...attributes({ name: directory, ...totals(cases) }), testcase: cases.map(elementOf) };
}

function totals(cases: readonly Case[]): Readonly<Record<string, number>> {
  return {
    tests: cases.length,
    failures: cases.filter(({ failing }) => failing.length > 0).length,
    errors: cases.filter(({ error }) => error !== null).length,
    skipped: 0,
  };
}

function elementOf({ path, failing, others, error }: Case): Element {
  const [first] = failing;
  return {
    ...attributes({ name: path, classname: directoryOf(path), file: path, time: 0 }),
    ...(error !== null && { error: attributes({ message: error, type: 'incomplete' }) }),
    // Most build servers show one failure for each case.
    ...(first !== undefined
      && { failure: { ...attributes({ message: `${first.message}`
        + `${failing.length > 1 ? `, and ${failing.length - 1} more` : ''}`, type: first.rule }), '#text': linesOf(failing) } }),
    ...(others.length > 0 && { 'system-out': linesOf(others) }),
  };
}

function linesOf(findings: readonly Finding[]): string {
  return `\n${findings.map((finding) => safe(findingLine(finding))).join('\n')}\n`;
}

function attributes(values: Readonly<Record<string, string | number>>): Element {
  return Object.fromEntries(Object.entries(values)
    .map(([name, value]) => [`${ATTRIBUTE}${name}`, typeof value === 'string' ? safe(visible(value)) : value]));
}

/** What no XML document may contain is written as an escape (XML 1.0, section 2.2); control characters are visible already. */
function safe(text: string): string {
  return text.replace(/[\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g, (character) =>
    `\\u${character.charCodeAt(0).toString(16)}`);
}
