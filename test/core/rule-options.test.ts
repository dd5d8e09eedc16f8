import fc from 'fast-check';
import { RE2JS } from 're2js';
import { beforeAll, describe, expect, test } from 'vitest';
import { optionType } from '../../src/core/catalog/catalog.js';
import { NAME_FORMS, type NameForm } from '../../src/core/finders/name-forms.js';
import { nameTest, textPattern } from '../../src/core/finders/name-patterns.js';
import { CATALOG } from '../../src/core/catalog/registry.js';
import type { Tools } from '../../src/core/inspect/inspect-file.js';
import { inspect } from '../support/inspect.js';
import { Planner } from '../../src/core/inspect/plan.js';
import type { OptionValues } from '../../src/core/model/option.js';
import type { RuleSet } from '../../src/core/model/rule-set.js';
import { Spelling } from '../../src/core/syntax/spelling.js';
import { builtDictionary, builtGrammars } from '../support/grammars.js';
import { textOf } from '../support/sources.js';
import { runs, size } from '../support/runs.js';
import { GRAMMARS } from '../../src/core/languages/languages.js';

const grammars = builtGrammars();
const spelling = new Spelling(builtDictionary);
const tools: Tools = {
  today: '2026-11-23',
  needsReasons: false,
  ownFiles: new Set<string>(),
  grammars,
  planner: new Planner(CATALOG, grammars),
  spelling,
};
beforeAll(() => grammars.load(GRAMMARS));

/** What one rule says about a file under some options. */
function messages(rule: string, language: string, code: string, options: OptionValues = {}): string[] {
  const known = CATALOG.get(rule);
  if (known === undefined) throw new Error(`no rule ${rule}`);
  const set: RuleSet = {
    id: rule,
    rules: new Map([[known.id, {
      level: 'note' as const,
      options: { ...known.defaults, ...options },
      waivers: 'allow' as const,
      fix: 'allow' as const,
      ledger: 'allow' as const,
    }]]),
  };
  return inspect(textOf(language, code), set, tools).findings.map(({ message }) => message);
}

describe('the options of every rule', () => {
  const options = CATALOG.rules.flatMap((rule) =>
    Object.entries(rule.options).map(([name, option]) => [`${rule.id}.${name}`, option] as const));

  test.each(options)('%s has a default that it allows, and refuses what is of another type', (_, option) => {
    expect(option.schema.safeParse(option.default).success).toBe(true);
    expect(option.about.length).toBeGreaterThan(5);
    const { type, least, most, choices } = optionType(option);
    const wrong = {
      number: ['3', 1.5, (least as number) - 1, (most as number) + 1],
      boolean: ['true', 0],
      string: [1, null, ['a']],
      choice: ['no such', 1],
      list: ['a', [1], [['a']]],
    }[type];
    for (const value of wrong) expect(option.schema.safeParse(value).success, JSON.stringify(value)).toBe(false);
    if (choices !== undefined) for (const value of choices) expect(option.schema.safeParse(value).success).toBe(true);
    // A direction must make sense for the type.
    const directions = {
      number: ['lower', 'higher'], boolean: ['true', 'false'], list: ['more', 'fewer'], string: [], choice: [],
    }[type] as readonly string[];
    if (option.stricter !== null) expect(directions).toContain(option.stricter);
  });

  test('that are regular expressions refuse what is none', () => {
    const schema = CATALOG.get('names/variables')?.options['pattern']?.schema;
    expect(schema?.safeParse('^[a-z]+$').success).toBe(true);
    expect(schema?.safeParse('(').success).toBe(false);
    // RE2 has no backward references: these are what makes other engines slow.
    expect(schema?.safeParse('(a)\\1').success).toBe(false);
  });
});

describe('a limit', () => {
  test.each<[string, string, string, (size: number) => string]>([
    [
      'size/parameters',
      'max',
      'javascript',
      (size) => `function moor(${Array.from({ length: size }, (_, index) => `p${index}`).join()}) {}\n`,
    ],
    ['size/file-lines', 'max', 'toml', (size) => 'a = 1\n'.repeat(size)],
    ['size/branches', 'max', 'java', (size) => `class A { void b() { ${'if (c) d();'.repeat(size - 1)} } }\n`],
    [
      'size/class-members',
      'max',
      'python',
      (size) => `class A:\n${Array.from({ length: size }, (_, index) => `    def b${index}(self): pass\n`).join('')}`,
    ],
    [
      'size/condition-terms',
      'max',
      'php',
      (size) => `<?php if (${Array.from({ length: size }, (_, index) => `$a${index}`).join(' && ')}) go();\n`,
    ],
    ['text/blank-runs', 'max', 'toml', (size) => `a = 1${'\n'.repeat(size + 1)}b = 2\n`],
    ['imports/climb', 'max', 'typescript', (size) => `import '${'../'.repeat(size)}a.js';\n`],
    ['text/line-width', 'max', 'text', (size) => `${'x'.repeat(size)}\n`],
  ])('of %s is kept to the number', (rule, option, language, code) => {
    const { least = 0 } = optionType(CATALOG.get(rule)?.options[option] as never);
    fc.assert(fc.property(fc.integer({ min: Math.max(least, 2), max: 25 }), fc.integer({ min: 2, max: 30 }), (max, size) => {
      const found = messages(rule, language, code(size), { [option]: max });
      expect(found.length > 0, `${size} against ${max}`).toBe(size > max);
      if (size > max) expect(found[0]).toMatch(new RegExp(`\\b${size}\\b`));
    }), { numRuns: runs(25) });
  });
});

describe('the form of names', () => {
  const words = fc.array(fc.stringMatching(/^[a-z]{2,6}$/), { minLength: 1, maxLength: 3 });
  const capital = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1);
  const WRITTEN: Readonly<Record<Exclude<NameForm, 'usual' | 'any'>, (words: readonly string[]) => string>> = {
    camel: ([first = '', ...others]) => first + others.map(capital).join(''),
    pascal: (all) => all.map(capital).join(''),
    snake: (all) => all.join('_'),
    upper: (all) => all.join('_').toUpperCase(),
    kebab: (all) => all.join('-'),
  };

  test('is accepted if a name is written so, with or without underscores at its ends', () => {
    fc.assert(fc.property(words, fc.constantFrom('', '_', '$'), fc.constantFrom(
      'camel', 'pascal', 'snake', 'upper',
    ), (parts, character, form) => {
      expect(
        messages('names/variables', 'javascript', `let ${character}${WRITTEN[form](parts)}2 = f();\n`, { form }),
      ).toEqual([]);
    }), { numRuns: runs(100) });
  });

  test('is reported if a name of several words is written differently', () => {
    fc.assert(fc.property(
      words,
      fc.constantFrom('camel', 'pascal', 'snake', 'upper'),
      fc.constantFrom('camel', 'pascal', 'snake', 'upper'),
      (parts, written, form) => {
        fc.pre(parts.length > 1 && written !== form);
        expect(messages('names/variables', 'javascript', `let ${WRITTEN[written](parts)} = f();\n`, { form })).toHaveLength(1);
      },
    ), { numRuns: runs(100) });
  });

  test('`any` accepts all forms, and a pattern is required in addition', () => {
    expect(NAME_FORMS).toContain('any');
    expect(messages('names/variables', 'javascript', 'let LOW_tide, low = 1;\n', { form: 'any' })).toEqual([]);
    expect(messages('names/variables', 'javascript', 'let lowTide, low = 1;\n', { form: 'camel', pattern: '.{1,5}' })).toEqual(
      ['lowTide does not match .{1,5}'],
    );
  });
});

test('exempted names match as a whole', () => {
  const test = nameTest(['tide', 'low.*', '(?i)QUAY']);
  expect(['tide', 'tides', 'lowest', 'slow', 'quay', 'Quay'].map(test)).toEqual([true, false, true, false, true, true]);
  expect(nameTest([])('tide')).toBe(false);
});

test('a pattern that could be matched in very many ways takes no time to speak of', () => {
  const name = 'a'.repeat(45);
  for (const part of ['.?', '(?:a|aa)', '.*', '.?(?:a|aa)']) expect(nameTest([`${part.repeat(30)}b`])(name)).toBe(false);
});

test('patterns of words and gaps match what RE2 says they match', () => {
  const word = fc.constantFrom('a', 'b', 'k', 'ab', 's-1', '_', 'K', '\u212A', '\u017F');
  const part = fc.oneof(
    word.filter((own) => /^[\w-]+$/.test(own)), fc.constantFrom('.*', '.?', '(?:a|kb)', '(?:s|_-|b)', '[ab]', 'a+', '\\d'),
  );
  const pattern = fc.tuple(fc.constantFrom('', '(?i)'), fc.array(part, { minLength: 1, maxLength: 5 })).map(([flag, parts]) =>
    flag + parts.join(''));
  const character = fc.oneof(word, fc.constantFrom('\n', '\r', '\u2028', '😀', '1', '.', 'B'));
  const name = fc.oneof(
    fc.array(character, { maxLength: 6 }).map((characters) => characters.join('')),
    fc.constantFrom('a'.repeat(199) + 'b', 'ab'.repeat(200)),
  );
  let matched = 0;
  fc.assert(fc.property(
    fc.array(pattern, { minLength: 1, maxLength: 3 }), fc.array(name, { minLength: 1, maxLength: 8 }), (own, names) => {
      const test = nameTest(own);
      for (const one of names) {
        const expected = own.some((single) => RE2JS.compile(single).matches(one));
        if (expected) matched += 1;
        expect(test(one), JSON.stringify([own, one])).toBe(expected);
      }
    },
  ), { numRuns: runs(150, 5_000) });
  expect(matched).toBeGreaterThan(size(0, 100));
});

test('patterns that rules come with match what RE2 says they match', () => {
  const shipped = CATALOG.rules.flatMap(({ options }) => Object.values(options)
    .filter(({ about }) => about.includes('regular expression'))
    .flatMap(({ default: standard }) => standard as string | string[]))
    .filter((pattern) => pattern !== '');
  expect(shipped.length).toBeGreaterThan(20);
  const characters = fc.constantFrom('\n', '\r', '\u2028', '\u212A', '\u017F', '😀', 'a', 'B', '7', '.', '/', '-', ' ');
  for (const pattern of new Set(shipped)) {
    const expression = RE2JS.compile(pattern);
    const near = fc.stringMatching(new RegExp(`^(?:${pattern.replace('(?i)', '')})$`));
    const text = fc.oneof(
      near,
      near.map((own) => own.toUpperCase()),
      fc.tuple(near, characters, fc.nat(40)).map(([own, character, at]) => own.slice(0, at) + character + own.slice(at)),
      fc.tuple(near, fc.nat(40)).map(([own, at]) => own.slice(0, at) + own.slice(at + 1)),
      // The longest that V8 gets, of parts that come again and again: a pattern that tries them in all ways would not end.
      fc.tuple(near, fc.nat(40), characters).map(([own, at, character]) =>
        (own.slice(0, at).repeat(200) || 'a'.repeat(200)).slice(0, 199) + character),
      fc.array(characters).map((own) => own.join('')),
      near.map((own) => own + 'x'.repeat(200)),
    );
    let matched = 0;
    fc.assert(fc.property(fc.array(text, { minLength: 1, maxLength: 10 }), (texts) => {
      const test = nameTest([pattern]);
      for (const one of texts) {
        if (expression.matches(one)) matched += 1;
        expect(test(one), JSON.stringify([pattern, one])).toBe(expression.matches(one));
        expect(textPattern(pattern).matches(one), JSON.stringify([pattern, one])).toBe(expression.matches(one));
        expect(textPattern(pattern).test(one), JSON.stringify([pattern, one])).toBe(expression.test(one));
      }
    }), { numRuns: runs(30) });
    expect(matched, pattern).toBeGreaterThan(0);
  }
});

describe('spelling', () => {
  const known = [
    'harbour', 'harbor', 'anchor', 'captain', 'weather', 'station', 'container', 'schedule', 'departure', 'northern',
    'passenger', 'customs',
  ];

  test('knows words in any case, in the British and in the American way, alone, in names and made into others', () => {
    const sentence = [...known, 'serialized', 'colours', 'organised', 'unmooring', 'rescheduled', 'bundlers', 'natively']
      .flatMap((word) => [word, word.toUpperCase(), word.charAt(0).toUpperCase() + word.slice(1)])
      .join(' ');
    expect(messages('words/spelling', 'javascript', `// ${sentence}.\n`)).toEqual([]);
    expect(
      messages('words/spelling', 'javascript', 'const harbourStationList = 1, max_passenger = 2, weatherInfo = 3;\n'),
    ).toEqual([]);
  });

  test('finds a typo in prose that makes no word', () => {
    fc.assert(fc.property(fc.constantFrom(...known), fc.nat(), fc.constantFrom('double', 'swap', 'drop'), (word, seed, slip) => {
      const at = 1 + (seed % (word.length - 2));
      const wrong = {
        double: word.slice(0, at) + word.slice(at, at + 1) + word.slice(at),
        drop: word.slice(0, at) + word.slice(at + 1),
        swap: word.slice(0, at) + word.charAt(at + 1) + word.charAt(at) + word.slice(at + 2),
      }[slip];
      fc.pre(wrong !== word && wrong.length >= 6 && !spelling.knows(wrong));
      const told = messages('words/spelling', 'text', `The ${wrong} is in sight.\n`);
      // Two words written as one, and words made of others, are let off.
      if (told.length > 0) expect(told[0]).toMatch(new RegExp(`^${wrong} is not in any dictionary, but \\w+ is$`));
      expect(messages('words/spelling', 'text', `The ${wrong} is in sight.\n`, { known: [wrong] })).toEqual([]);
      expect(messages('words/spelling', 'text', `The \`${wrong}\` is in sight.\n`)).toEqual([]);
    }), { numRuns: runs(150) });
  });

  test.each(['recieve', 'seperate', 'occured', 'adress', 'begining', 'wich is'])('%s is one', (word) => {
    expect(messages('words/spelling', 'python', `# They ${word} it.\n`)).toHaveLength(word === 'wich is' ? 0 : 1);
  });

  test('ignores texts in another language', () => {
    const words = [
      'der', 'kaputte', 'hafenkran', 'steht', 'heute', 'wieder', 'neben', 'anlegestelle', 'sieben', 'und', 'wartet', 'geduldig',
      'archivo', 'objekt',
    ];
    expect(messages('words/spelling', 'javascript', `say('${words.join(' ')}');\n`)).toEqual([]);
  });
});
