import type { Node, QueryMatch } from 'web-tree-sitter';
import { defineRule, type Hit, type ParsedSource, type SyntaxFinder } from '../../model/rule.js';
import type { OptionValues } from '../../model/option.js';
import { capturesOf, hitAt } from '../hits.js';

/** What counts as a use of an imported name, besides names in code. */
interface UsePlaces {
  /** Types of the nodes that are names in code. */
  readonly names: ReadonlySet<string>;
  /** Whether a comment that documents (it begins with two stars) can use it. */
  readonly inDocumentation: boolean;
  /** Type of the node for the inside of a text in which a name counts when nothing else is in it. */
  readonly inText: string | null;
}

const SCRIPT_NAMES = new Set(['identifier', 'type_identifier', 'shorthand_property_identifier', 'nested_identifier']);

const script = unused(
  `
    (import_statement) @statement
    (import_clause (identifier) @name)
    (namespace_import (identifier) @name)
    (import_specifier) @specifier`,
  { names: SCRIPT_NAMES, inDocumentation: true, inText: null },
);

const python = unused(
  `
    (import_statement) @statement
    (import_from_statement) @statement
    (import_statement name: (dotted_name . (identifier) @name))
    (import_statement name: (aliased_import name: (dotted_name) @original alias: (identifier) @name))
    (import_from_statement name: (dotted_name (identifier) @name .))
    (import_from_statement name: (aliased_import name: (dotted_name) @original alias: (identifier) @name))`,
  { names: new Set(['identifier']), inDocumentation: false, inText: 'string_content' },
);

const java = unused(
  `
    (import_declaration) @statement
    (import_declaration (scoped_identifier name: (identifier) @name) . ";")`,
  { names: new Set(['identifier', 'type_identifier']), inDocumentation: true, inText: null },
);

const php = unused(
  `
    (namespace_use_declaration) @statement
    (namespace_use_clause (qualified_name (name) @name .) !alias)
    (namespace_use_clause . (name) @name !alias)
    (namespace_use_clause alias: (name) @name)`,
  { names: new Set(['name']), inDocumentation: true, inText: null },
);

export default defineRule({
  id: 'dead/import',
  title: 'Everything imported is used',
  about: 'An import that nobody uses misleads about what the file depends on, and may load code for nothing.',
  advice: 'Drop the name from the import. Keep a bare import where loading the module is the point.',
  tags: ['leftover', 'starter'],
  confidence: 'likely',
  options: {},
  find: { languages: { javascript: script, typescript: script, python, java, php } },
  examples: [
    { language: 'javascript', code: "import './setup.js';\nimport sail, { moor as dock } from './quay.js';\nsail(dock);\n", finds: [] },
    { language: 'javascript', code: "import { Tide } from './tide.js';\n/** @param {Tide} tide */\nexport function read(tide) {}\n", finds: [] },
    { language: 'javascript', code: "import sail, { moor, dock } from './quay.js';\nimport * as pilot from 'pilot';\nlog.moor(dock); // sail\n", finds: ['1:8', '1:16', '2:13'] },
    { language: 'typescript', code: "import type { Berth } from './berth.js';\nexport const plan: Berth[] = [];\n", finds: [] },
    { language: 'typescript', code: "import type { Berth, Quay } from './berth.js';\nexport const plan: Berth[] = [];\n", finds: ['1:22'] },
    { language: 'typescript', file: 'berth.tsx', code: "import { Quay } from './quay.js';\nexport const berth = <Quay />;\n", finds: [] },
    { language: 'python', code: 'import os.path\nfrom tide import low as ebb, high as high\nos.path.join(ebb)\n', finds: [] },
    { language: 'python', code: "from tide import Low, __doc__\n__all__ = ['Low']\n", finds: [] },
    { language: 'python', code: 'import os\nfrom tide import low, high\nlow()  # os\n', finds: ['1:8', '2:23'] },
    { language: 'java', code: 'import java.util.List;\nimport java.io.*;\nclass Quay { List berths; }\n', finds: [] },
    { language: 'java', code: 'import java.util.List;\nimport java.util.Map;\nclass Quay { List berths; }\n', finds: ['2:18'] },
    { language: 'php', code: '<?php\nuse Harbour\\Quay;\nuse Harbour\\Tide as Ebb;\nnew Quay(Ebb::LOW);\n', finds: [] },
    { language: 'php', code: '<?php\nuse Harbour\\Quay;\nuse Harbour\\Tide as Ebb;\nnew Quay();\n', finds: ['3:21'] },
  ],
});

function unused(query: string, places: UsePlaces): SyntaxFinder<OptionValues> {
  return { by: 'query', query, judge: (matches, source) => findUnused(matches, source, places) };
}

function findUnused(matches: readonly QueryMatch[], source: ParsedSource, places: UsePlaces): Hit[] {
  const { path } = source.text;
  // What a package's __init__.py imports is what the package offers.
  if (path.endsWith('__init__.py')) return [];
  const captures = matches.map(capturesOf);
  const statements = captures.flatMap(({ statement }) => statement ?? []);
  const isImport = (offset: number): boolean => statements.some((node) => node.startIndex <= offset && offset < node.endIndex);
  return captures.flatMap(({ name: captured, specifier, original }) => {
    const name = captured ?? specifier?.childForFieldName('alias') ?? specifier?.childForFieldName('name');
    if (!name) return [];
    // PEP 484: importing a name as itself offers it to others. Names like __doc__ are read by Python itself.
    if (original?.text === name.text || /^__\w+__$/.test(name.text)) return [];
    // Compiled JSX may call React without naming it in the source.
    if (name.text === 'React' && /\.[jt]sx$/.test(path)) return [];
    return isUsed(name.text, source, isImport, places) ? [] : [hitAt(name, `${name.text} is imported and never used`)];
  });
}

function isUsed(name: string, { text: { text }, root }: ParsedSource, isImport: (offset: number) => boolean, places: UsePlaces): boolean {
  for (let offset = text.indexOf(name); offset >= 0; offset = text.indexOf(name, offset + 1)) {
    if (isNamePart(text[offset - 1]) || isNamePart(text[offset + name.length]) || isImport(offset)) continue;
    const node = root.descendantForIndex(offset, offset + name.length - 1);
    if (node !== null && isUse(node, name, places)) return true;
  }
  return false;
}

function isUse(node: Node, name: string, { names, inDocumentation, inText }: UsePlaces): boolean {
  if (names.has(node.type)) return true;
  if (inDocumentation && node.type.endsWith('comment')) return node.text.startsWith('/**');
  return node.type === inText && (node.text === name || !/\s/.test(node.text));
}

function isNamePart(character: string | undefined): boolean {
  return character !== undefined && /[\p{ID_Continue}$]/u.test(character);
}
