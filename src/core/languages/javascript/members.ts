import type { Member } from '../../finders/private-members.js';
import type { ParsedSource } from '../../syntax/source.js';
import { isDeclarationFile } from '../../finders/declaration-files.js';

const SCRIPT_MEMBERS = ['public_field_definition', 'field_definition', 'method_definition'];

const SCRIPT_PARAMETERS = ['required_parameter', 'optional_parameter'];

export const NAMES_OF_SCRIPT_MEMBERS = [
  'property_identifier', 'private_property_identifier', 'identifier', 'shorthand_property_identifier',
  'shorthand_property_identifier_pattern',
];

export function scriptMembers({ tree, text }: ParsedSource): Member[] {
  // A file of declarations has no uses.
  if (isDeclarationFile(text.path)) return [];
  const members = tree.ofTypes(SCRIPT_MEMBERS).filter((node) =>
    node.childOfType('accessibility_modifier')?.text === 'private'
      || (node.child('name') ?? node.child('property'))?.type === 'private_property_identifier');
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
