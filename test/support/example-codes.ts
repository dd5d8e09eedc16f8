import { CATALOG } from '../../src/core/catalog/registry.js';
import { grammarFor, type Language } from '../../src/core/base/language.js';
import type { Example } from '../../src/core/finders/rule.js';
import { sampled } from './runs.js';
import { languageById } from '../../src/core/languages/languages.js';

/**
 * Code of every kind that the rules look at: their own examples, those of languages with a grammar. In `npm test`, some of each
 * language.
 */
export function parsedExamples(): readonly Pick<Example, 'language' | 'file' | 'code'>[] {
  const all = CATALOG.rules.flatMap(({ examples }) => examples).filter(({ language, file }) => {
    const known = languageById(language) as Language;
    return grammarFor(known, file ?? `a${known.endings[0]}`) !== null;
  });
  const languages = [...new Set(all.map(({ language }) => language))];
  return languages.flatMap((language) => sampled(all.filter((example) => example.language === language), 20));
}
