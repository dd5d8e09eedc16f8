import type { Hit } from '../../finders/finder.js';
import { hitAt, hitsOf, NO_HITS } from '../../finders/hits.js';
import { isHandled } from '../../finders/unclosed-resources.js';
import { calleeOf, callsOf } from '../../syntax/calls.js';
import { functionAround } from '../../syntax/functions.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';

/** Calls that open something, whatever module name they are imported under. */
// elvar waive text/line-width because a pattern is one literal
const OPENS = /^(?:open|(?:io|codecs|gzip|bz2|lzma|tarfile|wave|shelve|os|urllib\.request|request)\.(?:open|fdopen|urlopen)|fdopen|urlopen|(?:pathlib\.)?Path\([^()]*\)\.open|(?:zipfile\.)?ZipFile|tempfile\.(?:Named)?TemporaryFile|NamedTemporaryFile|socket\.(?:socket|create_connection)|sqlite3\.connect)$/;

const OPENING = [
  'open', 'fdopen', 'urlopen', 'ZipFile', 'NamedTemporaryFile', 'TemporaryFile', 'socket', 'create_connection', 'connect',
];

/** Files and connections that a program may keep open as long as it runs. */
const FILE = /open$/;

/** Calls that read or write what they are given, and leave it open. */
const CONSUMERS =
  // elvar waive text/line-width because a pattern is one literal
  /^(?:(?:\w+\.)?(?:safe_load|load_all|load|loads|dump|safe_dump)|csv\.\w+|list|sorted|set|tuple|len|sum|max|min|enumerate|map|filter|zip|iter|next|(?:.*\.)?(?:join|readlines|read_file|writelines|extend))$/;

export function unclosedInPython({ tree }: ParsedSource): Hit[] {
  return hitsOf(callsOf(tree, OPENING), (call): readonly Hit[] => {
    const callee = calleeOf(call);
    return OPENS.test(callee) && isLeftOpen(call, callee) ? [hitAt(call, `what ${callee} gives is not closed`)] : NO_HITS;
  });
}

function isLeftOpen(call: SyntaxNode, callee: string): boolean {
  const parent = call.parent as SyntaxNode;
  const around = functionAround(call);
  if (parent.type === 'attribute' && parent.parent?.type === 'call') {
    return !/^(?:close|detach|fileno|__enter__)$/.test(parent.child('attribute')?.text ?? '');
  }
  if (/^(?:for_statement|for_in_clause)$/.test(parent.type)) return call.field === 'right';
  if (parent.type === 'argument_list') return parent.parent !== null && CONSUMERS.test(calleeOf(parent.parent));
  if (parent.type === 'expression_statement') return true;
  const target = parent.type === 'assignment' ? parent.child('left') : null;
  if (target?.type !== 'identifier' || (around === null && !FILE.test(callee))) return false;
  return !isHandled(around ?? call.tree.root, target.text, parent);
}
