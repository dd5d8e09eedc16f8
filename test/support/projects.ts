import path from 'node:path';
import type { Language } from '../../src/core/base/language.js';
import { SourceText } from '../../src/core/base/source-text.js';
import { CATALOG } from '../../src/core/catalog/registry.js';
import type { Example } from '../../src/core/finders/rule.js';
import { FileFacts } from '../../src/core/facts/facts.js';
import { factsOf } from '../../src/core/facts/facts-of.js';
import { ProjectFacts } from '../../src/core/facts/project.js';
import type { Tools } from '../../src/core/inspect/inspect-file.js';
import { findInProject, projectRules } from '../../src/core/inspect/project-findings.js';
import type { RuleSet } from '../../src/core/model/rule-set.js';
import type { Grammars } from '../../src/core/syntax/grammars.js';
import { Source } from '../../src/core/syntax/source.js';
import { FACT_SOURCES, languageById, languageOfName } from '../../src/core/languages/languages.js';

/** The facts of a text. The grammar must have been loaded. */
export function factsIn(text: SourceText, grammars: Grammars): FileFacts {
  const source = new Source(text, grammars);
  try {
    return new FileFacts(text.path, text.language, factsOf(source, FACT_SOURCES));
  } finally {
    source.dispose();
  }
}

/** A project of files, by their paths. Their grammars must have been loaded. */
export function projectOf(
  files: Readonly<Record<string, string>>, grammars: Grammars, skipped: readonly string[] = [],
): ProjectFacts {
  return new ProjectFacts(
    Object.entries(files).map(([name, text]) =>
      factsIn(new SourceText(name, languageOfName(path.posix.basename(name)) as Language, text), grammars)),
    skipped,
  );
}

/** The same tools, which know the whole project of an example. */
export function toolsFor(tools: Tools, { language, file, code, others = {} }: Example, set: RuleSet): Tools {
  const known = languageById(language) as Language;
  const own = new SourceText(file ?? `example${known.endings[0]}`, known, code.replace(/^\uFEFF/, ''));
  const rules = projectRules(set, CATALOG, language);
  if (rules.length === 0) return tools;
  const facts = factsIn(own, tools.grammars);
  const project = new ProjectFacts([facts, ...projectOf(others, tools.grammars).files], []);
  const found = findInProject(facts, project, set, rules);
  return { ...tools, project: (asked) => (asked === own.path ? found : null) };
}
