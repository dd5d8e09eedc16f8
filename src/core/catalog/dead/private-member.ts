import { defineRule, type Hit } from '../../model/rule.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';
import { textsOf } from '../../syntax/texts.js';
import { bad, good } from '../examples.js';
import { byTree, hitAt, hitsOf } from '../hits.js';

const SCRIPT_MEMBERS = ['public_field_definition', 'method_definition'];
const SCRIPT_PARAMETERS = ['required_parameter', 'optional_parameter'];
const SCRIPT_NAMES = ['property_identifier', 'private_property_identifier', 'identifier', 'shorthand_property_identifier', 'shorthand_property_identifier_pattern'];
const JAVA_MEMBERS = ['field_declaration', 'method_declaration'];
const JAVA_NAMES = ['identifier'];
const PHP_MEMBERS = ['property_declaration', 'method_declaration', 'const_declaration'];
const PHP_NAMES = ['name'];

/** A member that only its own class can use. */
interface Member {
  readonly name: SyntaxNode;
  /** The whole member: uses inside it do not count. */
  readonly node: SyntaxNode;
}

/** Methods that Java's serialization calls: Java Object Serialization Specification, chapters 2 and 3. */
const CALLED_BY_JAVA = new Set(['serialVersionUID', 'serialPersistentFields', 'readObject', 'writeObject', 'readObjectNoData', 'readResolve', 'writeReplace']);

export default defineRule({
  id: 'dead/private-member',
  title: 'Every private member is used',
  about: 'Nobody outside the class can use it, and nobody inside does.',
  advice: 'Delete it; the version history keeps it.',
  tags: ['leftover'],
  confidence: 'likely',
  options: {},
  find: {
    languages: {
      typescript: byTree((source) => unused(source, scriptMembers(source), SCRIPT_NAMES), ['accessibility_modifier', 'private_property_identifier']),
      java: byTree((source) => unused(source, javaMembers(source), JAVA_NAMES), ['modifiers']),
      php: byTree((source) => unused(source, phpMembers(source), PHP_NAMES), ['visibility_modifier']),
    },
  },
  examples: [
    good('typescript', 'class Quay {\n  private tide = 1;\n  #berths = 2;\n  count() { return this.tide + this.#berths; }\n}\n'),
    bad('typescript', 'class Quay {\n  private tide = 1;\n  #berths = 2;\n  private moor() { this.moor(); }\n}\n', '2:11 3:3 4:11'),
    good('java', 'class Quay { private int tide; int low() { return this.tide; } private static final long serialVersionUID = 1; }\n'),
    bad('java', 'class Quay { private int tide; private void moor() { moor(); } }\n', '1:26 1:45'),
    good('php', "<?php class Quay { private $tide; private function moor() {} function sail() { call([$this, 'moor'], $this->tide); } }\n"),
    bad('php', '<?php class Quay { private $tide; private function moor() {} const LOW = 1; }\n', '1:28 1:52'),
  ],
});

function unused({ tree }: ParsedSource, members: readonly Member[], uses: readonly string[]): Hit[] {
  if (members.length === 0) return [];
  const places = new Map<string, SyntaxNode[]>();
  for (const node of tree.ofTypes(uses)) {
    const text = node.text;
    const others = places.get(text);
    if (others === undefined) places.set(text, [node]);
    else others.push(node);
  }
  const texts = textsOf(tree).map((node) => node.text).join('\n');
  return hitsOf(members, ({ name, node }) => {
    const key = name.text.replace(/^\$/, '');
    const isUsed = (places.get(key) ?? []).some((place) => place !== name && !place.isWithin(name) && (!place.isWithin(node) || isField(node)));
    // A name in a string may be how it is called.
    return isUsed || texts.includes(key) ? [] : [hitAt(name, `${name.text} is private and never used`)];
  });
}

function isField({ type }: SyntaxNode): boolean {
  return !/method/.test(type);
}

function scriptMembers({ tree, text }: ParsedSource): Member[] {
  // A file of declarations has no uses.
  if (/\.d\.[cm]?ts$/.test(text.path)) return [];
  const members = tree.ofTypes(SCRIPT_MEMBERS).filter((node) =>
    node.childOfType('accessibility_modifier')?.text === 'private' || node.child('name')?.type === 'private_property_identifier');
  const kept = tree.ofTypes(SCRIPT_PARAMETERS).filter((node) => node.childOfType('accessibility_modifier')?.text === 'private');
  return [
    // A private constructor exists to keep others from calling it.
    ...members.filter((node) => node.child('name')?.text !== 'constructor' && node.childOfType('decorator') === null),
    ...kept,
  ].flatMap((node) => {
    const name = node.child('name') ?? node.child('pattern');
    return name === null || name.type === 'computed_property_name' ? [] : [{ name, node }];
  });
}

function javaMembers({ tree }: ParsedSource): Member[] {
  return tree.ofTypes(JAVA_MEMBERS).flatMap((node) => {
    const modifiers = node.childOfType('modifiers')?.text ?? '';
    if (!/\bprivate\b/.test(modifiers) || modifiers.includes('@')) return [];
    const names = node.type === 'method_declaration' ? [node.child('name')] : node.childrenOf('declarator').map((declarator) => declarator.child('name'));
    return names.flatMap((name) => (name === null || CALLED_BY_JAVA.has(name.text) ? [] : [{ name, node }]));
  });
}

function phpMembers({ tree }: ParsedSource): Member[] {
  return tree.ofTypes(PHP_MEMBERS).flatMap((node) => {
    if (node.childOfType('visibility_modifier')?.text !== 'private') return [];
    const list = node.parent as SyntaxNode;
    // Classes that use a trait use its private members; magic methods use names invisibly.
    if (list.parent?.type === 'trait_declaration' || /function\s+__(?:get|set|call|callStatic)\b/i.test(list.text)) return [];
    const names = node.type === 'method_declaration' ? [node.child('name')]
      : node.type === 'const_declaration' ? node.parts.filter(({ type }) => type === 'const_element').map((part) => part.firstPart)
        : node.parts.filter(({ type }) => type === 'property_element').map((part) => part.child('name'));
    return names.flatMap((name) => (name === null || name.text.startsWith('__') ? [] : [{ name, node }]));
  });
}
