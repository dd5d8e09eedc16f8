import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { declaredNames } from '../../syntax/declared-names.js';
import type { ParsedSource } from '../../syntax/source.js';
import type { SyntaxNode } from '../../syntax/node.js';
import { byTree, hitAt, shared } from '../../finders/hits.js';
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
  find: shared(byTree(findShort)),
});

function findShort({ tree }: ParsedSource, { min, free }: Options): Hit[] {
  const isFree = nameTest(free);
  return declaredNames(tree).filter(({ node, name }) => name.length < min && !isFree(name) && !isOfLambda(node)).map(
    ({ node, name }) =>
      hitAt(node, `${name} has ${name.length === 1 ? '1 character' : `${name.length} characters`}; at least ${min} are required`),
  );
}

/** Whether a name is a parameter of one of Java's functions of one expression, where all its uses are in sight. */
function isOfLambda({ parent, tree: { grammar } }: SyntaxNode): boolean {
  if (grammar !== 'java' || parent === null) return false;
  const lambda = parent.type === 'lambda_expression' ? parent
    : parent.type === 'formal_parameter' ? parent.parent?.parent
    : parent.parent;
  return lambda?.type === 'lambda_expression' && lambda.child('body')?.type !== 'block';
}
