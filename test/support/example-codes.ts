import { grammarFor, languageById } from '../../src/core/catalog/languages.js';
import { CATALOG } from '../../src/core/catalog/registry.js';
import type { Language } from '../../src/core/model/language.js';
import type { Example } from '../../src/core/model/rule.js';

/** Code of every kind that the rules look at: their own examples, those of languages with a grammar. */
export function parsedExamples(): readonly Pick<Example, 'language' | 'file' | 'code'>[] {
  return CATALOG.rules.flatMap(({ examples }) => examples).filter(({ language, file }) => {
    const known = languageById(language) as Language;
    return grammarFor(known, file ?? `a${known.endings[0]}`) !== null;
  });
}
