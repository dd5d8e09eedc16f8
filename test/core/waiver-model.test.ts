import fc from 'fast-check';
import { beforeAll, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import type { Tools } from '../../src/core/inspect/inspect-file.js';
import { inspect } from '../support/inspect.js';
import { Planner } from '../../src/core/inspect/plan.js';
import type { RuleSet } from '../../src/core/model/rule-set.js';
import { Spelling } from '../../src/core/syntax/spelling.js';
import { removeUnused } from '../../src/core/inspect/remove-unused.js';
import { builtDictionary, builtGrammars } from '../support/grammars.js';
import { textOf } from '../support/sources.js';
import { runs } from '../support/runs.js';

/**
 * An independent model: a file is a list of lines, each with at most one finding and at most one comment about waivers.
 * For each finding every waiver is asked by itself, and nothing is kept between the questions.
 */
interface ModelLine {
  readonly code: '' | 'eval(a);' | 'if (a == b) go();' | 'go();';
  readonly comment: ModelComment | null;
}

type ModelComment =
  | {
    readonly kind: 'waive';
    readonly selectors: readonly string[];
    readonly reach: '' | 'below' | 'throughout';
    readonly until: string | null;
  }
  | { readonly kind: 'resume'; readonly selector: string };

const TODAY = '2026-11-23';

const RULES: Readonly<Record<string, string | undefined>> = {
  'eval(a);': 'safety/dynamic-code', 'if (a == b) go();': 'slips/loose-compare',
};
const NAMES: Readonly<Record<string, readonly string[]>> = {
  '*': ['safety/dynamic-code', 'slips/loose-compare'],
  'safety/*': ['safety/dynamic-code'],
  'safety/dynamic-code': ['safety/dynamic-code'],
  'slips/*': ['slips/loose-compare'],
  'dead/*': [],
};

function written({ code, comment }: ModelLine): string {
  if (comment === null) return code;
  const text = comment.kind === 'resume' ? `resume ${comment.selector}`
    : [
      'waive',
      comment.selectors.join(', '),
      ...comment.reach === '' ? [] : [comment.reach],
      ...comment.until === null ? [] : ['until', comment.until],
      'because x',
    ].join(' ');
  return `${code}${code === '' ? '' : ' '}// elvar ${text}`;
}

/** Whether the waiver of line `at` covers line `line` for a rule. */
function covers(lines: readonly ModelLine[], at: number, line: number, rule: string): boolean {
  const comment = lines[at]?.comment;
  if (comment?.kind !== 'waive' || (comment.until !== null && comment.until < TODAY)) return false;
  return comment.selectors.some((selector) =>
    NAMES[selector]?.includes(rule) === true && isReached(lines, at, line, comment.reach, selector));
}

function isReached(lines: readonly ModelLine[], at: number, line: number, reach: string, selector: string): boolean {
  if (reach === 'throughout') return true;
  if (reach === 'below') return line >= at && line < endOf(lines, at, selector);
  if (lines[at]?.code !== '') return line === at;
  return line === lines.findIndex(({ code }, index) => index > at && code !== '');
}

/** The line of the resume that ends a waiver: resumes of a selector end its open waivers from the latest back. */
function endOf(lines: readonly ModelLine[], at: number, selector: string): number {
  let openAfter = 0;
  for (let index = at + 1; index < lines.length; index += 1) {
    const comment = lines[index]?.comment;
    if (comment?.kind === 'waive' && comment.reach === 'below') {
      openAfter += comment.selectors.filter((own) => own === selector).length;
    }
    if (comment?.kind === 'resume' && comment.selector === selector) {
      if (openAfter === 0) return index;
      openAfter -= 1;
    }
  }
  return Infinity;
}

const selector = fc.constantFrom('*', 'safety/*', 'safety/dynamic-code', 'slips/*', 'dead/*');
const comment: fc.Arbitrary<ModelComment> = fc.oneof(
  { weight: 3, arbitrary: fc.record({
    kind: fc.constant('waive' as const),
    selectors: fc.uniqueArray(selector, { minLength: 1, maxLength: 2 }),
    reach: fc.constantFrom('' as const, '' as const, 'below' as const, 'throughout' as const),
    until: fc.constantFrom(null, null, TODAY, '2026-11-22'),
  }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('resume' as const), selector }) },
);
const line: fc.Arbitrary<ModelLine> = fc.record({
  code: fc.constantFrom('' as const, 'eval(a);' as const, 'if (a == b) go();' as const, 'go();' as const),
  comment: fc.option(comment),
});

const grammars = builtGrammars();
const tools: Tools = {
  today: TODAY,
  needsReasons: false,
  ownFiles: new Set<string>(),
  grammars,
  planner: new Planner(CATALOG, grammars),
  spelling: new Spelling(builtDictionary),
};
beforeAll(() => grammars.load(['javascript']));

const ON = [
  'safety/dynamic-code', 'slips/loose-compare', 'waivers/expired', 'waivers/no-reason', 'waivers/malformed',
  'waivers/unknown-rule', 'waivers/refused',
];
const set: RuleSet = {
  id: 'all',
  rules: new Map(CATALOG.rules.filter(({ id }) => ON.includes(id)).map((rule) => [rule.id, {
    level: 'note' as const, options: rule.defaults, waivers: 'allow' as const, fix: 'allow' as const, ledger: 'allow' as const,
  }])),
};

test('waivers excuse what the model says and nothing more', () => {
  fc.assert(fc.property(fc.array(line, { maxLength: 12 }), (lines) => {
    const code = `${lines.map(written).join('\n')}\n`;
    const { findings } = inspect(textOf('javascript', code), set, tools);
    const found = findings.filter(({ rule }) => !rule.startsWith('waivers/'))
      .map(({ rule, span, excused }) => `${span.start.line} ${rule} ${excused === null ? 'stays' : 'excused'}`);
    const expected = lines.flatMap(({ code: own }, index) => {
      const rule = RULES[own];
      return rule === undefined
        ? []
        : [`${index + 1} ${rule} ${lines.some((_, at) => covers(lines, at, index, rule)) ? 'excused' : 'stays'}`];
    });
    expect(found, code).toEqual(expected);
    // Of those about waivers, only the expired ones can be here.
    const expired = lines.flatMap(
      (entry, index) => (entry.comment?.kind === 'waive' && entry.comment.until === '2026-11-22' ? [index + 1] : []),
    );
    expect(
      findings.filter(({ rule }) => rule.startsWith('waivers/')).map(({ rule, span }) => `${rule} ${span.start.line}`), code,
    ).toEqual(
      expired.map((at) => `waivers/expired ${at}`),
    );
  }), { numRuns: runs(300, 6_000) });
});

test('a waiver counts as unused when the file without it has the same findings excused, and no other waiver covers them', () => {
  const unused = CATALOG.get('waivers/unused');
  if (unused === undefined) throw new Error('no rule waivers/unused');
  const both: RuleSet = {
    id: 'both',
    rules: new Map([...set.rules, [
      unused.id,
      { level: 'note' as const, options: {}, waivers: 'refuse' as const, fix: 'allow' as const, ledger: 'allow' as const },
    ]]),
  };
  fc.assert(fc.property(fc.array(line, { maxLength: 10 }), (lines) => {
    const code = `${lines.map(written).join('\n')}\n`;
    const told = inspect(
      textOf('javascript', code), both, tools,
    ).findings.filter(({ rule, message }) => rule === 'waivers/unused' && message.startsWith('this waiver')).map(({ span }) =>
      span.start.line);
    const wholly = inspect(textOf('javascript', code), both, tools).findings.filter(({ message }) =>
      message === 'this waiver excuses nothing')
      .map(({ span }) =>
        span.start.line);
    for (const [at, { comment: own }] of lines.entries()) {
      if (own?.kind !== 'waive' || own.until === '2026-11-22') continue;
      const isNeeded = lines.some(({ code: other }, index) =>
        RULES[other] !== undefined && covers(lines, at, index, RULES[other] as string));
      // The rules about waivers are on too, and `*` covers what they find in other comments.
      if (own.selectors.includes('*')) continue;
      expect(wholly.includes(at + 1), `${code}\nline ${at + 1}`).toBe(!isNeeded);
      if (!isNeeded) expect(told).toContain(at + 1);
    }
  }), { numRuns: runs(200, 4_000) });
});

test('what excuses nothing is removed, and everything else stays', () => {
  const found = (code: string): string[] =>
    inspect(textOf('javascript', code), set, tools).findings.filter(({ rule }) => !rule.startsWith('waivers/'))
      .map(({ rule, excused }) => `${rule} ${excused !== null}`);
  fc.assert(fc.property(fc.array(line, { maxLength: 12 }), (lines) => {
    const code = `${lines.map(written).join('\n')}\n`;
    const { text, removed } = removeUnused(textOf('javascript', code), set, tools);
    expect(found(text.text), `${code}\n→\n${text.text}`).toEqual(found(code));
    expect(text.text.replace(/ *\/\/ elvar.*/g, '').replace(/\s+/g, '\n').trim()).toBe(
      lines.map((entry) => entry.code).join('\n').replace(/\s+/g, '\n').trim(),
    );
    expect(removeUnused(text, set, tools)).toEqual({ text, removed: [] });
    expect(inspect(text, set, tools).waivers.filter(({ isExpired, excused }) => !isExpired && excused.includes(0))).toEqual([]);
    for (const { line: at, selectors } of removed) {
      const own = lines[at - 1]?.comment;
      for (const name of selectors) {
        expect(own?.kind === 'waive' ? own.selectors : own === null || own === undefined ? [] : [own.selector]).toContain(name);
      }
    }
  }), { numRuns: runs(130, 5_000) });
});
