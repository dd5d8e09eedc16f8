import { syntaxOf } from '../syntax/language-syntax.js';
import { embeddedSources } from './embedded-hits.js';
import { bindingsOf } from '../syntax/bindings/bindings.js';
import type { SyntaxTree } from '../syntax/node.js';
import type { Source } from '../syntax/source.js';

/** What a repair must not make worse: how well a text follows its grammar, and which names it leaves undeclared. */
interface Soundness {
  /** The number of places that do not follow the grammar. */
  readonly errors: number;
  /** Names declared in the file; empty for a grammar whose names are not analysed. */
  readonly declared: ReadonlySet<string>;
  /** Names used but not declared in the file. */
  readonly undeclared: ReadonlySet<string>;
}

const NO_NAMES: ReadonlySet<string> = new Set();
const NOTHING_TO_JUDGE: Soundness = { errors: 0, declared: NO_NAMES, undeclared: NO_NAMES };

/** Words that the grammar reads as names where a declaration has gone wrong: in sloppy code, `let;` is a use of a variable. */
const WORDS = new Set(['let', 'const', 'var', 'static', 'async', 'await', 'yield']);

/** Judges a file. One without a grammar is always sound. */
export function soundnessOf(source: Source): Soundness {
  return embeddedSources(source).reduce((whole, { inner }) => {
    const own = soundnessOfOne(inner);
    inner.dispose();
    return {
      errors: whole.errors + own.errors,
      declared: new Set([...whole.declared, ...own.declared]),
      undeclared: new Set([...whole.undeclared, ...own.undeclared]),
    };
  }, soundnessOfOne(source));
}

function soundnessOfOne({ root, tree }: Source): Soundness {
  if (root === null || tree === null) return NOTHING_TO_JUDGE;
  return { errors: root.hasError ? root.descendantsOfType('ERROR').length + missingIn(tree) : 0, ...namesIn(tree) };
}

/** Whether a text is no worse than it was before: nothing new fails to parse, and no name has lost its declaration. */
export function isAsSound(now: Soundness, before: Soundness): boolean {
  if (now.errors > before.errors) return false;
  for (const name of now.undeclared) {
    if (!before.undeclared.has(name) && (before.declared.has(name) || WORDS.has(name))) return false;
  }
  return true;
}

function namesIn(tree: SyntaxTree): Pick<Soundness, 'declared' | 'undeclared'> {
  if (syntaxOf(tree).knowsUndeclared !== true) return { declared: NO_NAMES, undeclared: NO_NAMES };
  const { all, unresolved } = bindingsOf(tree);
  return { declared: new Set(all.map(({ name }) => name)), undeclared: new Set(unresolved.all.map(({ node }) => node.text)) };
}

/** Nodes that the parser inserted because they were missing have no text. */
function missingIn(tree: SyntaxTree): number {
  let missing = 0;
  tree.root.walk((node) => {
    if (node.start === node.end && node.first === null) missing += 1;
  });
  return missing + 1;
}
