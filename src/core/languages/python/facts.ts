import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { textsOf } from '../../syntax/texts.js';
import type { FactCollector } from '../../facts/collector.js';
import type { DECLARED } from '../../facts/facts.js';
import { wordsOf } from '../../facts/names-in.js';

/** The node types of names. */
const PYTHON_NAMES: ReadonlyMap<string, true> = new Map([['identifier', true]]);

const FUNCTIONS_AND_LAMBDAS = new Set(['function_definition', 'lambda']);
const DEFINITIONS = ['function_definition', 'class_definition'];
const IMPORTS = ['import_statement', 'import_from_statement'];
const CONDITIONS = new Set(['if_statement']);

/**
 * Decorators that call nothing by themselves: The Python Standard Library, "Built-in Functions", "functools", "contextlib", "abc"
 * and "typing".
 */
const PLAIN_DECORATORS =
  // elvar waive text/line-width because a pattern is one literal
  /^@\s*(?:staticmethod|classmethod|property|(?:functools\.)?(?:wraps|lru_cache|cache|cached_property|total_ordering)|(?:contextlib\.)?(?:async)?contextmanager|(?:abc\.)?abstractmethod|(?:typing\.)?(?:final|no_type_check)|(?:dataclasses\.)?dataclass|\w+\.(?:setter|deleter|getter))\b/;

/** Collects what a file of Python declares and imports. */
export function collectPython({ tree, text: { text } }: ParsedSource, facts: FactCollector): void {
  facts.words.addTree(tree, PYTHON_NAMES);
  facts.mark('module');
  if (/^if\s+__name__\s*==/m.test(text)) facts.mark('program');
  if (/\b(?:getattr|globals|locals|eval|exec)\s*\(/.test(text)) facts.mark('open');
  if (/\b(?:import_module|__import__|iter_modules|walk_packages|entry_points|iter_entry_points|run_module)\s*\(/.test(text)) {
    facts.mark('loads');
  }
  const offered = offeredNames(tree);
  for (const node of tree.ofTypes(DEFINITIONS)) declare(node, offered, facts);
  for (const statement of tree.ofTypes(IMPORTS)) collectImport(statement, facts);
}

function declare(node: SyntaxNode, offered: ReadonlySet<string>, facts: FactCollector): void {
  const name = node.child('name');
  if (name === null) return;
  const holder = node.closest(CLASS);
  const isClass = node.type === 'class_definition';
  if (isClass) for (const base of basesOf(node)) facts.extend(name.text, base);
  if (isInFunction(node, holder) || isCalledByName(name.text, holder !== null && !isClass)) return;
  const isMethod = holder !== null && !isClass;
  const decorated = node.parent?.type === 'decorated_definition' ? node.parent : node;
  const decorators = decorated.parts.filter(({ type }) => type === 'decorator').map(({ text }) => text);
  const isCalled = offered.has(name.text) || decorators.some((decorator) => !PLAIN_DECORATORS.test(decorator));
  const flags: (keyof typeof DECLARED)[] = [
    ...(name.text.startsWith('_') ? ['hidden' as const] : []),
    ...(isCalled ? ['called' as const] : []),
  ];
  const kind = isClass ? 'class' : isMethod ? 'method' : 'function';
  facts.declare({
    name,
    kind: decorators.some((decorator) => ANNOUNCING.test(decorator)) ? 'signature' : kind,
    parts: [decorated],
    flags,
    owner: isMethod ? holder.child('name')?.text : undefined,
  });
}

/** Decorators of what is not the thing itself: it is declared elsewhere, or once more. */
const ANNOUNCING = /^@\s*(?:(?:abc\.)?abstractmethod|(?:typing\.)?overload|\w+\.(?:setter|deleter|getter))\b/;

/** Whether something is inside a function: it is judged in its own file. */
function isInFunction(node: SyntaxNode, holder: SyntaxNode | null): boolean {
  const around = node.closest(FUNCTIONS_AND_LAMBDAS);
  return around !== null && (holder === null || around.index > holder.index || node.type === 'class_definition');
}

/**
 * The language calls some names: The Python Language Reference, section 3.3. Those of methods that it mangles are judged in their
 * own file.
 */
function isCalledByName(name: string, isMethod: boolean): boolean {
  return /^__\w+__$/.test(name) || (isMethod && name.startsWith('__'));
}

const CLASS = new Set(['class_definition']);

function basesOf(node: SyntaxNode): string[] {
  const list = node.child('superclasses');
  if (list === null) return [];
  // Of `module.Class`, the last word is the class; a metaclass is code that does something with it.
  return list.parts.flatMap((part) => {
    const base = part.type === 'keyword_argument' || part.type === 'subscript' ? part.child('value')
      : part.type === 'comment' ? null
      : part;
    return wordsOf(base?.text ?? '').slice(-1);
  });
}

/** What `__all__` lists: The Python Language Reference, section 7.11. */
function offeredNames(tree: ParsedSource['tree']): ReadonlySet<string> {
  const lists = [...tree.ofType('assignment'), ...tree.ofType('augmented_assignment')].filter((node) =>
    node.child('left')?.text === '__all__');
  if (lists.length === 0) return new Set();
  return new Set(textsOf(tree).filter((text) => lists.some((list) => text.isWithin(list))).flatMap((text) => wordsOf(text.text)));
}

function collectImport(statement: SyntaxNode, facts: FactCollector): void {
  const isLate = statement.closest(FUNCTIONS_AND_LAMBDAS) !== null;
  const isType = /\bTYPE_CHECKING\b/.test(statement.closest(CONDITIONS)?.child('condition')?.text ?? '');
  const flags = [...(isLate ? ['late' as const] : []), ...(isType ? ['type' as const] : [])];
  if (statement.type === 'import_statement') {
    for (const part of statement.childrenOf('name')) {
      const node = part.child('name') ?? part;
      facts.import({ module: node.text.replace(/\s/g, ''), node, flags: ['whole', ...flags] });
    }
    return;
  }
  const node = statement.child('module_name');
  if (node === null) return;
  const names = statement.childrenOf('name').map((part) => (part.child('name') ?? part).text);
  const isWhole = statement.childOfType('wildcard_import') !== null;
  const module = node.text.replace(/\s/g, '');
  facts.import({ module, node, names, flags: [...(isWhole ? ['whole' as const] : []), ...flags] });
  // A name may be a module of its own.
  for (const part of statement.childrenOf('name')) {
    const own = part.child('name') ?? part;
    facts.import({
      module: module.endsWith('.') ? `${module}${own.text}` : `${module}.${own.text}`,
      node: own,
      flags: ['whole', 'maybe', ...flags],
    });
  }
}
