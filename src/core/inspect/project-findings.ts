import type { SourceText } from '../base/source-text.js';
import type { LanguageId } from '../base/language.js';
import type { Catalog } from '../catalog/catalog.js';
import type { Hit, ProjectHit } from '../finders/finder.js';
import { finderFor, type Rule } from '../finders/rule.js';
import type { FileFacts } from '../facts/facts.js';
import type { ProjectFacts } from '../facts/project.js';
import type { RuleId } from '../model/rule.js';
import type { RuleSet } from '../model/rule-set.js';
import type { LearnedWords } from '../syntax/source.js';
import type { RuleHits } from './text-order.js';

/** What is known of a file only by the whole project. Plain data, so that it can be written down. */
export interface ProjectFindings {
  readonly hits: readonly (ProjectHit & { readonly rule: RuleId })[];
  /** Words that rules have learned, as numbers. */
  readonly learned: readonly (readonly [rule: RuleId, words: readonly number[]])[];
}

/**
 * What is known of files only by the whole project, by path, each as JSON of {@link ProjectFindings}: it is passed to another
 * thread and compared in no time.
 */
export type ProjectFindingTexts = ReadonlyMap<string, string>;

/** Looks up what is known of a file only by the whole project. */
export type ProjectLookup = (path: string) => ProjectFindings | null;

/** Looks up what texts have. */
export function projectLookup(texts: ProjectFindingTexts): ProjectLookup {
  return (path) => {
    const text = texts.get(path);
    return text === undefined ? null : JSON.parse(text) as ProjectFindings;
  };
}

/** The rules in force of a set that need to know the whole project to judge a file of a language. */
export function projectRules(set: RuleSet, catalog: Catalog, language: LanguageId): readonly Rule[] {
  return catalog.rules.filter((rule) => {
    const level = set.rules.get(rule.id)?.level ?? 'off';
    return level !== 'off' && needsProject(rule, language);
  });
}

/** Whether a rule needs to know the whole project to judge a file of a language. */
function needsProject(rule: Rule, language: LanguageId): boolean {
  const finder = finderFor(rule, language);
  return finder !== null
    && (finder.by === 'project' || (finder.by === 'tree' && (finder.alsoByProject !== undefined || finder.learn !== undefined)));
}

/** What is known of a file by the whole project: nothing, for most files, which is null. @param rules those that need it. */
export function findInProject(
  file: FileFacts, project: ProjectFacts, set: RuleSet, rules: readonly Rule[],
): ProjectFindings | null {
  const hits: (ProjectHit & { readonly rule: RuleId })[] = [];
  const learned: (readonly [RuleId, readonly number[]])[] = [];
  for (const rule of rules) {
    const finder = finderFor(rule, file.language);
    const options = set.rules.get(rule.id)?.options ?? {};
    const find = finder?.by === 'project' ? finder.find : finder?.by === 'tree' ? finder.alsoByProject : undefined;
    for (const hit of find?.(file, project, options) ?? []) hits.push({ ...hit, rule: rule.id });
    const words = finder?.by === 'tree' ? finder.learn?.(file, project) ?? [] : [];
    if (words.length > 0) learned.push([rule.id, [...words].sort((a, b) => a - b)]);
  }
  return hits.length === 0 && learned.length === 0 ? null : { hits, learned };
}

/** The words that rules have learned. */
export function learnedWords(known: ProjectFindings | null): LearnedWords {
  return new Map(known?.learned.map(([rule, words]) => [rule, new Set(words)]) ?? []);
}

/** The hits in a file that are known only by the whole project, for the rules that are on. */
export function projectHits({ text }: SourceText, known: ProjectFindings | null, set: RuleSet, catalog: Catalog): RuleHits[] {
  const byRule = new Map<RuleId, Hit[]>();
  for (const { rule, start, end, message, confidence } of known?.hits ?? []) {
    // The file may have changed since.
    const [from, to] = [Math.min(start, text.length), Math.min(end, text.length)];
    const hit = { start: from, end: to, message, ...(confidence !== undefined && { confidence }) };
    const others = byRule.get(rule);
    if (others === undefined) byRule.set(rule, [hit]);
    else others.push(hit);
  }
  return [...byRule].flatMap(([id, hits]): RuleHits[] => {
    const [setting, rule] = [set.rules.get(id), catalog.get(id)];
    if (setting === undefined || rule === undefined || setting.level === 'off') return [];
    const kind = { rule: id, level: setting.level, confidence: rule.confidence, repairs: rule.repairs ?? 'safe' } as const;
    return [{
      planned: {
        rule, order: catalog.rules.indexOf(rule), kind, mayRepair: false, options: setting.options, finder: { by: 'project' },
      },
      hits: hits.sort((a, b) => a.start - b.start),
    }];
  });
}
