import type { Entry } from '../../finders/sorted-imports.js';
import type { SyntaxNode } from '../../syntax/node.js';

export function javaEntry(node: SyntaxNode): Entry {
  const path = node.text.replace(/^import\s+(?:static\s+)?/, '').replace(/;$/, '').trimEnd();
  return { node, runsCode: false, key: `${/^import\s+static\b/.test(node.text) ? 1 : 0} ${path}` };
}
