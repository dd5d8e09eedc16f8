import * as z from 'zod';
import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { importsOf } from '../../syntax/imports.js';
import type { Import } from '../../syntax/language-syntax.js';
import type { ParsedSource } from '../../syntax/source.js';
import { byTree, hitAt, hitsOf, NO_HITS, shared } from '../../finders/hits.js';
import { option } from '../../finders/options.js';

/** `FROM -> TO`, and a reason after a colon. */
const PAIR = /^(\S(?:[^:]*?\S)?) +-> +(\S(?:[^:]*?\S)?)(?:: +(\S.*))?$/;

export default defineRule({
  id: 'imports/direction',
  title: 'Imports keep to the directions that the team has agreed on',
  about: 'Where every part may take from every other, none can be changed, tested or moved by itself any more.',
  advice: 'Move what both need to a place from which both may take, or hand it over as an argument.',
  tags: ['dependencies'],
  confidence: 'certain',
  options: {
    never: option(() => z.array(z.string().regex(PAIR, 'FROM -> TO, two directories')), {
      default: [],
      stricter: 'more',
      about: 'directories that may not take from others, each as FROM -> TO or FROM -> TO: REASON, relative to the root; * stands for any one name',
    }),
  },
  find: shared(byTree(findAll)),
});

/** Two directories of which the first may not take from the second. */
interface Barrier {
  readonly from: readonly string[];
  readonly to: readonly string[];
  readonly text: string;
}

function findAll(
  { tree, text: { path, language } }: ParsedSource, { never }: { readonly never: readonly string[] },
): readonly Hit[] {
  if (never.length === 0) return NO_HITS;
  const own = path.split('/').slice(0, -1);
  const barriers = never.flatMap((entry) => barrierOf(entry) ?? []).filter(({ from, to }) =>
    liesIn(own, from) && !liesIn(own, to));
  if (barriers.length === 0) return NO_HITS;
  const imports: readonly Import[] = language.id === 'cpp' || language.id === 'c' ? includesOf(tree) : importsOf(tree);
  return hitsOf(imports, ({ module, node }) => {
    const { certain, likely } = targetsOf(module, own, language.id);
    const barrierAt = (targets: readonly (readonly string[])[]): Barrier | undefined =>
      barriers.find(({ to }) => targets.some((target) => liesIn(target, to)));
    const [sure, unsure] = [barrierAt(certain), barrierAt(likely)];
    return sure !== undefined ? [hitAt(node, sure.text)]
      : unsure !== undefined ? [hitAt(node, unsure.text, undefined, { confidence: 'likely' })]
      : NO_HITS;
  });
}

function barrierOf(entry: string): Barrier | null {
  const [, from, to, reason] = PAIR.exec(entry) ?? [];
  if (from === undefined || to === undefined) return null;
  const stepsOf = (directory: string): string[] => directory.split('/').filter((step) => step !== '' && step !== '.');
  return {
    from: stepsOf(from),
    to: stepsOf(to),
    text: `${stepsOf(from).join('/')} may not take from ${stepsOf(to).join('/')}${reason === undefined ? '' : `: ${reason}`}`,
  };
}

/** Whether a path is a directory, or lies in it. */
function liesIn(path: readonly string[], directory: readonly string[]): boolean {
  return path.length >= directory.length && directory.every((step, index) => step === '*' || step === path[index]);
}

function includesOf(tree: ParsedSource['tree']): Import[] {
  return tree.ofType('preproc_include').flatMap((include) => {
    const node = include.child('path');
    return node?.type === 'string_literal' ? [{ module: node.text.slice(1, -1), node }] : [];
  });
}

/** The places in the project that an import means, or may mean, as steps from the root. */
interface Targets {
  readonly certain: readonly (readonly string[])[];
  readonly likely: readonly (readonly string[])[];
}

/** Where an import leads. What comes from packages leads nowhere. */
function targetsOf(module: string, own: readonly string[], language: string): Targets {
  switch (language) {
    case 'python': {
      const [, dots = '', rest = ''] = /^(\.*)(.*)$/.exec(module) ?? [];
      const steps = rest === '' ? [] : rest.split('.');
      if (dots !== '') return {
        certain: dots.length - 1 > own.length ? [] : [[...own.slice(0, own.length - (dots.length - 1)), ...steps]], likely: [],
      };
      // Python looks for it in any directory of its path; those around the file are likely.
      return { certain: [], likely: around(own, steps) };
    }
    case 'java':
    case 'kotlin':
      // Where its sources begin, nobody says.
      return { certain: [], likely: around(own, module.split('.')) };
    case 'cpp':
    case 'c': {
      // Beside the file, else in the directories that the compiler is told.
      const [beside, inRoot] = [joined(own, module), joined([], module)];
      return module.startsWith('.')
        ? { certain: beside === null ? [] : [beside], likely: [] }
        : { certain: [], likely: [beside, inRoot].flatMap((steps) => (steps === null ? [] : [steps])) };
    }
    default: {
      const steps = /^\.{1,2}(?:\/|$)/.test(module) ? joined(own, module) : null;
      return { certain: steps === null ? [] : [steps], likely: [] };
    }
  }
}

/** A path from each of the directories around a file. */
function around(own: readonly string[], steps: readonly string[]): (readonly string[])[] {
  return [...own, ''].map((_, depth) => [...own.slice(0, depth), ...steps]);
}

/** A relative path from a directory; null if it leaves the project. */
function joined(from: readonly string[], relative: string): string[] | null {
  const steps = [...from];
  for (const step of relative.split('/')) {
    if (step === '..' && steps.pop() === undefined) return null;
    if (step !== '..' && step !== '.' && step !== '') steps.push(step);
  }
  return steps;
}
