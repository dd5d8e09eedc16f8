import type { Node, QueryMatch } from 'web-tree-sitter';
import type { LanguageId } from '../base/language.js';
import type { Finder, Finders, Hit, LearnFromProject, ProjectFinder, TreeFinder } from './finder.js';
import type { SyntaxNode, SyntaxTree } from '../syntax/node.js';
import type { ParsedSource } from '../syntax/source.js';
import type { NumberTest } from '../syntax/numbered-tree.js';

/** The captures of one match by name; the last, if a name was captured several times. */
type Captures = Readonly<Record<string, Node | undefined>>;

/** The captures of a match by name. */
export function capturesOf(match: QueryMatch): Captures {
  const captures: Record<string, Node> = {};
  for (const { name, node } of match.captures) captures[name] = node;
  return captures;
}

/** A finding that covers a node. @param sureness where it is less sure than its rule says. */
export function hitAt(node: SyntaxNode, message: string, repair?: Hit['repair'], sureness?: Sureness): Hit {
  const hit = { start: node.start, end: node.end, message, repair };
  return sureness === undefined ? hit : { ...hit, ...sureness };
}

/** How sure a finding or its repair is, if not as sure as the rule says. */
export type Sureness = Pick<Hit, 'confidence' | 'repairKind'>;

/** A repair that is safe although those of the rule are not. */
export const SAFE: Sureness = { repairKind: 'safe' };

/** A repair that is only offered although those of the rule are safe. */
export const OFFERED: Sureness = { repairKind: 'offered' };

/** A finding that covers a node of a query. */
export function hitAtCapture(node: Node, message: string): Hit {
  return { start: node.startIndex, end: node.endIndex, message };
}

/**
 * Finds by looking at the syntax.
 * @param needs node types of which at least one must occur for anything to be found; most files have few of them.
 */
export function byTree<Options>(
  find: (source: ParsedSource, options: Options) => Iterable<Hit>, needs: Iterable<string> | null = null,
): TreeFinder<Options> {
  return { by: 'tree', needs: needs === null ? null : [...needs], find };
}

/** Finds by what is known of the whole project. */
export function byProject<Options>(find: ProjectFinder<Options>['find']): ProjectFinder<Options> {
  return { by: 'project', find };
}

/** What a finder does, and what else is found by the whole project. */
export function alsoByProject<Options>(finder: TreeFinder<Options>, find: ProjectFinder<Options>['find']): TreeFinder<Options> {
  return { ...finder, alsoByProject: find };
}

/** What a finder does, once it is known which words of the file count. */
export function learning<Options>(finder: TreeFinder<Options>, learn: LearnFromProject): TreeFinder<Options> {
  return { ...finder, learn };
}

/** The same way of finding for several languages. @param languages their ids, with blanks between them. */
export function inLanguages<Options>(languages: string, finder: Finder<Options>): Record<LanguageId, Finder<Options>> {
  return Object.fromEntries(languages.split(' ').map((language) => [language, finder]));
}

/** A way of finding that all languages share whose folders say that they know the rule. */
export function shared<Options>(finder: Finder<Options>): Finders<Options> {
  return { languages: {}, others: finder };
}

/** Finds nothing. */
export const NO_HITS: readonly never[] = [];

/** The hits at each of the places as one list. V8's own flatMap takes several times as long. */
export function hitsOf<Place, Found extends Hit = Hit>(
  places: ArrayLike<Place>, find: (place: Place) => readonly Found[],
): Found[] {
  const hits: Found[] = [];
  for (let at = 0; at < places.length; at += 1) {
    const own = find(places[at] as Place);
    for (let index = 0; index < own.length; index += 1) hits.push(own[index] as Found);
  }
  return hits;
}

/**
 * Judges each node of the given types by itself; null from `judge` means no finding.
 * @param mayBe makes, for a tree, the test that rules out nodes by number before they are made; for types with very many nodes.
 */
export function eachNode<Options>(
  types: readonly string[],
  judge: (node: SyntaxNode, options: Options, source: ParsedSource) => Hit | null,
  mayBe: ((tree: SyntaxTree) => NumberTest) | null = null,
): TreeFinder<Options> {
  return byTree((source, options) => {
    let hits: Hit[] | null = null;
    const { tree } = source;
    const test = mayBe === null ? null : mayBe(tree);
    const numbers = tree.numbersOf(types);
    for (let at = 0; at < numbers.length; at += 1) {
      const index = numbers[at] as number;
      const hit = test === null || test(index) ? judge(tree.nodeAt(index), options, source) : null;
      if (hit !== null) (hits ??= []).push(hit);
    }
    return hits ?? NO_HITS;
  }, types);
}
