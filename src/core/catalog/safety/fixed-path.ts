import { syntaxOf } from '../../syntax/language-syntax.js';
import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { ParsedSource } from '../../syntax/source.js';
import { contentOf, isFilled, textsOf } from '../../syntax/texts.js';
import { argumentsOf, CALL_TYPES, methodOf, objectOf } from '../../syntax/calls.js';
import type { SyntaxNode, SyntaxTree } from '../../syntax/node.js';
import { byTree, hitAt, hitsOf, NO_HITS, shared } from '../../finders/hits.js';
import { nameTest } from '../../finders/name-patterns.js';
import { freeNames } from '../../finders/options.js';

/**
 * Beginnings of paths that exist on one machine and not on the next: Filesystem Hierarchy Standard 3.0, chapter 3; Windows drives
 * and shares.
 */
// elvar waive text/line-width because a pattern is one literal
const PATH = /^(?:\/(?:home|Users|root|opt|usr|var|etc|tmp|mnt|media|srv|private)(?:\/[\w.@%+-]+)+\/?|[A-Za-z]:(?:\\\\?|\/)[\w .-]+(?:(?:\\\\?|\/)[\w .-]+)*|(?:\\\\){2}(?!\.)[\w.-]+\\\\[\w.$-]+.*)$/;

export default defineRule({
  id: 'safety/fixed-path',
  title: 'No paths that exist on one machine only',
  about: 'On the next machine the path is different, and whoever can write there decides what the program reads.',
  advice: 'Read it from the settings or the environment, or ask the system for the folder.',
  tags: ['portability', 'security'],
  confidence: 'likely',
  options: { free: freeNames(['/dev/null', '/etc/(?:passwd|hosts|resolv\\.conf)', '/usr/bin/env.*', '/bin/.*']) },
  find: shared(byTree(findPaths)),
});

function findPaths({ tree }: ParsedSource, { free }: { readonly free: readonly string[] }): Hit[] {
  const isFree = nameTest(free);
  return hitsOf(textsOf(tree), (node): readonly Hit[] => {
    if (node.end - node.start < 6) return NO_HITS;
    const { text } = contentOf(node);
    const path = text.replace(/^file:\/\/(?=\/)/, '');
    // If a value completes the path, what comes before it is enough.
    if (!(isFilled(node) ? BEGINNING : PATH).test(path) || isFree(path) || isAddress(path) || isRoute(node)) return NO_HITS;
    return [hitAt(node, `${shortened(text)} exists on one machine only`)];
  }).concat(barePaths(tree, isFree));
}

/** A path whose end is filled in. */
const BEGINNING =
  /^(?:\/(?:root|opt|usr|var|etc|tmp|srv)\/|\/(?:home|Users|mnt|media|private)\/[\w.-]+\/|[A-Za-z]:\\\\)[^{}]*[${]/;

/**
 * Without quote marks, words of a shell and values of YAML are paths more often than not; only those of people and sites are
 * reported.
 */
const BARE = /^\/(?:home|Users|root|opt|mnt|media|srv|private)(?:\/[\w.@%+-]+)+\/?$/;

function barePaths(tree: SyntaxTree, isFree: (text: string) => boolean): Hit[] {
  const { bareTexts } = syntaxOf(tree);
  if (bareTexts === undefined) return [];
  return hitsOf(tree.ofTypes(bareTexts), (node): readonly Hit[] => {
    const { text } = node;
    return BARE.test(text) && !isFree(text) && node.parentType !== 'command_name'
      ? [hitAt(node, `${text} exists on one machine only`)]
      : NO_HITS;
  });
}

/** Whether a path is the one of a page, which a server answers or a browser asks for. */
function isRoute(node: SyntaxNode): boolean {
  const call = node.parent?.parent;
  return call != null
    && CALL_TYPES.has(call.type) && argumentsOf(call)[0] === node && objectOf(call) !== null && ROUTING.test(methodOf(call));
}

const ROUTING = /^(?:get|post|put|patch|delete|all|use|route|head|options|navigate|redirect|fetch|ajax|push)$/;

function shortened(text: string): string {
  return text.length > 60 ? `${text.slice(0, 59)}…` : text;
}

/** `C:/x` could be the beginning of an address, but no scheme has a single letter. */
function isAddress(text: string): boolean {
  return text.includes('://');
}
