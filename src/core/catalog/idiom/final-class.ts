import { defineRule } from '../../finders/rule.js';
import type { Hit } from '../../finders/finder.js';
import type { FileFacts } from '../../facts/facts.js';
import { extendedIn } from '../../facts/heritage.js';
import type { ProjectFacts } from '../../facts/project.js';
import { hashOf } from '../../facts/word-hash.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { byTree, hitAt, learning, SAFE, shared, type Sureness } from '../../finders/hits.js';

const HERITAGE = ['base_clause', 'superclass', 'super_interfaces'];

const RULE = 'idiom/final-class';

export default defineRule({
  id: RULE,
  title: 'Classes are final unless they are meant to be extended',
  about: 'A class that anyone may extend has to keep working whatever its subclasses change.',
  advice: 'Declare the class final, or abstract if it is meant to be extended.',
  tags: ['correctness'],
  confidence: 'likely',
  repairs: 'offered',
  options: {},
  find: shared(learning(byTree(findOpen), extendedElsewhere)),
});

/** The classes of a file that something in the project extends. */
function extendedElsewhere({ declarations }: FileFacts, project: ProjectFacts): number[] {
  const extended = extendedIn(project);
  return declarations.flatMap(({ kind, name }) => (kind === 'class' && extended.has(name) ? [name] : []));
}

function findOpen({ tree, learned, text: { language } }: ParsedSource): Hit[] {
  const elsewhere = learned.get(RULE);
  const isExtended = (name: string): boolean => elsewhere?.has(hashOf(name, 0, name.length, language.family?.foldsCase)) === true;
  const extended = new Set(tree.ofTypes(HERITAGE).flatMap((clause) => clause.text.match(/\w+/g) ?? []));
  // Tests make subclasses on the fly.
  for (const made of tree.ofType('object_creation_expression')) {
    if (made.childOfType('class_body') !== null) extended.add(made.child('type')?.text ?? '');
  }
  return tree.ofType('class_declaration').flatMap((node): Hit[] => {
    const name = node.child('name');
    const word = node.children.find(({ type }) => type === 'class');
    if (name === null || word === undefined || extended.has(name.text) || isExtended(name.text) || isDecided(node, word)) {
      return [];
    }
    return [hitAt(
      name,
      `${name.text} is neither final nor abstract`,
      [{ start: word.start, end: word.start, text: 'final ' }],
      surenessOf(node, word),
    )];
  });
}

/** Only a private class is certainly not extended elsewhere: JLS, section 6.6. Frameworks extend annotated ones at run time. */
function surenessOf(node: SyntaxNode, word: SyntaxNode): Sureness | undefined {
  const modifiers = node.text.slice(0, word.start - node.start);
  if (/\bprivate\b/.test(modifiers)) return SAFE;
  return /@(?!Deprecated\b|SuppressWarnings\b)/.test(modifiers) ? { confidence: 'possible' } : undefined;
}

function isDecided(node: SyntaxNode, word: SyntaxNode): boolean {
  return /\b(?:final|abstract|sealed|non-sealed)\b/.test(node.text.slice(0, word.start - node.start));
}
