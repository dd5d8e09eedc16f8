import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { undescribed } from '../../../finders/undescribed.js';
import { isPublic } from '../members.js';

const { bad, by, good } = writerFor('csharp');

/** What `docs/*` finds. */
export const DOCS_RULES: LanguageRules = {
  'docs/public-comment': by(
    undescribed(
      [
        'class_declaration', 'struct_declaration', 'interface_declaration', 'record_declaration', 'enum_declaration',
        'delegate_declaration', 'method_declaration',
      ],
      isPublic,
    ),
    good('/// <summary>The quay.</summary>\n[Serializable]\n'
      + 'public class Quay { void Moor() {} /** Sails. */ public void Sail() {} public override int GetHashCode() { return 1; '
      + '} }\nclass Tide { public void Low() {} }\n'),
    bad(
      'public class Quay { public void Moor() {} }\n',
      ['1:14-18 Quay is public but not documented', '1:33-37 Moor is public but not documented'],
    ),
  ),
};
