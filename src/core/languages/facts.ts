import type { FactCollector } from '../facts/collector.js';
import type { ParsedSource } from '../syntax/source.js';
import { collectCsharp } from './csharp/facts.js';
import type { DescribedGrammar } from './described.js';
import { collectKotlin } from './kotlin/facts.js';
import { collectRuby } from './ruby/facts.js';
import { collectRust } from './rust/facts.js';

/** What collects the facts of files in the languages that have a folder of their own. */
export const LANGUAGE_FACTS: Readonly<Record<DescribedGrammar, (source: ParsedSource, facts: FactCollector) => void>> = {
  csharp: collectCsharp, kotlin: collectKotlin, ruby: collectRuby, rust: collectRust,
};
