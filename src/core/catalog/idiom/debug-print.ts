import type { Node, QueryMatch } from 'web-tree-sitter';
import { z } from 'zod';
import { defineRule, type Hit, type SyntaxFinder } from '../../model/rule.js';
import type { SourceText } from '../../model/source-text.js';
import { hitAt } from '../hits.js';

interface Options {
  readonly calls: readonly string[];
}

const script = calls('(call_expression function: [(identifier) (member_expression)] @callee) (debugger_statement) @callee');

export default defineRule({
  id: 'idiom/debug-print',
  title: 'No output left over from a search for a mistake',
  about: 'What was printed to look into something fills logs, and now and then tells strangers what it should not.',
  advice: 'Drop it, or write to the log that the team reads, at a level of its own.',
  tags: ['leftover', 'starter'],
  confidence: 'possible',
  options: {
    calls: {
      schema: z.array(z.string().min(1)),
      default: [
        'console.log', 'console.debug', 'console.dir', 'console.table', 'console.trace', 'debugger',
        'print', 'pprint', 'pprint.pprint', 'breakpoint',
        'System.out.print', 'System.out.println', 'System.err.print', 'System.err.println',
        'var_dump', 'print_r', 'var_export',
      ],
      stricter: 'more',
      about: 'names of what is called, with the object before the dot',
    },
  },
  find: {
    languages: {
      javascript: script,
      typescript: script,
      python: calls('(call function: [(identifier) (attribute)] @callee)'),
      java: calls('(method_invocation object: (field_access) name: (identifier) @callee)'),
      php: calls('(function_call_expression function: (name) @callee)'),
    },
  },
  examples: [
    { language: 'javascript', code: 'console.error(message);\nlog.info(tide);\nconst consoleLog = 1;\n', finds: [] },
    { language: 'javascript', code: 'console.log(tide);\ndebugger;\n', finds: ['1:1', '2:1'] },
    { language: 'javascript', options: { calls: ['alert'] }, code: 'alert(tide);\nconsole.log(tide);\n', finds: ['1:1'] },
    { language: 'typescript', code: 'log.debug(tide);\n', finds: [] },
    { language: 'typescript', code: 'console.table(tides);\n', finds: ['1:1'] },
    { language: 'python', code: 'log.info(tide)\nprinter(tide)\n', finds: [] },
    { language: 'python', code: 'if tide:\n    print(tide)\n', finds: ['2:5'] },
    { language: 'java', code: 'class Quay { void moor() { log.info(name); } }\n', finds: [] },
    { language: 'java', code: 'class Quay { void moor() { System.out.println(name); } }\n', finds: ['1:28'] },
    { language: 'php', code: '<?php echo $tide;\n$log->info(print_r($tide, true));\n', finds: [] },
    { language: 'php', code: '<?php var_dump($tide);\n', finds: ['1:7'] },
  ],
});

function calls(query: string): SyntaxFinder<Options> {
  return { by: 'query', query, judge: (matches, source, options) => judge(matches, source.text, new Set(options.calls)) };
}

/** With a second argument, these of PHP's functions return what they would print. */
function returnsInstead(called: string, call: Node): boolean {
  if (called !== 'print_r' && called !== 'var_export') return false;
  return (call.childForFieldName('arguments')?.namedChildCount ?? 0) > 1;
}

/** Calls are many and few are meant, so the text decides before the tree is looked at any further. */
function judge(matches: readonly QueryMatch[], { text }: SourceText, names: ReadonlySet<string>): Hit[] {
  return matches.flatMap((match) => {
    const node = (match.captures[0] as QueryMatch['captures'][number]).node;
    if (node.type === 'debugger_statement') return names.has('debugger') ? [hitAt(node, 'debugger is left over')] : [];
    // In Java the name alone is captured; the object stands before it.
    const start = node.type === 'identifier' && text[node.startIndex - 1] === '.' ? (node.parent as Node).startIndex : node.startIndex;
    const called = text.slice(start, node.endIndex);
    if (!names.has(called) || returnsInstead(called, node.parent as Node)) return [];
    return [hitAt(node.parent as Node, `${called} is left over`)];
  });
}
