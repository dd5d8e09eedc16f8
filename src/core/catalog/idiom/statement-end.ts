import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { isComment, type SyntaxNode } from '../../syntax/node.js';
import { KIND, SHIFT } from '../../syntax/node-table.js';
import type { ParsedSource } from '../../syntax/source.js';
import type { SyntaxTree } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, inLanguages } from '../../finders/hits.js';
import { choice } from '../../finders/options.js';

export default defineRule({
  id: 'idiom/statement-end',
  title: 'Statements end consistently',
  about: 'JavaScript inserts semicolons by rules of its own (ECMA-262, section 12.10). If some are written and some are not, '
    + 'nobody can tell which were left out on purpose.',
  advice: 'End every statement with a semicolon, or use none except where the next line requires it.',
  tags: ['layout'],
  confidence: 'certain',
  repairs: 'safe',
  options: { style: choice(['always', 'never'], 'always', 'whether statements end with a semicolon') },
  find: { languages: inLanguages('javascript typescript', byTree(findEnds)) },
  examples: [
    good('javascript', 'sail();\nfunction moor() {}\nexport default class Quay { low = 1; }\nfor (const a of b) {}\n'),
    bad(
      'javascript',
      'const a = 1\nsail()\nreturn\n',
      ['1:12-12 a semicolon is missing here', '2:7-7 a semicolon is missing here', '3:7-7 a semicolon is missing here'],
      { repaired: 'const a = 1;\nsail();\nreturn;\n' },
    ),
    bad('javascript', 'const a = 1;\nsail();\n(a)\n', '1:12 this semicolon is not needed', {
      options: { style: 'never' }, repaired: 'const a = 1\nsail();\n(a)\n',
    }),
    bad(
      'javascript',
      'const a = 1 // one\nsail() /* two */\n',
      ['1:12 a semicolon is missing here', '2:7 a semicolon is missing here'],
      { repaired: 'const a = 1; // one\nsail(); /* two */\n' },
    ),
    good('typescript', 'type Tide = number;\ninterface Quay { a: number }\n'),
    bad('typescript', "import { a } from './a.js'\ntype Tide = number\nclass Quay { low = 1 }\n", [
      '1:27-27 a semicolon is missing here', '2:19-19 a semicolon is missing here', '3:21-21 a semicolon is missing here',
    ], {
      repaired: "import { a } from './a.js';\ntype Tide = number;\nclass Quay { low = 1; }\n",
    }),
  ],
});

const STATEMENTS = [
  'expression_statement', 'lexical_declaration', 'variable_declaration', 'return_statement', 'throw_statement',
  'break_statement', 'continue_statement',
    'debugger_statement', 'import_statement', 'do_statement', 'type_alias_declaration',
  'export_statement', 'import_alias', 'function_signature',
];
const FIELDS = ['field_definition', 'public_field_definition', 'abstract_method_signature'];

function findEnds({ tree, text: { text } }: ParsedSource, { style }: { readonly style: 'always' | 'never' }): Hit[] {
  const isSound = !tree.hasErrors;
  const hasEnd = (node: SyntaxNode): boolean => endsItself(node) && (isSound || !node.contains(ERRORS));
  if (style === 'never') {
    return tree.ofTypes(STATEMENTS).filter(hasEnd).flatMap((node): Hit[] => {
      const last = node.last;
      if (last?.type !== ';' || !mayGo(text, last.end, node)) return [];
      return [{
        start: last.start,
        end: last.end,
        message: 'this semicolon is not needed',
        repair: [{ start: last.start, end: last.end, text: '' }],
      }];
    });
  }
  return [...openOnes(tree, STATEMENTS).filter(hasEnd), ...openOnes(tree, FIELDS)].map((node) => {
    const end = endOfCode(node);
    return { start: end, end, message: 'a semicolon is missing here', repair: [{ start: end, end, text: ';' }] };
  });
}

/** Where the code of a statement ends: the grammar may count a comment after it as a part of it. */
function endOfCode(node: SyntaxNode): number {
  let last = node.last;
  while (last !== null && isComment(last)) last = last.previous;
  return last?.end ?? node.end;
}

const SEMICOLON = [';'];

/** The nodes of the given types without a final semicolon. Nearly all have one, so they are tested by number. */
function openOnes(tree: SyntaxTree, types: readonly string[]): SyntaxNode[] {
  const { table } = tree;
  const isSemicolon = tree.kindFlags(SEMICOLON);
  const isAt = (index: number): boolean => index >= 0 && isSemicolon[table[(index << SHIFT) + KIND] as number] === 1;
  const open: SyntaxNode[] = [];
  const numbers = tree.numbersOf(types);
  for (let at = 0; at < numbers.length; at += 1) {
    const index = numbers[at] as number;
    if (!isAt(tree.lastOf(index)) && !isAt(tree.nextOf(index))) open.push(tree.nodeAt(index));
  }
  return open;
}

/** Whether the statement needs an end of its own: not in the head of a loop, and not a declaration with a body. */
function endsItself(node: SyntaxNode): boolean {
  if (node.parentType === 'for_statement' && node.field !== 'body') return false;
  // For an exported declaration, the declaration itself counts.
  if (node.type === 'export_statement') return node.child('declaration') === null && !isDeclared(node.child('value')) ;
  return node.type !== 'expression_statement' || !BODIED.has(node.firstPart?.type ?? '');
}

/** What the grammar calls expressions, but ends with a body or is handled elsewhere. */
const BODIED = new Set(['internal_module', 'function_signature']);

const ERRORS = new Set(['ERROR']);

/** `export default function () {}` and classes end with their body. */
function isDeclared(value: SyntaxNode | null): boolean {
  return value !== null && /^(?:function_expression|class|generator_function)$/.test(value.type);
}

/** A semicolon may be missing at the end of a line, unless the next line could continue the statement. */
function mayGo(text: string, end: number, node: SyntaxNode): boolean {
  const rest = text.slice(end);
  if (!/^[ \t]*(?:\}|(?:\/\/[^\n]*)?(?:\r?\n|$))/.test(rest)) return false;
  const next = /^(?:\s|\/\/[^\n]*\n|\/\*[^]*?\*\/)*([^])/.exec(rest)?.[1] ?? '';
  return !/[([`/+\-*.,]/.test(next) && node.type !== 'do_statement';
}
