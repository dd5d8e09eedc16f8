import { defineRule } from '../../finders/rule.js';
import { lastCommas, type LastCommaOptions } from '../../finders/last-commas.js';
import { byTree, shared } from '../../finders/hits.js';
import { choice } from '../../finders/options.js';

/** Lists of each language in which a comma may follow the last item without any meaning. */
const LISTS: Readonly<Record<string, readonly string[]>> = {
  javascript: [
    'array', 'object', 'arguments', 'formal_parameters', 'named_imports', 'export_clause', 'object_pattern', 'array_pattern',
  ],
  typescript: [
    'array', 'object', 'arguments', 'formal_parameters', 'named_imports', 'export_clause', 'object_pattern', 'array_pattern',
    'enum_body',
  ],
  python: ['list', 'tuple', 'dictionary', 'set', 'argument_list', 'parameters', 'import_from_statement'],
  // Before version 8, PHP takes none after the last parameter.
  php: ['array_creation_expression'],
  java: ['array_initializer'],
  cpp: ['initializer_list', 'enumerator_list'],
};
const ALL = [...new Set(Object.values(LISTS).flat())];

export default defineRule({
  id: 'idiom/last-comma',
  title: 'Lists over several lines end consistently',
  about: 'Without a comma after the last of several lines, adding one more changes two lines, and moving lines around leaves a comma too many or too few.',
  advice: 'Put a comma after the last item if the closing bracket has a line of its own, and none otherwise; or never put one.',
  tags: ['layout'],
  confidence: 'certain',
  repairs: 'safe',
  options: { style: choice(['in-columns', 'none'], 'in-columns', 'whether a comma follows the last item: if the closing '
    + 'bracket has a line of its own, or never') },
  find: shared(byTree(
    (source, options: LastCommaOptions) =>
      lastCommas(source, LISTS[source.text.language.id === 'c' ? 'cpp' : source.text.language.id] ?? [], options),
    ALL,
  )),
});
