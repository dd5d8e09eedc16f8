import type { ForeignRule } from '../model/foreign-rule.js';
import type { Level } from '../model/level.js';
import { NO_HITS } from '../finders/hits.js';
import type { Rule } from '../finders/rule.js';

/** Makes a rule for what another program finds: in whatever file that is, Elvar itself finds nothing by it. */
export function makeForeignRule(declared: ForeignRule): Rule {
  const { id, ownIds, title, about } = declared;
  const [first] = ownIds;
  return {
    id,
    concern: id.slice(0, id.indexOf('/')),
    title: title ?? (first === undefined ? 'Found by another program' : `Found by another program as ${first}`),
    about: about ?? '',
    advice: '',
    tags: [],
    confidence: 'certain',
    repairs: null,
    conflicts: [],
    options: {},
    defaults: {},
    find: { everywhere: { by: 'text', find: () => NO_HITS } },
    examples: [],
    house: null,
    foreign: declared,
  };
}

/** The level that the catalog gives a rule: what another program finds is on by its nature. */
export function catalogLevelOf(rule: Rule | undefined): Level {
  return rule?.foreign?.level ?? 'off';
}
