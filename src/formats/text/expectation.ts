import { alikeBroken, type BrokenExpectation, type Unmet } from '../../core/expectations/broken-expectation.js';
import type { DroppedExpectation, ExpectationChanges } from '../../core/impact/expectation-changes.js';
import { FREEDOMS } from '../../core/model/freedom.js';
import type { RuleId } from '../../core/model/rule.js';
import { formatSelector } from '../../core/model/selector.js';
import { formatPlace, formatSource, formatValue } from './origin.js';
import { count, listedUpTo } from './words.js';
import { visible } from './visible.js';

/** What is expected of a rule: `at least error`, `max 110`, `waivers refuse`. */
function expectedText(unmet: Unmet): string {
  switch (unmet.part) {
    case 'level':
      return `${unmet.orHigher ? 'at least ' : ''}${unmet.expected}`;
    case 'option':
      return `${unmet.option} ${formatValue(unmet.expected)}`;
    default:
      return `${unmet.part} ${unmet.expected}`;
  }
}

/** What it is instead. */
function foundText(unmet: Unmet): string {
  switch (unmet.part) {
    case 'level':
      return unmet.found;
    case 'option':
      return unmet.found === null ? `without ${unmet.option}` : `${unmet.option} ${formatValue(unmet.found)}`;
    default:
      return `${unmet.part} ${unmet.found}`;
  }
}

/** The line that decided. */
function deciderOfBroken({ by: { statement } }: BrokenExpectation): string {
  return statement.kind === 'catalog' ? 'no layer, only the default' : formatSource(statement);
}

/** In which files an expectation does not hold: the first, and how many more. */
function filesOfBroken({ example, files }: Pick<BrokenExpectation, 'example' | 'files'>): string {
  return `${visible(example)}${files > 1 ? ` and ${count(files - 1, 'more file')}` : ''}`;
}

/** The most rules named. */
const MOST_RULES = 3;

/**
 * An expectation that does not hold, as a sentence without its end: what was expected where, what is, and who decided that.
 * @param rules all that it does not hold for in the same way.
 */
export function brokenText(broken: BrokenExpectation, rules: readonly RuleId[] = [broken.rule]): string {
  return `${listedUpTo(MOST_RULES, rules, 'rule')} should be ${expectedText(broken.unmet)} for ${filesOfBroken(broken)}, but `
    + `${rules.length === 1 ? 'is' : 'are'} ${foundText(broken.unmet)} (decided by ${deciderOfBroken(broken)})`;
}

/** All expectations that do not hold, in one line; null if all do. */
export function brokenLine(broken: readonly BrokenExpectation[]): string | null {
  const [first, ...others] = alikeBroken(broken);
  if (first === undefined) return null;
  const more = others.length === 0
    ? ''
    : ` ${others.length === 1 ? '1 more expectation does' : `${others.length} more expectations do`} not hold either: elvar `
      + 'doctor lists them.';
  return `${formatPlace(first.broken.place)} expects what does not hold: ${brokenText(first.broken, first.rules)}.${more}`;
}

/** What a change of rules does to an expectation. */
interface ToldExpectation {
  readonly kind: 'breaks' | 'drops' | 'mends';
  /** What happens to which expectation; a colon and the text make it a sentence. */
  readonly what: string;
  readonly text: string;
  /** Why it was or is expected. */
  readonly because: string | null;
}

/** What a change of rules does to expectations: what it breaks first. */
export function toldExpectations({ breaking, mended, dropped }: ExpectationChanges): ToldExpectation[] {
  return [
    ...alikeBroken(breaking).map(({ broken, rules }) => ({
      kind: 'breaks',
      what: `Breaks what ${formatPlace(broken.place)} expects`,
      text: `${brokenText(broken, rules)}.`,
      because: broken.source.expectation.because,
    }) as const),
    ...dropped.map((one) => ({
      kind: 'drops', what: 'Is no longer expected', text: `${droppedText(one)}.`, because: one.source.expectation.because,
    }) as const),
    ...mended.map((one) => ({
      kind: 'mends',
      what: `Holds again, as ${formatPlace(one.place)} expects`,
      text: `${one.rule} ${expectedText(one.unmet)}.`,
      because: null,
    }) as const),
  ];
}

function droppedText({ source: { expectation: { files }, layer }, rules }: DroppedExpectation): string {
  const { selector, level, atLeast, options } = rules;
  const parts = [
    level === null ? '' : level.value, atLeast === null ? '' : `at least ${atLeast.value}`, ...options.map(
      ({ name, value }) => `${name} ${formatValue(value)}`,
    ),
    ...FREEDOMS.map((name) => (rules[name] === null ? '' : `${name} ${rules[name].value}`)),
  ].filter((part) => part !== '');
  const where = files.kind === 'path' ? files.path.value : files.patterns.map(({ value }) => value).join(', ');
  return `${formatSelector(selector)} ${parts.join(' · ')} for ${visible(where)}, as ${visible(layer.file ?? '')} had it`;
}
