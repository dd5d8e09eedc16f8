import { beforeAll, describe, expect, test } from 'vitest';
import { argumentsOf, calleeOf, callsIn, callsOf, methodOf, objectOf } from '../../src/core/syntax/calls.js';
import { commentsOf } from '../../src/core/syntax/comments.js';
import { declaredNames } from '../../src/core/syntax/declared-names.js';
import { FUNCTIONS, functionHead, nameOf, parametersOf, passedParameters } from '../../src/core/syntax/functions.js';
import { importsOf } from '../../src/core/syntax/imports.js';
import { BLOCKS, isExit, statementsOf } from '../../src/core/syntax/statements.js';
import { contentOf, isFilled, textsOf } from '../../src/core/syntax/texts.js';
import { wordsOf } from '../../src/core/syntax/words.js';
import { builtGrammars } from '../support/grammars.js';
import { placeOf, textOf, withSource } from '../support/sources.js';
import type { ParsedSource } from '../../src/core/syntax/source.js';
import { GRAMMARS } from '../../src/core/languages/languages.js';

const grammars = builtGrammars();
beforeAll(() => grammars.load(GRAMMARS));

function reading<Result>(language: string, code: string, read: (source: ParsedSource) => Result): Result {
  return withSource(grammars, textOf(language, code), read);
}

describe('calls', () => {
  test.each<[string, string, string[]]>([
    ['javascript', 'moor(1, b); quay.berth.moor(/* c */ a); new Quay(1);', [
      'moor moor - 1,b', 'quay.berth.moor moor quay.berth a', 'Quay Quay - 1',
    ]],
    ['typescript', 'quay.moor<Ship>(a); new Quay<Ship>(b); quay?.moor();', [
      'quay.moor moor quay a', 'quay.moor moor quay ', 'Quay Quay - b',
    ]],
    ['python', 'moor(a, b=1)\nquay.moor(*c)\n', ['moor moor - a,b=1', 'quay.moor moor quay *c']],
    ['java', 'class A { void a() { moor(1); quay.moor(a, b); new Quay(c); } }', [
      'moor moor - 1', 'quay.moor moor quay a,b', 'Quay Quay - c',
    ]],
    ['php', '<?php moor($a, 1); $quay->moor($b); Quay::moor(); new Quay(2);', [
      'moor moor - $a,1', '$quay->moor moor $quay $b', 'Quay::moor moor Quay ', 'Quay Quay - 2',
    ]],
    ['cpp', 'void a() { moor(1); quay.moor(b); ship->moor(c); std::sort(d); }', [
      'moor moor - 1', 'quay.moor moor quay b', 'ship->moor moor ship c', 'std::sort sort - d',
    ]],
    ['go', 'package a\nfunc b() { moor(1); quay.Moor(c) }\n', ['moor moor - 1', 'quay.Moor Moor quay c']],
  ])('of %s', (language, code, expected) => {
    const told = reading(language, code, ({ tree }) => callsIn(tree).map((call) =>
      [
        calleeOf(call),
        methodOf(call) === '' ? calleeOf(call) : methodOf(call),
        objectOf(call)?.text ?? '-',
        argumentsOf(call).map(({ text }) => text).join(),
      ].join(' ')));
    expect(told.sort()).toEqual([...expected].sort());
  });

  test('are found by name: the same as among all', () => {
    const code = 'moor(1); quay.moor(2); sail(3); new moor(4); quay["moor"](5);';
    reading('javascript', code, ({ tree }) => {
      for (const names of [['moor'], ['sail', 'moor'], ['none'], []]) {
        const expected = names.flatMap((name) => callsIn(tree).filter((call) => methodOf(call) === name));
        expect(callsOf(tree, names)).toEqual(expected);
      }
    });
  });
});

describe('functions', () => {
  test.each<[string, string, string[]]>([
    ['javascript', 'function a(b, { c }, ...d) {}\nconst e = f => f;\nclass G { h() {} get i() { return 1; } }', [
      'a(b|{ c }|...d) a', '-(f) f => ', 'h() h', 'i() i',
    ]],
    ['typescript', 'function a(this: Quay, b?: number) {}\nconst c = (d: string): void => {};', [
      'a(b?: number) a', '-(d: string) (d: string): void =>',
    ]],
    ['python', 'def a(self, b, *, c=1, **d): pass\ne = lambda f: f\n', ['a(b|c=1|**d) a', '-(f) lambda f:']],
    ['java', 'class A { A(int b) {} void c(A this, String... d) {} }', ['A(int b) A', 'c(String... d) c']],
    ['php', '<?php function a($b, &...$c) {} $d = fn($e) => $e; class F { function g() {} }', [
      'a($b|&...$c) a', '-($e) fn($e) =>', 'g() g',
    ]],
    ['cpp', 'int a(void) { return 1; }\nint *b(int c, char d) {}\nvoid E::f() {}', ['a() a', 'b(int c|char d) b', 'E::f() E::f']],
    ['go', 'package a\nfunc b(c, d int, e string) {}\nfunc (f Quay) g() {}\n', ['b(c|d|e string) b', 'g() g']],
  ])('of %s with what callers pass, and their heads', (language, code, expected) => {
    const told = reading(language, code, ({ tree, text }) => tree.ofTypes(FUNCTIONS).map((node) => {
      const list = parametersOf(node);
      const { start, end } = functionHead(node);
      return `${nameOf(node)?.text ?? '-'}(`
        + `${list === null ? 'none' : passedParameters(list).map((part) => part.text).join('|')}) ${text.text.slice(start, end)}`;
    }));
    expect(told.map((line) => line.trim()).sort()).toEqual(expected.map((line) => line.trim()).sort());
  });
});

describe('texts', () => {
  test.each<[string, string, string[]]>([
    ['javascript', 'a("b\\n", \'c\', `d${e}f`, "");', ['b\\n', 'c', 'd${e}f filled', '']],
    ['python', 'a = r"\\b" + """c\n"d" """ + f\'{e}\' + b"f"\n', ['\\b', 'c\n"d" ', '{e} filled', 'f']],
    ['java', 'class A { String b = "c"; String d = """\n  e"""; }', ['c', '\n  e']],
    ['php', '<?php $a = "b $c"; $d = \'e\';', ['b $c filled', 'e']],
    ['cpp', 'auto a = u8"b"; auto c = R"(d")"; auto e = L"f";', ['b', 'd"', 'f']],
    ['go', 'package a\nvar b = "c" + `d`\n', ['c', 'd']],
    ['shell', 'a="b $c" d=\'e\'\n', ['b $c filled', 'e']],
    ['json', '{ "a": "b" }', ['a', 'b']],
  ])('of %s', (language, code, expected) => {
    const told = reading(language, code, ({ tree, text }) => textsOf(tree).map((node) => {
      const content = contentOf(node);
      expect(text.text.slice(content.start, content.end)).toBe(content.text);
      return `${content.text}${isFilled(node) ? ' filled' : ''}`;
    }));
    expect(told.sort()).toEqual([...expected].sort());
  });
});

describe('comments', () => {
  test.each<[string, string, string[]]>([
    ['javascript', '// a\nb(); /* c\n d */ /** e */ "// f";', ['a', 'c\n d', 'e']],
    ['python', '# a\nb = "# c"  # d\n', ['a', 'd']],
    ['php', '<?php // a\n# b\n/* c */', ['a', 'b', 'c']],
    ['css', '/* a */ b { c: d /* e */ }', ['a', 'e']],
    ['html', '<!-- a --><p>b</p>', ['a']],
    ['sql', 'select 1; -- a\n/* b */\n', ['a', 'b']],
    ['yaml', 'a: b # c\n# d\n', ['c', 'd']],
  ])('of %s', (language, code, expected) => {
    const text = textOf(language, code);
    const bodies = text.language.grammar === null
      ? commentsOf({ text, tree: null, memo: [] }).map(({ body }) => body)
      : reading(language, code, (source) => commentsOf(source).map(({ body }) => body));
    expect(bodies).toEqual(expected);
  });
});

describe('imports', () => {
  test.each<[string, string, string[]]>([
    [
      'javascript',
      "import a from './b';\nexport * from 'c';\nconst d = require('e');\nimport('f');\nquay.require('g');\nrequire(h);\n",
      ['./b', 'c', 'e', 'f'],
    ],
    ['typescript', "import type { A } from './a';\nimport b = require('c');\n", ['./a', 'c']],
    ['python', 'import a.b, c as d\nfrom .e import f\n', ['.e', 'a.b', 'c']],
    ['java', 'import a.B;\nimport static c.D.e;\nimport f.*;\n', ['a.B', 'c.D.e', 'f']],
    ['php', '<?php use A\\B;\nuse C as D;\n', ['A\\B', 'C']],
  ])('of %s', (language, code, expected) => {
    expect(
      reading(language, code, ({ tree }) => importsOf(tree).map(({ module }) => module)).sort(),
    ).toEqual([...expected].sort());
  });
});

describe('statements', () => {
  test.each<[string, string, boolean[]]>([
    ['javascript', 'a(); throw b; return;', [false, true, true]],
    ['python', 'def a():\n    b()\n    raise c\n    return\n', [false, false, true, true]],
    ['java', 'class A { void b() { c(); return; } }', [false, true]],
    ['php', '<?php a(); throw new B(); exit;', [false, true, true]],
    ['go', 'package a\nfunc b() {\n\tc()\n\tpanic(1)\n}\n', [false, true]],
  ])('of %s that leave their block', (language, code, expected) => {
    const exits = reading(language, code, ({ tree }) =>
      tree.ofTypes(BLOCKS).flatMap((block) =>
        statementsOf(block)
          .filter(({ type }) =>
            !/^(?:package_clause|class_declaration|function_declaration|php_tag|function_definition|statement_list)$/.test(type))
          .map(isExit)));
    expect(exits).toEqual(language === 'python' ? expected.slice(1) : expected);
  });
});

describe('declared names', () => {
  test.each<[string, string, string[]]>([
    ['javascript', 'const low = 1, high = f();\nlet tide;\nfunction moor(ship) { const local = g(); }\nclass Quay {}\n'
      + 'const { a, b: c } = d;\n',
      [
        'constant c', 'constant high', 'constant low', 'function moor', 'type Quay', 'variable local', 'variable ship',
        'variable tide',
      ]],
    ['python', 'LOW = 1\nquay = make()\ndef moor(ship):\n    tide = 1\nclass Quay: pass\n', [
      'constant LOW', 'function moor', 'type Quay', 'variable ship', 'variable tide',
    ]],
    ['java', 'class Quay { static final int LOW = 1; int tide; void moor(int ship) {} Quay() {} }', [
      'constant LOW', 'function moor', 'type Quay', 'variable ship', 'variable tide',
    ]],
    ['go', 'package a\nconst low = 1\nvar tide int\ntype Quay struct { size int }\nfunc moor(ship int) { x := 1 }\n', [
      'constant low', 'function moor', 'type Quay', 'variable ship', 'variable size', 'variable tide', 'variable x',
    ]],
    ['shell', 'tide=1\nreadonly LOW=2\nmoor() { ship=1; }\n', [
      'constant LOW', 'function moor', 'variable ship', 'variable tide',
    ]],
    ['css', ':root { --low-tide: 1; }', ['variable low-tide']],
    ['typescript', 'type $tide = 1;\ninterface Berth {}\nenum Tide { Low }\n', ['type $tide', 'type Berth', 'type Tide']],
  ])('of %s', (language, code, expected) => {
    expect(
      reading(language, code, ({ tree }) => declaredNames(tree).map(({ kind, name }) => `${kind} ${name}`)).sort(),
    ).toEqual([...expected].sort());
  });

  test('stand where they say', () => {
    const text = textOf('javascript', 'const low = 1;\n');
    expect(withSource(grammars, text, ({ tree }) => declaredNames(tree).map(({ node }) => placeOf(text, node)))).toEqual(['1:7']);
  });
});

test.each([
  ['lowTide', ['low@0', 'Tide@3']],
  ['HTTPServer', ['HTTP@0', 'Server@4']],
  ['low_tide-x', ['low@0', 'tide@4', 'x@9']],
  ['', []],
  ["don't", ["don't@0"]],
])('the words of %j', (text, expected) => {
  expect(wordsOf(text).map((word) => `${word.text}@${word.offset}`)).toEqual(expected);
});
