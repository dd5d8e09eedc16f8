import { beforeAll, expect, test } from 'vitest';
import type { SyntaxNode } from '../../src/core/syntax/node.js';
import { settled } from '../../src/core/syntax/settled.js';
import { builtGrammars } from '../support/grammars.js';
import { textOf, withSource } from '../support/sources.js';
import { GRAMMARS } from '../../src/core/languages/languages.js';

const grammars = builtGrammars();
beforeAll(() => grammars.load(GRAMMARS));

/** Where a condition stands, in each language. */
const FILES: Readonly<Record<string, (condition: string) => string>> = {
  javascript: (condition) => `if (${condition}) moor();\n`,
  python: (condition) => `if ${condition}:\n    moor()\n`,
  php: (condition) => `<?php if (${condition}) moor();\n`,
  java: (condition) => `class Quay { void moor() { if (${condition}) sail(); } }\n`,
  ruby: (condition) => `if ${condition}\n  moor\nend\n`,
  cpp: (condition) => `void moor() { if (${condition}) sail(); }\n`,
};

function settledIn(language: string, condition: string): boolean | null {
  return withSource(grammars, textOf(language, (FILES[language] as (condition: string) => string)(condition)), ({ tree }) => {
    const [found] = tree.ofTypes(['if_statement', 'if', 'if_modifier']);
    return settled(found?.child('condition') as SyntaxNode);
  });
}

test.each<[language: string, always: readonly string[], never: readonly string[], depends: readonly string[]]>([
  ['javascript',
    [
      'true', '1', '42', '(true)', '!false', '!0', '"low"', '`low`', '[]', '{}', '() => 1', 'function () {}', '/a/', 'true && 1',
      'a || true', 'true || a', '1 == 1', '1 === 1', '1 != 2', '2 !== 1', '1 < 2', '2 > 1', '1 <= 1', '1 >= 1', '!(1 > 2)',
      'true /* so */ && /* it is */ true',
    ],
    [
      'false', '0', '0.0', 'null', 'undefined', '!true', '""', '``', 'false && a', 'a && false', 'false || 0', '1 == 2',
      '1 === 2', '1 != 1', '1 !== 1', '2 < 1', '1 < 1', '1 > 2', '1 > 1', '2 <= 1', '1 >= 2',
    ],
    [
      'a', '!a', '-1', '`${a}`', 'a && true', 'a || false', 'a && b', 'a || b', 'true && a', '1 + 1', 'a == 1', '1 == a',
      '1.5 == 1', 'True', 'None', 'trueish', '"0"',
    ]],
  ['python',
    ['True', '1', 'not False', '"low"', '[1]', '{1: 2}', '(1, 2)', 'True and 1', 'a or True', '1 < 2', 'lambda: 1'],
    ['False', 'None', '0', 'not True', '""', '[]', '{}', '()', '[ # nothing\n]', 'False or 0', 'a and False', '2 < 1'],
    ['a', 'not a', 'true', 'false', 'null', 'undefined', 'TRUE', 'f"{a}"', '"low" "tide"', 'a and True', '1 < 2 < 3', '1 < a']],
  ['php', ['true', 'TRUE', '1', "'low'", '!false', 'True'], ['false', 'null', 'NULL', '0', "''", 'None'], [
    '$a', "'0'", '"$a"', '!$a',
  ]],
  ['java', ['true', '1 < 2', '!false'], ['false', 'true && false'], ['a', 'True', 'None']],
  ['ruby', ['true', '"low"', '""', 'not false'], ['false'], ['a', 'null', 'undefined', '0', 'None', 'True']],
  ['cpp', ['true', '1', 'true || a'], ['false', '0', 'NULL'], ['a', 'None']],
])('a condition in %s is settled by what stands in it alone', (language, always, never, depends) => {
  const all = [...always, ...never, ...depends];
  expect(Object.fromEntries(all.map((condition) => [condition, settledIn(language, condition)])))
    .toEqual(Object.fromEntries(
      all.map((condition) => [condition, always.includes(condition) ? true : never.includes(condition) ? false : null]),
    ));
});
