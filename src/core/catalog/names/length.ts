import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { declaredNames } from '../../syntax/declared-names.js';
import type { ParsedSource } from '../../syntax/source.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, hitAt, usually } from '../../finders/hits.js';
import { nameTest } from '../../finders/name-patterns.js';
import { freeNames, whole } from '../../finders/options.js';

interface Options {
  readonly min: number;
  readonly free: readonly string[];
}

export default defineRule({
  id: 'names/length',
  title: 'Names are long enough to mean something',
  about: 'A one-letter name has to be remembered; a word can be read.',
  advice: 'Write the word out. If a single letter is the convention, make it exempt.',
  tags: ['naming', 'readability'],
  confidence: 'certain',
  options: {
    min: whole(2, 1, 40, 'higher', 'the shortest name allowed, in characters'),
    free: freeNames(['[_ijknxyzeabTKVPE]']),
  },
  find: usually('javascript typescript python java php cpp c go shell css', byTree(findShort)),
  examples: [
    good('java', 'class Quay { void moor() { quays.forEach(q -> sail(q)); quays.sort((p, q) -> p - q); } }\n'),
    bad('java', 'class Quay { void moor() { quays.forEach(q -> { sail(q); }); } }\n', '1:42-43 q has 1 character; at least 2 are required'),
    good('javascript', 'const tide = 1;\nfor (let i = 0; i < 1; i++) sail(i);\n'),
    bad('javascript', 'const q = 1;\n', '1:7-8 q has 1 character; at least 2 are required'),
    good('typescript', 'type Tide = 1;\n'),
    bad('typescript', 'type Q = 1;\n', '1:6-7 Q has 1 character; at least 2 are required'),
    good('python', 'def moor(tide):\n    pass\n'),
    bad('python', 'def m(t):\n    pass\n', ['1:5-6 m has 1 character; at least 2 are required', '1:7-8 t has 1 character; at least 2 are required']),
    good('java', 'class Quay { int low; }\n'),
    bad('java', 'class Quay { int q; }\n', '1:18 q has 1 character; at least 2 are required'),
    good('php', '<?php $low = 1;\n'),
    bad('php', '<?php $q = 1;\n', '1:8-9 q has 1 character; at least 2 are required'),
    good('cpp', 'int low() { return 1; }\n'),
    bad('cpp', 'int q() { return 1; }\n', '1:5-6 q has 1 character; at least 2 are required'),
    good('go', 'package quay\n\nvar low = 1\n'),
    bad('go', 'package quay\n\nvar q = 1\n', '3:5-6 q has 1 character; at least 2 are required'),
    good('shell', 'low=1\n'),
    bad('shell', 'q=1\n', '1:1-2 q has 1 character; at least 2 are required'),
    good('css', ':root { --low: 1px; }\n'),
    bad('css', ':root { --q: 1px; }\n', '1:9-12 q has 1 character; at least 2 are required'),
  ],
});

function findShort({ tree }: ParsedSource, { min, free }: Options): Hit[] {
  const isFree = nameTest(free);
  return declaredNames(tree).filter(({ node, name }) => name.length < min && !isFree(name) && !isOfLambda(node)).map(({ node, name }) =>
    hitAt(node, `${name} has ${name.length === 1 ? '1 character' : `${name.length} characters`}; at least ${min} are required`));
}

/** Whether a name is a parameter of one of Java's functions of one expression, where all its uses are in sight. */
function isOfLambda({ parent, tree: { grammar } }: SyntaxNode): boolean {
  if (grammar !== 'java' || parent === null) return false;
  const lambda = parent.type === 'lambda_expression' ? parent : parent.type === 'formal_parameter' ? parent.parent?.parent : parent.parent;
  return lambda?.type === 'lambda_expression' && lambda.child('body')?.type !== 'block';
}
