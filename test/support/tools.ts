import { CATALOG } from '../../src/core/catalog/registry.js';
import type { Tools } from '../../src/core/inspect/inspect-file.js';
import { Planner } from '../../src/core/inspect/plan.js';
import type { OptionValues } from '../../src/core/model/option.js';
import type { RuleSet } from '../../src/core/model/rule-set.js';
import type { Grammars } from '../../src/core/syntax/grammars.js';
import { Spelling } from '../../src/core/syntax/spelling.js';
import { builtDictionary } from './grammars.js';

/** What files are inspected with, on a day that nothing depends on. */
export function builtTools(grammars: Grammars): Tools {
  return {
    today: '2026-11-29',
    needsReasons: false,
    ownFiles: new Set<string>(),
    grammars,
    planner: new Planner(CATALOG, grammars),
    spelling: new Spelling(builtDictionary),
  };
}

/** A set of some rules as notes, with their defaults but for these options. */
export function notesOf(rules: Readonly<Record<string, OptionValues>>): RuleSet {
  const settings = Object.entries(rules).map(([id, options]) => [id, {
    level: 'note' as const,
    options: { ...CATALOG.get(id)?.defaults, ...options },
    waivers: 'allow' as const,
    fix: 'allow' as const,
    ledger: 'allow' as const,
  }] as const);
  return { id: Object.keys(rules).join(' '), rules: new Map(settings) };
}
