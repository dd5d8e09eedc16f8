import { beforeAll, describe, expect, test } from 'vitest';
import { bindingsOf } from '../../src/core/syntax/bindings/bindings.js';
import type { Reference } from '../../src/core/syntax/bindings/references.js';
import { builtGrammars } from '../support/grammars.js';
import { placeOf, textOf, withSource } from '../support/sources.js';
import { GRAMMARS } from '../../src/core/languages/languages.js';

const grammars = builtGrammars();
beforeAll(() => grammars.load(GRAMMARS));

/**
 * Each name as `kind name place, place…`, uses that write with `=`, and those that do both with `±`; then what is not declared
 * anywhere.
 */
function named(language: string, code: string): string[] {
  const text = textOf(language, code);
  return withSource(grammars, text, ({ tree }) => {
    const use = ({ node, reads, writes }: Reference): string => `${writes ? (reads ? '±' : '=') : ''}${placeOf(text, node)}`;
    const { all, unresolved } = bindingsOf(tree);
    const bound = all.map(({ kind, name, node, declarations, references, isExported }) => [
      `${isExported ? 'open ' : ''}${kind} ${name}`,
      declarations.map((declaration) => placeOf(text, declaration)).join('+'),
      ...references.all.map(use),
    ].join(' ') + (declarations[0] === node ? '' : ' not at its first place'));
    return [...bound.sort(), ...unresolved.all.map((reference) => `? ${reference.node.text} ${use(reference)}`)];
  });
}

describe('in JavaScript', () => {
  test.each<[string, string, string[]]>([
    [
      'a block hides a name of the function',
      'function moor(tide) {\n  { let tide = 1; go(tide); }\n  go(tide);\n}\nmoor(1);\nexport {};\n',
              ['function moor 1:10 5:1', 'parameter tide 1:15 3:6', 'variable tide 2:9 2:22', '? go 2:19', '? go 3:3'],
    ],
    ['var belongs to the whole function', 'function moor() {\n  if (a) { var tide = 1; }\n  return tide;\n}\nexport {};\n',
      ['function moor 1:10', 'variable tide 2:16 3:10', '? a 2:7']],
    [
      'var in a loop is known after it, let is not',
      'export function moor() {\n  for (var a = 0; ;) go(a);\n  for (let b = 0; ;) go(b);\n  return [a, b];\n}\n',
              [
                'open function moor 1:17', 'variable a 2:12 2:25 4:11', 'variable b 3:12 3:25', '? go 2:22', '? go 3:22',
                '? b 4:14',
              ],
    ],
    ['patterns bind what they take out', 'const { a, b: c, d: [e = a], ...f } = quay;\nexport default [a, c, e, f];\n',
      ['constant a 1:9 1:26 2:17', 'constant c 1:15 2:20', 'constant e 1:22 2:23', 'constant f 1:33 2:26', '? quay 1:39']],
    [
      'a default value does not see the names of the body',
      'export function moor(a = tide) {\n  const tide = 1;\n  return [a, tide];\n}\n',
              ['constant tide 2:9 3:14', 'open function moor 1:17', 'parameter a 1:22 3:11', '? tide 1:26'],
    ],
    ['assignments and counting', 'let a = 1, b = 1, c;\na = 2; b++; c = b++; a += 1; [a, c] = [b, a];\nexport {};\n',
      ['variable a 1:5 =2:1 =2:22 =2:31 2:43', 'variable b 1:12 =2:8 ±2:17 2:40', 'variable c 1:19 =2:13 =2:34']],
    ['a caught error holds in its handler', 'try { go(); } catch ({ code }) { log(code); }\ncode;\nexport {};\n',
      ['caught code 1:24 1:38', '? go 1:7', '? log 1:34', '? code 2:1']],
    ['a function can be called before it stands there, and calls itself', 'moor();\nfunction moor() { moor(); }\nexport {};\n', [
      'function moor 2:10 1:1 2:19',
    ]],
    ['a function expression sees its own name alone', 'const a = function moor() { moor(); };\nmoor();\nexport {};\n',
      ['constant a 1:7', 'function moor 1:20 1:29', '? moor 2:1']],
    [
      'keys, members and labels are no names',
      'const tide = { tide: 1, [tide]: 2 };\nquay.tide = tide.tide;\ntide: for (;;) break tide;\nexport {};\n',
              ['constant tide 1:7 1:26 2:13', '? quay 2:1'],
    ],
    ['a short key reads the name', 'const tide = 1;\nexport default { tide };\n', ['constant tide 1:7 2:18']],
    ['imports', "import a, { b, c as d } from 'quay';\nimport * as e from 'berth';\na(b, d, e);\n",
      ['import a 1:8 3:1', 'import b 1:13 3:3', 'import d 1:21 3:6', 'import e 2:13 3:9']],
    ['what is exported by a list is used there', 'const a = 1;\nexport { a as tide };\n', ['constant a 1:7 2:10']],
    ['names of a re-export are those of another file', "export { a as b } from 'quay';\n", []],
    ['a script without imports is open to others', 'var tide = 1;\nfunction moor() { var own; }\n', [
      'open function moor 2:10', 'open variable tide 1:5', 'variable own 2:23',
    ]],
    ['a script that requires keeps its names', "const a = require('a');\n", ['constant a 1:7', '? require 1:11']],
    [
      'components are names, elements of a page are not',
      'const Quay = 1, div = 2;\nexport default () => <Quay><div /></Quay>;\n',
      ['constant Quay 1:7 2:23 2:37', 'constant div 1:17'],
    ],
    ['a class in an expression', 'const a = class Quay { b = Quay; };\nQuay;\nexport {};\n', [
      'class Quay 1:17 1:28', 'constant a 1:7', '? Quay 2:1',
    ]],
    ['a loop over values sets its name', 'let a;\nfor (a of tides) go(a);\nfor (const b in tides) go(b);\nexport {};\n',
      ['loop b 3:12 3:27', 'variable a 1:5 =2:6 2:21', '? tides 2:11', '? go 2:18', '? tides 3:17', '? go 3:24']],
  ])('%s', (_, code, expected) => {
    expect(named('javascript', code).sort()).toEqual([...expected].sort());
  });
});

describe('in TypeScript', () => {
  test.each<[string, string, string[]]>([
    ['types are names too', 'interface Quay { a: Berth }\ntype Berth = Quay[];\nexport {};\n', [
      'type Berth 2:6 1:21', 'type Quay 1:11 2:14',
    ]],
    ['a parameter of a type holds in its declaration', 'type A<T> = T[];\ntype B = T;\nexport {};\n', [
      'type A 1:6', 'type B 2:6', 'type-parameter T 1:8 1:13', '? T 2:10',
    ]],
    ['names in a function type hold there alone', 'type A = (tide: B) => void;\ntide;\nexport {};\n', [
      'type A 1:6', 'parameter tide 1:11', '? B 1:17', '? tide 2:1',
    ]],
    ['an enum and a namespace', 'enum Tide { Low }\nnamespace quay { export const a = Tide.Low; const b = a; }\nexport {};\n',
      ['constant b 2:51', 'open constant a 2:31 2:55', 'type Tide 1:6 2:35', 'type quay 2:11']],
    ['import type', "import type { A } from 'a';\nexport let b: A;\n", ['import A 1:15 2:15', 'open variable b 2:12']],
  ])('%s', (_, code, expected) => {
    expect(named('typescript', code).sort()).toEqual([...expected].sort());
  });
});

describe('in Python', () => {
  test.each<[string, string, string[]]>([
    ['a name that is set in a function is its own', 'tide = 1\ndef moor():\n    tide = 2\n    return tide\n',
      ['open function moor 2:5', 'open variable tide 1:1', 'variable tide 3:5 4:12']],
    ['global takes the one of the file', 'tide = 1\ndef moor():\n    global tide\n    tide = 2\n', [
      'open function moor 2:5', 'open variable tide 1:1+4:5 =4:5',
    ]],
    ['a comprehension has its own names', 'berths = [b for b in quays if b]\nb\n', [
      'loop b 1:17 1:11 1:31', 'open variable berths 1:1', '? quays 1:22', '? b 2:1',
    ]],
    ['what := sets in it lives around it', 'def moor():\n    any((t := q) for q in qs)\n    return t\n', [
      'loop q 2:22 2:15', 'open function moor 1:5', 'variable t 2:10 3:12', '? any 2:5', '? qs 2:27',
    ]],
    [
      'names of a class are not seen in its methods',
      'class Quay:\n    size = 1\n    half = size\n    def moor(self):\n        return size\n',
              [
                'function moor 4:9', 'open class Quay 1:7', 'parameter self 4:14', 'variable half 3:5', 'variable size 2:5 3:12',
                '? size 5:16',
              ],
    ],
    ['parameters of all kinds', 'def moor(a, b=1, *c, d: int, **e):\n    return a, b, c, d, e\n',
      [
        'open function moor 1:5', 'parameter a 1:10 2:12', 'parameter b 1:13 2:15', 'parameter c 1:19 2:18',
        'parameter d 1:22 2:21', 'parameter e 1:32 2:24', '? int 1:25',
      ]],
    ['names of arguments and attributes are no uses', 'tide = 1\nmoor(tide=2).tide\n', ['open variable tide 1:1', '? moor 2:1']],
    ['with, except and import', 'import c\nwith c() as f:\n    pass\ntry:\n    f\nexcept E as g:\n    g\n',
      ['open caught g 6:13 7:5', 'open import c 1:8 2:6', 'open variable f 2:13 5:5', '? E 6:8']],
  ])('%s', (_, code, expected) => {
    expect(named('python', code).sort()).toEqual([...expected].sort());
  });
});

describe('in PHP', () => {
  test.each<[string, string, string[]]>([
    ['a function sees nothing of the file', '<?php $tide = 1; function moor() { return $tide; }\n', [
      'open variable $tide 1:7', '? $tide 1:43',
    ]],
    ['an arrow function sees all around it', '<?php function moor($a) { return fn($b) => $a + $b; }\n', [
      'parameter $a 1:21 1:44', 'parameter $b 1:37 1:49',
    ]],
    ['use hands a variable into a function', '<?php function moor() { $a = 1; return function () use ($a) { return $a; }; }\n', [
      'variable $a 1:25 1:57', 'variable $a 1:57 1:70',
    ]],
    ['a reference is seen by others', '<?php function moor(&$a) { $a = 1; }\n', ['open parameter $a 1:22+1:28 =1:28']],
    [
      'a loop, a handler and a list',
      '<?php function moor() { foreach ($q as $k => $v) { [$a, $b] = $v; } try {} catch (E $e) {} }\n',
              ['caught $e 1:85', 'loop $k 1:40', 'loop $v 1:46 1:63', 'variable $a 1:53', 'variable $b 1:57', '? $q 1:34'],
    ],
    ['what PHP itself sets is left out', '<?php function moor() { return [$this, $_GET]; }\n', []],
  ])('%s', (_, code, expected) => {
    expect(named('php', code).map((line) => line.replace(/ not at its first place$/, '')).sort()).toEqual([...expected].sort());
  });
});

describe('in Java', () => {
  test.each<[string, string, string[]]>([
    ['fields, parameters and variables', 'class A {\n  int a = 1;\n  int b(int c) { int a = c; return a + this.a; }\n}\n',
      ['field a 2:7', 'parameter c 3:13 3:26', 'variable a 3:22 3:36']],
    [
      'loops, resources and handlers',
      'class A { void b() {\n  for (int i = 0; i < 1; i++) {}\n  for (var x : xs) x.go();\n'
        + '  try (var r = open()) { r.go(); } catch (E e) { throw e; }\n} }\n',
              ['caught e 4:45 4:56', 'loop x 3:12 3:20', 'variable i 2:12 2:19 ±2:26', 'variable r 4:12 4:26', '? xs 3:16'],
    ],
    ['lambdas', 'class A { F b = (x, y) -> x + y; F c = z -> z; }\n', [
      'field b 1:13', 'field c 1:36', 'parameter x 1:18 1:27', 'parameter y 1:21 1:31', 'parameter z 1:40 1:45',
    ]],
    ['patterns', 'class A { int b(Object o) { return o instanceof B c ? c.d : 0; } }\n', [
      'parameter o 1:24 1:36', 'variable c 1:51 1:55',
    ]],
  ])('%s', (_, code, expected) => {
    expect(named('java', code).sort()).toEqual([...expected].sort());
  });
});

describe('in C++', () => {
  test.each<[string, string, string[]]>([
    ['variables and parameters', 'int moor(int a, const char *b) {\n  int c = 1, *d, e[2];\n  for (auto &f : g) {}\n}\n',
      ['loop f 3:14', 'parameter a 1:14', 'parameter b 1:29', 'variable c 2:7', 'variable d 2:15', 'variable e 2:18']],
    ['what is only declared names no parameter', 'int moor(int a);\n', []],
    ['what is taken apart', 'void moor() { auto [a, b] = c(); }\n', ['variable a 1:21', 'variable b 1:24']],
  ])('%s', (_, code, expected) => {
    expect(named('cpp', code).filter((line) => !line.startsWith('?')).sort()).toEqual([...expected].sort());
  });
});
