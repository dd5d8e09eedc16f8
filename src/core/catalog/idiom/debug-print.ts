import type { QueryMatch } from 'web-tree-sitter';
import { z } from 'zod';
import { defineRule, type Hit, type SyntaxFinder } from '../../model/rule.js';
import { hitsAt } from '../hits.js';

interface Options {
  readonly calls: readonly string[];
}

const script = calls(`
  (call_expression function: [(identifier) (member_expression object: (identifier))] @callee) @call
  (debugger_statement) @callee`);

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
      python: calls('(call function: [(identifier) (attribute object: (identifier))] @callee) @call'),
      java: calls('(method_invocation object: (field_access) @object name: (identifier) @name) @call'),
      php: calls('(function_call_expression function: (name) @callee) @call'),
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
    { language: 'php', code: '<?php echo $tide;\n$log->info($tide);\n', finds: [] },
    { language: 'php', code: '<?php var_dump($tide);\n', finds: ['1:7'] },
  ],
});

function calls(query: string): SyntaxFinder<Options> {
  return { by: 'query', query, judge: (matches, _source, options) => judge(matches, new Set(options.calls)) };
}

function judge(matches: readonly QueryMatch[], names: ReadonlySet<string>): Hit[] {
  return hitsAt(matches, ({ callee, object, name, call }) => {
    const node = callee ?? object;
    if (node === undefined) return null;
    const written = name === undefined ? node.text : `${node.text}.${name.text}`;
    const called = node.type === 'debugger_statement' ? 'debugger' : written.replace(/\s+/g, '');
    return names.has(called) ? { at: call ?? node, message: `${called} is left over` } : null;
  });
}
