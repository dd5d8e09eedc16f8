import type { BrokenExpectation, ExpectationReport } from '../expectations/broken-expectation.js';
import type { StackExpectation } from '../layers/stack.js';
import type { ExpectedRules } from '../model/expectation.js';

/** Something that was expected before a change, and is not after it. */
export interface DroppedExpectation {
  readonly source: StackExpectation;
  readonly rules: ExpectedRules;
}

/** What a change of rules does to expectations. */
export interface ExpectationChanges {
  /** Those that do not hold after it, and held or were not there before. */
  readonly breaking: readonly BrokenExpectation[];
  /** Those that hold neither before nor after. */
  readonly stillBroken: readonly BrokenExpectation[];
  /** Those that hold again. */
  readonly mended: readonly BrokenExpectation[];
  /** Those that are gone, whether or not they held. */
  readonly dropped: readonly DroppedExpectation[];
}

/** Compares how expectations stand before and after a change. An expectation is the same one wherever in its file it stands. */
export function expectationChanges(before: ExpectationReport, after: ExpectationReport): ExpectationChanges {
  const [was, is] = [new Set(before.broken.map(brokenKey)), new Set(after.broken.map(brokenKey))];
  const kept = new Set(expectedIn(after).map(expectedKey));
  return {
    breaking: after.broken.filter((one) => !was.has(brokenKey(one))),
    stillBroken: after.broken.filter((one) => was.has(brokenKey(one))),
    mended: before.broken.filter((one) => !is.has(brokenKey(one))
      && one.source.expectation.rules.some((rules) => kept.has(expectedKey({ source: one.source, rules })))),
    dropped: expectedIn(before).filter((one) => !kept.has(expectedKey(one))),
  };
}

function expectedIn({ sources }: ExpectationReport): DroppedExpectation[] {
  return sources.flatMap((source) => source.expectation.rules.map((rules) => ({ source, rules })));
}

/** What is expected of which files, and by which file. */
function expectedKey({ source, rules }: DroppedExpectation): string {
  const { selector, level, atLeast, options, waivers, fix, ledger } = rules;
  return JSON.stringify([
    filesKey(source), selector, level?.value, atLeast?.value, options.map(({ name, value }) => [name, value]), waivers?.value,
    fix?.value, ledger?.value,
  ]);
}

/** What does not hold, whoever decides so. */
function brokenKey({ source, rule, unmet }: BrokenExpectation): string {
  return JSON.stringify([filesKey(source), rule, unmet.part, unmet.part === 'option' ? unmet.option : null, unmet.expected]);
}

function filesKey({ layer, expectation: { files } }: StackExpectation): unknown {
  return [
    layer.file,
    layer.through.map(({ file }) => file),
    files.kind === 'path' ? files.path.value : files.patterns.map(({ value }) => value),
  ];
}
