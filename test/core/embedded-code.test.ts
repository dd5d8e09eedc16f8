import { beforeAll, describe, expect, test } from 'vitest';
import { CATALOG } from '../../src/core/catalog/registry.js';
import type { Tools } from '../../src/core/inspect/inspect-file.js';
import { inspect } from '../support/inspect.js';
import { keyOf } from '../../src/core/model/text-key.js';
import { Planner } from '../../src/core/inspect/plan.js';
import { repairFile } from '../../src/core/inspect/repair-file.js';
import { finderFor, type Example, type Rule } from '../../src/core/finders/rule.js';
import type { RuleSet } from '../../src/core/model/rule-set.js';
import { Source } from '../../src/core/syntax/source.js';
import { embeddedCode } from '../../src/core/syntax/embedded.js';
import { PlacedLines } from '../../src/core/syntax/placed-lines.js';
import { Spelling } from '../../src/core/syntax/spelling.js';
import { HAS_TIME, sampled } from '../support/runs.js';
import { builtDictionary, builtGrammars } from '../support/grammars.js';
import { textOf, withSource } from '../support/sources.js';
import { toldStarts } from '../support/told-findings.js';
import { GRAMMARS, languageById, LANGUAGES } from '../../src/core/languages/languages.js';
import { judgesIn, knowsLanguage, languagesOf } from '../../src/core/catalog/rule-languages.js';

const grammars = builtGrammars();
const tools: Tools = {
  today: '2026-11-23',
  needsReasons: false,
  ownFiles: new Set<string>(),
  grammars,
  planner: new Planner(CATALOG, grammars),
  spelling: new Spelling(builtDictionary),
  textKeys: { keyFor: ({ text }) => keyOf(text) },
};
beforeAll(() => grammars.load(GRAMMARS));

function setOf({ id, defaults }: Rule, options: Example['options'] = {}): RuleSet {
  return { id, rules: new Map(
    [[id, { level: 'note', options: { ...defaults, ...options }, waivers: 'allow', fix: 'allow', ledger: 'allow' }]],
  ) };
}

/** The start of a file up to the embedded code, its end, and what stands before each line of the code. */
type Wrapping = readonly [before: string, after: string, prefix?: string];

/** Code in Markdown, in each language. */
function fenced(before: string, prefix: string): Readonly<Record<string, Wrapping>> {
  return Object.fromEntries((languageById('markdown')?.inside ?? []).map(
    (language) => [language, [`${before}\`\`\`${language}\n`, `${prefix}\`\`\`\n\nThe end.\n`, prefix]],
  ));
}

/** By the language around, and where in it. */
const WRAPPINGS: Readonly<Record<string, Readonly<Record<string, Wrapping>>>> = {
  html: {
    javascript: ['<main>\n<script>\n', '</script>\n</main>\n'],
    css: ['<style>\n', '</style>\n'],
    json: ['<script type="application/json">\n', '</script>\n'],
  },
  php: {
    javascript: ['<?php $depth = 3;\n?>\n<script>\n', '</script>\n'],
    css: ['<style type="text/css">\n', '</style>\n<?php $depth = 3;\n'],
  },
  component: {
    javascript: ['<template>\n  <p />\n</template>\n<script>\n', '</script>\n'],
    typescript: ['<script lang="ts">\n', '</script>\n'],
    css: ['<style scoped>\n', '</style>\n'],
  },
  markdown: fenced('# Quay\n\n', ''),
  'markdown, a list': fenced('# Quay\n\n1. Moor:\n\n   - ', '     '),
  ...(HAS_TIME
    ? {
      'markdown, a list of lists': fenced('- Moor:\n  - all ships:\n    - and wait:\n\n      ', '      '),
      'markdown, a quotation': fenced('> # Quay\n> ', '> '),
    }
    : {}),
};

/** What cannot be told of a component is not. */
const NOT_IN_COMPONENTS = ['slips/undeclared', 'idiom/settled-binding', 'idiom/function-scoped-binding'];

/** Whether a rule looks at the code itself: what embedded code declares is not known of the project. */
function seesFile(finder: ReturnType<typeof finderFor>): boolean {
  return finder !== null && finder.by !== 'project';
}

/** Each line behind what stands before it. */
function behind(prefix: string, code: string): string {
  return prefix === '' ? code : code.replace(/^.*\n/gm, (line) => `${line === '\n' ? prefix.trimEnd() : prefix}${line}`);
}

describe.each(Object.entries(WRAPPINGS))('code inside %s', (place, wrappings) => {
  const outer = place.split(',')[0] as string;
  const known = CATALOG.rules.filter((rule) =>
    'languages' in rule.find && !(outer === 'component' && NOT_IN_COMPONENTS.includes(rule.id)) && judgesIn(rule, outer));
  const examples = sampled(
    known.flatMap((rule) =>
      rule.examples.filter(({ language, file, code, others }) => wrappings[language] !== undefined
        && file === undefined && others === undefined && seesFile(finderFor(rule, language)) && (outer
          === 'markdown'
          ? !code.includes('```') && (place === outer || /^(?!.*\r)[^]*\n$/.test(code) && !/^[ \t]+\n/m.test(code))
          : !/<\/|<\?|\{\{/.test(code))).map((example) => ({ rule, example }))),
    10,
  );

  test.each(
    examples.map(({ rule, example }) => [rule.id, example.language, example.code, rule, example] as const),
  )('%s finds what it finds in %s alone: %j', (_id, language, code, rule, { finds, options }) => {
    const [before, after, prefix = ''] = wrappings[language] as Wrapping;
    // In Markdown, what does not follow its grammar is an excerpt.
    if (outer === 'markdown' && languageById(language)?.grammar !== null
        && withSource(grammars, textOf(language, code), ({ tree }) => tree.hasErrors)) return;
    const lines = before.split('\n').length - 1;
    const set = setOf(rule, options);
    const found = inspect(textOf(outer, `${before}${behind(prefix, code)}${after}`), set, tools).findings.map(
      ({ span: { start } }) => `${start.line - lines}:${start.column - prefix.length}`,
    );
    // A rule may find something in the language around, too.
    expect(found.filter((place) => !/^(?:0|-\d+):/.test(place))).toEqual(toldStarts(finds));
  });

  const repaired = examples.filter(({ rule, example }) => rule.repairs !== null && example.repaired !== undefined);
  test.each(
    repaired.map(({ rule, example }) => [rule.id, example.code, rule, example] as const),
  )('%s repairs it as if it were alone: %j', (_id, code, rule, { language, options, repaired: expected }) => {
    const [before, after, prefix = ''] = wrappings[language] as Wrapping;
    const outcome = repairFile(textOf(outer, `${before}${behind(prefix, code)}${after}`), setOf(rule, options), tools, () =>
      true);
    expect(outcome.text.text).toBe(`${before}${behind(prefix, expected as string)}${after}`);
  });
});

test('what Markdown may contain is all that has a grammar or rules of its own, but for pages', () => {
  const known = LANGUAGES.filter(({ id, grammar }) => id !== 'html' && (grammar !== null || id === 'sql')).map(({ id }) => id);
  expect(languageById('markdown')?.inside).toEqual(known);
});

test('a rule is in force wherever code of one of its languages may be', () => {
  for (const rule of CATALOG.rules) {
    const languages = languagesOf(rule);
    for (const outer of ['html', 'php', 'component', 'markdown']) {
      const knows = finderFor(rule, outer) !== null || judgesIn(rule, outer)
        && (languageById(outer)?.inside ?? []).some((inner) => 'languages' in rule.find && seesFile(finderFor(rule, inner)));
      expect(knowsLanguage(rule, outer), `${rule.id} ${outer}`).toBe(knows);
      expect(languages[0] === '*' || languages.includes(outer), `${rule.id} ${outer}`).toBe(knows);
    }
  }
});

describe('what counts as embedded code', () => {
  const places = (language: string, code: string): string[] => {
    const source = new Source(textOf(language, code), grammars);
    try {
      return embeddedCode(source).map((own) => `${own.language.id} ${new PlacedLines(code, own, own.prefix).text}`);
    } finally {
      source.dispose();
    }
  };

  test.each([
    ['html', '<script>sail()</script>', ['javascript sail()']],
    ['html', '<SCRIPT TYPE="Module">sail()</SCRIPT>', ['javascript sail()']],
    ['html', "<script type=text/javascript defer>sail()</script><style media='print'>a {}</style>", [
      'javascript sail()', 'css a {}',
    ]],
    ['html', '<script type="importmap">{}</script><script type="application/ld+json">[]</script>', ['json {}', 'json []']],
    ['html', '<script type="text/template">{{#if}}</script><script src="a.js"></script><script>let a = {{ a }};</script>', []],
    ['html', '<!-- <script>sail()</script> -->', []],
    [
      'php',
      '<?php $a = "<script>moor()</script>"; ?><script>sail()</script><script>let a = <?= 1 ?>;</script>',
      ['javascript sail()'],
    ],
    ['component', '<script lang="ts">sail()</script>\n<style lang="scss">a {}</style>\n<style>b {}</style>', [
      'typescript sail()', 'css b {}',
    ]],
    ['markdown', '```js title="a"\nsail()\n```\n\n~~~~ Ruby\nmoor\n~~~\n~~~~~\n', ['javascript sail()\n', 'ruby moor\n~~~\n']],
    [
      'markdown',
      '```\nsail()\n```\n- list\n  ```js\n sail()\n  ```\n> ```js\nsail()\n> ```\n\n    ```js\n    sail()\n    ```\n```text\n'
        + 'sail()\n```\n`js` ``` a ```\n',
      [],
    ],
    [
      'markdown',
      '- list\n  ```js\n  sail()\n\n  moor()\n  ```\n> ```js\n> sail()\n> ```\n\n1. a\n\n   b\n   - c\n\n     ```css\n'
        + '     a {}\n     ```\n',
      ['javascript sail()\n\nmoor()\n', 'javascript sail()\n', 'css a {}\n'],
    ],
    ['markdown', '```tsx\nlet b = <b/>;\n```\n', ['typescript let b = <b/>;\n']],
    ['markdown', '```text\n```js\nsail()\n```\n```C#\nMoor();', ['csharp Moor();']],
    ['javascript', '`<script>sail()</script>`', []],
  ])('in %s: %s', (language, code, expected) => {
    expect(places(language, code)).toEqual(expected);
  });

  test('a fence may name a form of a language that has a grammar of its own', () => {
    const rule = CATALOG.get('slips/loose-compare') as Rule;
    const found = (form: string): string[] =>
      inspect(
        textOf('markdown', `- a\n\n  \`\`\`${form}\n  let b = <b>{a == b}</b>;\n  \`\`\`\n`), setOf(rule), tools,
      ).findings.map(
        ({ span: { start } }) => `${start.line}:${start.column}`,
      );
    expect([found('tsx'), found('TSX'), found('ts')]).toEqual([['4:17'], ['4:17'], []]);
  });

  test('a name that the page uses elsewhere is used', () => {
    const rule = CATALOG.get('dead/variable') as Rule;
    const found = (code: string): string[] =>
      inspect(textOf('component', code), setOf(rule), tools).findings.map(({ message }) => message);
    expect(
      found('<script>\nexport default {};\nconst lowTide = 1;\nconst high = 2;\n</script>\n<template><low-tide /></template>\n'),
    ).toEqual(['high is never used']);
  });
});
