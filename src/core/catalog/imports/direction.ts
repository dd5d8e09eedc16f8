import * as z from 'zod';
import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import { importsOf } from '../../syntax/imports.js';
import { placesOfPath } from '../../syntax/import-places.js';
import { syntaxOf } from '../../syntax/language-syntax.js';
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
      about: 'directories that may not take from others, each as FROM -> TO or FROM -> TO: REASON, relative to the root; * '
        + 'stands for any one name',
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
  { tree, text: { path } }: ParsedSource, { never }: { readonly never: readonly string[] },
): readonly Hit[] {
  if (never.length === 0) return NO_HITS;
  const own = path.split('/').slice(0, -1);
  const barriers = never.flatMap((entry) => barrierOf(entry) ?? []).filter(({ from, to }) =>
    liesIn(own, from) && !liesIn(own, to));
  if (barriers.length === 0) return NO_HITS;
  const { placesOf = placesOfPath } = syntaxOf(tree);
  return hitsOf(importsOf(tree), ({ module, node }) => {
    const { certain, likely } = placesOf(module, own);
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
