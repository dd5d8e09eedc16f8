import { defineRule } from '../../finders/rule.js';
import { isDeclarationFile } from '../../languages/javascript/exported-names.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { bad, good } from '../../finders/examples.js';
import { byTree } from '../../finders/hits.js';
import { freeNames, type FreeNames } from '../../finders/options.js';
import { unusedMembers, type Member } from '../../finders/private-members.js';

const SCRIPT_MEMBERS = ['public_field_definition', 'field_definition', 'method_definition'];
const SCRIPT_PARAMETERS = ['required_parameter', 'optional_parameter'];
const SCRIPT_NAMES = ['property_identifier', 'private_property_identifier', 'identifier', 'shorthand_property_identifier', 'shorthand_property_identifier_pattern'];
const JAVA_MEMBERS = ['field_declaration', 'method_declaration', 'class_declaration', 'enum_declaration', 'interface_declaration', 'record_declaration'];
const JAVA_NAMES = ['identifier', 'type_identifier'];
const PYTHON_NAMES = ['identifier'];
const PHP_MEMBERS = ['property_declaration', 'method_declaration', 'const_declaration', 'property_promotion_parameter'];
const PHP_NAMES = ['name'];

/** Methods that Java's serialization calls: Java Object Serialization Specification, chapters 2 and 3. */
const CALLED_BY_JAVA = new Set(['serialVersionUID', 'serialPersistentFields', 'readObject', 'writeObject', 'readObjectNoData', 'readResolve', 'writeReplace']);

export default defineRule({
  id: 'dead/private-member',
  title: 'Every private member is used',
  about: 'Nobody outside the class can use it, and nobody inside does.',
  advice: 'Delete it; the version history keeps it.',
  tags: ['leftover'],
  confidence: 'likely',
  options: { free: freeNames() },
  find: {
    languages: {
      typescript: byTree((source, options: FreeNames) => unusedMembers(source, scriptMembers(source), SCRIPT_NAMES, options), ['accessibility_modifier', 'private_property_identifier']),
      javascript: byTree((source, options: FreeNames) => unusedMembers(source, scriptMembers(source), SCRIPT_NAMES, options), ['private_property_identifier']),
      python: byTree((source, options: FreeNames) => unusedMembers(source, pythonMembers(source), PYTHON_NAMES, options), ['class_definition']),
      java: byTree((source, options: FreeNames) => unusedMembers(source, javaMembers(source), JAVA_NAMES, options), ['modifiers']),
      php: byTree((source, options: FreeNames) => unusedMembers(source, phpMembers(source), PHP_NAMES, options), ['visibility_modifier']),
    },
  },
  examples: [
    good('typescript', 'class Quay {\n  private tide = 1;\n  #berths = 2;\n  count() { return this.tide + this.#berths; }\n}\n'),
    bad('typescript', 'class Quay {\n  private tide = 1;\n  #berths = 2;\n  private moor() { this.moor(); }\n}\n', ['2:11-15 tide is private and never used', '3:3-10 #berths is private and never used', '4:11-15 moor is private and never used']),
    good('java', 'class Quay { private void onTide() {} }\n', { options: { free: ['on.*'] } }),
    good('java', 'class Quay { private int tide; int low() { return this.tide; } private static final long serialVersionUID = 1; }\n'),
    bad('java', 'class Quay { private int tide; private void moor() { moor(); } }\n', ['1:26-30 tide is private and never used', '1:45-49 moor is private and never used']),
    bad('typescript', 'class Quay {\n  private tide = 1;\n  moor() { this.tide = 2; }\n}\n', '2:11 tide is private and never read'),
    good('javascript', 'class Quay { #tide = 1; low() { return this.#tide; } }\n'),
    bad('javascript', 'class Quay { #tide = 1; #moor() {} }\n', ['1:14-19 #tide is private and never used', '1:25-30 #moor is private and never used']),
    good('python', 'class Quay:\n    def __moor(self):\n        return self.__tide\n    def sail(self):\n        self.__tide = 1\n        self.__moor()\n    def _wait(self):\n        pass\n'),
    bad('python', 'class Quay:\n    def __moor(self):\n        self.__tide = 1\n', ['2:9-15 __moor is private and never used', '3:14-20 __tide is private and never used']),
    bad('java', 'class Quay { private class Berth {} }\n', '1:28 Berth is private and never used'),
    bad('php', '<?php class Quay { public function __construct(private int $tide) {} }\n', '1:60-65 $tide is private and never used'),
    good('php', "<?php class Quay { private $tide; private function moor() {} function sail() { call([$this, 'moor'], $this->tide); } }\n"),
    bad('php', '<?php class Quay { private $tide; private function moor() {} const LOW = 1; }\n', ['1:28 $tide is private and never used', '1:52 moor is private and never used']),
  ],
});

/** Members with two underscores before their name, which Python mangles: The Python Language Reference, section 6.2.1. */
function pythonMembers({ tree }: ParsedSource): Member[] {
  const first = new Map<string, Member>();
  const add = (name: SyntaxNode | null, node: SyntaxNode): void => {
    if (name !== null && /^__(?!\w*__)\w+$/.test(name.text) && !first.has(name.text)) first.set(name.text, { name, node });
  };
  for (const holder of tree.ofType('class_definition')) {
    for (const part of holder.child('body')?.parts ?? []) {
      if (part.type === 'function_definition') add(part.child('name'), part);
      else if (part.type === 'expression_statement' && part.firstPart?.type === 'assignment') add(part.firstPart.child('left'), part);
    }
  }
  for (const assignment of tree.ofType('assignment')) {
    const left = assignment.child('left');
    if (left?.type === 'attribute' && left.child('object')?.text === 'self') add(left.child('attribute'), assignment);
  }
  return [...first.values()];
}

function scriptMembers({ tree, text }: ParsedSource): Member[] {
  // A file of declarations has no uses.
  if (isDeclarationFile(text.path)) return [];
  const members = tree.ofTypes(SCRIPT_MEMBERS).filter((node) =>
    node.childOfType('accessibility_modifier')?.text === 'private' || (node.child('name') ?? node.child('property'))?.type === 'private_property_identifier');
  const kept = tree.ofTypes(SCRIPT_PARAMETERS).filter((node) => node.childOfType('accessibility_modifier')?.text === 'private');
  return [
    // A private constructor exists to keep others from calling it.
    ...members.filter((node) => node.child('name')?.text !== 'constructor' && node.childOfType('decorator') === null),
    ...kept,
  ].flatMap((node) => {
    const name = node.child('name') ?? node.child('property') ?? node.child('pattern');
    return name === null || name.type === 'computed_property_name' ? [] : [{ name, node }];
  });
}

function javaMembers({ tree }: ParsedSource): Member[] {
  return tree.ofTypes(JAVA_MEMBERS).flatMap((node) => {
    const modifiers = node.childOfType('modifiers')?.text ?? '';
    if (!/\bprivate\b/.test(modifiers) || modifiers.includes('@')) return [];
    const names = node.type !== 'field_declaration' ? [node.child('name')] : node.childrenOf('declarator').map((declarator) => declarator.child('name'));
    return names.flatMap((name) => (name === null || CALLED_BY_JAVA.has(name.text) ? [] : [{ name, node }]));
  });
}

const PHP_BODIES = new Set(['declaration_list']);

function phpMembers({ tree }: ParsedSource): Member[] {
  return tree.ofTypes(PHP_MEMBERS).flatMap((node) => {
    if (node.childOfType('visibility_modifier')?.text !== 'private') return [];
    const list = node.type === 'property_promotion_parameter' ? (node.closest(PHP_BODIES) ?? node) : (node.parent as SyntaxNode);
    // Classes that use a trait use its private members; magic methods use names invisibly.
    if (list.parent?.type === 'trait_declaration' || /function\s+__(?:get|set|call|callStatic)\b/i.test(list.text)) return [];
    const names = node.type === 'method_declaration' || node.type === 'property_promotion_parameter' ? [node.child('name')]
      : node.type === 'const_declaration' ? node.parts.filter(({ type }) => type === 'const_element').map((part) => part.firstPart)
        : node.parts.filter(({ type }) => type === 'property_element').map((part) => part.child('name'));
    return names.flatMap((name) => (name === null || name.text.startsWith('__') ? [] : [{ name, node }]));
  });
}
