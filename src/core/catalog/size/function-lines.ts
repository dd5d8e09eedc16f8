import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { bodyOf, FUNCTIONS, functionHead, functionTitle } from '../../syntax/functions.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree, usually } from '../../finders/hits.js';
import { whole } from '../../finders/options.js';

export default defineRule({
  id: 'size/function-lines',
  title: 'Functions are short',
  about: 'A function that does not fit on the screen is understood in pieces, and changed without seeing the rest.',
  advice: 'Extract the parts that each do one thing, and name them.',
  tags: ['readability'],
  confidence: 'certain',
  options: { max: whole(60, 1, 10_000, 'lower', 'the most lines of a function, from its head to its end') },
  find: usually('javascript typescript python java php cpp c go shell', byTree(findLong, FUNCTIONS)),
  examples: [
    good('javascript', 'function moor() {\n  sail();\n}\n', { options: { max: 3 } }),
    bad('javascript', 'function moor() {\n  sail();\n  wait();\n}\n', '1:10-14 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
    good('typescript', 'const moor = (): number => 1;\n', { options: { max: 3 } }),
    bad('typescript', 'class Quay {\n  moor(): void {\n    sail();\n    wait();\n  }\n}\n', '2:3-7 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
    good('python', 'def moor():\n    sail()\n    wait()\n', { options: { max: 3 } }),
    bad('python', 'def moor():\n    sail()\n    wait()\n    sail()\n', '1:5-9 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
    good('java', 'class Quay {\n  int moor() {\n    return 1;\n  }\n}\n', { options: { max: 3 } }),
    bad('java', 'class Quay {\n  int moor() {\n    sail();\n    return 1;\n  }\n}\n', '2:7-11 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
    good('php', '<?php\nfunction moor() {\n  sail();\n}\n', { options: { max: 3 } }),
    bad('php', '<?php\nfunction moor() {\n  sail();\n\n}\n', '2:10-14 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
    good('cpp', 'int moor() {\n  return 1;\n}\n', { options: { max: 3 } }),
    bad('cpp', 'int moor() {\n  sail();\n  return 1;\n}\n', '1:5-9 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
    good('go', 'package quay\n\nfunc moor() {\n\tsail()\n}\n', { options: { max: 3 } }),
    bad('go', 'package quay\n\nfunc moor() {\n\tsail()\n\twait()\n}\n', '3:6-10 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
    good('shell', 'moor() {\n  sail\n}\n', { options: { max: 3 } }),
    bad('shell', 'moor() {\n  sail\n  wait\n}\n', '1:1-5 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
  ],
});

function findLong({ tree, text }: ParsedSource, { max }: { readonly max: number }): Hit[] {
  const hits: Hit[] = [];
  for (const node of tree.ofTypes(FUNCTIONS)) {
    // A function of fewer characters than lines allowed cannot be too long.
    if (bodyOf(node) === null || node.end - node.start <= max) continue;
    const lines = text.positionAt(node.end).line - text.positionAt(node.start).line + 1;
    if (lines <= max) continue;
    const { start, end } = functionHead(node);
    hits.push({ start, end, message: `${functionTitle(node)} is ${lines} lines long, ${lines - max} over ${max}` });
  }
  return hits;
}
