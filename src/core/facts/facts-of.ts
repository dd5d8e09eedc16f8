import type { GrammarId, LanguageId } from '../base/language.js';
import { affixesOf } from './affixes.js';
import { contentOf, textsOf } from '../syntax/texts.js';
import type { ParsedSource, Source } from '../syntax/source.js';
import { FactCollector } from './collector.js';
import type { Facts } from './facts.js';
import { isManifest, readManifest } from './manifest.js';
import { pathsIn } from './paths-in.js';

/** Where the languages keep how the facts of their files are collected. */
export interface FactSources {
  /** Collects what the syntax of a file tells; null for a grammar whose files contribute only their texts. */
  readonly ofSyntax: (grammar: GrammarId) => ((source: ParsedSource, facts: FactCollector) => void) | null;
  /** Collects the names in the text of a file without such syntax; undefined if every word may be one. */
  readonly ofText: (language: LanguageId) => ((text: string, facts: FactCollector) => void) | undefined;
}

/** The facts of a file. The grammar of the file must have been loaded. */
export function factsOf(source: Source, sources: FactSources): Facts {
  const { text: { text, language }, grammar } = source;
  const facts = new FactCollector(language);
  const collect = grammar === null ? null : sources.ofSyntax(grammar);
  if (text.startsWith('#!')) facts.mark('program');
  if (collect === null) collectText(source, facts, sources);
  else facts.beginAt((source as ParsedSource).tree.root.firstPart?.start ?? 0);
  if (collect === null) return withManifest(source, facts);
  if ((source as ParsedSource).tree.hasErrors) facts.mark('damaged');
  collect(source as ParsedSource, facts);
  collectTexts(source as ParsedSource, facts);
  return withManifest(source, facts);
}

function withManifest({ text: { path, text } }: Source, facts: FactCollector): Facts {
  if (isManifest(path)) readManifest(path, text, facts);
  return facts.facts();
}

/** Where a text is a module that is imported: it is a fact of its own. */
const IMPORTING = new Set(['import_statement', 'export_statement']);

/** Longer texts are no names. */
const LONGEST_NAME = 300;

/** The names and paths in the texts of code. In a sentence, only what is called there, or marked as code, is a name. */
function collectTexts({ tree, text: { text } }: ParsedSource, facts: FactCollector): void {
  for (const node of textsOf(tree)) {
    if (IMPORTING.has(node.parentType ?? '') && node.field === 'source') continue;
    const { start, end, text: content } = contentOf(node);
    for (const affix of affixesOf(node, content)) facts.texts.addAffix(affix);
    if (content.length <= LONGEST_NAME && !/\s/.test(content)) {
      facts.texts.addWords(text, start, end);
      for (const path of pathsIn(content)) facts.texts.addPath(path);
      continue;
    }
    if (content.includes('(')) for (const { index, 0: found } of content.matchAll(/[\w$]{1,100}(?=\()/g)) {
      facts.texts.addWords(text, start + index, start + index + found.length);
    }
    if (content.includes('/') || content.includes('.')) for (const path of pathsIn(content)) facts.texts.addPath(path);
  }
  // The page around a script of PHP calls functions of JavaScript; what stands in it is no name of PHP.
  for (const { start, end } of tree.ofType('text')) facts.texts.addWords(text, start, end);
}

/** The names and paths in a file that is no code with names of its own. */
function collectText({ text: { text, language: { id, isProse } } }: Source, facts: FactCollector, sources: FactSources): void {
  const collect = sources.ofText(id);
  if (collect !== undefined) collect(text, facts);
  else if (isProse) for (const [code] of text.matchAll(/```[^]*?(?:```|$)|`[^`\n]+`|::.*/g)) facts.texts.addWords(code);
  else facts.texts.addWords(text);
  for (const path of pathsIn(text)) facts.texts.addPath(path);
}

/** For a language whose words are no names of others. */
export function noNames(): void {}
