import type { Node, QueryMatch } from 'web-tree-sitter';
import { z } from 'zod';
import { defineRule, type Hit, type SyntaxFinder } from '../../model/rule.js';
import { hitAt } from '../hits.js';

interface Options {
  readonly max: number;
}

/** Of overloads and types only what has a body counts: it takes what they all take. */
const script = counting('(formal_parameters) @parameters', (list) => list.parent?.childForFieldName('body') != null);
const python = counting('(function_definition parameters: (parameters) @parameters) (lambda parameters: (lambda_parameters) @parameters)');
const java = counting('(method_declaration parameters: (formal_parameters) @parameters) (constructor_declaration parameters: (formal_parameters) @parameters)');
const php = counting('(formal_parameters) @parameters');

export default defineRule({
  id: 'size/parameters',
  title: 'A function takes few parameters',
  about: 'With many parameters in a row nobody sees at the call which value is which, and two of one type change places unnoticed.',
  advice: 'Put what belongs together into one object with named parts, or split the function.',
  tags: ['starter'],
  confidence: 'certain',
  options: {
    max: { schema: z.int().min(0).max(100), default: 5, stricter: 'lower', about: 'parameters of a function' },
  },
  find: { languages: { javascript: script, typescript: script, python, java, php } },
  examples: [
    { language: 'javascript', options: { max: 2 }, code: 'function moor(berth, { quay, tide, draught }) {}\n', finds: [] },
    { language: 'javascript', options: { max: 2 }, code: 'const moor = (berth, quay, tide) => {};\n', finds: ['1:14'] },
    { language: 'typescript', options: { max: 2 }, code: 'function moor(this: Quay, berth: string, tide?: number) {}\n', finds: [] },
    { language: 'typescript', options: { max: 2 }, code: 'function moor(a: 1, b: 2, c: 3): void;\nfunction moor(...all: number[]) {}\ntype Moor = (a: 1, b: 2, c: 3) => void;\n', finds: [] },
    { language: 'typescript', options: { max: 2 }, code: 'class Quay { moor(berth: string, tide: number, ...rest: string[]) {} }\n', finds: ['1:18'] },
    { language: 'python', options: { max: 2 }, code: 'class Quay:\n    def moor(self, berth, *, tide):\n        pass\n', finds: [] },
    { language: 'python', options: { max: 2 }, code: 'def moor(berth, quay, tide=1):\n    pass\n', finds: ['1:9'] },
    { language: 'java', options: { max: 2 }, code: 'class Quay { void moor(int berth, int tide) {} }\n', finds: [] },
    { language: 'java', options: { max: 2 }, code: 'class Quay { void moor(int berth, int tide, int... more) {} }\n', finds: ['1:23'] },
    { language: 'php', options: { max: 2 }, code: '<?php function moor($berth, $tide = 1) {}\n', finds: [] },
    { language: 'php', options: { max: 2 }, code: '<?php function moor($berth, $quay, $tide) {}\n', finds: ['1:20'] },
  ],
});

function counting(query: string, counts: (list: Node) => boolean = () => true): SyntaxFinder<Options> {
  return { by: 'query', query, judge: (matches, _source, { max }) => judge(matches, max, counts) };
}

function judge(matches: readonly QueryMatch[], max: number, counts: (list: Node) => boolean): Hit[] {
  return matches.flatMap(({ captures }) => captures).flatMap(({ node }) => {
    // Most lists are short: counting all that is in one costs one call, looking at each costs many.
    if (node.namedChildCount <= max || !counts(node)) return [];
    const count = node.namedChildren.filter((child, index) => isParameter(child, index)).length;
    return count > max ? [hitAt(node, `${count} parameters, ${count - max} over ${max}`)] : [];
  });
}

const NO_PARAMETERS = new Set(['comment', 'line_comment', 'block_comment', 'keyword_separator', 'positional_separator', 'receiver_parameter']);

/** Whether a part of the list is a parameter that a caller passes. */
function isParameter(node: Node, index: number): boolean {
  if (NO_PARAMETERS.has(node.type)) return false;
  if (index > 0) return true;
  const isReceiver = node.type === 'identifier' && (node.text === 'self' || node.text === 'cls');
  const declaresThis = node.type === 'required_parameter' && /^this\s*:/.test(node.text);
  return !isReceiver && !declaresThis;
}
