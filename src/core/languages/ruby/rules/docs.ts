import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { undescribed } from '../../../finders/undescribed.js';
import { isPublic } from '../members.js';

const { bad, by, good } = writerFor('ruby');

/** What `docs/*` finds. */
export const DOCS_RULES: LanguageRules = {
  'docs/public-comment': by(
    undescribed(['class_declaration', 'module_declaration', 'method_declaration'], isPublic),
    good('# The quay.\nclass Quay\n  # Sails.\n  def sail; end\n  def initialize; end\n\n  private\n\n  def wait; end\nend\n'),
    bad(
      '# The quay.\nclass Quay\n  def moor; end\nend\nmodule Tide; end\n',
      ['3:7-11 moor is public but not documented', '5:8-12 Tide is public but not documented'],
    ),
  ),
};
